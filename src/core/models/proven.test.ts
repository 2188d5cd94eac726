import { describe, expect, it } from 'vitest';
import { provenLimits, type SeenWith } from './proven';

const machine = (more: Partial<SeenWith>): SeenWith => ({
  proven: true,
  memoryGb: null,
  modulesGb: [],
  drives: [],
  processor: null,
  ...more,
});

describe('limits proven by a shop’s own machines', () => {
  it('the most that worked, in how many of them; what nobody proved says nothing', () =>
    expect(
      provenLimits([
        machine({ memoryGb: 16, modulesGb: [8, 8], drives: [{ gb: 500, bus: 'SATA' }], processor: 'Q4' }),
        machine({ memoryGb: 16, modulesGb: [16], drives: [{ gb: 1000, bus: 'NVMe' }], processor: 'Q4' }),
        machine({ memoryGb: 64, proven: false, drives: [{ gb: 8000, bus: 'SAS' }], processor: 'Q9' }),
        machine({ drives: [{ gb: null, bus: 'SATA' }] }),
      ]),
    ).toEqual([
      { what: 'memory', value: 16, machines: 2 },
      { what: 'module', value: 16, machines: 1 },
      { what: 'drive', value: 1000, machines: 1 },
      { what: 'bus', value: 'NVMe', machines: 1 },
      { what: 'bus', value: 'SATA', machines: 2 },
      { what: 'processor', value: 'Q4', machines: 2 },
    ]));
  it('of none there are none', () =>
    expect(provenLimits([machine({ proven: false, memoryGb: 8 })])).toEqual([]));
});
