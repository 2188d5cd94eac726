'use client';
import { Fragment, useState } from 'react';
import type { OpenRunView } from '@/words/readings/view';
import { SILENT_SECONDS } from '@/words/readings/view';
import type { UnitHead } from '@/words/unit/view';
import { acted, useShortcuts } from '../../kit/keys/keyboard';
import { Button, CautionNote, Empty, Heading, Problem, Quiet } from '../../kit/parts';
import { useShop } from '../../kit/theShop';
import { useBenchOrigin } from '@/ui/kit/hooks/useBenchLine';
import { useCommand } from '@/ui/kit/hooks/useCommand';
import { duration } from '../../kit/words';
import { LinesChart } from '../run/LinesChart';
import { useRun } from '../run/useRun';
import { KeysPicture, PanelPicture } from './Amiss';
import type { KeysAmiss } from '@/core/selftest/keys';

export interface SelfTold {
  id: number;
  /** Its test, where this telling can be taken back. */
  test: string | null;
  name: string;
  result: 'pass' | 'fail' | 'absent';
  words: string;
  byHand: boolean;
  when: string;
  /** Which keys are amiss; null: none, or another test. */
  keys: KeysAmiss | null;
  /** Where the panel is. */
  faults: { kind: string; x: number; y: number }[];
}

interface Props {
  unit: UnitHead;
  told: SelfTold[];
  /** When its page was last heard of, in words; empty: never. */
  heard: string;
  soak: OpenRunView | null;
  soaks: { id: string; words: string; when: string }[];
}

/** Where it is amiss is drawn. */
const drawn = ({ keys, faults }: SelfTold) => keys !== null || faults.length > 0;

const RESULTS = { pass: 'works', fail: 'fails', absent: 'not fitted' };

/** The machine tests itself in its own browser: where it is opened, what it has told, and what soaks. */
export function SelfTestBoard({ unit, told, heard, soak, soaks }: Props) {
  const { send, problem, busy } = useCommand();
  const { bench } = useShop();
  const origin = useBenchOrigin();
  const [page, setPage] = useState<{ token: string; until: string } | null>(null);
  const disabled = busy || !unit.mayWrite || unit.held;
  const open = async () => {
    const made = await send<{ token: string; expiresAt: string }>(
      'makeSelfTest',
      { unitId: unit.id },
      unit.version,
    );
    if (made.ok) setPage({ token: made.answer.token, until: made.answer.expiresAt });
  };
  useShortcuts((key) => {
    return acted(key.toLowerCase() === 'o' && unit.mayWrite && !unit.held && open, busy);
  });
  const address = page ? `${origin()}/t/${page.token}` : '';
  return (
    <div className="grid gap-gutter lg:grid-cols-[minmax(0,0.8fr)_minmax(0,1.2fr)] lg:items-start">
      <div className="flex flex-col gap-gutter">
        <section aria-label="Its test page" className="border-t-[6px] border-ink bg-paper px-5 py-4">
          <Heading className="text-head!">The machine tests itself</Heading>
          <p className="text-row">
            In its own browser, whatever its system: keys, pad, screen, camera, sound, ports, network. What it
            finds lands here by itself. The letters open this unit’s tests and nothing else.
          </p>
          {page ? (
            <div className="mt-2 flex flex-wrap items-start gap-5">
              {/* eslint-disable-next-line @next/next/no-img-element */}
              <img
                src={`/api/qr?text=${encodeURIComponent(address)}`}
                alt={`Code of ${address}`}
                width={190}
                height={190}
                className="border-2 border-ink bg-white"
              />
              <div className="min-w-0">
                <p className="figures text-huge leading-none tracking-[0.12em]" data-testid="self-letters">
                  {page.token}
                </p>
                <p className="figures mt-2 text-row break-all select-all">{address}</p>
                <p className="mt-1 text-note text-soft">
                  Or open {origin()}/t and type the letters. Good until {page.until.slice(11, 16)} UTC.
                </p>
                {bench.fingerprint && address.startsWith('https:') && (
                  <p className="mt-1 text-fine text-soft">
                    The browser will ask about the certificate once. Its SHA-256:{' '}
                    <span className="figures break-all">{bench.fingerprint}</span>
                  </p>
                )}
              </div>
            </div>
          ) : (
            <p className="mt-2">
              <Button tone="strong" shortcut="O" disabled={disabled} onClick={() => void open()}>
                Open its test page
              </Button>
            </p>
          )}
          {page && !address.startsWith('https:') && (
            <div className="mt-2">
              <CautionNote
                title="Plain http:"
                text="a browser gives camera and microphone to https alone. Start the shop with OMNITROPE_HOST=0.0.0.0 for the bench network, or answer those two by hand."
              />
            </div>
          )}
          {heard && <p className="mt-2 text-note text-soft">Its page was opened {heard}.</p>}
          {problem && <Problem>{problem.message}</Problem>}
        </section>
        <Soaking unit={unit} soak={soak} soaks={soaks} disabled={disabled} />
      </div>
      <section aria-label="What it reported" className="panel">
        <Heading>What it reported</Heading>
        {told.length === 0 && (
          <Empty>Nothing yet. What the machine finds stands here, test by test, as it is found.</Empty>
        )}
        <table className="w-full border-collapse text-row">
          <caption className="sr-only">Tests the machine ran on itself</caption>
          <tbody>
            {told.map((row) => (
              <Fragment key={row.id}>
                <tr className={drawn(row) ? 'align-top' : 'border-b border-rule align-top'}>
                  <th scope="row" className="w-[130px] py-1.5 pr-2 text-left font-semibold">
                    {row.name}
                  </th>
                  <td
                    className={`py-1.5 pr-3 whitespace-nowrap ${row.result === 'fail' ? 'font-bold' : row.result === 'pass' ? 'text-worth' : 'text-soft'}`}
                  >
                    {RESULTS[row.result]}
                  </td>
                  <td className="py-1.5">
                    {row.words}
                    {row.byHand && <span className="text-soft"> (by hand)</span>}
                    {row.test && unit.mayWrite && !unit.held && (
                      <Quiet
                        className="ml-2 min-h-0! text-note!"
                        disabled={busy}
                        onClick={() =>
                          void send('takeBackSelfTest', { unitId: unit.id, test: row.test }, unit.version)
                        }
                      >
                        take back
                      </Quiet>
                    )}
                  </td>
                  <td className="figures py-1.5 pl-2 text-right text-fine whitespace-nowrap text-soft">
                    {row.when}
                  </td>
                </tr>
                {drawn(row) && (
                  <tr className="border-b border-rule">
                    <td colSpan={4} className="pb-3">
                      {row.keys && <KeysPicture keys={row.keys} />}
                      {row.faults.length > 0 && <PanelPicture faults={row.faults} />}
                    </td>
                  </tr>
                )}
              </Fragment>
            ))}
          </tbody>
        </table>
      </section>
    </div>
  );
}

