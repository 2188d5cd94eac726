import { Link } from '@/ui/kit/Link';
import { requireActor } from '@/server/session';
import { listUnits } from '@/shop/units/queries';
import { Pages } from '@/ui/lists/Pages';
import { UnitTable } from '@/ui/lists/UnitTable';
import { Empty, Sheet } from '@/ui/kit/parts';
import { PAGE_ROWS, pageOf, tableRows } from '@/words/rows';

export const metadata = { title: 'What to work on' };

export default async function WorkPage({ searchParams }: { searchParams: Promise<{ page?: string }> }) {
  await requireActor();
  const page = pageOf((await searchParams).page);
  const { rows, total } = await listUnits({ offset: (page - 1) * PAGE_ROWS, limit: PAGE_ROWS });
  return (
    <Sheet>
      <div className="flex flex-wrap items-end justify-between gap-3 border-b-2 border-ink pb-2.5">
        <div>
          <h1 className="text-[26px] leading-8">What to work on</h1>
          <p className="text-[14.5px] text-soft">
            <b className="text-ink">{total} units</b> open, best return on a minute of hands first. Bar: net
            still to win, crowns; band: eight of ten outcomes; tick: stopping now.
          </p>
        </div>
        <Link
          href="/lots/new"
          className="inline-flex min-h-11 items-center border-2 border-ink px-3.5 text-[15px] font-semibold hover:bg-track"
        >
          Receive a lot
        </Link>
      </div>
      {rows.length ? (
        <UnitTable rows={tableRows(rows)} first={(page - 1) * PAGE_ROWS + 1} showStage />
      ) : (
        <Empty>
          No open units. Receive a lot, and its machines stand here in the order worth working on them.
        </Empty>
      )}
      <Pages page={page} rows={PAGE_ROWS} total={total} href="/" />
    </Sheet>
  );
}
