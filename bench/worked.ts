import { catalogue } from '@/catalog';
import { shippedHouse } from '@/catalog/house';
import type { Chassis, PartClass } from '@/core/catalogue';
import { workedCases } from './worked/index';
import { markCase } from './worked/mark';

/**
 * The worked cases against today's engine: how many of their marked decisions it takes as marked. With "all"
 * every one it does not is told.
 */
const SOUND: Record<Chassis, number> = { desktop: 7300, small: 7900, aio: 11_200, laptop: 12_500 };
const worthOf = (chassis: Chassis) => ({
  worth: {
    soundMinor: SOUND[chassis],
    feeShare: 0.08,
    finishMinutes: shippedHouse.minutes[chassis].finish,
    asFoundShare: shippedHouse.asFoundShare,
    asFoundMinutes: shippedHouse.minutes[chassis].asFound,
    parts: Object.entries(shippedHouse.parts[chassis]).map(([part, minor]) => ({
      class: part as PartClass,
      minor: minor!,
    })),
    harvestMinutes: shippedHouse.minutes[chassis].harvest,
    recycleMinor: shippedHouse.recycle[chassis],
  },
  priceLowMinor: SOUND[chassis] * 0.85,
  priceHighMinor: SOUND[chassis] * 1.15,
  ratePerHourMinor: 1800,
  verifyMinutes: shippedHouse.minutes[chassis].verify,
});
const marks = workedCases.flatMap((each) => markCase(catalogue, each, worthOf));
for (const kind of ['cause', 'step', 'never'] as const) {
  const own = marks.filter((mark) => mark.kind === kind);
  const right = own.filter((mark) => mark.right).length;
  console.log(`${kind}: ${right} of ${own.length} (${Math.round((100 * right) / own.length)} %)`);
}
const whole = workedCases.filter((each) =>
  marks.filter((mark) => mark.case === each.id).every((mark) => mark.right),
).length;
const right = marks.filter((mark) => mark.right).length;
console.log(
  `all marked decisions: ${right} of ${marks.length} (${Math.round((100 * right) / marks.length)} %); cases without a slip: ${whole} of ${workedCases.length}`,
);
if (process.argv[2] === 'all')
  for (const mark of marks.filter((each) => !each.right))
    console.log(
      `${mark.case}, turn ${mark.turn + 1}, ${mark.kind}: ${mark.wanted.join('/')} against ${mark.seen.join(', ')}`,
    );
