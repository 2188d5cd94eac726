import { cutLine, worthOfMore, type Candidate } from '@/core/lots/cutLine';
import { recombine, type Donor, type Incomplete, type Loose } from '@/core/lots/recombine';
import { solver } from '@/core/solve/mip';
import { seededRandom } from '@/core/random';

/** Choosing at the size of a big shop: which of 500 machines get the hours; who gets what of 2,000 parts. */
const random = seededRandom(5);
const whole = (least: number, most: number) => least + Math.floor(random() * (most - least + 1));
const seconds = (since: number) => ((performance.now() - since) / 1000).toFixed(2);
await solver();

for (let round = 1; round <= 5; round++) {
  const units = Array.from({ length: 500 }, (_, i): Candidate => {
    const minutes = whole(15, 180);
    return {
      id: `u${i}`,
      net: Math.round(minutes * (20 + 60 * random())) - 800,
      minutes,
      stations: {
        dock: whole(0, 1) * whole(30, 160),
        rack: whole(0, 1) * whole(100, 600),
        shelf: whole(0, 160),
      },
    };
  });
  const capacity = { minutes: 9000, stations: { dock: 8000, rack: 24_000, shelf: 12_000 } };
  const begun = performance.now();
  const line = await cutLine(units, capacity, 5);
  const took = seconds(begun);
  const more = await worthOfMore(units, capacity, { minutes: 60 }, line.net, 5);
  console.log(
    `cut line ${round}: 500 machines, ${line.chosen.length} chosen, ${took} s, gap ${((100 * (line.bound - line.net)) / line.net).toFixed(4)} %, an hour more ${(more / 100).toFixed(2)}`,
  );
}

for (let round = 1; round <= 3; round++) {
  const slots = ['drive', 'memory', 'panel', 'supply', 'keyboard', 'battery'];
  const donors = Array.from({ length: 200 }, (_, i): Donor => ({
    id: `d${i}`,
    netAsItIs: whole(-300, 3500),
  }));
  const parts = Array.from({ length: 2000 }, (_, i): Loose => ({
    id: `p${i}`,
    slot: slots[i % slots.length],
    worth: whole(100, 1800),
    minutesOut: whole(1, 25),
    ...(random() < 0.6 && { donor: `d${whole(0, 199)}` }),
  }));
  const machines = Array.from({ length: 60 }, (_, i): Incomplete => ({
    id: `m${i}`,
    netAsItIs: whole(-200, 3500),
    netComplete: whole(4000, 15_000),
    needs: slots
      .filter(() => random() < 0.5)
      .map((slot) => ({
        slot,
        fits: parts.filter((part) => part.slot === slot && random() < 0.15).map(({ id }) => id),
        minutesIn: whole(2, 20),
      })),
  }));
  const begun = performance.now();
  const { builds, net, bound, proven } = await recombine(30, machines, donors, parts, 60);
  console.log(
    `recombine ${round}: 60 machines, 200 donors, 2,000 parts, ${builds.length} built, ${seconds(begun)} s, gap ${((100 * (bound - net)) / net).toFixed(3)} %${proven ? ', proven' : ''}`,
  );
}
