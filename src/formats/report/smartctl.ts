import type { DriveLog } from '@/core/storage/health';
import { isRecord, meaningful, parseJson, textOf, within, type Parsed } from './problem';

export interface Smartctl {
  device: string;
  /** Behind a USB bridge: not a part of the machine. */
  usb: boolean;
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

/** `smartctl --json -a /dev/...`, ATA or NVMe. */
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
  const bytes = number(nested('user_capacity').bytes);
  const passed = nested('smart_status').passed;
  if (!nvme && table.length === 0) problems.push('smartctl: the drive gave no health table');
  return {
    value: {
      device: textOf(value.device.name),
      usb: /usb/i.test(
        `${textOf(value.device.type)} ${textOf(value.device.info_name)} ${textOf(value.device.protocol)}`,
      ),
      model: meaningful(value.model_name),
      serial: meaningful(value.serial_number),
      gb: bytes === null ? null : Math.round(bytes / 1e9),
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
      },
    },
    problems,
  };
}
