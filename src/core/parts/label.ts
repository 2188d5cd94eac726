import { driveKindIn, gigabytesNamed } from '../record/sizes';
import type { MemoryKind } from './attributes';
import { isTyped, type Facts } from './fields';

/** Longer than this no label is. */
const LONGEST = 200;

/** Volts of a generation's modules. JEDEC; see the handbook's table. */
const VOLTS: Record<MemoryKind, number> = {
  SDR: 3.3,
  DDR: 2.5,
  DDR2: 1.8,
  DDR3: 1.5,
  DDR4: 1.2,
  DDR5: 1.1,
};
const numbered: Record<string, MemoryKind> = { '2': 'DDR2', '3': 'DDR3', '4': 'DDR4', '5': 'DDR5' };

const figureOf = (found: RegExpExecArray | null, n = 1): number | undefined =>
  found ? Number(found[n].replace(',', '.')) : undefined;
function told(all: Record<string, string | number | boolean | undefined>): Facts {
  return Object.fromEntries(Object.entries(all).filter(([, value]) => value !== undefined)) as Facts;
}

function memory(label: string): Facts {
  // "PC3L-12800S" says generation, low volts, megabytes a second, and what it goes into
  const pc = /\bpc([2-5])(l?)-?\s?(\d{4,5})\s?([a-z]?)/.exec(label);
  const ddr = /\bddr([2-5]?)(l?)\b/.exec(label);
  const kind = pc ? numbered[pc[1]] : ddr ? (numbered[ddr[1]] ?? 'DDR') : undefined;
  const low = (pc?.[2] || ddr?.[2]) === 'l' || /\b1[.,]35\s?v\b/.test(label);
  // the rate is a rate where it is one; in the name of a module it is megabytes a second, eight a transfer
  const named = pc && Number(pc[3]);
  const rate = figureOf(/\b(\d{3,5})\s?(?:mt\/s|mhz)/.exec(label)) ?? (named ? RATE[named] : undefined);
  const small = /\bso-?\s?dimm\b|\bsodimm\b|\b(?:204|260|262)-?\s?pins?\b/.test(label) || pc?.[4] === 's';
  const large =
    /\b(?:u|r)dimm\b|(?:^|[^o-])\bdimm\b/.test(label) ||
    pc?.[4] === 'u' ||
    pc?.[4] === 'r' ||
    pc?.[4] === 'e';
  const registered = /\brdimm\b|\bregistered\b|\breg\b/.test(label) || pc?.[4] === 'r';
  return told({
    kind,
    volts: kind && (low && kind === 'DDR3' ? 1.35 : VOLTS[kind]),
    form: small ? 'SO-DIMM' : large ? 'DIMM' : undefined,
    registered: registered ? 'yes' : small || pc?.[4] === 'u' ? 'no' : undefined,
    rate,
  });
}

/** Transfers, millions a second, of the megabytes a second modules are named by: eight bytes each, as truncated. */
const RATE: Record<number, number> = Object.fromEntries(
  [
    400, 533, 667, 800, 1066, 1333, 1600, 1866, 2133, 2400, 2666, 2933, 3200, 4800, 5200, 5600, 6000, 6400,
  ].map((rate) => [Math.floor((rate * 8) / 100) * 100, rate]),
);
for (const [named, rate] of [
  [4200, 533],
  [5300, 667],
  [8500, 1066],
  [10_600, 1333],
  [14_900, 1866],
  [17_000, 2133],
])
  RATE[named] = rate;

