import { CHASSIS, type Chassis } from '@/core/catalogue';

/** What a list can be put in order by. */
export const SORTS = [
  'work',
  'tag',
  'machine',
  'probably',
  'value',
  'hands',
  'wait',
  'grade',
  'ask',
  'price',
  'margin',
  'soldOn',
] as const;
export type Sort = (typeof SORTS)[number];

/** Whose hands are on a unit: mine, anybody's, or none but a run. */
export const HANDS = ['mine', 'open', 'alone'] as const;
export type Hands = (typeof HANDS)[number];
export const HANDS_WORDS: Record<Hands, string> = {
  mine: 'in my hands',
  open: 'in hand',
  alone: 'running alone',
};

const ROUTES = ['refurbish', 'disclose', 'asFound', 'harvest', 'recycle', 'quarantine'] as const;

/** How a list is looked at: what stands in its address. */
export interface ListView {
  text: string;
  chassis: Chassis | null;
  route: string | null;
  hands: Hands | null;
  sort: Sort | null;
  down: boolean;
  page: number;
}

type Asked = Record<string, string | string[] | undefined>;

const one = <T extends string>(value: unknown, known: readonly T[]): T | null =>
  known.includes(value as T) ? (value as T) : null;

/** From an address; what it does not know is left out. */
export function listView(asked: Asked): ListView {
  const page = Number(asked.page ?? 1);
  return {
    text: typeof asked.q === 'string' ? asked.q.trim().slice(0, 60) : '',
    chassis: one(asked.kind, CHASSIS),
    route: one(asked.route, ROUTES),
    hands: one(asked.hands, HANDS),
    sort: one(asked.sort, SORTS),
    down: asked.dir === 'down',
    page: Number.isInteger(page) && page > 0 && page < 100_000 ? page : 1,
  };
}

/** Back into an address, with a change; another filter or order begins on the first page. */
export function listQuery(view: ListView, change: Partial<ListView> = {}): string {
  const { text, chassis, route, hands, sort, down, page } = {
    ...view,
    ...(Object.keys(change).length && { page: 1 }),
    ...change,
  };
  const query = new URLSearchParams();
  if (text) query.set('q', text);
  if (chassis) query.set('kind', chassis);
  if (route) query.set('route', route);
  if (hands) query.set('hands', hands);
  if (sort) query.set('sort', sort);
  if (sort && down) query.set('dir', 'down');
  if (page > 1) query.set('page', String(page));
  const words = query.toString();
  return words && `?${words}`;
}
