import type { NvmeHealth } from './health';

/** Bytes of the page. */
export const HEALTH_PAGE_BYTES = 512;
/** A data unit: a thousand blocks of 512 bytes. */
const DATA_UNIT = 512_000;

/** More of the page than the verdict needs. */
export interface HealthPage extends NvmeHealth {
  celsius: number;
  /** Bytes read and written in all. */
  read: number;
  written: number;
  unsafeShutdowns: number;
  powerCycles: number;
  hours: number;
  errorEntries: number;
  warningMinutes: number;
}

/**
 * SMART / health information, log page 02h, as a drive gives it: 512 bytes, little-endian. Offsets of the NVM Express
 * base specification: 0 critical warning, 1-2 temperature in K, 3 spare, 4 its threshold, 5 percentage used, 32 data
 * units read, 48 written, 112 power cycles, 128 hours, 144 unsafe shutdowns, 160 media errors, 176 error entries, 192
 * and 196 minutes over the warning and critical temperature.
 * @throws RangeError when it is not 512 bytes
 */
export function healthPage(page: Uint8Array): HealthPage {
  if (page.length !== HEALTH_PAGE_BYTES)
    throw new RangeError(`page: expected ${HEALTH_PAGE_BYTES} bytes, got ${page.length}`);
  const view = new DataView(page.buffer, page.byteOffset, page.length);
  // 128-bit counters; what does not fit a number exactly is as near as one gets
  const counter = (at: number) =>
    Number(view.getBigUint64(at, true)) + Number(view.getBigUint64(at + 8, true)) * 2 ** 64;
  return {
    criticalWarning: view.getUint8(0),
    celsius: view.getUint16(1, true) - 273,
    spare: view.getUint8(3),
    spareThreshold: view.getUint8(4),
    percentageUsed: view.getUint8(5),
    read: counter(32) * DATA_UNIT,
    written: counter(48) * DATA_UNIT,
    powerCycles: counter(112),
    hours: counter(128),
    unsafeShutdowns: counter(144),
    mediaErrors: counter(160),
    errorEntries: counter(176),
    warningMinutes: view.getUint32(192, true),
    criticalMinutes: view.getUint32(196, true),
  };
}
