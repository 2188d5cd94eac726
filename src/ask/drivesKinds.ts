import Joi from 'joi';
import { copyTables, healthRules } from '@/catalog/instruments/drives';
import { eraseTables, usualLevel } from '@/catalog/papers/erasure';
import { ABILITIES, LEVELS, MEDIA, mediumOf, type Medium } from '@/core/erasure/media';
import { erasePlan, type EraseAsked } from '@/core/erasure/plan';
import { sampleSize } from '@/core/erasure/sample';
import { copyPlan, type CopyAsked } from '@/core/storage/copy';
import { driveVerdict } from '@/core/storage/health';
import { healthPage } from '@/core/storage/nvmePage';
import { parseSmartctl } from '@/formats/report/smartctl';
import { ShopError } from '@/errors';
import { gigabytes } from './places';

interface DriveAsked {
  smartctl?: object | string;
  page?: string;
}

export const driveShape = Joi.object({
  smartctl: Joi.alternatives(Joi.object().unknown(), Joi.string().max(1_500_000)).description(
    'what "smartctl --json -a" printed, as an object or as text',
  ),
  page: Joi.string()
    .pattern(/^[0-9a-fA-F\s]+$/)
    .max(4_096)
    .description('log page 02h of an NVMe drive, 512 bytes in hexadecimal'),
}).xor('smartctl', 'page');

/** What a drive says of itself -> verdict with what decides. */
export function answerDrive({ smartctl, page }: DriveAsked) {
  if (page !== undefined) {
    const signs = page.replace(/\s+/g, '');
    if (signs.length % 2) throw new ShopError('invalid', 'page: half a byte at its end.');
    const said = healthPage(Uint8Array.from(signs.match(/../g) ?? [], (pair) => parseInt(pair, 16)));
    return { said, ...driveVerdict({ passed: null, attributes: [], nvme: said }, healthRules) };
  }
  const text = typeof smartctl === 'string' ? smartctl : JSON.stringify(smartctl);
  const { value, problems } = parseSmartctl(text);
  if (!value) throw new ShopError('invalid', `smartctl: ${problems.join('; ')}.`);
  const { log, ...said } = value;
  return {
    said,
    medium: mediumOf({ kind: value.kind, bus: value.protocol, trim: value.trim, usb: value.usb }),
    problems,
    ...driveVerdict(log, healthRules),
  };
}

const speed = (what: string) =>
  Joi.number().greater(0).max(20_000).allow(null).default(null).description(`${what}, megabytes a second`);

interface ErasureAsked extends Omit<EraseAsked, 'bytes' | 'medium'> {
  medium?: Medium;
  kind?: 'disk' | 'solid';
  bus?: string;
  gb: number;
  confidence: number;
  leftBehind: number;
}

export const erasureShape = Joi.object({
  medium: Joi.string()
    .valid(...MEDIA)
    .description('what data is kept on; or kind and bus'),
  kind: Joi.string().valid('disk', 'solid'),
  bus: Joi.string().valid('IDE', 'SATA', 'NVMe', 'SAS', 'card'),
  gb: gigabytes('size').greater(0).required(),
  readMbs: speed('read at its fast end'),
  writeMbs: speed('written at its fast end'),
  level: Joi.string()
    .valid(...LEVELS)
    .default(usualLevel),
  can: Joi.array()
    .items(Joi.string().valid(...ABILITIES))
    .default([])
    .description('what the drive said it can'),
  cannot: Joi.array()
    .items(Joi.string().valid(...ABILITIES))
    .default([]),
  badSectors: Joi.number().integer().min(0).max(1e9).default(0),
  whole: Joi.boolean().default(true).description('read back every sector; false: representative sampling'),
  confidence: Joi.number().greater(0).less(1).default(eraseTables.confidence),
  leftBehind: Joi.number().greater(0).less(1).default(eraseTables.leftBehind),
});

/** Medium, size, speed -> ways with minutes, what verifies them, and the sample for a confidence. */
export function answerErasure(asked: ErasureAsked) {
  const { kind, bus, gb, confidence, leftBehind, ...more } = asked;
  const medium = asked.medium ?? mediumOf({ kind, bus });
  if (!medium) throw new RangeError('medium: say it, or the kind of drive and its bus');
  const bytes = gb * 1e9;
  const plan = erasePlan({ ...more, medium, bytes }, { ...eraseTables, confidence, leftBehind });
  return { ...plan, sample: { ...plan.sample, endless: sampleSize(confidence, leftBehind) } };
}

const driveOf = (more: object) =>
  Joi.object({
    gb: gigabytes('size').greater(0).required(),
    kind: Joi.string().valid('disk', 'solid').allow(null).default(null),
    bus: Joi.string().max(10).allow(null).default(null),
    mbs: speed('measured at its fast end'),
    ...more,
  });

interface CopyKind {
  source: { gb: number; usedGb: number | null } & Omit<CopyAsked['source'], 'bytes' | 'usedBytes'>;
  target: { gb: number } & Omit<CopyAsked['target'], 'bytes'>;
  firmware: string | null;
  keep: boolean;
}

export const copyShape = Joi.object({
  source: driveOf({
    usedGb: Joi.number().min(0).max(200_000).allow(null).default(null),
    health: Joi.string().valid('good', 'watch', 'failing', 'unknown').allow(null).default(null),
    encrypted: Joi.boolean().default(false),
  }).required(),
  target: driveOf({}).required(),
  firmware: Joi.string().valid('uefi', 'legacy').allow(null).default(null),
  keep: Joi.boolean().default(false).description('what is on it stays'),
});

/** One drive onto another -> clone or fresh, with minutes, shrinking and pitfalls. */
export const answerCopy = ({ source, target, ...more }: CopyKind) =>
  copyPlan(
    {
      ...more,
      source: {
        ...source,
        bytes: source.gb * 1e9,
        usedBytes: source.usedGb === null ? null : source.usedGb * 1e9,
      },
      target: { ...target, bytes: target.gb * 1e9 },
    },
    copyTables,
  );
