import { expect, it } from 'vitest';
import { promiseTold } from './promise';

it('a promise that is over is late, unless the machine is done and waits', () => {
  const at = new Date('2026-12-03T09:00:00Z');
  const [before, after] = [new Date('2026-12-02T09:00:00Z'), new Date('2026-12-04T09:00:00Z')];
  expect(promiseTold(at, 'hands', 'UTC', before)).toEqual({ by: 'Thu 3 Dec, 09:00', stands: '' });
  expect(promiseTold(at, 'hands', 'UTC', after).stands).toBe('late');
  expect(promiseTold(at, 'shelf', 'UTC', after).stands).toBe('ready');
});