function Soaking({
  unit,
  soak,
  soaks,
  disabled,
}: {
  unit: UnitHead;
  soak: OpenRunView | null;
  soaks: Props['soaks'];
  disabled: boolean;
}) {
  const { send, problem } = useCommand();
  const run = useRun(soak?.id ?? null);
  if (!soak && soaks.length === 0) return null;
  const quiet = run?.silent != null && run.silent > SILENT_SECONDS * 2;
  const end = (more: object) => void send('finishRun', { unitId: unit.id, run: soak!.id, ...more });
  return (
    <section aria-label="Soak" className="panel">
      <Heading>Soak</Heading>
      {soak && (
        <>
          <p role="status" className="text-read">
            {quiet ? (
              <b className="text-hot">Silent for {duration(run!.silent! / 60)}: look at the machine.</b>
            ) : (
              <b>{run?.soFar?.words || 'It works by itself.'}</b>
            )}
          </p>
          {run && run.samples.length > 2 && (
            <LinesChart
              label="Rounds of work a second"
              samples={run.samples}
              columns={['rate']}
              unit="/s"
              along="minutes"
            />
          )}
          <p className="mt-2 flex flex-wrap gap-3">
            <Button
              tone="strong"
              disabled={disabled || !run?.samples.length}
              onClick={() => end({ wentOff: false })}
            >
              Finish it now
            </Button>
            {quiet && (
              <Button disabled={disabled} onClick={() => end({ wentOff: true })}>
                It went off by itself
              </Button>
            )}
            <Button
              disabled={disabled}
              onClick={() => void send('dropRun', { unitId: unit.id, run: soak.id })}
            >
              Drop it
            </Button>
          </p>
        </>
      )}
      {soaks.map((row) => (
        <p key={row.id} className="border-b border-rule py-1 text-row">
          {row.words} <span className="text-soft">{row.when}</span>
        </p>
      ))}
      {problem && <Problem>{problem.message}</Problem>}
    </section>
  );
}
