import { findingById } from '@/catalog';
import { donorPlaces } from '@/catalog/parts/donor';
import { healthOutcome, startOutcome } from '@/core/instruments/findingsFromReading';
import { nthPlace } from '@/core/record/places/machine';
import { NO_LOCK } from '@/core/record/keys';
import { networksText } from '@/core/selftest/network';
import { processorLevel } from '@/core/machine/levels';
import { serialKey } from '@/core/machine/serial';
import { healthRules, smallFileSystem } from '@/catalog/instruments/drives';
import { driveVerdict, type DriveJudged } from '@/core/storage/health';
import type { Chassis, PartClass } from '@/core/catalogue';
import type { ReportBundle } from '@/formats/report/bundle';
import { screenWords } from '@/formats/report/edid';
import type { Cim } from '@/formats/report/cim';
import type { Smartctl } from '@/formats/report/smartctl';
import type { NewComponent } from '../moves/arrive';
import type { NewValue } from '../record/values';

export interface Interpretation {
  spec: NewValue[];
  parts: NewComponent[];
  findings: { finding: string; outcome: number }[];
  /** Places it shows full or empty; `of`: the part that is in it, by its number among the parts. */
  places: { place: string; class: PartClass; state: 'there' | 'gone'; of?: number }[];
  maker: string | null;
  model: string | null;
  /** How many drives of the machine’s own it shows; null: it lists none of its drives at all. */
  drives: number | null;
  /** What the report leaves open, in words. */
  notRead: string[];
}

/** The room a temperature is compared with when none was measured, degrees Celsius. Shop estimate. */
const USUAL_ROOM = 22;

/** More drives or modules than any machine at these benches has. Shop estimate. */
const MOST_OF_A_KIND = 24;

const gb = (value: number) => `${Math.round(value * 100) / 100} GB`;

/** From what the instruments said to specification, parts and findings. Pure. */
export function interpretReport(bundle: ReportBundle, chassis: Chassis): Interpretation {
  const { lshw, lscpu, sensors, cim } = bundle;
  // what the installed system says stands where nothing nearer to the machine does
  const dmidecode = bundle.dmidecode ?? cim?.tables ?? null;
  const upower = bundle.upower ?? cim?.battery ?? null;
  const out: Interpretation = {
    spec: [],
    parts: [],
    drives: null,
    findings: [],
    places: [],
    maker: dmidecode?.maker ?? lshw?.maker ?? null,
    model: dmidecode?.model ?? lshw?.model ?? null,
    notRead: [],
  };
  const put = (key: NewValue['key'], value: string | null | undefined, number?: number | null) => {
    if (value) out.spec.push({ key, value, number: number ?? null });
  };
  put('maker', out.maker);
  put('model', out.model);
  put('serial', dmidecode?.serial ?? lshw?.serial);
  put('boardSerial', dmidecode?.boardSerial ?? lshw?.boardSerial);
  put('firmware', dmidecode?.firmware ?? lshw?.firmware);
  // whether it starts securely is read in its set-up; that it is UEFI it says itself
  put('firmwareMode', dmidecode?.uefi ? 'uefi' : null);
  if (dmidecode?.securityChip) put('securityChip', dmidecode.securityChip, Number(dmidecode.securityChip));
  put('networks', networksText(lshw?.networks ?? []) || null);
  put('graphics', lshw?.graphics ?? cim?.graphics[0]?.name);
  const own = chassis === 'laptop' || chassis === 'aio' ? bundle.edid : null;
  if (own) put('screen', screenWords(own), own.inches);
  processor(bundle, put, out);
  memory({ ...bundle, dmidecode }, put, out);
  slots(bundle, chassis, out);
  drives(bundle, put, out);
  listed(bundle, chassis, out);
  if (cim) installed(cim, put, out);
  for (const many of ['memory', 'drive']) {
    const found = out.parts.filter((part) => part.class === many);
    if (found.length <= MOST_OF_A_KIND) continue;
    out.parts = out.parts.filter((part) => part.class !== many || found.indexOf(part) < MOST_OF_A_KIND);
    out.notRead.push(`${found.length - MOST_OF_A_KIND} more parts "${many}": no machine has so many`);
  }
  if (sensors?.processorCelsius != null) {
    const celsius = Math.round(sensors.processorCelsius);
    put('idleCelsius', `${celsius} °C`, celsius);
    const rise = celsius - USUAL_ROOM;
    out.findings.push({ finding: 'idle-rise', outcome: rise < 25 ? 0 : rise <= 40 ? 1 : 2 });
  } else out.notRead.push('temperature');
  if (chassis === 'laptop') battery({ ...bundle, upower }, put, out);
  if (!upower && chassis === 'laptop') out.notRead.push('battery');
  const shown: [PartClass, boolean | null | undefined][] = [
    ['battery', chassis === 'laptop' && upower?.present],
    ['optical', lshw?.optical],
    ['wireless', lshw?.wireless],
    ['panel', own !== null],
  ];
  for (const [partClass, there] of shown) {
    const place = nthPlace(donorPlaces[chassis], partClass, 0);
    if (there && place) out.places.push({ place, class: partClass, state: 'there' });
  }
  // one answer a question: of several drives the one that is worse off
  out.findings = worstOf(out.findings);
  if (!lshw && !dmidecode) out.notRead.push('maker, model, serial');
  if (!lscpu && !cim) out.notRead.push('processor level');
  return out;
}

