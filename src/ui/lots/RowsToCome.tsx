import type { Preview } from './useManifest';

/** Rows as they would come in. */
export function RowsToCome({ preview }: { preview: Preview }) {
  return (
    <div className="mt-2 max-h-[300px] overflow-auto" tabIndex={0} role="region" aria-label="Rows to take in">
      <table className="w-full border-collapse text-note">
        <thead>
          <tr className="border-b border-rule text-left text-fine text-soft">
            <th className="font-normal">Line</th>
            <th className="font-normal">Kind</th>
            <th className="font-normal">Machine</th>
            <th className="font-normal">Serial</th>
            <th className="font-normal">Processor</th>
            <th className="text-right font-normal">Memory</th>
            <th className="pl-3 font-normal">Drive</th>
            <th className="font-normal">Said</th>
            <th className="font-normal">Understood as</th>
          </tr>
        </thead>
        <tbody>
          {preview.rows.map((row) => (
            <tr key={row.line} className={`border-b border-rule ${row.already ? 'text-soft' : ''}`}>
              <td className="figures text-fine">{row.line}</td>
              <td>{row.kind}</td>
              <td>
                {row.maker} {row.model}
              </td>
              <td className="figures text-fine">{row.serial}</td>
              <td>{row.processor}</td>
              <td className="figures text-right text-fine">
                {row.memoryGb === null ? '' : `${row.memoryGb} GB`}
              </td>
              <td className="pl-3">{row.drive}</td>
              <td>{row.already ? 'in already' : row.condition}</td>
              <td>{row.already ? '' : row.understood}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {preview.total > preview.rows.length && (
        <p className="text-note text-soft">and {preview.total - preview.rows.length} more</p>
      )}
    </div>
  );
}
