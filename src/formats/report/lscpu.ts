import { isRecord, meaningful, parseJson, type Parsed } from './problem';

export interface Lscpu {
  processor: string | null;
  flags: string[];
  threads: number | null;
  /** Rated clock, megahertz, where its name says one ("@ 2.60GHz"). */
  baseMhz: number | null;
}

/** The rated clock as makers print it behind a processor's name, megahertz; null: it does not say. */
function rated(name: string): number | null {
  const [, figure, unit] = /@ ?(\d{1,4}(?:\.\d{1,3})?) ?([GM])Hz/i.exec(name) ?? [];
  const mhz = Math.round(Number(figure) * (unit?.toUpperCase() === 'G' ? 1000 : 1));
  return mhz >= 100 && mhz <= 10_000 ? mhz : null;
}

/** `lscpu -J`: a list of {field, data}, nested under "children" in newer versions. */
export function parseLscpu(text: string): Parsed<Lscpu> {
  const { value, problems } = parseJson(text, 'lscpu');
  if (value === null) return { value: null, problems };
  if (!isRecord(value) || !Array.isArray(value.lscpu))
    return { value: null, problems: ['lscpu: no list in it (expected the output of "lscpu -J")'] };
  const fields = new Map<string, string>();
  const walk = (list: unknown[]) =>
    list.forEach((entry) => {
      if (!isRecord(entry)) return;
      if (typeof entry.field === 'string' && typeof entry.data === 'string')
        fields.set(entry.field.replace(/:$/, ''), entry.data);
      if (Array.isArray(entry.children)) walk(entry.children);
    });
  walk(value.lscpu);
  const flags = (fields.get('Flags') ?? '').split(/\s+/).filter(Boolean);
  if (flags.length === 0) problems.push('lscpu: no processor flags, so no processor level');
  const threads = Number(fields.get('CPU(s)'));
  return {
    value: {
      processor: meaningful(fields.get('Model name')),
      flags,
      threads: Number.isInteger(threads) && threads > 0 ? threads : null,
      baseMhz: rated(fields.get('Model name') ?? ''),
    },
    problems,
  };
}