const worstOf = (findings: Interpretation['findings']): Interpretation['findings'] => {
  const worst = new Map<string, number>();
  for (const { finding, outcome } of findings) worst.set(finding, Math.max(worst.get(finding) ?? 0, outcome));
  return [...worst].map(([finding, outcome]) => ({ finding, outcome }));
};

const outcomeAt = (finding: string, id: string): number =>
  findingById(finding)!.outcomes.findIndex((own) => own.id === id);

type Put = (key: NewValue['key'], value: string | null | undefined, number?: number | null) => void;

function processor({ lscpu, lshw, cim }: ReportBundle, put: Put, out: Interpretation): void {
  put('processor', lscpu?.processor ?? lshw?.processor ?? cim?.processor);
  if (lscpu?.baseMhz) put('processorBaseMhz', `${lscpu.baseMhz} MHz`, lscpu.baseMhz);
  if (!lscpu && cim?.cores) put('processorCores', `${cim.cores}`, cim.cores);
  if (!lscpu && cim?.threads) put('processorThreads', `${cim.threads}`, cim.threads);
  if (!lscpu || lscpu.flags.length === 0) return;
  const { level } = processorLevel(lscpu.flags);
  put('processorLevel', level === 0 ? 'below x86-64-v1' : `x86-64-v${level}`, level);
  if (level === 0) out.notRead.push('a 64-bit level: the flags show none');
}

function memory({ lshw, dmidecode }: ReportBundle, put: Put, out: Interpretation): void {
  const modules = dmidecode?.modules ?? [];
  const fitted = modules.reduce((sum, module) => sum + module.gb, 0);
  const seen = lshw?.memory ? Math.round((lshw.memory / 2 ** 30) * 100) / 100 : null;
  const total = fitted || seen;
  if (!total) return void out.notRead.push('memory');
  put('memoryGb', gb(total), total);
  if (modules.length)
    put(
      'memoryModules',
      `${modules.map((module) => `${module.slot} ${gb(module.gb)}${module.kind ? ' ' + module.kind : ''}`).join(', ')} (${modules.length} of ${dmidecode!.slots} slots)`,
    );
  const slots = dmidecode?.slots ?? 0;
  put('memorySlots', slots > 0 ? String(slots) : null, slots);
  for (const stick of modules) {
    out.parts.push({
      class: 'memory',
      name: `${gb(stick.gb)} ${stick.kind ?? 'memory'}${stick.speed ? ', ' + stick.speed : ''}`,
      serial: stick.serial ?? '',
      attributes: {
        gb: stick.gb,
        ...(stick.kind && { type: stick.kind }),
        ...(stick.form && { form: stick.form }),
        ...(stick.registered && { registered: stick.registered }),
        slot: stick.slot,
      },
    });
  }
}

