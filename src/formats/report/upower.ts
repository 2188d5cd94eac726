import { fieldsOf, meaningful, within, type Parsed } from './problem';

/** Largest figure of a battery taken for real: watt-hours, cycles. */
const MOST = 100_000;

export interface Upower {
  present: boolean;
  model: string | null;
  serial: string | null;
  /** Watt-hours. */
  full: number | null;
  design: number | null;
  /** Full / design, 0..1.2. */
  health: number | null;
  cycles: number | null;
}

/** `upower -d` text; the first battery that feeds the machine itself. */
export function parseUpower(text: string): Parsed<Upower> {
  const devices = text.split(/\n(?=Device: )/).filter((block) => block.startsWith('Device: '));
  if (devices.length === 0)
    return { value: null, problems: ['upower: no devices in it (expected the output of "upower -d")'] };
  const fields = devices
    .filter((device) => device.slice(0, device.indexOf('\n')).toLowerCase().includes('battery_'))
    .map(fieldsOf)
    .find((found) => found.get('power supply')?.toLowerCase() === 'yes');
  if (!fields)
    return {
      value: {
        present: false,
        model: null,
        serial: null,
        full: null,
        design: null,
        health: null,
        cycles: null,
      },
      problems: [],
    };
  const field = (name: string) => fields.get(name) ?? null;
  const figure = (name: string) => within(parseFloat((field(name) ?? '').replace(',', '.')), 0, MOST);
  const full = figure('energy-full');
  const design = figure('energy-full-design');
  const capacity = figure('capacity');
  const health =
    full !== null && design !== null && design > 0
      ? full / design
      : capacity !== null
        ? capacity / 100
        : null;
  const problems =
    health === null
      ? ['upower: the battery gives neither its full nor its design charge']
      : health > 1.2
        ? [`upower: full charge is ${Math.round(health * 100)} % of design; taken as 120 %`]
        : [];
  return {
    value: {
      present: field('present') !== 'no',
      model: meaningful(field('model')),
      serial: meaningful(field('serial')),
      full,
      design,
      health: health === null ? null : Math.min(1.2, health),
      cycles: figure('charge-cycles'),
    },
    problems,
  };
}