function drive(label: string): Facts {
  const nvme = /\bnvme\b/.test(label);
  const code = /\b(22(?:30|42|60|80)|22110)\b/.exec(label);
  const m2 = /\bm\.?2\b/.test(label) || code !== null;
  const form = /\bmsata\b/.test(label)
    ? 'mSATA'
    : m2
      ? 'M.2'
      : /\b2[.,]5(?:\s?(?:in|inch|")|\b)/.test(label)
        ? '2.5'
        : /\b3[.,]5(?:\s?(?:in|inch|")|\b)/.test(label)
          ? '3.5'
          : undefined;
  return told({
    bus: nvme
      ? 'NVMe'
      : /\bm?sata\b/.test(label)
        ? 'SATA'
        : /\b(?:ide|pata)\b/.test(label)
          ? 'IDE'
          : undefined,
    form,
    lengthMm: code ? Number(code[1].slice(2)) : undefined,
    key: !m2
      ? undefined
      : /\bb\s?\+\s?m\b|\bb&m\b/.test(label)
        ? 'B+M'
        : (/\b([bm])[- ]?key\b|\bkey[- ]?([bm])\b/.exec(label)?.slice(1).find(Boolean)?.toUpperCase() ??
          undefined),
    heightMm: form === '2.5' ? figureOf(/\b(5|7|9[.,]5|12[.,]5|15)\s?mm\b/.exec(label)) : undefined,
  });
}

function panel(label: string): Facts {
  const side = /\b(?:connector|plug|socket)?\s?(left|right)\b/.exec(label)?.[1];
  return told({
    diagonalInch: figureOf(/\b(\d{2}(?:[.,]\d)?)\s?(?:"|''|in\b|inch\b|-inch\b)/.exec(label)),
    contacts: figureOf(/\b(\d{2})[- ]?(?:pins?|contacts?)\b/.exec(label)),
    signal: /\bedp\b/.test(label) ? 'eDP' : /\blvds\b/.test(label) ? 'LVDS' : undefined,
    side,
    mounts: /\btabs?\b/.test(label) ? 'tabs' : /\bbrackets?\b/.test(label) ? 'brackets' : undefined,
  });
}

function charger(label: string): Facts {
  // the output, where a plate gives both: mains are over 60
  const volts = [...label.matchAll(/(\d{1,3}(?:[.,]\d{1,2})?)\s?v(?:olts?|dc)?\b/g)]
    .map((found) => figureOf(found as unknown as RegExpExecArray)!)
    .filter((each) => each <= 60);
  const amps = [...label.matchAll(/(\d{1,2}(?:[.,]\d{1,3})?)\s?a(?:mps?)?\b/g)].map((found) =>
    figureOf(found as unknown as RegExpExecArray)!,
  );
  const watts = figureOf(/\b(\d{2,3})\s?w\b/.exec(label));
  const plug = /\b(\d[.,]\d)\s?(?:x|×|\*)\s?(\d[.,]\d{1,2})\b/.exec(label);
  const v = volts.at(-1);
  return told({
    volts: v,
    amps: amps.at(-1) ?? (v && watts ? Math.round((watts / v) * 100) / 100 : undefined),
    plug: plug
      ? `${plug[1].replace(',', '.')} x ${plug[2].replace(',', '.')}`
      : /\busb-?c\b/.test(label)
        ? 'USB-C'
        : undefined,
  });
}

function powered(label: string): Facts {
  return told({
    watts: figureOf(/\b(\d{2,4})\s?w(?:atts?)?\b/.exec(label)),
    sixPin:
      figureOf(/\b(\d)\s?x\s?(?:6|six)[- ]?pin\b/.exec(label)) ??
      (/\b(?:6|six)[- ]?pin\b/.test(label) ? 1 : undefined),
    eightPin:
      figureOf(/\b(\d)\s?x\s?(?:8|eight|6\+2)[- ]?pin\b/.exec(label)) ??
      (/\b(?:8|eight|6\+2)[- ]?pin\b/.test(label) ? 1 : undefined),
  });
}

/**
 * What the label or the name of a part says of it: "PC3L-12800S 4GB" is a DDR3 SO-DIMM of 4 GB at 1.35 V,
 * 1600 MT/s. What it does not say is left out.
 */
export function readLabel(partClass: string, label: string): Facts {
  const plain = label.slice(0, LONGEST).toLowerCase();
  if (!isTyped(partClass)) return {};
  const gb = partClass === 'memory' || partClass === 'drive' ? gigabytesNamed(plain.slice(0, 80)) : NaN;
  const size: Facts = gb > 0 ? { gb } : {};
  if (partClass === 'memory') return { ...memory(plain), ...size };
  if (partClass === 'drive') {
    const kind = driveKindIn(plain);
    return { ...drive(plain), ...(kind && kind !== 'none' && { kind }), ...size };
  }
  if (partClass === 'panel') return panel(plain);
  if (partClass === 'charger') return charger(plain);
  if (partClass === 'card' || partClass === 'supply') return powered(plain);
  if (partClass === 'battery')
    return told({ volts: figureOf(/\b(\d{1,2}(?:[.,]\d{1,2})?)\s?v\b/.exec(plain)) });
  return told({ watts: figureOf(/\b(\d{2,3})\s?w\b/.exec(plain)) });
}
