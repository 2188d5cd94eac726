import { describe, expect, it } from 'vitest';
import { listQuery, listView } from './view';

describe('how a list is looked at', () => {
  it('stands whole in its address', () => {
    const view = listView({
      q: ' ridge ',
      kind: 'laptop',
      route: 'harvest',
      hands: 'mine',
      sort: 'value',
      dir: 'down',
      page: '3',
    });
    expect(view).toEqual({
      text: 'ridge',
      chassis: 'laptop',
      route: 'harvest',
      hands: 'mine',
      sort: 'value',
      down: true,
      page: 3,
    });
    expect(listView(Object.fromEntries(new URLSearchParams(listQuery(view))))).toEqual(view);
  });
  it('what nobody knows is left out', () =>
    expect(
      listQuery(listView({ kind: 'toaster', sort: 'drop table', page: '-1', hands: ['a', 'b'], dir: 'x' })),
    ).toBe(''));
  it('another order begins on the first page; only another page keeps the rest', () => {
    const view = listView({ q: 'a', page: '4' });
    expect(listQuery(view, { sort: 'tag' })).toBe('?q=a&sort=tag');
    expect(listQuery(view, { page: 5 })).toBe('?q=a&page=5');
  });
});
