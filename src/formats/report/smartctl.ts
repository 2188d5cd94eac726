import type { DriveLog } from '@/core/storage/health';
import { isRecord, meaningful, parseJson, textOf, within, type Parsed } from './problem';

export interface Smartctl {
  device: string;
  /** Behind a USB bridge: not a part of the machine. */
  usb: boolean;
  protocol: 'ATA' | 'NVMe' | 'SAS' | null;
  /** A rotating disk that takes TRIM shingles its tracks. */
  trim: boolean;
  /** Its security is frozen until it loses power. */
  frozen: boolean | null;
  /** A password of its own shuts it; null: it does not say. */
  locked: boolean | null;
  model: string | null;
  serial: string | null;
  /** Gigabytes (decimal). */
  gb: number | null;
  kind: 'disk' | 'solid' | null;
  hours: number | null;
  celsius: number | null;
  /** Link as it runs against what it can, gigabits a second; null: not said. */
  link: { now: number; most: number } | null;
  log: DriveLog;
}

const PROTOCOLS: Record<string, Smartctl['protocol']> = { ATA: 'ATA', NVMe: 'NVMe', SCSI: 'SAS' };

/** Counters of six bytes, and whatever else a drive may honestly say. */
const number = (value: unknown): number | null => within(value, -1e15, 1e15);

/** ATA: `interface_speed: {max, current}`, each units a second times bits a unit. */
function linkOf(speed: Record<string, unknown>): Smartctl['link'] {
  const gigabits = (value: unknown) => {
    if (!isRecord(value)) return null;
    const bits = (number(value.units_per_second) ?? 0) * (number(value.bits_per_unit) ?? 0);
    return bits > 0 ? bits / 1e9 : null;
  };
  const [now, most] = [gigabits(speed.current), gigabits(speed.max)];
  return now !== null && most !== null ? { now, most } : null;
}

/** What a SAS drive counts: defects grown, and errors it could not correct over reading, writing and verifying. */
function scsiOf(value: Record<string, unknown>): DriveLog['scsi'] {
  const grown = number(value.scsi_grown_defect_list);
  const percentUsed = within(value.scsi_percentage_used_endurance_indicator, 0, 255);
  const counters = isRecord(value.scsi_error_counter_log) ? value.scsi_error_counter_log : {};
  const uncorrected = ['read', 'write', 'verify'].flatMap((way) => {
    const row = counters[way];
    return isRecord(row) ? (within(row.total_uncorrected_errors, 0, 1e12) ?? []) : [];
  });
  if (grown === null && percentUsed === null && uncorrected.length === 0) return null;
  return {
    grown,
    percentUsed,
    uncorrected: uncorrected.length ? uncorrected.reduce((sum, own) => sum + own, 0) : null,
  };
}

/** Did the newest self-test end well; null: none is on record, or it was stopped. */
function selfTestOf(value: Record<string, unknown>): boolean | null {
  const log = value.ata_smart_self_test_log;
  const table = isRecord(log) && isRecord(log.standard) ? log.standard.table : null;
  const newest = Array.isArray(table) ? table.find(isRecord) : null;
  const status = newest && isRecord(newest.status) ? newest.status : null;
  // stopped by the host or by a reset says nothing of the drive: values 1 and 2 of the upper four bits
  const kind = number(status?.value);
  if (kind !== null && [1, 2].includes(kind >> 4)) return null;
  return typeof status?.passed === 'boolean' ? status.passed : null;
}

/** `smartctl --json -a /dev/...`: ATA, NVMe or SAS. */
export function parseSmartctl(text: string): Parsed<Smartctl> {
  const { value, problems } = parseJson(text, 'smartctl');
  if (value === null) return { value: null, problems };
  if (!isRecord(value) || !isRecord(value.device)) {
    return {
      value: null,
      problems: ['smartctl: no drive in it (expected the output of "smartctl --json -a")'],
    };
  }
  const nested = (key: string) => (isRecord(value[key]) ? (value[key] as Record<string, unknown>) : {});
  const nvme = isRecord(value.nvme_smart_health_information_log)
    ? value.nvme_smart_health_information_log
    : null;
  const table = Array.isArray(nested('ata_smart_attributes').table)
    ? (nested('ata_smart_attributes').table as unknown[]).filter(isRecord)
    : [];
  const rotation = number(value.rotation_rate);
  const passed = nested('smart_status').passed;
  const scsi = scsiOf(value);
  const said = `${textOf(value.device.type)} ${textOf(value.device.info_name)} ${textOf(value.device.protocol)}`;
  const usb = /usb/i.test(said);
  if (!nvme && !scsi && table.length === 0)
    problems.push(
      usb
        ? 'smartctl: the drive hangs on a USB bridge that does not let its health table through'
        : 'smartctl: the drive gave no health table',
    );
  const { frozen, enabled } = nested('ata_security');
  const own = nested('user_capacity').bytes ?? value.nvme_total_capacity;
  return {
    value: {
      device: textOf(value.device.name),
      usb,
      protocol: PROTOCOLS[textOf(value.device.protocol)] ?? (nvme ? 'NVMe' : null),
      trim: nested('trim').supported === true && rotation !== null && rotation > 0,
      frozen: typeof frozen === 'boolean' ? frozen : null,
      locked: typeof enabled === 'boolean' ? enabled : null,
      model: meaningful(value.model_name),
      serial: meaningful(value.serial_number),
      gb: number(own) === null ? null : Math.round(number(own)! / 1e9),
      kind: nvme || rotation === 0 ? 'solid' : rotation !== null ? 'disk' : null,
      hours: number(nested('power_on_time').hours),
      celsius: number(nested('temperature').current),
      link: linkOf(nested('interface_speed')),
      log: {
        passed: typeof passed === 'boolean' ? passed : null,
        attributes: table.flatMap((row) => {
          const id = number(row.id);
          if (id === null) return [];
          const raw = isRecord(row.raw) ? number(row.raw.value) : null;
          return [
            {
              id,
              name: textOf(row.name) || `${id}`,
              value: number(row.value),
              threshold: number(row.thresh),
              raw,
              prefail: isRecord(row.flags) && row.flags.prefailure === true,
            },
          ];
        }),
        nvme: nvme && {
          criticalWarning: number(nvme.critical_warning) ?? 0,
          spare: number(nvme.available_spare),
          spareThreshold: number(nvme.available_spare_threshold),
          percentageUsed: number(nvme.percentage_used),
          mediaErrors: number(nvme.media_errors) ?? 0,
          criticalMinutes: number(nvme.critical_comp_time) ?? 0,
        },
        scsi,
        selfTest: selfTestOf(value),
      },
    },
    problems,
  };
}
