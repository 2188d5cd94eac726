import { describe, expect, it } from 'vitest';
import type { Machine, TypedPart } from './attributes';
import { fitRules } from '@/catalog/parts/fits';
import { fits as judged, plateWatts } from './fits';

const fits = (part: TypedPart, machine: Machine) => judged(part, machine, fitRules);

const answer = (part: TypedPart, machine: Partial<Machine> & Pick<Machine, 'chassis'>) =>
  fits(part, machine).answer;
const said = (part: TypedPart, machine: Machine) =>
  fits(part, machine)
    .reasons.map(({ words }) => words)
    .join('; ');

describe('panels', () => {
  const own = { diagonalInch: 14, contacts: 40, signal: 'eDP', side: 'left', mounts: 'brackets' } as const;
  const machine: Machine = { chassis: 'laptop', panel: own };
  it('of thirty contacts never for forty, however alike the rest', () =>
    expect(answer({ class: 'panel', ...own, contacts: 30 }, machine)).toBe('no'));
  it('the number of contacts alone is never enough', () => {
    expect(answer({ class: 'panel', diagonalInch: 14, contacts: 40 }, machine)).toBe('with care');
    expect(said({ class: 'panel', diagonalInch: 14, contacts: 40 }, machine)).toMatch(
      /alone is never enough/,
    );
    expect(answer({ class: 'panel', ...own, signal: 'LVDS' }, machine)).toBe('no');
  });
  it('the same in everything fits; another side does not; other mounts with care', () => {
    expect(answer({ class: 'panel', ...own }, machine)).toBe('fits');
    expect(answer({ class: 'panel', ...own, side: 'right' }, machine)).toBe('no');
    expect(answer({ class: 'panel', ...own, mounts: 'tabs' }, machine)).toBe('with care');
    expect(answer({ class: 'panel', ...own, diagonalInch: 15.6 }, machine)).toBe('no');
  });
});

describe('chargers', () => {
  const plate = { volts: 19, amps: 4.74, plug: '5.5 x 2.5', tip: 'plus' } as const;
  const machine: Machine = { chassis: 'laptop', charger: plate };
  it.each([
    [{ ...plate }, 'fits'],
    [{ ...plate, amps: 6.32 }, 'fits'],
    [{ ...plate, volts: 19.5 }, 'with care'],
    [{ ...plate, volts: 18 }, 'no'],
    [{ ...plate, volts: 20 }, 'no'],
    [{ ...plate, amps: 3.42 }, 'no'],
    [{ ...plate, tip: 'minus' as const }, 'no'],
    [{ ...plate, plug: '7.4 x 5.0' }, 'no'],
    [{ volts: 19, amps: 4.74 }, 'with care'],
    [{}, 'with care'],
  ])('%o: %s', (part, is) => expect(answer({ class: 'charger', ...part }, machine)).toBe(is));
  it('are called by the watts of their plate', () => {
    expect(plateWatts(19, 4.74)).toBe(90);
    expect(plateWatts(19, 3.42)).toBe(65);
  });
});

describe('cards and supplies', () => {
  // an office supply of 180 W without plugs for cards
  const office: Machine = { chassis: 'desktop', supply: { watts: 180, form: 'own' }, drawsWatts: 70 };
  it('an office supply of 180 W takes no card above what the slot gives', () => {
    expect(answer({ class: 'card', watts: 76 }, office)).toBe('no');
    expect(answer({ class: 'card', watts: 74 }, office)).toBe('fits');
  });
  it('what is drawn together stays at four fifths of the supply', () => {
    // 70 + 75 = 145 W is over 144 W
    expect(answer({ class: 'card', watts: 75 }, office)).toBe('no');
    expect(answer({ class: 'card', watts: 75 }, { ...office, drawsWatts: 69 })).toBe('fits');
    expect(answer({ class: 'card', watts: 75 }, { ...office, drawsWatts: undefined })).toBe('with care');
  });
  it('plugs add what they carry: 75 and 150 W', () => {
    const big: Machine = {
      chassis: 'desktop',
      supply: { watts: 550, sixPin: 1, eightPin: 1 },
      drawsWatts: 100,
    };
    expect(answer({ class: 'card', watts: 225, eightPin: 1 }, big)).toBe('fits');
    expect(answer({ class: 'card', watts: 301, eightPin: 1, sixPin: 1 }, big)).toBe('no');
    expect(answer({ class: 'card', watts: 150, eightPin: 2 }, big)).toBe('no');
  });
  it('height and length; nothing of the kind in a laptop', () => {
    const low: Machine = { ...office, chassis: 'small', card: { watts: 75, height: 'low', lengthMm: 170 } };
    expect(answer({ class: 'card', watts: 30, height: 'full' }, low)).toBe('no');
    expect(answer({ class: 'card', watts: 30, height: 'low', lengthMm: 182 }, low)).toBe('no');
    expect(answer({ class: 'card', watts: 30, height: 'low', lengthMm: 168 }, low)).toBe('fits');
    expect(answer({ class: 'card', watts: 30 }, { chassis: 'laptop' })).toBe('no');
  });
  it('a tower’s supply is never offered to a laptop', () => {
    expect(answer({ class: 'supply', watts: 500, form: 'ATX' }, { chassis: 'laptop' })).toBe('no');
    const tower: Machine = { chassis: 'desktop', supply: { form: 'ATX' }, drawsWatts: 300 };
    expect(answer({ class: 'supply', watts: 500, form: 'ATX' }, tower)).toBe('fits');
    expect(answer({ class: 'supply', watts: 350, form: 'ATX' }, tower)).toBe('no');
    expect(answer({ class: 'supply', watts: 500, form: 'own' }, tower)).toBe('no');
  });
});