/** Which slots of memory hold something, where the firmware lists the empty ones too. Its modules are the only parts yet. */
function slots({ dmidecode }: ReportBundle, chassis: Chassis, out: Interpretation): void {
  const { modules = [], slots: many = 0 } = dmidecode ?? {};
  if (modules.length === 0 || many > MOST_OF_A_KIND) return;
  for (let at = 0; at < many; at++) {
    const place = nthPlace(donorPlaces[chassis], 'memory', at);
    const of = modules.findIndex((own) => own.at === at);
    if (place)
      out.places.push({ place, class: 'memory', state: of < 0 ? 'gone' : 'there', ...(of >= 0 && { of }) });
  }
}

/** What the machine lists of itself: sound and wireless. */
function listed({ lshw, cim }: ReportBundle, chassis: Chassis, out: Interpretation): void {
  // a live system brings its own drivers: of the installed one’s it says nothing, only that the chip is not there,
  // and that only where it listed the others
  if (lshw && lshw.graphics && !lshw.sound) out.findings.push({ finding: 'sound-listed', outcome: 2 });
  else if (cim?.sound)
    out.findings.push({
      finding: 'sound-listed',
      outcome: { 'with driver': 0, 'no driver': 1, none: 2 }[cim.sound],
    });
  const wireless = lshw?.graphics ? lshw.wireless : (cim?.wireless ?? null);
  if (wireless !== null && (chassis === 'laptop' || chassis === 'aio'))
    out.findings.push({ finding: 'wireless-listed', outcome: wireless ? 0 : 1 });
}

/** From this share of what is fitted on the system can use "all but a little". Common practice. */
const USABLE = 0.85;

/** What only the system that is installed can say. */
function installed(cim: Cim, put: Put, out: Interpretation): void {
  put('system', cim.system);
  if (cim.activated !== null) put('systemActivated', cim.activated ? 'yes' : 'no');
  const troubled = cim.troubled.length;
  put(
    'deviceList',
    troubled ? `${troubled} with trouble: ${cim.troubled.slice(0, 4).join(', ')}` : 'clean',
    troubled,
  );
  if (cim.bits) out.findings.push({ finding: 'system-bits', outcome: cim.bits === 64 ? 0 : 1 });
  const fitted = cim.tables.modules.reduce((sum, own) => sum + own.gb, 0);
  if (cim.usableGb !== null && fitted > 0)
    out.findings.push({ finding: 'system-memory', outcome: cim.usableGb >= fitted * USABLE ? 0 : 1 });
  const [start] = [...cim.starts].sort((a, b) => a - b).slice((cim.starts.length - 1) >> 1);
  if (start !== undefined)
    out.findings.push({ finding: 'start-seconds', outcome: outcomeAt('start-seconds', startOutcome(start)) });
  if (cim.virtual) out.notRead.push('the machine itself: this system runs inside another');
}

/** The bus as the drive says it; of an ATA drive whether its lead is parallel or serial is not told. */
const busOf = ({ protocol }: Smartctl): { bus?: 'NVMe' | 'SAS' } =>
  protocol === 'NVMe' || protocol === 'SAS' ? { bus: protocol } : {};

/**
 * One drive of all that bear one serial: the namespaces of an NVMe drive are areas of it, and a SAS drive on two cables
 * is seen twice.
 */
function oneEach(drives: readonly Smartctl[]): (Smartctl & { areas: number })[] {
  const kept: (Smartctl & { areas: number })[] = [];
  for (const drive of drives) {
    const same = drive.serial
      ? kept.find(({ serial, protocol }) => serial === drive.serial && protocol === drive.protocol)
      : undefined;
    if (!same || drive.protocol === 'ATA') kept.push({ ...drive, areas: 1 });
    else if (drive.protocol === 'NVMe') {
      same.areas += 1;
      if (same.gb !== null && drive.gb !== null) same.gb += drive.gb;
    }
  }
  return kept;
}

/** What the report says of locks of its drives: a password of their own, or that of one that encrypts itself. */
function locksOf({ sed }: ReportBundle, drives: readonly Smartctl[]): string | null {
  const said = [
    ...drives.flatMap(({ device, locked }) =>
      locked === null ? [] : [{ device, on: locked, how: 'a password of its own' }],
    ),
    ...sed.map(({ device, enabled }) => ({
      device,
      on: enabled,
      how: 'its own encryption, with a password',
    })),
  ];
  if (said.length === 0) return null;
  const on = said.filter((own) => own.on);
  return on.length ? on.map(({ device, how }) => `${device}: ${how}`).join('; ') : NO_LOCK;
}

