/**
 * A machine's heat by a network of its own: die, block with fins, case; air that comes in warmed by the case; leakage
 * that grows with heat; a fan on a curve with steps, hysteresis, lag or none at all under a mark; boost for the first
 * half minute; a limit the chip holds itself back at; a sensor that lags, is off by a little, rounds, and drops a line
 * now and then. Nothing here is shared with the reader or with `core/simulate`: its figures were set from capacities
 * and film coefficients, not from the reader's tables. Figures: from memory of common parts, no source.
 */
export const AILMENTS = [
  'sound',
  'dry paste',
  'loose mount',
  'dust',
  'worn fan',
  'stalled fan',
  'fan control',
  'sensor lost',
] as const;
export type Ailment = (typeof AILMENTS)[number];

export interface LogLine {
  t: number;
  temp: number;
  fan?: number;
  power?: number;
  clock?: number;
  load?: number;
}

export interface ThermalLog {
  ailment: Ailment;
  room: number | null;
  limit: number | null;
  samples: LogLine[];
  /** Where its sensor would stand after hours of this load were there no limit, Celsius; null: the sensor is lost. */
  settles: number | null;
  /** Kelvin a watt from the fins to the room at the end of the run, and through paste and mount. */
  finsPerWatt: number;
  pastePerWatt: number;
  /** It reached its limit within the log. */
  held: boolean;
}

export interface Machine {
  rated: number;
  room: number;
  limit: number;
  /** J/K. */
  dieCapacity: number;
  blockCapacity: number;
  caseCapacity: number;
  /** W/K: paste and mount; fins without a fan; what a full fan adds; case to room. */
  paste: number;
  still: number;
  blown: number;
  walls: number;
  idleShare: number;
  loadShare: number;
  boost: { share: number; seconds: number } | null;
  leak: number;
  fan: {
    most: number;
    floor: number;
    /** Celsius under which it stands, and over which it starts. */
    rests: [number, number] | null;
    ramp: [number, number];
    steps: number;
    slew: number;
  };
  sensor: { lag: number; off: number; noise: number };
}

type Random = () => number;
const span = (random: Random, low: number, high: number) => low + (high - low) * random();
const bell = (random: Random) => random() + random() + random() + random() - 2;

/** A machine that is all right, small or large. */
export function drawMachine(random: Random): Machine {
  const laptop = random() < 0.6;
  const rated = laptop ? [15, 25, 45][Math.floor(random() * 3)] : [65, 80, 95][Math.floor(random() * 3)];
  const rise = { paste: span(random, 7, 17), fins: span(random, 13, 25), air: span(random, 1.5, 7) };
  const caseWatts = rated / rise.air;
  const fins = rated / rise.fins;
  const natural = fins / span(random, 3.5, 6.5);
  return {
    rated,
    room: span(random, 17, 28),
    limit: laptop ? Math.round(span(random, 95, 105)) : Math.round(span(random, 90, 100)),
    dieCapacity: (laptop ? 2.2 : 5) * (rated / 45) ** 0.6 * span(random, 0.7, 1.5) * 3,
    blockCapacity: rated * span(random, 2.2, 5),
    caseCapacity: caseWatts * span(random, 420, 1_300),
    paste: rated / rise.paste,
    still: natural,
    blown: fins - natural,
    walls: caseWatts,
    idleShare: span(random, 0.06, 0.2),
    loadShare: span(random, 0.85, 1.05),
    boost: random() < 0.5 ? { share: span(random, 1.1, 1.35), seconds: span(random, 18, 40) } : null,
    leak: span(random, 0.001, 0.005),
    fan: {
      most: Math.round(laptop ? span(random, 3_800, 6_200) : span(random, 1_500, 3_000)),
      floor: laptop ? span(random, 0.3, 0.5) : span(random, 0.3, 0.55),
      rests: laptop && random() < 0.5 ? [span(random, 42, 48), span(random, 50, 57)] : null,
      ramp: [span(random, 48, 58), span(random, 72, 88)],
      steps: random() < 0.6 ? 4 + Math.floor(random() * 4) : 0,
      slew: span(random, 0.03, 0.15),
    },
    sensor: { lag: span(random, 0.4, 2), off: 1.2 * bell(random), noise: span(random, 0.15, 0.8) },
  };
}

