import { drawShop, LAWS } from '../tests/oracles/prices/laws';
import { priceTable } from '@/catalog/worth/prices';
import { tableModel } from '@/core/price/table';
import { learnPrices, type PastSale } from '@/core/value/learn';
import { learntModel } from '@/core/value/learnt';
import { figures, ms } from './figures';

/** Prices learnt from 10,000 drawn sales, and a price of the model. `npm run bench:fit -- [sales] [rounds]` */
const count = Number(process.argv[2] ?? 10_000);
const rounds = Number(process.argv[3] ?? 5);
const TODAY = '2026-11-26';
const sales = drawShop(LAWS.uses, count, 3).sales.map(
  ({ price, processorLevel, drive, ...sale }): PastSale => ({
    ...sale,
    minor: price,
    level: processorLevel,
    driveKind: drive,
  }),
);
const table = tableModel(priceTable);
const fits: number[] = [];
const prices: number[] = [];
let learnt = learnPrices(table, sales, TODAY);
for (let round = 0; round < rounds; round++) {
  let from = performance.now();
  learnt = learnPrices(table, sales, TODAY);
  fits.push(performance.now() - from);
  const model = learntModel(table, learnt, '1');
  for (const sale of sales.slice(0, 400)) {
    from = performance.now();
    model.price(sale, TODAY);
    prices.push(performance.now() - from);
  }
}
const fit = figures(fits);
const price = figures(prices);
console.log(
  `${count} sales, ${learnt.active.length} columns: fitted in ${ms(fit.median)} (p95 ${ms(fit.p95)})`,
);
console.log(`a price: ${ms(price.median)} (p95 ${ms(price.p95)})`);