describe('memory', () => {
  const own: Machine = {
    chassis: 'laptop',
    memory: { kind: 'DDR4', form: 'SO-DIMM', volts: 1.2, slots: 2, fitted: [4], slotGb: 8, boardGb: 16 },
  };
  const module = { class: 'memory', kind: 'DDR4', form: 'SO-DIMM', volts: 1.2, gb: 8 } as const;
  it.each([
    [{}, 'fits'],
    [{ kind: 'DDR3' as const, volts: 1.5 }, 'no'],
    [{ kind: 'DDR5' as const }, 'no'],
    [{ form: 'DIMM' as const }, 'no'],
    [{ gb: 16 }, 'with care'],
    [{ registered: true }, 'with care'],
    [{ gb: undefined }, 'with care'],
  ])('%o: %s', (other, is) => expect(answer({ ...module, ...other }, own)).toBe(is));
  it('a module of 1.5 V never in a slot of 1.35 V; of 1.35 V in one of 1.5 V', () => {
    const slot = (volts: number): Machine => ({
      chassis: 'laptop',
      memory: { kind: 'DDR3', form: 'SO-DIMM', volts },
    });
    const ddr3 = (volts: number) =>
      ({ class: 'memory', kind: 'DDR3', form: 'SO-DIMM', volts, gb: 4 }) as const;
    expect(answer(ddr3(1.5), slot(1.35))).toBe('no');
    expect(answer(ddr3(1.35), slot(1.5))).toBe('fits');
  });
  it('over the maker’s limit: with care, and what was seen to work says so', () => {
    const proven: Machine = { ...own, memory: { ...own.memory, boardGb: 32, provenSlotGb: 16 } };
    expect(said({ ...module, gb: 16 }, proven)).toMatch(/seen to work/);
    expect(said({ ...module, gb: 16 }, own)).toMatch(/half of it/);
  });
  it('with every slot taken one has to come out, the smallest', () => {
    const full: Machine = { ...own, memory: { ...own.memory, fitted: [8, 4] } };
    expect(said(module, full)).toBe('every slot is taken: one module has to come out');
    // the slots themselves were seen: one holds what nobody read, or one is free after all
    expect(said(module, { ...own, memory: { ...own.memory, fitted: [8], free: 0 } })).toMatch(/every slot/);
    expect(answer(module, { ...own, memory: { ...own.memory, fitted: [4, 2], free: 1 } })).toBe('fits');
    expect(said({ ...module, gb: 8 }, { ...full, memory: { ...full.memory, boardGb: 12 } })).toMatch(
      /16 GB together/,
    );
  });
});