/** What became of it. */
function ail(
  machine: Machine,
  ailment: Ailment,
  random: Random,
): { flow: number; turns: number; stuck: boolean } {
  if (ailment === 'dry paste') machine.paste /= span(random, 2.4, 4.5);
  if (ailment === 'loose mount') machine.paste /= span(random, 5.5, 14);
  if (ailment === 'dust') machine.still /= span(random, 1.1, 1.5);
  return {
    // clogged fins let little through, however fast it turns
    flow: ailment === 'dust' ? span(random, 0.06, 0.25) : 1,
    turns: ailment === 'stalled fan' ? 0 : ailment === 'worn fan' ? span(random, 0.2, 0.34) : 1,
    stuck: ailment === 'fan control',
  };
}

const STEP = 0.5;

interface State {
  die: number;
  block: number;
  shell: number;
  seen: number;
  duty: number;
  standing: boolean;
  dynamic: number;
}

class Running {
  private readonly floor: number;
  state: State;
  constructor(
    private readonly machine: Machine,
    private readonly ill: ReturnType<typeof ail>,
    private readonly limited: boolean,
  ) {
    const { room, fan, idleShare, rated } = machine;
    this.floor = fan.floor;
    const standing = fan.rests !== null;
    this.state = {
      die: room + 8,
      block: room + 6,
      shell: room + 1,
      seen: room + 8,
      duty: standing ? 0 : fan.floor,
      standing,
      dynamic: rated * idleShare,
    };
    // it has stood at rest for long
    for (let n = 0; n < 14_400; n += 2) this.step(2, false, -1);
  }

  /** Share of full speed its board asks for. */
  private asked(temp: number, loaded: boolean): number {
    const { fan } = this.machine;
    if (this.ill.stuck) return fan.rests ? Math.min(0.25, fan.floor) : fan.floor;
    if (fan.rests) {
      if (this.state.standing && temp > fan.rests[1]) this.state.standing = false;
      else if (!this.state.standing && temp < fan.rests[0]) this.state.standing = true;
      if (this.state.standing) return 0;
    }
    const along = Math.min(1, Math.max(0, (temp - fan.ramp[0]) / (fan.ramp[1] - fan.ramp[0])));
    const stepped = fan.steps && loaded ? Math.ceil(along * fan.steps) / fan.steps : along;
    return this.floor + (1 - this.floor) * stepped;
  }

  get rpm(): number {
    return this.state.duty * this.machine.fan.most * this.ill.turns;
  }

  /** Conductance of the fins as the fan turns now, W/K. */
  get fins(): number {
    const flow = this.state.duty * this.ill.turns * this.ill.flow;
    return this.machine.still + this.machine.blown * flow ** 0.75;
  }

  get power(): number {
    return this.state.dynamic * (1 + this.machine.leak * (this.state.die - 50));
  }

  /** @param since seconds of load */
  step(seconds: number, loaded: boolean, since: number): void {
    const { machine, state } = this;
    const boost = machine.boost && since >= 0 && since < machine.boost.seconds ? machine.boost.share : 1;
    const wanted = machine.rated * (loaded ? machine.loadShare * boost : machine.idleShare);
    if (!loaded || !this.limited) state.dynamic = wanted;
    else if (state.seen >= machine.limit)
      state.dynamic = Math.max(0.3 * wanted, state.dynamic * 0.88 ** seconds);
    else if (state.dynamic < wanted && since > 1)
      state.dynamic =
        state.seen < machine.limit - 2 ? Math.min(wanted, state.dynamic * 1.03 ** seconds) : state.dynamic;
    else state.dynamic = wanted;
    const duty = this.asked(state.seen, loaded);
    const most = machine.fan.slew * seconds;
    state.duty += Math.max(-most, Math.min(most, duty - state.duty));
    const parts = Math.max(1, Math.ceil(seconds / STEP));
    for (let n = 0; n < parts; n++) {
      const dt = seconds / parts;
      const down = (state.die - state.block) * machine.paste;
      const out = (state.block - state.shell) * this.fins;
      // exact for the die alone: its capacity is small
      const target = state.block + this.power / machine.paste;
      state.die = target + (state.die - target) * Math.exp((-dt * machine.paste) / machine.dieCapacity);
      state.block += (dt * (down - out)) / machine.blockCapacity;
      state.shell += (dt * (out - (state.shell - machine.room) * machine.walls)) / machine.caseCapacity;
      state.seen += (state.die + machine.sensor.off - state.seen) * (1 - Math.exp(-dt / machine.sensor.lag));
    }
  }
}

