/** A place of a machine a part can be taken from. */
export interface PickPlace {
  id: string;
  /** Attended minutes to take it out, once what comes before it is out. */
  minutes: number;
  /** Net worth of what comes out, minor units: 0 for what only has to be opened. */
  minor: number;
  /** What has to be out first. */
  after?: string;
}

/** Things taken together, because one is in the way of the other. */
export interface Pick {
  places: string[];
  minutes: number;
  minor: number;
}

export interface HarvestPlan {
  /** All there is, in the order of what it brings for a minute. */
  picks: Pick[];
  /** How many of the picks are worth their minutes. */
  worth: number;
  /** Of those: minutes, worth, and what is left once the minutes are paid, minor units. */
  minutes: number;
  minor: number;
  netMinor: number;
}

interface Block extends Pick {
  rate: number;
}
const rateOf = (minor: number, minutes: number) => (minutes > 0 ? minor / minutes : minor > 0 ? Infinity : 0);

/** Two lists, each falling in rate, as one. */
function merged(a: Block[], b: Block[]): Block[] {
  return [...a, ...b].sort((x, y) => y.rate - x.rate);
}

/**
 * In which order parts are taken out of a machine, and where to stop. What lies behind another thing comes
 * after it; a thing worth little in front of one worth much is taken with it (Horn, Operations Research 20,
 * 1972: blocks of falling ratio over an out-forest; from memory). Exact: no other order has brought more at any
 * stop, and stopping where a minute brings less than it costs leaves the most.
 * @param perMinute what an attended minute costs, minor units
 */
export function harvestPlan(places: readonly PickPlace[], perMinute: number): HarvestPlan {
  const byId = new Map(places.map((place) => [place.id, place]));
  const behind = new Map<string, PickPlace[]>();
  const roots: PickPlace[] = [];
  for (const place of places) {
    if (place.after !== undefined && byId.has(place.after))
      behind.set(place.after, [...(behind.get(place.after) ?? []), place]);
    else roots.push(place);
  }
  const blocksOf = (place: PickPlace): Block[] => {
    const rest = (behind.get(place.id) ?? []).reduce<Block[]>((all, next) => merged(all, blocksOf(next)), []);
    const own: Block = {
      places: [place.id],
      minutes: place.minutes,
      minor: place.minor,
      rate: rateOf(place.minor, place.minutes),
    };
    // what pays better than what is in front of it pulls that along
    while (rest.length && rest[0].rate > own.rate) {
      const next = rest.shift()!;
      own.places.push(...next.places);
      own.minutes += next.minutes;
      own.minor += next.minor;
      own.rate = rateOf(own.minor, own.minutes);
    }
    return [own, ...rest];
  };
  const picks = roots.reduce<Block[]>((all, root) => merged(all, blocksOf(root)), []);
  const worth = picks.findIndex(({ rate }) => rate <= perMinute);
  const taken = worth < 0 ? picks : picks.slice(0, worth);
  const minutes = taken.reduce((sum, pick) => sum + pick.minutes, 0);
  const minor = taken.reduce((sum, pick) => sum + pick.minor, 0);
  return {
    picks: picks.map(({ rate: _, ...pick }) => pick),
    worth: taken.length,
    minutes,
    minor,
    netMinor: minor - minutes * perMinute,
  };
}
