import { meaningful, type Parsed } from './problem';

export interface MemoryModule {
  slot: string;
  /** Gigabytes (binary). */
  gb: number;
  kind: string | null;
  speed: string | null;
  serial: string | null;
  part: string | null;
}

export interface Dmidecode {
  maker: string | null;
  model: string | null;
  serial: string | null;
  boardSerial: string | null;
  firmware: string | null;
  chassis: string | null;
  modules: MemoryModule[];
  slots: number;
}

/** `dmidecode` text (SMBIOS structures as indented blocks). */
export function parseDmidecode(text: string): Parsed<Dmidecode> {
  const blocks = text
    .split(/\n(?=Handle 0x)/)
    .filter((block) => block.startsWith('Handle 0x'))
    .map((block) => {
      const lines = block.split('\n').slice(1);
      const fields = new Map<string, string>();
      for (const line of lines.slice(1)) {
        const match = /^\t([^\t:][^:]*):\s*(.*)$/.exec(line);
        if (match && !fields.has(match[1])) fields.set(match[1], match[2]);
      }
      return { title: lines[0]?.trim() ?? '', fields };
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
  const modules = devices.flatMap(({ fields }): MemoryModule[] => {
    const match = /^(\d+)\s*(MB|GB|TB)/.exec(fields.get('Size') ?? '');
    if (!match) return [];
    const gb = Number(match[1]) * (match[2] === 'MB' ? 1 / 1024 : match[2] === 'TB' ? 1024 : 1);
    return [
      {
        slot: fields.get('Locator') ?? '',
        gb,
        kind: meaningful(fields.get('Type')),
        speed: meaningful(fields.get('Configured Memory Speed') ?? fields.get('Speed')),
        serial: meaningful(fields.get('Serial Number')),
        part: meaningful(fields.get('Part Number')),
      },
    ];
  });
  if (!system) problems.push('dmidecode: no system information');
  if (devices.length === 0) problems.push('dmidecode: no memory devices');
  return {
    value: {
      maker: meaningful(system?.get('Manufacturer')),
      model: meaningful(system?.get('Product Name')),
      serial: meaningful(system?.get('Serial Number')),
      boardSerial: meaningful(of('Base Board Information')?.get('Serial Number')),
      firmware: meaningful([bios?.get('Version'), bios?.get('Release Date')].filter(Boolean).join(' ')),
      chassis: meaningful(of('Chassis Information')?.get('Type')),
      modules,
      slots: devices.length,
    },
    problems,
  };
}
