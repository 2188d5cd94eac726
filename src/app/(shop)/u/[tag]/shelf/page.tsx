import { minorText } from '@/core/money/minor';
import { feeOf, saleEntries } from '@/core/ledger/entry';
import { resultOf } from '@/core/ledger/result';
import type { Grade } from '@/core/price/model';
import { database } from '@/db/client';
import { unitLedger } from '@/shop/ledger/unit';
import { paysIn } from '@/shop/advice/nextStep';
import { seesMargins, shopHouse, shopRules } from '@/shop/rules/queries';
import { openSightings } from '@/shop/report/sighting';
import { undoneSales } from '@/shop/sales/corrections';
import { erasuresOf, partsIn, saleOf } from '@/shop/units/queries';
import { priceModel, priceOf, priceSpec, specAsItIs } from '@/shop/units/worth';
import { schoolsOf } from '@/shop/rules/schools';
import { dirtOf, dirtyPrice } from '@/shop/units/dirt';
import { askingPlan } from '@/shop/value/asking';
import { alikeSales } from '@/shop/value/queries';
import { Shelf } from '@/ui/shelf/Shelf';
import { zoneName } from '@/words/hands/clean';
import { lower } from '@/words/plain';
import { sayable } from '@/words/record/claims';
import { countView, driveViews, namedDrive } from '@/words/drives/drives';
import { ERASURE_WORDS } from '@/words/drives/erasure';
import { dayAndTime, dayOf, daysBetween } from '@/words/time';
import { loadUnit, unitHead } from '../loadUnit';

export default async function ShelfPage({ params }: { params: Promise<{ tag: string }> }) {
  const { tag } = await params;
  const { unit, spec, record, actor } = await loadUnit(tag);
  const [head, rules, house, ledger, seen, parts, sale] = await Promise.all([
    unitHead(tag),
    shopRules(),
    shopHouse(),
    unitLedger(database(), unit.id),
    erasuresOf(unit.id),
    partsIn(unit.id),
    saleOf(unit.id),
  ]);
  const pays = sale || unit.listed || head.held ? null : await paysIn(unit);
  const undone = await undoneSales(database(), unit.id);
  const today = dayOf(new Date(), rules.timeZone);
  const whole = priceOf(house.tables, unit.chassis, spec, unit.grade as Grade | null, true);
  const dirt = dirtOf(unit.chassis, record.clean, schoolsOf(rules), whole.minor, rules, record);
  const price = dirtyPrice(whole, dirt, unit.chassis);
  const stands = priceModel(house.tables).standsOn?.(
    priceSpec(
      unit.chassis,
      spec,
      unit.grade as Grade | null,
      true,
      spec.number('processorLevel'),
      spec.number('batteryHealth'),
    ),
  );
  const margins = seesMargins(actor.role, rules);
  const [asking, alike] =
    sale || head.held || !margins
      ? [null, []]
      : await Promise.all([
          askingPlan(unit.chassis, price, rules, house.tables),
          alikeSales(specAsItIs(unit, spec)),
        ]);
  const reference = sale?.priceMinor ?? unit.askMinor ?? price.minor;
  // an open one as if it were sold at that
  const thought = {
    priceMinor: reference,
    feesMinor: feeOf(reference, rules.feeBasisPoints),
    outwardMinor: house.tables.outward[unit.chassis],
  };
  const margin = resultOf(sale ? ledger : [...ledger, ...saleEntries(thought)]);
  return (
    <Shelf
      unit={head}
      pays={pays}
      gate={sale ? [] : record.dataFaults}
      grade={unit.grade}
      askMinor={unit.askMinor}
      listed={unit.listed}
      listedAs={unit.listedAs}
      outwardMinor={house.tables.outward[unit.chassis]}
      sale={sale && { ...sale, days: daysBetween(sale.soldOn, today) }}
      namedDrive={namedDrive(spec)}
      undone={undone.map((row) => ({
        id: row.id,
        words: `${row.kind === 'returned' ? 'Came back' : 'Sale cancelled'} ${dayAndTime(row.at, rules.timeZone)}: sold ${row.sale.soldOn} for ${minorText(row.sale.priceMinor, rules.currencyDecimals)}, ${minorText(row.refundMinor, rules.currencyDecimals)} given back. ${row.reason}`,
      }))}
      owner={actor.role === 'owner'}
      complaints={sayable(unit.chassis)}
      goneAs={unit.goneAs}
      price={{
        ...price,
        lines: price.lines.map((line) => ({
          ...line,
          stands: line.what === 'dirt' ? undefined : stands?.get(line.what),
        })),
        learnt: house.learnt,
      }}
      cleanFirst={sale ? [] : dirt.clean.map((zone) => lower(zoneName(unit.chassis, zone)))}
      asking={asking}
      alike={alike.map(({ at, unit: tagged, called, day, minor }) => ({
        at,
        unit: tagged,
        called,
        day,
        minor,
      }))}
      today={today}
      drives={driveViews(record.drives.inside, parts)}
      count={sale ? null : countView(record.drives, await openSightings(unit.id))}
      erasures={seen
        .filter(({ erasure }) => erasure.kind !== 'begun')
        .map(({ erasure, code, name }) => ({
          id: erasure.id,
          back: erasure.voidedBy !== null,
          words: `${code} ${name}: ${ERASURE_WORDS[erasure.kind] ?? erasure.kind}, ${erasure.method}${erasure.verified ? `; verified: ${erasure.verified}` : ''}. ${erasure.byName}, ${dayAndTime(erasure.at, rules.timeZone)}`,
        }))}
      margin={margins ? { ...margin, priceMinor: reference } : null}
    />
  );
}
