/**
 * Packs of cells with a gauge that believes something: what is left is counted by what flows out of it against a capacity
 * it once learned, and put right when the volts of the cells say otherwise. Cells have an open-circuit curve, a resistance
 * that grows with age and towards empty; a weak one gives way under load. Nothing here is shared with the reader or with
 * `core/simulate`. Figures: from memory of common cells, no source.
 */
export const PACK_TROUBLES = [
  'sound',
  'worn',
  'weak cell',
  'early end',
  'jumps down',
  'jumps up',
  'two packs',
] as const;
export type PackTrouble = (typeof PACK_TROUBLES)[number];

export interface PackLine {
  t: number;
  percent: number;
  wh?: number;
  volts?: number;
  watts?: number;
  amps?: number;
  ah?: number;
  pack?: string;
}

export interface PackLog {
  trouble: PackTrouble;
  samples: PackLine[];
  ended: boolean;
  designWh: number;
  /** Watt-hours it really held when full. */
  heldWh: number;
  /** What its gauge thinks it holds. */
  gaugeWh: number;
}

type Random = () => number;
const span = (random: Random, low: number, high: number) => low + (high - low) * random();

/** Volts of one cell at rest, by what is left of it. */
const restVolts = (left: number) => 3.0 + 0.55 * (1 - Math.exp(-left / 0.04)) + 0.5 * left + 0.12 * left ** 4;

class Pack {
  left = 1;
  believed = 1;
  constructor(
    readonly heldWh: number,
    private readonly gaugeWh: number,
    private readonly cells: number,
    private readonly ohms: number,
    private readonly weakAt: number,
    private readonly givesWay: number,
  ) {}

  volts(watts: number): number {
    const open = this.cells * restVolts(Math.max(0, this.left));
    const amps = watts / open;
    const gone = this.left < this.weakAt ? Math.min(2.2, (this.weakAt - this.left) * 25) : 0;
    return open - gone - amps * this.ohms * (1 + 1.5 * Math.exp(-this.left / 0.06));
  }

  draw(watts: number, seconds: number): void {
    const wh = (watts * seconds) / 3600;
    this.left -= wh / this.heldWh;
    this.believed -= wh / this.gaugeWh;
    // a weak cell's own charge goes with it
    if (this.left >= this.weakAt) return;
    this.left -= (3.2 * wh) / this.heldWh;
    // the gauge sees the volts go and follows them
    this.believed = Math.max(0.02, this.believed - (seconds * this.weakAt) / this.givesWay);
  }
}

/** A run down of a pack with a trouble, as somebody's tool wrote it down. */
export function packLog(trouble: PackTrouble, random: Random): PackLog {
  const designWh = span(random, 28, 90);
  const health = trouble === 'worn' ? span(random, 0.3, 0.62) : span(random, 0.78, 1);
  const heldWh = designWh * health;
  const cells = [2, 3, 4][Math.floor(random() * 3)];
  const two = trouble === 'two packs';
  const down = trouble === 'jumps down';
  const up = trouble === 'jumps up';
  // a gauge that believes in more than there is falls when it finds out, and the other way round
  const at = span(random, 0.35, 0.7);
  const by = span(random, 0.17, 0.3);
  const early = trouble === 'early end' ? span(random, 0.1, 0.26) : 0;
  const gaugeWh = trouble === 'early end' ? heldWh / (1 - early) : heldWh;
  const weakAt = trouble === 'weak cell' ? span(random, 0.2, 0.5) : -1;
  const ohms = cells * span(random, 0.03, 0.06) * (trouble === 'worn' ? 2 : 1);
  const packs = two
    ? [
        new Pack(heldWh * 0.4, heldWh * 0.4, cells, ohms, -1, 1),
        new Pack(heldWh * 0.6, heldWh * 0.6, cells, ohms, -1, 1),
      ]
    : [new Pack(heldWh, gaugeWh, cells, ohms, weakAt, span(random, 60, 480))];
  const mean = span(random, 7, 18);
  const every = [10, 30, 60][Math.floor(random() * 3)];
  const columns = two ? 'energy' : (['energy', 'charge', 'power'] as const)[Math.floor(random() * 3)];
  const samples: PackLine[] = [];
  let shift = 0;
  let jumped = false;
  let ended = false;
  let load = mean;
  for (let t = 0; t < 20 * 3600 && !ended; t += every) {
    // people work in spells
    if (random() < every / 400) load = mean * span(random, 0.7, 1.4);
    const watts = load * span(random, 0.94, 1.06);
    const active = two ? (packs.find((pack) => pack.left > 0.03) ?? packs[1]) : packs[0];
    if (!jumped && (down || up) && packs[0].left < at) {
      shift = down ? -by : by;
      jumped = true;
    }
    const believes = (pack: Pack) =>
      Math.max(
        0,
        Math.min(
          1,
          jumped && down
            ? pack.believed + shift * (pack.believed / at)
            : pack.believed + (up && jumped ? shift : 0),
        ),
      );
    packs.forEach((pack, n) => {
      const volts = pack.volts(pack === active ? watts : 0);
      const own = pack === active ? watts : 0;
      const percent = Math.round(100 * believes(pack));
      const amps = own / volts;
      samples.push({
        t,
        percent,
        ...(two && { pack: `BAT${n}` }),
        ...(columns === 'energy' && { wh: believes(pack) * pack.heldWh, watts: own, volts }),
        ...(columns === 'charge' && { amps, ah: (believes(pack) * pack.heldWh) / (cells * 3.7), volts }),
        ...(columns === 'power' && { watts: own }),
      });
    });
    active.draw(watts, every);
    const spent = trouble === 'weak cell' && active.believed <= 0.03;
    const empty = two ? packs.every((pack) => pack.left < 0.03) : active.volts(watts) < cells * 3.0;
    // a machine goes off where its gauge says nothing is left, or where the volts give way
    ended = empty || spent || (!two && !down && believes(active) < 0.02);
  }
  return { trouble, samples, ended: true, designWh, heldWh, gaugeWh };
}
