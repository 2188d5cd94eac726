import { describe, expect, it } from 'vitest';
import { Tray, actWords } from './tray';

const store = () => {
  const kept = new Map<string, string>();
  return {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, to: string) => void kept.set(key, to),
  };
};
const act = (words?: string) => ({ name: 'recordTest', input: { unitId: 'u' }, words });

describe('what is not on record', () => {
  it('lies there until it is read, also when the page is loaded anew', () => {
    const kept = store();
    const first = new Tray(() => kept);
    first.put(act('Touchpad: works'), 'Bench B changed this unit.');
    first.put(act(), 'Not signed in.');
    const again = new Tray(() => kept);
    expect(again.read().map(({ act, why }) => [actWords(act), why])).toEqual([
      ['Touchpad: works', 'Bench B changed this unit.'],
      ['Record test', 'Not signed in.'],
    ]);
    expect(again.take(again.read()[0].id)?.act.words).toBe('Touchpad: works');
    expect(new Tray(() => kept).read()).toHaveLength(1);
  });
  it('works where a browser keeps nothing, and reads what is not legible as nothing', () => {
    const none = new Tray(() => null);
    none.put(act(), 'why');
    expect(none.read()).toHaveLength(1);
    expect(new Tray(() => ({ getItem: () => '{', setItem: () => undefined })).read()).toEqual([]);
  });
});
