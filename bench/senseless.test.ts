import { describe, expect, it } from 'vitest';
import { ROWS, senseless, type Row } from './senseless';

/** Machines drawn and worked on; 400 by `npm run bench:senseless`. */
const DRAWN = Number(process.env.OMNITROPE_DRAWN ?? 24);
/** In so many of them a row may be seen: one in a hundred, and none of a few. */
const MOST = Math.floor(DRAWN / 100);

describe('what nobody at a bench would say', () => {
  const rows = senseless(DRAWN);
  it.each(Object.keys(ROWS) as Row[])(`%s: not in more than one of a hundred of ${DRAWN} machines`, (row) =>
    expect(rows[row].seen, rows[row].first).toBeLessThanOrEqual(MOST),
  );
});
