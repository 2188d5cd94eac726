import { isRecord, parseJson, type Parsed } from './problem';

export interface Sensors {
  /** Hottest processor reading, degrees Celsius. */
  processorCelsius: number | null;
  /** Fan speeds in turns a minute, by label. */
  fans: { label: string; rpm: number }[];
}

/**
 * `sensors -j`: chips, their features, and "..._input" readings. Readings outside -20..130 C are taken for
 * noise.
 */
export function parseSensors(text: string): Parsed<Sensors> {
  const { value, problems } = parseJson(text, 'sensors');
  if (value === null) return { value: null, problems };
  if (!isRecord(value))
    return { value: null, problems: ['sensors: no chips in it (expected the output of "sensors -j")'] };
  const processor: number[] = [];
  const other: number[] = [];
  const fans: Sensors['fans'] = [];
  for (const [chip, features] of Object.entries(value)) {
    if (!isRecord(features)) continue;
    for (const [label, readings] of Object.entries(features)) {
      if (!isRecord(readings)) continue;
      for (const [name, reading] of Object.entries(readings)) {
        if (typeof reading !== 'number') continue;
        if (/^temp\d+_input$/.test(name) && reading > -20 && reading < 130)
          (/core|k10|cpu|package|tctl|processor/i.test(`${chip} ${label}`) ? processor : other).push(reading);
        if (/^fan\d+_input$/.test(name)) fans.push({ label, rpm: Math.round(reading) });
      }
    }
  }
  const temperatures = processor.length ? processor : other;
  if (temperatures.length === 0) problems.push('sensors: no temperature could be read');
  return {
    value: {
      processorCelsius: temperatures.length ? temperatures.reduce((a, b) => Math.max(a, b)) : null,
      fans,
    },
    problems,
  };
}