describe('drives', () => {
  const sata: Machine = { chassis: 'laptop', bays: [{ form: '2.5', buses: ['SATA'], heightMm: 9.5 }] };
  const tower: Machine = { chassis: 'desktop', bays: [{ form: '3.5', buses: ['SATA'] }] };
  const slot = (key: 'B' | 'M', buses: ('SATA' | 'NVMe')[]): Machine => ({
    chassis: 'laptop',
    bays: [{ form: 'M.2', key, buses, lengthsMm: [42, 80] }],
  });
  it('a 2.5-inch one in a 3.5-inch bay wants an adapter, the other way round it does not go', () => {
    expect(answer({ class: 'drive', form: '2.5', bus: 'SATA' }, tower)).toBe('with care');
    expect(said({ class: 'drive', form: '2.5', bus: 'SATA' }, tower)).toMatch(/adapter/);
    expect(answer({ class: 'drive', form: '3.5', bus: 'SATA' }, sata)).toBe('no');
  });
  it.each([
    [7, 'with care'],
    [9.5, 'fits'],
    [12.5, 'no'],
  ])('%d mm high in a bay of 9.5 mm: %s', (heightMm, is) =>
    expect(answer({ class: 'drive', form: '2.5', bus: 'SATA', heightMm }, sata)).toBe(is),
  );
  it.each([
    ['NVMe', 'M', slot('M', ['NVMe', 'SATA']), 'fits'],
    ['NVMe', 'M', slot('B', ['SATA']), 'no'],
    ['SATA', 'B+M', slot('B', ['SATA']), 'fits'],
    ['SATA', 'B+M', slot('M', ['SATA', 'NVMe']), 'fits'],
    ['SATA', 'B+M', slot('M', ['NVMe']), 'no'],
    ['SATA', 'B', slot('M', ['SATA']), 'no'],
  ] as const)('M.2 %s with notch %s', (bus, key, machine, is) =>
    expect(answer({ class: 'drive', form: 'M.2', bus, key, lengthMm: 80 }, machine)).toBe(is),
  );
  it('M.2 too long for the slot; shorter with care', () => {
    const part = { class: 'drive', form: 'M.2', bus: 'SATA', key: 'B+M' } as const;
    expect(answer({ ...part, lengthMm: 110 }, slot('B', ['SATA']))).toBe('no');
    expect(answer({ ...part, lengthMm: 60 }, slot('B', ['SATA']))).toBe('with care');
  });
  it('of several places the one it suits best counts', () =>
    expect(
      answer(
        { class: 'drive', form: '2.5', bus: 'SATA' },
        { chassis: 'desktop', bays: [...tower.bays!, { form: '2.5', buses: ['SATA'] }] },
      ),
    ).toBe('fits'));
});

describe('processors and batteries', () => {
  it('socket, list and watts', () => {
    const board: Machine = {
      chassis: 'desktop',
      processor: { socket: 'Q1', models: ['C4-620', 'C4-640'], watts: 65, firmware: 'new enough' },
    };
    const part = { class: 'processor', socket: 'Q1', model: 'C4-640', watts: 65 } as const;
    expect(answer(part, board)).toBe('fits');
    expect(answer({ ...part, socket: 'Q2' }, board)).toBe('no');
    expect(answer({ ...part, model: 'C6-810' }, board)).toBe('no');
    expect(answer({ ...part, watts: 95 }, board)).toBe('no');
    expect(answer(part, { chassis: 'desktop', processor: { socket: 'Q1' } })).toBe('with care');
  });
  it('a pack by its number and volts', () => {
    const own: Machine = { chassis: 'laptop', battery: { pack: 'PB-14', volts: 14.8 } };
    expect(answer({ class: 'battery', pack: 'PB-14', volts: 14.4 }, own)).toBe('fits');
    expect(answer({ class: 'battery', pack: 'PB-14', volts: 11.1 }, own)).toBe('no');
    expect(answer({ class: 'battery', volts: 14.8 }, own)).toBe('with care');
  });
});

