'use client';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import type { EraseWay } from '@/core/erasure/plan';
import { duration } from '../../kit/words';
import {
  namedUnit,
  spanWords,
  underWay,
  type DriveAt,
  type DrivePageView,
  type EraseRunShown,
} from '@/words/drives/view';
import { SILENT_SECONDS } from '@/words/readings/view';
import { Button, CautionNote, Heading, Problem, Quiet } from '../../kit/parts';
import { useBenchLine } from '@/ui/kit/hooks/useBenchLine';
import { useCommand } from '@/ui/kit/hooks/useCommand';

const LOOK_MS = 2_000;
const LEVEL_WORDS = {
  clear: 'Clear: unreadable by ordinary means',
  purge: 'Purge: unreadable in a laboratory too',
  destroy: 'Destroy: never usable again',
};

/** How a drive can be erased, and an erasure by script, in its machine or on a dock, from its start to its end. */
export function ErasePanel({ at, drive }: { at: DriveAt; drive: DrivePageView }) {
  const { send, problem, busy } = useCommand();
  const [line, setLine] = useState<{ run: string; text: string } | null>(null);
  const benchLine = useBenchLine();
  const [all, setAll] = useState(false);
  const disabled = busy || !at.mayWrite || at.held;
  const { plan } = drive;
  const open = underWay(drive);
  const router = useRouter();
  useEffect(() => {
    if (!open) return;
    const timer = setInterval(() => router.refresh(), LOOK_MS);
    return () => clearInterval(timer);
  }, [open?.id, router]); // eslint-disable-line react-hooks/exhaustive-deps
  const begin = async (methodId: string) => {
    const begun = await send<{ run: string; token: string }>(
      'startErasure',
      { ...namedUnit(at), componentId: drive.id, methodId, whole: true },
      at.version,
    );
    if (begun.ok)
      setLine({
        run: begun.answer.run,
        text: benchLine(`/e/${begun.answer.token}`, '> e; sudo sh e'),
      });
  };
  return (
    <section aria-label="Erase it" className="border-t-[6px] border-ink bg-paper px-5 py-4">
      <Heading className="text-head!">How it is erased</Heading>
      {at.keeps ? (
        <p className="text-read">
          <b>The system and the data on it stay.</b> Nothing here erases it.
        </p>
      ) : open ? (
        <Running
          at={at}
          run={open}
          line={line?.run === open.id ? line.text : null}
          disabled={disabled}
          send={send}
        />
      ) : !plan ? (
        <p className="text-read">
          What kind of drive it is, or its size, is not known:{' '}
          {at.unitId
            ? 'let the machine report, or say it on the part’s own page.'
            : '“Say more of it” above takes both.'}
        </p>
      ) : (
        <>
          {plan.cautions.map((words) => (
            <div key={words} className="mt-1">
              <CautionNote title="Mind:" text={`${words}.`} />
            </div>
          ))}
          {!drive.serial && (
            <p className="mt-1 text-row">
              Not by script: it has no serial on record, so nothing tells it from another.{' '}
              {at.unitId
                ? 'Let the machine report first.'
                : 'Type what its label says under “Say more of it”.'}
            </p>
          )}
          <table className="mt-2 w-full border-collapse text-row">
            <caption className="sr-only">Ways to erase it</caption>
            <tbody>
              {(all ? plan.ways : plan.ways.slice(0, 4)).map((way) => (
                <Way
                  key={way.id}
                  way={way}
                  by={at.unitId ? 'By the machine itself' : 'On a dock'}
                  disabled={disabled || !drive.serial}
                  begin={() => void begin(way.id)}
                />
              ))}
            </tbody>
          </table>
          {plan.ways.length > 4 && (
            <Quiet onClick={() => setAll(!all)}>{all ? 'fewer' : `${plan.ways.length - 4} more ways`}</Quiet>
          )}
          <p className="mt-2 text-note text-soft">
            A random sample of {plan.sample.sectors} sectors, all empty, says with{' '}
            {Math.round(plan.sample.confidence * 100)} % confidence that no more than{' '}
            {Math.round(plan.sample.leftBehind * 100)} % is left. The usual rule reads two places in each
            thousandth, {Math.round(plan.sample.representativeMbs / 100) / 10} GB of it.
          </p>
        </>
      )}
      {problem && <Problem>{problem.message}</Problem>}
    </section>
  );
}

