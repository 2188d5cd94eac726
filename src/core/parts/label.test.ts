import { describe, expect, it } from 'vitest';
import { bayKinds } from '@/catalog/machine/bays';
import { machineOf, partFaults, readFact, toldByPart, typedPart, PART_FIELDS } from './fields';
import { readLabel } from './label';

/** Module names and their megabytes a second: JEDEC JESD79, as tabled in the shop's handbook (8 bytes a transfer). */
describe('labels of memory', () => {
  it.each([
    ['4GB PC3L-12800S', { kind: 'DDR3', volts: 1.35, form: 'SO-DIMM', gb: 4, rate: 1600 }],
    ['2 GB PC2-6400U', { kind: 'DDR2', volts: 1.8, form: 'DIMM', gb: 2, rate: 800 }],
    ['8GB PC4-21300 SODIMM', { kind: 'DDR4', volts: 1.2, form: 'SO-DIMM', gb: 8, rate: 2666 }],
    ['16GB PC4-19200R registered', { kind: 'DDR4', form: 'DIMM', registered: 'yes', gb: 16, rate: 2400 }],
    ['8 GB DDR4 SO-DIMM, 3200 MT/s', { kind: 'DDR4', form: 'SO-DIMM', gb: 8, rate: 3200 }],
    ['512 MB DDR, 184 pins', { kind: 'DDR', volts: 2.5, gb: 0.5 }],
    ['1GB PC2-5300S', { kind: 'DDR2', form: 'SO-DIMM', gb: 1, rate: 667 }],
    ['4 GB DDR3 1066 MHz', { kind: 'DDR3', volts: 1.5, gb: 4, rate: 1066 }],
  ])('"%s" says %o', (label, said) => expect(readLabel('memory', label)).toMatchObject(said));
  it('a number without a unit is no size: a fan of 92 mm put down as memory has none', () => {
    for (const name of ['92 mm fan, spare', '16 sticks', '2 slots'])
      expect(readLabel('memory', name), name).toEqual({});
    expect(readLabel('drive', '7200 rpm disk')).not.toHaveProperty('gb');
    expect(readLabel('memory', '2x4')).toMatchObject({ gb: 8 });
  });
  it('says no more than it says', () => expect(readLabel('memory', '4 GB module')).toEqual({ gb: 4 }));
});

describe('labels of other parts', () => {
  it.each([
    [
      'drive',
      '240 GB SSD 2.5 inch SATA 7mm',
      { gb: 240, kind: 'solid', form: '2.5', bus: 'SATA', heightMm: 7 },
    ],
    [
      'drive',
      'Flint N512 NVMe M.2 2280 M key 512GB',
      { bus: 'NVMe', form: 'M.2', lengthMm: 80, key: 'M', gb: 512 },
    ],
    ['drive', 'M.2 2242 B+M SATA 128 GB', { form: 'M.2', lengthMm: 42, key: 'B+M', bus: 'SATA' }],
    ['drive', '500 GB hard disk 3.5" SATA', { gb: 500, kind: 'disk', form: '3.5', bus: 'SATA' }],
    ['drive', '250 GB hard disk', { gb: 250, kind: 'disk' }],
    ['panel', '15.6" 30 pin eDP, tabs', { diagonalInch: 15.6, contacts: 30, signal: 'eDP', mounts: 'tabs' }],
    [
      'panel',
      '14.0 inch LVDS 40-pin left brackets',
      { diagonalInch: 14, contacts: 40, signal: 'LVDS', side: 'left' },
    ],
    ['charger', 'INPUT 100-240V 1.5A OUTPUT 19V 4.74A', { volts: 19, amps: 4.74 }],
    ['charger', '19.5 V, 90 W, 7.4 x 5.0', { volts: 19.5, amps: 4.62, plug: '7.4 x 5.0' }],
    ['charger', 'USB-C 20V 3.25A', { volts: 20, amps: 3.25, plug: 'USB-C' }],
    ['card', '120 W, one 6-pin', { watts: 120, sixPin: 1 }],
    ['supply', '450W, 2x 8-pin', { watts: 450, eightPin: 2 }],
    ['battery', '11.1V 4400mAh', { volts: 11.1 }],
    ['cable', 'screen lead 40 pin', {}],
  ])('%s "%s" says %o', (partClass, label, said) => expect(readLabel(partClass, label)).toMatchObject(said));
  it('a megabyte of any sign is no label', () =>
    expect(() => readLabel('charger', '1'.repeat(1_000_000))).not.toThrow());
});

describe('facts', () => {
  const field = (partClass: keyof typeof PART_FIELDS, key: string) =>
    PART_FIELDS[partClass].find((each) => each.key === key)!;
  it('are read as they are typed, and refused in words', () => {
    expect(readFact(field('charger', 'volts'), '19,5')).toEqual({ value: 19.5 });
    expect(readFact(field('memory', 'kind'), 'ddr3')).toEqual({ value: 'DDR3' });
    expect(readFact(field('panel', 'contacts'), '30.5')).toHaveProperty('fault');
    expect(readFact(field('panel', 'signal'), 'radio')).toEqual({ fault: 'Signal: one of LVDS, eDP' });
    expect(readFact(field('charger', 'volts'), '-3')).toHaveProperty('fault');
    expect(partFaults('charger', { volts: 'many', plug: 'round' })).toEqual(['Volts: a figure from 0 to 60']);
    expect(partFaults('case', { volts: 'many' })).toEqual([]);
  });
  it('a part is what its fields hold and nothing else', () => {
    expect(
      typedPart('memory', { gb: 4, kind: 'DDR3', slot: 'DIMM 0', registered: 'no', fits: 'laptop' }),
    ).toEqual({
      class: 'memory',
      gb: 4,
      kind: 'DDR3',
      registered: false,
    });
    expect(typedPart('cable', {})).toBeNull();
  });
  it('a machine is what was told of it; what works in it tells what it takes', () => {
    const takes = {
      ...toldByPart('memory', { kind: 'DDR3', form: 'SO-DIMM', gb: 4 }),
      memorySlots: 2,
      bay1: '2.5-sata-7',
    };
    const machine = machineOf('laptop', { ...takes, memorySlotGb: 4 }, bayKinds, {
      fitted: [4],
      provenGb: 8,
    });
    expect(machine.memory).toEqual({
      kind: 'DDR3',
      form: 'SO-DIMM',
      slots: 2,
      slotGb: 4,
      provenSlotGb: 8,
      fitted: [4],
    });
    expect(machine.bays).toEqual([{ form: '2.5', buses: ['SATA'], heightMm: 7 }]);
    expect(machine.charger).toBeUndefined();
  });
});
