import Papa from 'papaparse';
import type { BatterySample } from '@/core/instruments/batteryRun';
import type { HeatSample } from '@/core/instruments/heat/run';

/** A log that cannot be read: where, and what was wrong. */
export class LogFault extends Error {}

interface Log {
  rows: Record<string, number | undefined>[];
  /** "# room=22 limit=95": what stands beside the columns. */
  beside: Record<string, number>;
}

const number = (text: string): number | undefined => {
  const plain = text.trim();
  if (plain === '') return undefined;
  // a comma as decimal mark is another country's point
  const value = Number(/^-?\d+,\d+$/.test(plain) ? plain.replace(',', '.') : plain);
  return Number.isFinite(value) ? value : undefined;
};

/** Columns the kernel shows in millionths. */
const MILLIONTHS = /^(energy|charge|power|current|voltage)_now$/;
/** A figure of a column: the name of a pack by its number, and what the kernel shows as it is meant. */
function figureOf(name: string, text: string): number | undefined {
  if (name === 'pack') return text.trim() === '' ? undefined : Number(/\d+/.exec(text)?.[0] ?? 0);
  const value = number(text);
  return value !== undefined && MILLIONTHS.test(name) ? value / 1e6 : value;
}

/** Most lines of a log: a day at one a second. */
const MOST = 90_000;

/**
 * A log with a heading and figures. Comment lines begin with "#" and may say "name=value".
 * @param needed columns without which nothing can be said @throws LogFault naming the line or the column
 */
function readLog(text: string, needed: readonly string[]): Log {
  const lines = text.replace(/^\uFEFF/, '').split(/\r?\n/);
  const beside: Record<string, number> = {};
  for (const line of lines.filter((own) => own.trim().startsWith('#')))
    for (const [, name, value] of line.matchAll(/([a-z_]+)\s*[=:]\s*(-?\d+(?:[.,]\d+)?)/gi))
      beside[name.toLowerCase()] = Number(value.replace(',', '.'));
  const body = lines.filter((own) => own.trim() !== '' && !own.trim().startsWith('#')).join('\n');
  const { data, meta } = Papa.parse<Record<string, string>>(body, {
    header: true,
    skipEmptyLines: true,
    transformHeader: (name) => name.trim().toLowerCase(),
  });
  const missing = needed.filter((name) => !meta.fields?.includes(name));
  if (missing.length)
    throw new LogFault(
      `the heading has no ${missing.join(', ')}; it has ${(meta.fields ?? []).join(', ') || 'nothing'}`,
    );
  if (data.length > MOST) throw new LogFault(`${data.length} lines; ${MOST} at most`);
  const rows = data.map((line, n) => {
    const row = Object.fromEntries(
      Object.entries(line).map(([name, own]) => [name, figureOf(name, String(own ?? ''))]),
    );
    const empty = needed.find((name) => row[name] === undefined);
    if (empty) throw new LogFault(`line ${n + 2}: ${empty} is "${String(line[empty] ?? '').slice(0, 20)}"`);
    return row;
  });
  return { rows, beside };
}

const some = <K extends string>(key: K, value: number | undefined) =>
  (value === undefined ? {} : { [key]: value }) as Partial<Record<K, number>>;

/** t_s, temp_c, and where known fan_rpm, power_w, clock_mhz, load; room and limit in a comment line. */
export function readHeatCsv(text: string): {
  samples: HeatSample[];
  room?: number;
  limit?: number;
  watts?: number;
} {
  const { rows, beside } = readLog(text, ['t_s', 'temp_c']);
  return {
    samples: rows.map((row) => ({
      t: row.t_s!,
      temp: row.temp_c!,
      ...some('fan', row.fan_rpm),
      ...some('power', row.power_w),
      ...some('clock', row.clock_mhz),
      ...some('load', row.load),
    })),
    ...some('room', beside.room ?? beside.room_c),
    ...some('limit', beside.limit ?? beside.limit_c),
    ...some('watts', beside.watts ?? beside.power_w),
  };
}

/**
 * t_s, percent, and where known wh, v, w, ah, a, pack, or the kernel's own energy_now, charge_now, power_now, current_now,
 * voltage_now; design_wh and full_wh as columns or beside. "# ended=1": it went off by itself.
 */
export function readBatteryCsv(text: string): {
  samples: BatterySample[];
  ended: boolean;
  health?: number;
  designWh?: number;
} {
  const { rows, beside } = readLog(text, ['t_s', 'percent']);
  const full = beside.full_wh ?? rows.find((row) => row.full_wh)?.full_wh;
  const design = beside.design_wh ?? rows.find((row) => row.design_wh)?.design_wh;
  const said = beside.health;
  // per cent where people write per cent
  const health =
    said !== undefined ? (said > 1.5 ? said / 100 : said) : full && design ? full / design : undefined;
  return {
    samples: rows.map((row) => ({
      t: row.t_s!,
      percent: row.percent!,
      ...some('wh', row.wh ?? row.energy_now),
      ...some('volts', row.v ?? row.voltage_now),
      ...some('watts', row.w ?? row.power_now),
      ...some('ah', row.ah ?? row.charge_now),
      ...some('amps', row.a ?? row.current_now),
      ...(row.pack !== undefined && { pack: String(row.pack) }),
    })),
    ended: beside.ended === 1,
    ...some('health', health),
    ...some('designWh', design),
  };
}
