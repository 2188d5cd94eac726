import type { RunKind } from '@/core/instruments/run';
import type { PhotoLine } from '@/words/unit/photos';
import type { UnitHead } from '@/words/unit/view';
import { Quiet } from '../../kit/parts';
import { MarkPhotos } from '@/ui/proof/MarkPhotos';
import { useCommand } from '@/ui/kit/hooks/useCommand';
import { OnPapers } from './OnPapers';

interface Props {
  unit: UnitHead;
  kind: RunKind;
  onPapers: boolean;
  line: { name: string; when: string; by: string; note?: string; origin?: string };
  photos?: readonly PhotoLine[];
}

/** Under what was read last: whether it stands on papers, who read it and when, and the way back. */
export function ReadingFoot({ unit, kind, onPapers, line, photos = [] }: Props) {
  const { send, busy } = useCommand();
  return (
    <>
      <OnPapers unit={unit} kind={kind} on={onPapers} />
      {line.note && <p className="mt-2 text-row">{line.note}</p>}
      {line.origin && (
        <MarkPhotos
          tag={unit.tag}
          of="this reading"
          about={`reading:${line.origin}`}
          photos={photos}
          mayWrite={unit.mayWrite && !unit.held}
        />
      )}
      <p className="mt-2 flex flex-wrap items-baseline justify-between gap-2 text-note text-soft">
        {line.name}, {line.when}, {line.by}
        {unit.mayWrite && !unit.held && (
          <Quiet
            disabled={busy}
            onClick={() => void send('takeBackAct', { what: kind, unitId: unit.id }, unit.version)}
          >
            take the last back
          </Quiet>
        )}
      </p>
    </>
  );
}
