import { describe, expect, it } from 'vitest';
import { standOf } from './floorView';

const block = {
  workId: 'w',
  tag: 'WQ-0001',
  title: 'Erase the drive',
  station: 'dock 1',
  startedAt: '2026-11-25T10:00:00Z',
  expectedMinutes: 90,
};
const after = (minutes: number) => new Date(block.startedAt).getTime() + minutes * 60_000;

describe('what runs alone', () => {
  it('wants hands once its minutes are over, and not before', () => {
    expect(standOf(block, after(60), 45)).toEqual({ gone: 60, left: 30, silent: null, over: false });
    expect(standOf(block, after(90), 45)).toMatchObject({ left: 0, over: true });
  });
  it('what tells by itself ends by itself: hands are wanted when it has gone silent', () => {
    const run = (silent: number | null) => ({ ...block, run: { page: '/u/WQ-0001/machine/heat', silent } });
    expect(standOf(run(3), after(200), 45).over).toBe(false);
    expect(standOf(run(null), after(200), 45).over).toBe(false);
    expect(standOf(run(46), after(10), 45)).toMatchObject({ silent: 46, over: true });
  });
});
