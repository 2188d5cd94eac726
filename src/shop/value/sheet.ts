import Joi from 'joi';
import { sizeText } from '@/core/record/values';
import type { Transaction } from '@/db/client';
import { shop } from '@/db/schema';
import { SALE_FIELDS, type SaleColumns } from '@/formats/pastSales';
import { keyed } from '@/shapes/fields';
import type { ValueOf } from '@/shapes/inferred';
import { CHASSIS_NAMES, DRIVE_WORDS } from '@/words/names';
import { dayOf } from '@/words/time';
import { runInWorker } from '@/workers/pool';
import { rememberedColumns } from '../columns';
import { houseNow } from '../house/tables';
import { sheetReading } from '../lots/rules';

/** Longest file, letters. */
export const MOST_LETTERS = 5_000_000;

export const salesFile = {
  text: Joi.string().max(MOST_LETTERS).required().label('file'),
  reading: sheetReading,
  columns: keyed(SALE_FIELDS, () => Joi.number().integer().min(0).max(200)).label('columns'),
};
/** Without columns they are those of the last file with this heading, or guessed from it. */
export const salesSheet = Joi.object(salesFile);

/** Rows of former sales as they would come in; nothing is written. */
export async function readSales(
  tx: Transaction,
  { text, reading, columns: told }: ValueOf<typeof salesSheet>,
) {
  const [{ currencyDecimals, timeZone }] = await tx.select().from(shop);
  const { processors } = (await houseNow(tx)).tables;
  const today = dayOf(new Date(), timeZone);
  const read = (own: SaleColumns | undefined) =>
    runInWorker('readPastSales', [text, processors, today, currencyDecimals, reading, own]);
  const guessed = await read(told);
  const remembered = told ? null : await rememberedColumns(tx, 'sales', guessed.header);
  return remembered
    ? { ...(await read(remembered.columns)), remembered: true }
    : { ...guessed, remembered: false };
}

const SHOWN_ROWS = 12;
const SHOWN_BAD = 200;

/** The same for the screen: the first rows, what stays out, which column is what. */
export async function previewSales(tx: Transaction, input: ValueOf<typeof salesSheet>) {
  const { sales: rows, bad, header, ...read } = await readSales(tx, input);
  return {
    ...read,
    header: header.slice(0, 200),
    rows: rows.slice(0, SHOWN_ROWS).map(({ line, day, minor, called, spec }) => ({
      line,
      day,
      minor,
      called,
      kind: CHASSIS_NAMES[spec.chassis],
      memoryGb: spec.memoryGb,
      drive: [spec.driveGb ? sizeText(spec.driveGb) : '', spec.driveKind ? DRIVE_WORDS[spec.driveKind] : '']
        .filter(Boolean)
        .join(' '),
      grade: spec.grade ?? '',
      channel: spec.channel ?? '',
    })),
    total: rows.length,
    bad: bad.slice(0, SHOWN_BAD),
    badTotal: bad.length,
  };
}