describe('unknown is care, never a yes', () => {
  const dimm: Machine = {
    chassis: 'desktop',
    memory: { kind: 'DDR3', form: 'DIMM', volts: 1.5, slots: 4, fitted: [] },
  };
  const module = { class: 'memory', kind: 'DDR3', form: 'DIMM', volts: 1.5, gb: 4 } as const;
  it('a large module of which nobody said whether it is registered', () => {
    expect(answer(module, dimm)).toBe('with care');
    expect(answer({ ...module, registered: false }, dimm)).toBe('fits');
    expect(
      answer({ ...module, form: 'SO-DIMM' }, { ...dimm, memory: { ...dimm.memory, form: 'SO-DIMM' } }),
    ).toBe('fits');
    const server: Machine = { ...dimm, memory: { ...dimm.memory, registered: true } };
    expect(answer(module, server)).toBe('with care');
    expect(
      answer(
        { ...module, registered: false, ecc: true },
        { ...dimm, memory: { ...dimm.memory, ecc: false } },
      ),
    ).toBe('with care');
  });
  it('a drive of unknown height into a bay of 7 mm', () => {
    const bay: Machine = { chassis: 'laptop', bays: [{ form: '2.5', buses: ['SATA'], heightMm: 7 }] };
    expect(answer({ class: 'drive', form: '2.5', bus: 'SATA' }, bay)).toBe('with care');
    expect(answer({ class: 'drive', form: '2.5', bus: 'SATA', heightMm: 7 }, bay)).toBe('fits');
  });
  it('a card without length or height where the case says how much room there is; a slot that does not say its watts', () => {
    const case1: Machine = { chassis: 'desktop', card: { watts: 75, height: 'full', lengthMm: 200 } };
    expect(answer({ class: 'card', watts: 30 }, case1)).toBe('with care');
    expect(answer({ class: 'card', watts: 30, lengthMm: 190 }, case1)).toBe('fits');
    const low: Machine = { chassis: 'small', card: { height: 'low' } };
    expect(answer({ class: 'card', watts: 60, height: 'low' }, low)).toBe('with care');
    expect(answer({ class: 'card', watts: 20, height: 'low' }, low)).toBe('fits');
    expect(answer({ class: 'card', watts: 20 }, low)).toBe('with care');
  });
  it('what a panel is held by; its pixels and lanes where one side says them', () => {
    const own = { diagonalInch: 14, contacts: 30, signal: 'eDP', side: 'left', mounts: 'brackets' } as const;
    const machine: Machine = { chassis: 'laptop', panel: own };
    expect(answer({ class: 'panel', ...own, mounts: undefined }, machine)).toBe('with care');
    expect(answer({ class: 'panel', ...own, pixels: '1920x1080' }, machine)).toBe('with care');
    const told: Machine = { chassis: 'laptop', panel: { ...own, pixels: '1366x768', lanes: 1 } };
    expect(answer({ class: 'panel', ...own, pixels: '1366x768', lanes: 1 }, told)).toBe('fits');
    expect(answer({ class: 'panel', ...own, pixels: '1920x1080', lanes: 2 }, told)).toBe('no');
  });
  it('a processor on the board’s list whose firmware nobody read', () => {
    const board: Machine = { chassis: 'desktop', processor: { socket: 'Q1', models: ['C4-640'], watts: 65 } };
    const part = { class: 'processor', socket: 'Q1', model: 'C4-640', watts: 65 } as const;
    expect(said(part, board)).toMatch(/firmware/);
    expect(answer(part, { ...board, processor: { ...board.processor, firmware: 'too old' } })).toBe(
      'with care',
    );
  });
});

describe('no false no', () => {
  it('a six-pin card on a supply with a plug of six and two', () => {
    const machine: Machine = { chassis: 'desktop', supply: { watts: 450, eightPin: 1 }, drawsWatts: 100 };
    expect(answer({ class: 'card', watts: 120, sixPin: 1 }, machine)).toBe('fits');
    expect(answer({ class: 'card', watts: 120, sixPin: 2 }, machine)).toBe('no');
    expect(answer({ class: 'card', watts: 120, sixPin: 1, eightPin: 1 }, machine)).toBe('no');
  });
  it.each([
    [20, 3.25, 19.5, 3.34],
    [19, 3.33, 19, 3.42],
  ])('plates are rounded: %f V %f A on %f V %f A', (volts, amps, plateVolts, plateAmps) => {
    const own = { plug: '5.5 x 2.5', tip: 'plus' } as const;
    const machine: Machine = { chassis: 'laptop', charger: { ...own, volts: plateVolts, amps: plateAmps } };
    expect(answer({ class: 'charger', ...own, volts, amps }, machine)).not.toBe('no');
    expect(answer({ class: 'charger', ...own, volts: plateVolts, amps: 0.9 * plateAmps }, machine)).toBe(
      'no',
    );
  });
  it.each([10.8, 11.1, 11.4, 11.55])(
    'a pack of the same number called %f V: three cells are three cells',
    (volts) => {
      const machine: Machine = { chassis: 'laptop', battery: { pack: 'PB-9, PB-9A', volts: 11.1 } };
      expect(answer({ class: 'battery', pack: 'pb-9a', volts }, machine)).toBe('fits');
      expect(answer({ class: 'battery', pack: 'PB-8', volts }, machine)).toBe('no');
    },
  );
});

describe('the state of a part', () => {
  const plate = { volts: 19, amps: 4.74, plug: '5.5 x 2.5', tip: 'plus' } as const;
  const laptop: Machine = { chassis: 'laptop', charger: plate, battery: { pack: 'PB-9' } };
  it.each([
    ['spliced', 'no'],
    ['dead', 'no'],
    ['improvised', 'with care'],
    ['repaired', 'with care'],
    ['good', 'fits'],
  ] as const)('a charger that is %s: %s', (state, is) =>
    expect(answer({ class: 'charger', ...plate, state }, laptop)).toBe(is),
  );
  it('a swollen pack of the right number never', () =>
    expect(answer({ class: 'battery', pack: 'PB-9', state: 'swollen' }, laptop)).toBe('no'));
});

