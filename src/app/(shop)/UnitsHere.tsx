import type { Stage } from '@/db/schema';
import { requireActor } from '@/server/session';
import { seesMargins, shopHouse, shopRules } from '@/shop/rules/queries';
import { listUnits } from '@/shop/units/list';
import { viewsOf } from '@/shop/views/views';
import type { BulkStep } from '@/ui/lists/Bulk';
import { Filters } from '@/ui/lists/Filters';
import { Pages } from '@/ui/lists/Pages';
import { UnitList } from '@/ui/lists/UnitList';
import { listQuery, listView } from '@/words/lists/view';
import { columnSetOf, PAGE_ROWS, tableRows } from '@/words/lists/rows';

export type Asked = Promise<Record<string, string | string[] | undefined>>;

interface Where {
  stage?: Stage;
  lotId?: string;
  path: string;
  asked: Awaited<Asked>;
  empty: string;
}

/** The units of a place as they are asked for, and how many there are. */
export async function unitsHere({ stage, lotId, path, asked, empty }: Where) {
  const actor = await requireActor();
  const view = listView(asked);
  const [{ rows, total }, house, rules, saved] = await Promise.all([
    listUnits({
      stage,
      lotId,
      view,
      person: actor.id,
      offset: (view.page - 1) * PAGE_ROWS,
      limit: PAGE_ROWS,
    }),
    shopHouse(),
    shopRules(),
    viewsOf(actor.id),
  ]);
  const erase = house.tables.work.find(({ id }) => id === 'erase-drive');
  const steps: BulkStep[] = [
    { id: 'labels', kind: 'labels', words: 'Print tags' },
    ...(stage === 'sold' || stage === 'gone'
      ? []
      : ([
          { id: 'promise', kind: 'promise', words: 'Promise them by …' },
          { id: 'find', kind: 'move', words: 'To find out', stage: 'find' },
          { id: 'hands', kind: 'move', words: 'To hands on', stage: 'hands' },
          { id: 'prove', kind: 'move', words: 'To prove', stage: 'prove' },
          { id: 'list', kind: 'list', words: 'On the shelf, at the table’s price' },
          {
            id: 'erase',
            kind: 'erase',
            words: 'Erase started',
            minutes: erase?.aloneMinutes ?? 90,
            station: erase?.station ?? '',
          },
        ] satisfies BulkStep[])),
  ];
  const searched = listQuery({ ...view, page: 1, sort: null }) !== '';
  return {
    total,
    list: (
      <>
        {(total > 0 || searched) && <Filters view={view} saved={saved} key={listQuery(view)} />}
        <UnitList
          key={path}
          rows={tableRows(rows)}
          set={columnSetOf(stage ?? null)}
          view={view}
          first={(view.page - 1) * PAGE_ROWS + 1}
          margins={seesMargins(actor.role, rules)}
          mayWrite={actor.role !== 'viewer'}
          steps={steps}
          empty={searched ? 'Nothing matches.' : empty}
        />
        <Pages
          page={view.page}
          rows={PAGE_ROWS}
          total={total}
          href={(page) => `${path}${listQuery(view, { page })}`}
        />
      </>
    ),
  };
}
