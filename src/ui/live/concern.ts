/** What a page shows, so that it is read again for changes that touch it and for no others. */
export type Concern =
  | { page: 'unit'; unit: string }
  /** A list of units: any unit may be in it. */
  | { page: 'list' }
  | { page: 'lot'; lot: string }
  | { page: 'parts' }
  /** Who does what when: any machine may be in it, and whoever has hands. */
  | { page: 'day' }
  /** Books, rules, people: things that change with no unit. */
  | { page: 'shop' };

export type Notice =
  | { seq: number; kind: string; unit: string | null; lot: string | null; also?: string[] }
  | { reread: true }
  | { stands: string[] }
  | { trouble: string };

/** Kinds that change what every unit is reckoned with. */
const RECKONING = [
  'rules',
  'house tables',
  'own numbers',
  'learned',
  'learning dropped',
  'study begun',
  'study ended',
  'codes',
  'codes dropped',
  // a job that values every unit, or takes a list in, has ended
  'job',
];
/** Kinds that change who is there when. */
const HANDS = ['week', 'busy times', 'person added', 'person closed', 'role'];
const PARTS = (kind: string) => kind.startsWith('part ') || kind.startsWith('drive ');

/** Does what happened touch what the page shows? */
export function concerns(concern: Concern, notice: Notice): boolean {
  if ('reread' in notice) return true;
  if ('trouble' in notice || 'stands' in notice) return false;
  switch (concern.page) {
    case 'unit':
      return (
        notice.unit === concern.unit ||
        (notice.also ?? []).includes(concern.unit) ||
        RECKONING.includes(notice.kind)
      );
    case 'list':
      return notice.unit !== null || notice.lot !== null || RECKONING.includes(notice.kind);
    case 'day':
      return notice.unit !== null || HANDS.includes(notice.kind) || RECKONING.includes(notice.kind);
    case 'lot':
      return notice.lot === concern.lot || RECKONING.includes(notice.kind);
    case 'parts':
      return PARTS(notice.kind) || notice.kind === 'sold';
    case 'shop':
      return notice.unit === null || notice.kind === 'sold';
  }
}

/** A page one works on follows at once; lists gather what happens for a moment. */
export const gatherMs = (concern: Concern) => (concern.page === 'unit' ? 60 : 1_500);
