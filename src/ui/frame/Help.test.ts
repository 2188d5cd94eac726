import { existsSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { helpFor } from './Help';

describe('every screen has its page of help', () => {
  it.each([
    ['/', 'list'],
    ['/stage/shelf', 'list'],
    ['/lots', 'lots'],
    ['/lots/WQ-3', 'lot'],
    ['/u/WQ-0007', 'find-out'],
    ['/u/WQ-0007/look', 'look'],
    ['/u/WQ-0007/machine', 'machine'],
    ['/u/WQ-0007/machine/heat', 'heat'],
    ['/u/WQ-0007/machine/power', 'power'],
    ['/u/WQ-0007/machine/speed', 'speed'],
    ['/u/WQ-0007/machine/drives', 'drives'],
    ['/u/WQ-0007/machine/tests', 'tests'],
    ['/u/WQ-0007/memory', 'memory'],
    ['/u/WQ-0007/work', 'work'],
    ['/u/WQ-0007/prove', 'prove'],
    ['/u/WQ-0007/shelf', 'sell'],
    ['/u/WQ-0007/record', 'history'],
    ['/u/WQ-0007/parts/apart', 'parts'],
    ['/lots/one', 'one'],
    ['/lots/bid', 'bid'],
    ['/day', 'day'],
    ['/day/end', 'end'],
    ['/notes', 'notes'],
    ['/bin/count', 'bin'],
    ['/hours', 'hours'],
    ['/rules/prices', 'prices'],
    ['/bin', 'bin'],
    ['/bin/P-0001', 'bin'],
    ['/wanted', 'wanted'],
    ['/build', 'build'],
    ['/books', 'books'],
    ['/rules/house', 'rules'],
    ['/scanner', 'scanner'],
  ])('%s: %s', (path, page) => {
    expect(helpFor(path)).toBe(page);
    expect(existsSync(`docs/help/${page}.md`)).toBe(true);
  });
});