/** How much of it is used, where its file systems said so; small ones that say nothing count as full. */
function usedOf({ serial, device }: Smartctl, { blocks, used }: ReportBundle): { usedGb?: number } {
  const own = blocks?.find((block) => (serial ? block.serial === serial : block.device === device));
  if (!own) return {};
  let sum = 0;
  for (const { path, bytes, used: mounted } of own.fileSystems) {
    const told = mounted ?? used?.get(path) ?? (bytes <= smallFileSystem ? bytes : null);
    if (told === null || told > bytes) return {};
    sum += told;
  }
  return sum <= own.bytes ? { usedGb: Math.round(sum / 1e8) / 10 } : {};
}

function drives(bundle: ReportBundle, put: Put, out: Interpretation): void {
  const { lshw, smartctl: all, cim } = bundle;
  // sticks, cards and the medium the live system was started from are not the machine's
  const foreign = new Set(lshw?.foreign ?? []);
  const smartctl = oneEach(
    all.filter((drive) => !drive.usb && !foreign.has(drive.device) && !foreign.has(drive.serial ?? '')),
  );
  const known = smartctl.map((drive) => drive.serial).filter(Boolean);
  const verdicts = smartctl.map((drive) => driveVerdict(drive.log, healthRules));
  smartctl.forEach((drive, i) => {
    out.parts.push({
      class: 'drive',
      name: `${drive.model ?? 'Drive'}${drive.gb ? `, ${drive.gb} GB` : ''}`,
      serial: drive.serial ?? '',
      attributes: {
        ...(drive.gb && { gb: drive.gb }),
        ...(drive.kind && { kind: drive.kind }),
        ...busOf(drive),
        ...(drive.areas > 1 && { areas: drive.areas }),
        ...(drive.trim && { writes: 'shingled' }),
        health: verdicts[i].verdict,
        ...usedOf(drive, bundle),
        ...(drive.hours !== null && { hours: drive.hours }),
        ...(lifeOf(verdicts[i]) !== null && { life: lifeOf(verdicts[i])! }),
      },
    });
  });
  for (const disk of lshw?.disks ?? []) {
    const size = disk.size ? Math.round(disk.size / 1e9) : null;
    if (disk.serial ? known.includes(disk.serial) : smartctl.length > 0) continue;
    out.parts.push({
      class: 'drive',
      name: `${disk.name}${size ? `, ${size} GB` : ''}`,
      serial: disk.serial ?? '',
      attributes: size ? { gb: size } : {},
    });
  }
  if (smartctl.length === 0 && !lshw)
    for (const disk of cim?.drives.filter(({ foreign }) => !foreign) ?? []) {
      const size = Math.round(disk.size! / 1e9);
      out.parts.push({
        class: 'drive',
        name: `${disk.name}, ${size} GB`,
        serial: disk.serial ?? '',
        attributes: { gb: size, ...(disk.kind && { kind: disk.kind }) },
      });
    }
  put('driveLock', locksOf(bundle, smartctl));
  unread(bundle, foreign, out);
  const listed = bundle.blocks?.some(({ own }) => own !== null) || lshw || smartctl.length || cim;
  // that it sees none is no proof that there is none
  out.drives = (listed && out.parts.filter((part) => part.class === 'drive').length) || null;
  for (const { link } of smartctl)
    if (link) out.findings.push({ finding: 'link-speed', outcome: link.now < link.most * 0.75 ? 1 : 0 });
  const worn = smartctl.flatMap(({ log }) => log.nvme?.percentageUsed ?? []);
  if (worn.length) out.findings.push({ finding: 'wear-level', outcome: Math.max(...worn) >= 80 ? 1 : 0 });
  const found = out.parts.filter((part) => part.class === 'drive');
  const main = smartctl[0];
  const kind = main?.kind ?? (found[0]?.attributes?.kind as string | undefined);
  if (kind) put('driveKind', kind);
  const size = main?.gb ?? (found[0]?.attributes?.gb as number | undefined);
  if (size) put('driveGb', `${size} GB`, size);
  if (main && main.hours !== null) put('driveHours', `${main.hours} h`, main.hours);
  const life = lifeOf(verdicts[0]);
  if (life !== null) put('driveLife', `${life} %`, life);
  if (found.length) out.findings.push({ finding: 'drive-seen', outcome: 0 });
  const worst = verdicts.reduce(
    (top, { verdict }) => Math.max(top, ['unknown', 'good', 'watch', 'failing'].indexOf(verdict)),
    -1,
  );
  if (worst > 0) {
    const at = verdicts.findIndex(
      ({ verdict }) => verdict === ['unknown', 'good', 'watch', 'failing'][worst],
    );
    put(
      'driveHealth',
      `${['', 'good', 'watch it', 'failing'][worst]}${verdicts[at].reasons.length ? ': ' + verdicts[at].reasons.join('; ') : ''}`,
    );
    out.findings.push({ finding: 'drive-health', outcome: worst - 1 });
  } else out.notRead.push('drive health');
}

