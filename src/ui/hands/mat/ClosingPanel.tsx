'use client';
import type { Balance, ClosingCheck, LedgerEntry, LedgerItem } from '@/core/hands/ledger';
import { MAT_WORDS, type ClosingView, type MatView } from '@/words/hands/mat';
import { ClosingLooks } from '../ClosingLooks';
import type { UnitHead } from '@/words/unit/view';
import { Button, CautionNote, Heading, Problem } from '../../kit/parts';
import type { CommandProblem, useCommand } from '@/ui/kit/hooks/useCommand';

interface Props {
  unit: UnitHead;
  mat: MatView;
  stands: readonly Balance[];
  moves: readonly LedgerEntry[];
  check: ClosingCheck;
  closing: readonly ClosingView[];
  problem: CommandProblem | null;
  busy: boolean;
  send: ReturnType<typeof useCommand>['send'];
  due: (item: LedgerItem) => boolean;
}

function layerWords(stands: readonly Balance[], moves: readonly LedgerEntry[]): string {
  const sum = (of: (balance: Balance) => number) => stands.reduce((total, own) => total + of(own), 0);
  const open = sum((own) => own.open);
  const missing = sum((own) => own.missing);
  const touched = stands.some(({ item }) => moves.some((move) => move.item === item.id));
  const said = open > 0 ? `${open} out` : touched ? 'back' : 'not opened';
  return missing ? `${said}, ${missing} missing` : said;
}

/** What is not back, what may not be done, and what closing it asks. */
export function ClosingPanel({ unit, mat, stands, moves, check, closing, problem, busy, send, due }: Props) {
  const disabled = busy || !unit.mayWrite || unit.held;
  const open = stands.filter((own) => own.open > 0);
  const count = open.reduce((sum, own) => sum + own.open, 0);
  const late = open.some(({ item }) => due(item));
  const things = stands
    .filter(({ item }) => moves.some((move) => move.item === item.id))
    .reduce((sum, { item }) => sum + item.count, 0);
  const pass = (act: 'close' | 'power', despite?: true) =>
    void send('passOverMat', { unitId: unit.id, act, ...(despite && { despite }) }, unit.version);
  const asked = problem?.details?.notBack;
  const act = problem?.message.startsWith('Not closed') ? 'close' : 'power';
  const leads = open.some(({ item }) => item.kind === 'lead' || item.kind === 'sensor');
  // layer by layer, the machine's own before those of the mats beside it
  const layers = [null, ...mat.beside.map((own) => own.mat)].flatMap((on) => {
    const own = stands.filter(({ item }) => (item.mat ?? null) === on);
    const names = on ? (mat.beside.find((each) => each.mat === on)?.layers ?? []) : mat.layers;
    return [...new Set(own.map(({ item }) => item.layer))]
      .sort((a, b) => a - b)
      .map((layer) => ({
        key: `${on} ${layer}`,
        name: `${on ? `${MAT_WORDS[on]}, ` : ''}${layer + 1} ${names[layer] ?? 'deeper'}`,
        own: own.filter(({ item }) => item.layer === layer),
      }));
  });
  return (
    <section id="closing" aria-label="Not back yet" className="panel scroll-mt-4">
      <Heading>Not back yet</Heading>
      <p className="flex items-baseline gap-3">
        <b className={`text-huge leading-tight ${late && count ? 'text-hot' : ''}`}>{count}</b>
        <span className="text-read text-soft">of {things} things that were undone</span>
      </p>
      <ul className="text-row">
        {check.words.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
      {count > 0 && (
        <div className="mt-2">
          <CautionNote
            title="Do not close it or power it."
            text={
              leads
                ? 'What a lead feeds stays dark or runs flat out; a loose screw under the board shorts it.'
                : 'A loose screw under the board shorts it.'
            }
          />
        </div>
      )}
      <table className="mt-3 w-full border-collapse border-t-[1.5px] border-ink text-row">
        <caption className="sr-only">Layers, how many things each has, and how they stand</caption>
        <tbody>
          {layers.map(({ key, name, own }) => (
            <tr key={key} className="border-b border-rule">
              <td className="py-1.5">{name}</td>
              <td className="figures text-right text-note">
                {own.reduce((sum, { item }) => sum + item.count, 0)}
              </td>
              <td className="figures text-right text-note">{layerWords(own, moves)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-2 text-note text-soft">
        {mat.seen > 0
          ? `Laid out as ${mat.seen === 1 ? 'the one machine' : `${mat.seen} machines`} of this model had it.`
          : 'Laid out as this kind of machine usually has it.'}
      </p>
      {closing.length > 0 && (
        <div className="mt-3 border-t-[1.5px] border-ink pt-2">
          <ClosingLooks unit={unit} closing={closing} busy={busy} send={send} />
        </div>
      )}
      <div className="mt-3 flex flex-wrap gap-2">
        <Button tone={count ? 'plain' : 'strong'} disabled={disabled} onClick={() => pass('close')}>
          Close it
        </Button>
        <Button disabled={disabled} onClick={() => pass('power')}>
          Power it with the cover off
        </Button>
      </div>
      {asked && (
        <Problem>
          {problem.message}
          <span className="mt-2 block">
            <Button tone="hazard" disabled={disabled} onClick={() => pass(act, true)}>
              {act === 'close' ? 'Close it anyway' : 'Power it anyway'}
            </Button>
          </span>
        </Problem>
      )}
    </section>
  );
}