describe('classes by the table alone', () => {
  it.each<[TypedPart, Partial<Machine>, string]>([
    [{ class: 'fan', model: 'F-60' }, { fan: { model: 'F-60, F-61' } }, 'fits'],
    [
      { class: 'fan', pins: 4, volts: 12, sizeMm: 80 },
      { fan: { pins: 4, volts: 12, sizeMm: 80 } },
      'with care',
    ],
    [
      { class: 'fan', model: 'F-60', pins: 3, volts: 5, sizeMm: 60 },
      { fan: { model: 'F-70', pins: 4, volts: 5, sizeMm: 60 } },
      'no',
    ],
    [
      { class: 'heatsink', model: 'H', socket: 'Q1', watts: 95, heightMm: 60 },
      { heatsink: { model: 'H' } },
      'fits',
    ],
    [
      { class: 'heatsink', socket: 'Q1', watts: 65, heightMm: 60 },
      { heatsink: { socket: 'Q1', watts: 95, heightMm: 80 } },
      'no',
    ],
    [
      { class: 'optical', bus: 'SATA', heightMm: 12.7, bezel: 'flat' },
      { optical: { bus: 'SATA', heightMm: 9.5, bezel: 'flat' } },
      'no',
    ],
    [
      { class: 'optical', bus: 'SATA', heightMm: 9.5, bezel: 'round' },
      { optical: { bus: 'SATA', heightMm: 9.5, bezel: 'flat' } },
      'with care',
    ],
    [
      { class: 'wireless', form: 'M.2 2230', key: 'A+E', model: 'W-7' },
      { wireless: { form: 'M.2 2230', accepts: 'W-5' } },
      'no',
    ],
    [{ class: 'wireless', form: 'M.2 2230', model: 'W-7' }, { wireless: { form: 'M.2 2230' } }, 'with care'],
    [
      { class: 'keyboard', model: 'K1', layout: 'DE', lit: true },
      { keyboard: { model: 'K1', layout: 'UK', lit: true } },
      'with care',
    ],
    [
      { class: 'screen cable', contacts: 40, signal: 'LVDS' },
      { screenCable: { contacts: 40, signal: 'eDP' } },
      'no',
    ],
    [{ class: 'coin cell', type: 'CR2032', lead: false }, { coinCell: { type: 'CR2032', lead: true } }, 'no'],
    [{ class: 'socket', model: 'DC-1' }, { socket: { model: 'DC-1' } }, 'fits'],
    [
      { class: 'dock', plug: 'USB-C', model: 'D-9', watts: 90 },
      { dock: { plugs: 'USB-C, D-connector', accepts: 'D-7, D-9', watts: 65 } },
      'fits',
    ],
    [
      { class: 'dock', plug: 'USB-C', model: 'D-9', watts: 45 },
      { dock: { plugs: 'USB-C', accepts: 'D-9', watts: 65 } },
      'with care',
    ],
    [{ class: 'dock', plug: 'USB-C', model: 'D-9' }, { dock: { plugs: 'D-connector' } }, 'no'],
    [{ class: 'dock', plug: 'USB-C' }, { dock: { plugs: 'USB-C', watts: 65 } }, 'with care'],
    [{ class: 'adapter', plug: 'HDMI' }, { adapter: { plugs: 'VGA, HDMI' } }, 'fits'],
    [{ class: 'adapter', plug: 'DVI' }, { adapter: { plugs: 'VGA, HDMI' } }, 'no'],
    [{ class: 'adapter' }, { adapter: { plugs: 'VGA, HDMI' } }, 'with care'],
  ])('%o in %o: %s', (part, machine, is) => expect(answer(part, { chassis: 'laptop', ...machine })).toBe(is));
  it('every row names an attribute of its class, and says where it comes from', () => {
    for (const { part, machine, source, name } of fitRules.rows) {
      expect(source.length, name).toBeGreaterThan(4);
      expect(machine, name).toMatch(/^[a-zA-Z]+\.[a-zA-Z]+$/);
      expect(part.length).toBeGreaterThan(2);
    }
  });
});

describe('whatever is known', () => {
  it('nothing known is never "fits" and never "no"; what forbids it is said first', () => {
    for (const cls of [...new Set(fitRules.rows.map(({ of }) => of)), 'drive'] as const)
      if (cls !== 'supply') expect(answer({ class: cls }, { chassis: 'laptop' })).toBe('with care');
    const { reasons } = fits(
      { class: 'panel', contacts: 30 },
      { chassis: 'laptop', panel: { contacts: 40 } },
    );
    expect(reasons[0].weighs).toBe('no');
    expect(reasons.length).toBeGreaterThan(1);
  });
});