/** Where the sensor would stand after hours of full load were there no limit, Celsius. */
function settlesAt(machine: Machine, ill: ReturnType<typeof ail>): number {
  const free = new Running(machine, ill, false);
  for (let n = 0; n < 14_400; n += 4) free.step(4, true, n + 1_000);
  return free.state.seen;
}

const WELL = { flow: 1, turns: 1, stuck: false };
/** What costs less than this, kelvin, ails nobody: it is less than what sound machines differ by. */
const SHOWS = 14;

/** A machine and what ails it, so much that it shows. */
function ailing(ailment: Ailment, random: Random, given?: Machine) {
  for (let tries = 0; ; tries++) {
    const machine = given ?? drawMachine(random);
    const own = { ...machine, fan: { ...machine.fan } };
    const ill = ail(own, ailment, random);
    const settles = settlesAt(own, ill);
    const felt =
      ailment === 'sound' || ailment === 'sensor lost' || settles - settlesAt(machine, WELL) >= SHOWS;
    if (felt || tries > 30) return { own, ill, settles };
  }
}

/** A log of a machine with an ailment, as somebody's tool wrote it down. */
export function thermalLog(
  ailment: Ailment,
  random: Random,
  given: { rest?: number; load?: number; machine?: Machine; bare?: boolean; whole?: boolean } = {},
): ThermalLog {
  const { own, ill, settles } = ailing(ailment, random, given.machine);
  const running = new Running(own, ill, true);
  const rest = given.rest ?? Math.round(span(random, 60, 180));
  const load = given.load ?? Math.round(span(random, 360, 900));
  const every = random() < 0.8 ? 1 : 2;
  const has = {
    fan: !given.bare && (given.whole || random() < 0.75),
    power: !given.bare && (given.whole || random() < 0.6),
    clock: !given.bare && (given.whole || random() < 0.6),
    load: given.whole || random() < 0.7,
  };
  const inPercent = random() < 0.5;
  const sentinel = [-128, -127, -273, 0, 255, 127, 30, 40][Math.floor(random() * 8)];
  const samples: LogLine[] = [];
  let held = false;
  let after = 0;
  for (let t = 0; t < rest + load; t++) {
    const loaded = t >= rest;
    running.step(1, loaded, loaded ? t - rest : -1);
    const { seen, dynamic } = running.state;
    if (loaded && seen >= own.limit - 0.5) held = true;
    // whoever runs it stops soon after
    if (held && ++after > 45) break;
    if (t % every !== 0 || random() < 0.01) continue;
    const temp = ailment === 'sensor lost' ? sentinel : Math.round(seen + own.sensor.noise * bell(random));
    const full = own.rated * own.loadShare;
    samples.push({
      t,
      temp: ailment !== 'sensor lost' && random() < 0.002 ? 255 : temp,
      ...(has.fan && {
        fan:
          ailment === 'sensor lost'
            ? Math.round(own.fan.most * (0.97 + 0.02 * random()))
            : Math.round(running.rpm * (1 + 0.01 * bell(random))),
      }),
      ...(has.power && { power: Math.round(10 * running.power * (1 + 0.02 * bell(random))) / 10 }),
      ...(has.clock && {
        clock: Math.round((loaded ? 3_000 * Math.min(1.15, dynamic / full) ** 0.5 : 1_200) / 10) * 10,
      }),
      ...(has.load && { load: (loaded ? 1 : 0.03) * (inPercent ? 100 : 1) }),
    });
  }
  const { block } = running.state;
  const watts = running.power;
  return {
    ailment,
    room: random() < 0.85 ? Math.round(own.room) : null,
    limit: random() < 0.9 ? own.limit : null,
    samples,
    settles: ailment === 'sensor lost' ? null : settles,
    finsPerWatt: (block - own.room) / watts,
    pastePerWatt: 1 / own.paste,
    held,
  };
}