function Way({
  way,
  by,
  disabled,
  begin,
}: {
  way: EraseWay;
  by: string;
  disabled: boolean;
  begin: () => void;
}) {
  return (
    <tr className="border-b border-rule align-top">
      <th scope="row" className="py-1.5 pr-3 text-left font-normal">
        <b>{way.name}</b>
        <span className="block text-note text-soft">{LEVEL_WORDS[way.level]}.</span>
        {way.command && (
          <code className="figures block text-fine break-all">
            {way.command.replaceAll('{device}', '/dev/…')}
          </code>
        )}
        {way.note && <span className="block text-note">{way.note}</span>}
        <span className="block text-fine text-soft">{way.clause}</span>
      </th>
      <td className="py-1.5 text-right whitespace-nowrap">
        <span className="figures text-note">{spanWords(way.minutes)}</span>
        {way.verifyMinutes > 0 && (
          <span className="block text-fine text-soft">
            + {spanWords([way.verifyMinutes, way.verifyMinutes])} reading back
          </span>
        )}
        {way.possible === 'ask' && <span className="block text-fine text-soft">if the drive can</span>}
        {way.byScript && (
          <Button className="mt-1" disabled={disabled} onClick={begin}>
            {by}
          </Button>
        )}
      </td>
    </tr>
  );
}

interface Going {
  at: DriveAt;
  run: EraseRunShown;
  line: string | null;
  disabled: boolean;
  send: ReturnType<typeof useCommand>['send'];
}

/** Asked for, named on the unit, confirmed here, writing, reading back. */
function Running({ at, run, line, disabled, send }: Going) {
  const there = at.unitId ? 'the machine' : 'the dock’s computer';
  const silent = run.heardSeconds !== null && run.heardSeconds > SILENT_SECONDS ? run.heardSeconds : null;
  const share = run.progress ? run.progress.done / run.progress.total : 0;
  return (
    <div className="mt-1 text-read">
      <p className="text-soft">
        {run.method}, {run.whole ? 'every sector read back' : 'a sample read back'}
      </p>
      {line && (
        <code
          data-testid="erase-command"
          className="figures my-2 block border-2 border-ink bg-sheet p-3 text-row break-all select-all"
        >
          {line}
        </code>
      )}
      {run.state === 'asked' && (
        <p role="status">
          Run the line on {there} under a live system{!at.unitId && ', with the drive in the dock'}. It lists
          its drives and asks for the serial of the one to be erased; nothing is written by it yet.
          {!line &&
            ' The line was shown where this was begun, and only there: give it up and begin again for another.'}
        </p>
      )}
      {run.state === 'typed' && run.seen && (
        <div role="status" className="mt-1">
          <CautionNote
            title={`Named on ${there}:`}
            text={`${run.seen.device}, serial ${run.seen.serial}, ${run.seen.model || 'no model'}, ${Math.round((run.seen.sectors * 512) / 1e9)} GB. Everything on it will be gone for good.`}
          />
          <Button
            tone="hazard"
            className="mt-2"
            disabled={disabled}
            onClick={() =>
              void send('confirmErasure', { ...namedUnit(at), run: run.id, serial: run.seen!.serial })
            }
          >
            Erase {run.seen.serial}
          </Button>
        </div>
      )}
      {run.state === 'confirmed' && (
        <div role="status">
          <p>
            <b>
              {!run.progress
                ? `Confirmed: ${there} begins.`
                : `${run.progress.phase === 'writing' ? 'Writing' : 'Reading back'}: ${Math.floor(share * 100)} %`}
            </b>
            {run.progress && run.progress.unwritten > 0 && (
              <>, {run.progress.unwritten} sectors could not be written</>
            )}
          </p>
          <div className="mt-1 h-3 border-2 border-ink bg-track" aria-hidden>
            <div className="h-full bg-ink" style={{ width: `${share * 100}%` }} />
          </div>
          {silent !== null && (
            <p className="mt-1 font-semibold text-hot">
              Silent for {duration(silent / 60)}: look at {there}.{' '}
              {at.unitId ? 'The gate stays shut' : 'It cannot leave'} until it has ended well.
            </p>
          )}
        </div>
      )}
      <p className="mt-2">
        <Button
          disabled={disabled}
          onClick={() => void send('dropErasure', { ...namedUnit(at), run: run.id })}
        >
          {run.state === 'confirmed' ? 'Stop it: it counts as not erased' : 'Give it up'}
        </Button>
      </p>
    </div>
  );
}
