import { requireActor } from '@/server/session';
import { searchNotes } from '@/shop/hands/notes';
import { shopRules } from '@/shop/rules/queries';
import { Link } from '@/ui/kit/Link';
import { Button, Empty, Sheet } from '@/ui/kit/parts';
import { TextField } from '@/ui/kit/fields';
import { momentOf } from '@/words/time';

export const metadata = { title: 'Notes' };

type Props = { searchParams: Promise<{ q?: string }> };

export default async function NotesPage({ searchParams }: Props) {
  await requireActor();
  const { q = '' } = await searchParams;
  const asked = q.slice(0, 200);
  const [found, { timeZone }] = await Promise.all([searchNotes(asked), shopRules()]);
  return (
    <Sheet>
      <h1 className="text-page leading-8">Notes</h1>
      <p className="text-row text-soft">
        What was written in own words: to machines, models, answers, work, owners.
      </p>
      <form className="mt-2 grid grid-cols-[minmax(0,1fr)_auto] items-end gap-2" role="search">
        <TextField label="Words" name="q" defaultValue={asked} maxLength={200} autoFocus />
        <Button type="submit">Search</Button>
      </form>
      {asked && found.length === 0 && <Empty>Nobody wrote that.</Empty>}
      {found.length > 0 && (
        <table className="mt-3 w-full border-collapse text-row">
          <thead>
            <tr className="headrow">
              <th className="py-1 font-normal">Where</th>
              <th className="font-normal">What was written</th>
              <th className="font-normal">Who</th>
              <th className="font-normal">When</th>
            </tr>
          </thead>
          <tbody>
            {found.map((note, n) => (
              <tr key={n} className="border-b border-rule align-top">
                <td className="py-1.5 pr-3 whitespace-nowrap">
                  {note.href ? (
                    <Link href={note.href} className="figures border-b border-current">
                      {note.where}
                    </Link>
                  ) : (
                    note.where
                  )}
                  <span className="block text-note text-soft">{note.what}</span>
                </td>
                <td className="py-1.5 pr-3">{note.text}</td>
                <td className="py-1.5 pr-3">{note.by}</td>
                <td className="figures py-1.5 text-note whitespace-nowrap">{momentOf(note.at, timeZone)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </Sheet>
  );
}
