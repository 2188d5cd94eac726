/** One entry of what somebody wrote to a machine in their own words. */
export type NoteAct =
  /** Open: it has to be settled before the machine is graded. */
  | { op: 'note'; text: string; open: boolean }
  /** An open point is settled, and how. */
  | { op: 'closed'; note: string; how: string };

export interface UnitNote {
  /** Name of the act it was written with. */
  id: string;
  text: string;
  by: string;
  at: Date;
  /** It was to be settled before grading; still is. */
  point: boolean;
  open: boolean;
  how: string;
}

/** Notes of a machine, oldest first, as its entries leave them. @param rows in the order they were written */
export function notesFrom(
  rows: readonly { act: NoteAct; origin: string; by: string; at: Date }[],
): UnitNote[] {
  const notes = new Map<string, UnitNote>();
  for (const { act, origin, by, at } of rows)
    if (act.op === 'note')
      notes.set(origin, { id: origin, text: act.text, by, at, point: act.open, open: act.open, how: '' });
    else {
      const note = notes.get(act.note);
      if (note) notes.set(act.note, { ...note, open: false, how: act.how });
    }
  return [...notes.values()];
}

/** Points that are still open, in words. */
export const openPoints = (notes: readonly UnitNote[]): string[] =>
  notes.filter(({ open }) => open).map(({ text }) => text);
