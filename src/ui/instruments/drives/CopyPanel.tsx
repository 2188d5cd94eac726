'use client';
import { useState } from 'react';
import { copyTables } from '@/catalog/instruments/drives';
import { copyPlan, type CopyPlan } from '@/core/storage/copy';
import { spanWords, type DrivePageView, type SpareView } from '@/words/drives/view';
import { ChoiceField, TextField } from '../../kit/fields';
import { Heading } from '../../kit/parts';

const WAY_WORDS = {
  clone: 'Clone the whole drive',
  'clone-used': 'Clone what is used',
  fresh: 'Install afresh',
};

/** Clone or fresh: what fits, what must shrink, how long, and what the first start may founder on. */
export function CopyPanel({
  drive,
  spares,
  firmware,
  mbs,
  keeps,
}: {
  drive: DrivePageView;
  spares: readonly SpareView[];
  firmware: string | null;
  mbs: number | null;
  keeps: boolean;
}) {
  const [target, setTarget] = useState(spares[0]?.id ?? '');
  const [typedGb, setTypedGb] = useState('');
  const [used, setUsed] = useState(drive.usedGb ? String(drive.usedGb) : '');
  const spare = spares.find(({ id }) => id === target) ?? null;
  const gb = spare?.gb ?? Number(typedGb.replace(',', '.'));
  const usedGb = used.trim() ? Number(used.replace(',', '.')) : null;
  const fits = drive.gb !== null && gb > 0 && (usedGb === null || (usedGb >= 0 && usedGb <= drive.gb));
  const plan: CopyPlan | null = fits
    ? copyPlan(
        {
          source: {
            bytes: drive.gb! * 1e9,
            kind: drive.kind,
            bus: drive.bus,
            mbs,
            usedBytes: usedGb === null ? null : usedGb * 1e9,
            health: drive.verdict,
          },
          target: { bytes: gb * 1e9, kind: spare?.kind ?? 'solid', bus: spare?.bus ?? null },
          firmware,
          keep: keeps,
        },
        copyTables,
      )
    : null;
  return (
    <section aria-label="Clone or fresh" className="panel">
      <Heading>Onto another drive</Heading>
      <div className="mt-1 flex flex-wrap items-end gap-3">
        <ChoiceField
          label="Onto"
          value={target}
          onChange={(event) => setTarget(event.target.value)}
          wrap="w-[260px]"
        >
          {spares.map((own) => (
            <option key={own.id} value={own.id}>
              {own.code} {own.name}
            </option>
          ))}
          <option value="">one of a size</option>
        </ChoiceField>
        {!spare && (
          <TextField
            label="Its size"
            hint="GB"
            inputMode="decimal"
            value={typedGb}
            onChange={(event) => setTypedGb(event.target.value)}
            wrap="w-[110px]"
          />
        )}
        <TextField
          label="Used on this one"
          hint={drive.usedGb ? 'GB, as it reported' : 'GB'}
          inputMode="decimal"
          value={used}
          onChange={(event) => setUsed(event.target.value)}
          wrap="w-[150px]"
        />
      </div>
      {!plan ? (
        <p className="mt-2 text-row text-soft">
          {drive.gb === null
            ? 'The size of this drive is not known.'
            : usedGb !== null && usedGb > drive.gb
              ? 'More is said to be used than it holds.'
              : 'Say how large the other drive is.'}
        </p>
      ) : (
        <>
          <table className="mt-2 w-full border-collapse text-row">
            <caption className="sr-only">Clone or fresh</caption>
            <tbody>
              {plan.ways.map((way) => (
                <tr key={way.id} className={`border-b border-rule ${way.possible ? '' : 'text-soft'}`}>
                  <th scope="row" className="py-1 pr-2 text-left font-normal">
                    {way.possible ? <b>{WAY_WORDS[way.id]}</b> : WAY_WORDS[way.id]}
                    {way.why && <span className="block text-note">{way.why}</span>}
                    {way.possible && way.shrinkBytes > 0 && (
                      <span className="block text-note">
                        by {Math.round(way.shrinkBytes / 1e9)} GB at least
                      </span>
                    )}
                  </th>
                  <td className="figures py-1 text-right text-note">
                    {way.possible && (
                      <>
                        {Math.round(way.hands)} min hands, {spanWords([way.alone, way.alone])} alone
                      </>
                    )}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          {[...plan.cautions, ...plan.pitfalls].map((words) => (
            <p key={words} className="mt-1 text-note">
              {words[0].toUpperCase() + words.slice(1)}.
            </p>
          ))}
        </>
      )}
    </section>
  );
}