/** Per cent of the rated life that is left; null: of a disk none is rated, or the drive does not say. */
const lifeOf = (judged: DriveJudged | undefined): number | null =>
  judged?.wear === null || judged === undefined ? null : Math.max(0, Math.round(100 * (1 - judged.wear)));

/** Sizes that are told as whole gigabytes and as bytes differ by so much at most. Common practice. */
const SAME_SIZE = 0.01;

/** Drives the kernel lists that none of the others told of: they are in the machine, whoever could read them. */
function unread({ blocks, smartctl }: ReportBundle, foreign: ReadonlySet<string>, out: Interpretation): void {
  const left = out.parts.filter((part) => part.class === 'drive');
  const take = (is: (part: NewComponent) => boolean) => {
    const at = left.findIndex(is);
    if (at >= 0) left.splice(at, 1);
    return at >= 0;
  };
  const own = (blocks ?? []).filter(
    (block) => block.own && !foreign.has(block.device) && !foreign.has(block.serial ?? ''),
  );
  // namespaces of one drive bear one serial, and are one drive
  const areas = new Set<string>();
  const nameless = own.filter((block) => {
    const key = serialKey(
      block.serial ?? smartctl.find(({ device }) => device === block.device)?.serial ?? '',
    );
    if (key !== '' && areas.has(key) && /\/nvme\d/.test(block.device)) return false;
    areas.add(key);
    return key === '' || !take((part) => serialKey(part.serial ?? '') === key);
  });
  for (const { bytes, serial } of nameless) {
    const size = Math.round(bytes / 1e9);
    const like = (part: NewComponent) =>
      Math.abs(Number(part.attributes?.gb ?? 0) * 1e9 - bytes) <= SAME_SIZE * bytes || !part.attributes?.gb;
    if (take((part) => !(serial && part.serial) && like(part))) continue;
    out.parts.push({
      class: 'drive',
      name: `Drive, ${size} GB`,
      serial: serial ?? '',
      attributes: size ? { gb: size } : {},
    });
    out.notRead.push(`what the drive of ${size} GB says of itself`);
  }
}

function battery({ upower }: ReportBundle, put: Put, out: Interpretation): void {
  if (!upower) return;
  if (!upower.present) return put('battery', 'none');
  put(
    'battery',
    [upower.model, upower.design !== null && `${upower.design} Wh by design`].filter(Boolean).join(', ') ||
      'fitted',
  );
  if (upower.cycles !== null) put('batteryCycles', `${upower.cycles}`, upower.cycles);
  if (upower.cycles !== null)
    out.findings.push({
      finding: 'battery-cycles',
      outcome: upower.cycles < 300 ? 0 : upower.cycles <= 800 ? 1 : 2,
    });
  if (upower.health !== null) {
    put('batteryHealth', `${Math.round(upower.health * 100)} %`, upower.health);
    out.findings.push({
      finding: 'battery-health',
      outcome: outcomeAt('battery-health', healthOutcome(upower.health)),
    });
  } else out.notRead.push('battery health');
  out.parts.push({
    class: 'battery',
    name: upower.model ?? 'Battery',
    serial: upower.serial ?? '',
    attributes: upower.design !== null ? { wattHours: upower.design } : {},
  });
}
