import { fieldsOf, meaningful, within, type Parsed } from './problem';

/** Largest module taken for real. */
const MOST_GB = 4096;
const SIZE_UNITS: Record<string, number> = { mb: 1 / 1024, gb: 1, tb: 1024 };

/** "4096 MB", "8 GB" -> binary gigabytes; anything else -> NaN. */
function gigabytes(size: string): number {
  const [figure, unit = ''] = size.split(' ', 2);
  return Number(figure || NaN) * (SIZE_UNITS[unit.toLowerCase()] ?? NaN);
}

export interface MemoryModule {
  slot: string;
  /** Its place among all slots the table lists, from nought; left out: it lists full ones only. */
  at?: number;
  /** Gigabytes (binary). */
  gb: number;
  kind: string | null;
  speed: string | null;
  serial: string | null;
  part: string | null;
  /** SO-DIMM, DIMM. */
  form: string | null;
  /** With a register, by what its own table says; left out, null: it does not say. */
  registered?: 'yes' | 'no' | null;
}

const registeredBy = (detail: string): 'yes' | 'no' | null =>
  /unbuffered|unregistered/i.test(detail) ? 'no' : /registered|buffered/i.test(detail) ? 'yes' : null;

export interface Dmidecode {
  maker: string | null;
  model: string | null;
  serial: string | null;
  boardSerial: string | null;
  firmware: string | null;
  chassis: string | null;
  modules: MemoryModule[];
  slots: number;
  /** UEFI as the firmware's own characteristics say it; null: they do not. */
  uefi: boolean | null;
  /** Version of the security chip. */
  securityChip: string | null;
}

/** `dmidecode` text (SMBIOS structures as indented blocks). */
export function parseDmidecode(text: string): Parsed<Dmidecode> {
  const blocks = text
    .split(/\n(?=Handle 0x)/)
    .filter((block) => block.startsWith('Handle 0x'))
    .map((block) => {
      const body = block.indexOf('\n') + 1;
      const end = block.indexOf('\n', body);
      const title = block.slice(body, end < 0 ? undefined : end).trim();
      return { title: body ? title : '', fields: fieldsOf(end < 0 ? '' : block.slice(end + 1)) };
    });
  if (blocks.length === 0)
    return {
      value: null,
      problems: ['dmidecode: no "Handle" blocks in it (it needs root, and real firmware tables)'],
    };
  const problems: string[] = [];
  const of = (title: string) => blocks.find((block) => block.title === title)?.fields;
  const system = of('System Information');
  const bios = of('BIOS Information');
  const devices = blocks.filter((block) => block.title === 'Memory Device');
  const modules = devices.flatMap(({ fields }, at): MemoryModule[] => {
    const gb = within(gigabytes(fields.get('size') ?? ''), 1 / 1024, MOST_GB);
    if (gb === null) return [];
    return [
      {
        slot: meaningful(fields.get('locator')) ?? '',
        at,
        gb,
        kind: meaningful(fields.get('type')),
        speed: meaningful(fields.get('configured memory speed') ?? fields.get('speed')),
        serial: meaningful(fields.get('serial number')),
        part: meaningful(fields.get('part number')),
        registered: registeredBy(fields.get('type detail') ?? ''),
        form: { sodimm: 'SO-DIMM', dimm: 'DIMM' }[(fields.get('form factor') ?? '').toLowerCase()] ?? null,
      },
    ];
  });
  if (!system) problems.push('dmidecode: no system information');
  if (devices.length === 0) problems.push('dmidecode: no memory devices');
  return {
    value: {
      maker: meaningful(system?.get('manufacturer')),
      model: meaningful(system?.get('product name')),
      serial: meaningful(system?.get('serial number')),
      boardSerial: meaningful(of('Base Board Information')?.get('serial number')),
      firmware: meaningful([bios?.get('version'), bios?.get('release date')].filter(Boolean).join(' ')),
      chassis: meaningful(of('Chassis Information')?.get('type')),
      modules,
      slots: devices.length,
      uefi: bios ? /^\s*UEFI is supported/m.test(text) || null : null,
      securityChip: /\b(1\.2|2\.0)\b/.exec(of('TPM Device')?.get('specification version') ?? '')?.[1] ?? null,
    },
    problems,
  };
}
