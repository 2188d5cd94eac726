'use client';
import {
  DndContext,
  PointerSensor,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core';
import type { KeyboardEvent } from 'react';
import { EMPTY, type Placement } from '@/core/memory/board';
import type { MemoryShares, MemoryVerdict } from '@/core/memory/belief';
import { percent } from '../../kit/words';
import { placed } from './placed';
import { letter } from './words';

interface Props {
  placement: Placement;
  sizes: readonly number[];
  clean: number;
  shares: MemoryShares | null;
  verdict: MemoryVerdict | null;
  disabled: boolean;
  onPlace: (placement: number[]) => void;
  onClean: (clean: number) => void;
}

const VERDICT_WORDS: Record<string, string> = { sound: 'works', bad: 'bad', dirty: 'dirty', open: '' };
const TRAY = 'tray';

function Module({
  index,
  gb,
  verdict,
  bad,
  disabled,
}: {
  index: number;
  gb: number;
  verdict: string;
  bad: number | null;
  disabled: boolean;
}) {
  const { attributes, listeners, setNodeRef, transform, isDragging } = useDraggable({
    id: `module-${index}`,
    data: { module: index },
    disabled,
  });
  return (
    <div
      ref={setNodeRef}
      {...listeners}
      {...attributes}
      role="img"
      tabIndex={-1}
      aria-label={`Module ${letter(index)}, ${gb} GB${verdict ? `, ${verdict}` : ''}`}
      style={{ transform: transform ? `translate(${transform.x}px, ${transform.y}px)` : undefined }}
      className={`relative flex h-11 w-full cursor-grab touch-none items-center gap-3 border-2 border-ink px-3 ${verdict === 'bad' ? 'hatched' : 'bg-sheet'} ${isDragging ? 'z-20 opacity-90' : ''}`}
    >
      <b className="figures text-head">{letter(index)}</b>
      <span className="figures text-row whitespace-nowrap">{gb} GB</span>
      <span aria-hidden className="flex-1" />
      <span aria-hidden className="hidden items-center gap-1 sm:flex">
        {[0, 1, 2].map((chip) => (
          <span key={chip} className="h-4 w-6 bg-ink/75" />
        ))}
      </span>
      <span className="w-[66px] text-right text-note whitespace-nowrap">
        {verdict || (bad === null ? '' : `bad ${percent(bad)}`)}
      </span>
    </div>
  );
}

function Tray({ children }: { children: React.ReactNode }) {
  const { setNodeRef, isOver } = useDroppable({ id: TRAY });
  return (
    <div
      ref={setNodeRef}
      className={`min-h-[60px] border-2 border-dashed border-ink p-2 ${isOver ? 'bg-track' : ''}`}
    >
      {children}
    </div>
  );
}

interface SlotProps extends Omit<Props, 'onPlace' | 'onClean'> {
  slot: number;
  onKey: (event: KeyboardEvent, slot: number) => void;
  onCleanSlot: () => void;
}

function Slot({ slot, placement, sizes, clean, shares, verdict, disabled, onKey, onCleanSlot }: SlotProps) {
  const { setNodeRef, isOver } = useDroppable({ id: `slot-${slot}` });
  const held = placement[slot];
  const known = verdict ? VERDICT_WORDS[verdict.slots[slot]] : '';
  const share = shares?.slots[slot];
  const words = known || (share ? `bad ${percent(share.bad)}, dirty ${percent(share.dirty)}` : '');
  return (
    <div className="grid grid-cols-[26px_minmax(0,1fr)] items-center gap-2 sm:grid-cols-[26px_minmax(0,1fr)_146px]">
      <b className="figures text-right text-head">{slot + 1}</b>
      <div
        ref={setNodeRef}
        tabIndex={disabled ? -1 : 0}
        role="spinbutton"
        aria-label={`Slot ${slot + 1}`}
        aria-valuemin={-1}
        aria-valuemax={sizes.length - 1}
        aria-valuenow={held}
        aria-valuetext={held === EMPTY ? 'empty' : `module ${letter(held)}`}
        onKeyDown={(event) => onKey(event, slot)}
        className={`border-2 border-ink p-1 ${isOver ? 'bg-track' : 'bg-paper'} ${verdict?.slots[slot] === 'bad' ? 'hatched' : ''}`}
      >
        {held === EMPTY ? (
          <div className="flex h-11 items-center px-3 text-note text-soft">
            <span aria-hidden className="mr-3 h-[6px] flex-1 border-y-2 border-ink/50" />
            empty
          </div>
        ) : (
          <Module
            index={held}
            gb={sizes[held]}
            verdict={verdict ? VERDICT_WORDS[verdict.modules[held]] : ''}
            bad={shares?.modules[held] ?? null}
            disabled={disabled}
          />
        )}
      </div>
      <div className="col-start-2 flex flex-wrap items-center gap-x-3 text-note leading-[1.2] sm:col-start-3 sm:block">
        <span className="block bg-paper px-1">{words}</span>
        <label className="mt-1 flex min-h-[26px] items-center gap-1.5 bg-paper px-1">
          <input
            type="checkbox"
            checked={Boolean(clean & (1 << slot))}
            disabled={disabled}
            onChange={onCleanSlot}
            className="size-4 accent-ink"
          />
          cleaned now
        </label>
      </div>
    </div>
  );
}

/**
 * The board as it lies on the mat: slots in order, modules in them or in the tray. Drag, or with the arrow
 * keys: up and down the slots, left and right through the modules.
 */
export function Board(props: Props) {
  const { placement, sizes, clean, verdict, shares, disabled, onPlace, onClean } = props;
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 4 } }));
  const tray = sizes.map((_, index) => index).filter((index) => !placement.includes(index));
  const drop = ({ active, over }: DragEndEvent) => {
    const moving = (active.data.current as { module: number } | undefined)?.module;
    if (moving === undefined || !over) return;
    if (over.id === TRAY) onPlace(placement.map((held) => (held === moving ? EMPTY : held)));
    else onPlace(placed(placement, moving, Number(String(over.id).slice(5))));
  };
  const key = (event: KeyboardEvent, slot: number) => {
    const rows = event.currentTarget
      .closest('[data-board]')!
      .querySelectorAll<HTMLElement>('[role="spinbutton"]');
    if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
      event.preventDefault();
      rows[Math.min(rows.length - 1, Math.max(0, slot + (event.key === 'ArrowDown' ? 1 : -1)))].focus();
    } else if ((event.key === 'ArrowLeft' || event.key === 'ArrowRight') && !disabled) {
      event.preventDefault();
      const choices = [
        EMPTY,
        ...sizes
          .map((_, index) => index)
          .filter((index) => index === placement[slot] || !placement.includes(index)),
      ].sort((a, b) => a - b);
      const next =
        choices[
          (choices.indexOf(placement[slot]) + (event.key === 'ArrowRight' ? 1 : choices.length - 1)) %
            choices.length
        ];
      onPlace(placement.map((held, at) => (at === slot ? next : held)));
    }
  };
  return (
    <DndContext id="memory-board" sensors={sensors} onDragEnd={drop}>
      <div data-board className="mat grid gap-2.5 border-2 border-ink p-3.5">
        {placement.map((_, slot) => (
          <Slot
            key={slot}
            {...props}
            slot={slot}
            onKey={key}
            onCleanSlot={() => onClean(clean ^ (1 << slot))}
          />
        ))}
        <div className="grid grid-cols-[26px_minmax(0,1fr)] gap-2 pt-1 sm:grid-cols-[26px_minmax(0,1fr)_146px]">
          <span className="self-center text-right text-note">out</span>
          <Tray>
            <div className="grid grid-cols-1 gap-1.5">
              {tray.map((index) => (
                <Module
                  key={index}
                  index={index}
                  gb={sizes[index]}
                  verdict={verdict ? VERDICT_WORDS[verdict.modules[index]] : ''}
                  bad={shares?.modules[index] ?? null}
                  disabled={disabled}
                />
              ))}
              {tray.length === 0 && <span className="px-1 text-note">All modules are on the board.</span>}
            </div>
          </Tray>
        </div>
      </div>
    </DndContext>
  );
}
