import { useState } from 'react';
import { Quiet } from '../kit/parts';
import { Mend } from './Mend';
import type { SheetPreview } from './useSheetFile';

interface Props {
  preview: SheetPreview;
  onMend: (line: number, cells: string[]) => void;
}

/** Rows that stay out, each with its fault, and mended here. */
export function BadRows({ preview, onMend }: Props) {
  const [mending, setMending] = useState<number | null>(null);
  const mend = (line: number, cells: string[]) => {
    setMending(null);
    onMend(line, cells);
  };
  return (
    <div className="mt-3">
      <h3 className="text-row">
        {preview.bad.length} {preview.bad.length === 1 ? 'row stays' : 'rows stay'} out
      </h3>
      <table className="w-full border-collapse text-note">
        <caption className="sr-only">Bad rows</caption>
        <tbody>
          {preview.bad.slice(0, 50).map((row) => (
            <tr key={`${row.line}${row.reason}`} className="border-b border-rule align-top">
              <th scope="row" className="figures w-16 py-0.5 text-left text-fine font-semibold">
                line {row.line}
              </th>
              {mending === row.line && row.cells ? (
                <td colSpan={3}>
                  <Mend
                    header={preview.header}
                    cells={row.cells}
                    onMend={(cells) => mend(row.line, cells)}
                    onLeave={() => setMending(null)}
                  />
                </td>
              ) : (
                <>
                  <td className="w-[45%]">{row.reason}</td>
                  <td className="max-w-0 truncate text-soft">{row.text}</td>
                  <td className="w-16 text-right">
                    {row.cells && (
                      <Quiet className="text-note!" onClick={() => setMending(row.line)}>
                        mend
                      </Quiet>
                    )}
                  </td>
                </>
              )}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
