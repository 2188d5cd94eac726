import { requireActor } from '@/server/session';
import { archiveFiles } from '@/shop/archive/files';
import { shopRules } from '@/shop/rules/queries';
import { exchangesHere } from '@/shop/exchange/exchange';
import { Archive } from '@/ui/rules/files/Archive';
import { Exchange } from '@/ui/rules/files/Exchange';
import { RulesNav } from '@/ui/rules/RulesNav';
import { Sheet } from '@/ui/kit/parts';
import { dayAndTime } from '@/words/time';

export const metadata = { title: 'The whole shop as a file' };

export default async function ArchivePage() {
  const actor = await requireActor();
  const owner = actor.role === 'owner';
  const [files, { timeZone, learned }, taken] = await Promise.all([
    owner ? archiveFiles() : [],
    shopRules(),
    owner ? exchangesHere() : [],
  ]);
  return (
    <div>
      <RulesNav page="archive" />
      <Sheet>
        <h1 className="border-b-2 border-ink pb-2.5 text-page leading-8">The whole shop as a file</h1>
        {owner ? (
          <Archive
            files={files.map(({ name, bytes, at, taken }) => ({
              name,
              megabytes: Math.max(0.1, Math.round(bytes / 100_000) / 10),
              at: dayAndTime(at, timeZone),
              taken,
            }))}
          />
        ) : (
          <p className="mt-3 text-read">Only an owner can export or import the shop.</p>
        )}
      </Sheet>
      {owner && (
        <Sheet className="mt-gutter">
          <h2 className="border-b-2 border-ink pb-2.5 text-title leading-7">
            Share what was learnt with another shop
          </h2>
          <Exchange taken={taken} learnedFrom={learned?.cases ?? null} />
        </Sheet>
      )}
    </div>
  );
}
