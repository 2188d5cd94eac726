import { ENCODINGS, type Encoding } from '@/core/text/encoding';
import { BadRows } from './BadRows';
import { Pick } from './Pick';
import type { SheetPreview, useSheetFile } from './useSheetFile';

const MARKS = [
  [',', 'comma'],
  [';', 'semicolon'],
  ['\t', 'tab'],
  ['|', 'bar'],
] as const;

interface Props<P extends SheetPreview> {
  of: ReturnType<typeof useSheetFile<P>>;
  /** What a column may be, with its words. */
  fields: readonly (readonly [field: string, words: string])[];
}

/** How a file of rows is read: how it is written, which column is what, which rows stay out and why. */
export function SheetReading<P extends SheetPreview>({ of, fields }: Props<P>) {
  const { sheet, read, decode, remap, mend } = of;
  if (sheet.at !== 'seen') return null;
  const { file, preview } = sheet;
  return (
    <>
      <fieldset className="mt-3 border-t border-rule pt-2">
        <legend className="text-note text-soft">How the file is written</legend>
        <div className="flex flex-wrap gap-x-4 gap-y-2">
          <Pick
            words="Letters"
            value={file.encoding}
            choices={ENCODINGS}
            onPick={(value) => decode(value as Encoding)}
          />
          <Pick
            words="Between cells"
            value={preview.delimiter}
            choices={MARKS}
            onPick={(value) => read({ delimiter: value })}
          />
          {preview.decimal !== undefined && (
            <Pick
              words="Before decimals"
              value={preview.decimal ?? ''}
              choices={[
                ...(preview.decimal ? [] : ([['', 'say which']] as const)),
                ['.', 'point: 1.5 TB'],
                [',', 'comma: 1,5 TB'],
              ]}
              onPick={(value) => value && read({ decimal: value as '.' | ',' })}
            />
          )}
        </div>
      </fieldset>
      <fieldset className="mt-3 border-t border-rule pt-2">
        <legend className="text-note text-soft">
          Which column is what{preview.remembered && ', as the last time with this heading'}
        </legend>
        <div className="flex flex-wrap gap-x-4 gap-y-2">
          {fields.map(([field, words]) => (
            <Pick
              key={field}
              words={words}
              value={String(preview.columns[field] ?? '')}
              choices={[
                ['', 'not in it'],
                ...preview.header.map((name, i) => [String(i), name || `column ${i + 1}`] as const),
              ]}
              onPick={(value) => remap(field, value)}
            />
          ))}
        </div>
      </fieldset>
      {preview.bad.length > 0 && <BadRows key={file.name} preview={preview} onMend={mend} />}
    </>
  );
}

/** Columns of a manifest. */
export const MANIFEST_COLUMNS: [string, string][] = [
  ['chassis', 'Kind of machine'],
  ['maker', 'Maker'],
  ['model', 'Model'],
  ['serial', 'Serial'],
  ['processor', 'Processor'],
  ['memoryGb', 'Memory'],
  ['driveGb', 'Drive size'],
  ['driveKind', 'Kind of drive'],
  ['condition', 'What is said of it'],
];
