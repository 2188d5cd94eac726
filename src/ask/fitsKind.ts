import Joi from 'joi';
import { fitRules } from '@/catalog/parts/fits';
import { CHASSIS } from '@/core/catalogue';
import { MEMORY_KINDS, PART_STATES, type Machine, type TypedPart } from '@/core/parts/attributes';
import { fits, plateWatts } from '@/core/parts/fits';

const some = (most: number) => Joi.number().min(0).max(most);
const count = (most: number) => Joi.number().integer().min(0).max(most);
const words = Joi.string().max(60);
const drive = ['3.5', '2.5', 'M.2', 'mSATA'];
const bus = Joi.string().valid('IDE', 'SATA', 'NVMe');

const memory = {
  kind: Joi.string().valid(...MEMORY_KINDS),
  form: Joi.string().valid('DIMM', 'SO-DIMM'),
  volts: some(5),
  registered: Joi.boolean(),
  ecc: Joi.boolean(),
};
const panel = {
  diagonalInch: some(60),
  contacts: count(200),
  signal: Joi.string().valid('LVDS', 'eDP'),
  side: Joi.string().valid('left', 'right', 'middle'),
  mounts: Joi.string().valid('tabs', 'brackets', 'glued'),
  pixels: words,
  lanes: count(8),
  touch: Joi.boolean(),
};
const charger = {
  volts: some(60),
  amps: some(20),
  plug: words,
  tip: Joi.string().valid('plus', 'minus'),
};
const supply = {
  watts: some(3000),
  form: words,
  sixPin: count(8),
  eightPin: count(8),
  boardPlug: words,
  cpuPins: count(16),
  sataLeads: count(40),
};
const fan = { model: words, pins: count(8), volts: some(60), sizeMm: some(300) };
const heatsink = { model: words, socket: words, watts: some(500), heightMm: some(250) };
const optical = { bus: Joi.string().valid('IDE', 'SATA'), heightMm: some(60), bezel: words };
const wireless = { form: words, key: Joi.string().valid('A', 'E', 'A+E'), model: words };
const keyboard = { model: words, layout: words, lit: Joi.boolean() };
const screenCable = { model: words, contacts: count(200), signal: Joi.string().valid('LVDS', 'eDP') };
const coinCell = { type: words, lead: Joi.boolean() };
const socket = { model: words, plug: words };
const list = words.description('with commas');

/** What a part of each class may say of itself. */
const CLASSES: Record<TypedPart['class'], Joi.SchemaMap> = {
  memory: { ...memory, gb: some(1024) },
  drive: {
    bus,
    form: Joi.string().valid(...drive),
    heightMm: some(50),
    lengthMm: some(200),
    key: Joi.string().valid('B', 'M', 'B+M'),
  },
  panel,
  charger,
  card: {
    watts: some(1000),
    sixPin: count(8),
    eightPin: count(8),
    height: Joi.string().valid('full', 'low'),
    lengthMm: some(600),
  },
  supply,
  processor: { socket: words, model: words, watts: some(500) },
  battery: { volts: some(60), pack: words },
  fan,
  heatsink,
  optical,
  wireless,
  keyboard,
  'screen cable': screenCable,
  'coin cell': coinCell,
  socket,
  dock: { model: words, plug: words, watts: some(500) },
  adapter: { model: words, plug: words },
};

const part = Joi.object({
  class: Joi.string()
    .valid(...Object.keys(CLASSES))
    .required(),
})
  .when('.class', {
    switch: Object.entries(CLASSES).map(([is, shape]) => ({
      is,
      then: Joi.object({ ...shape, state: Joi.string().valid(...PART_STATES) }),
    })),
  })
  .required()
  .description('the part: its class and what is known of it');

export const machineShape = Joi.object({
  chassis: Joi.string()
    .valid(...CHASSIS)
    .required(),
  memory: Joi.object({
    ...memory,
    slots: count(64),
    fitted: Joi.array().items(some(1024)).max(64),
    slotGb: some(1024),
    boardGb: some(65_536),
    provenSlotGb: some(1024),
  }),
  bays: Joi.array()
    .max(30)
    .items(
      Joi.object({
        form: Joi.string()
          .valid(...drive)
          .required(),
        buses: Joi.array().items(bus).max(3),
        key: Joi.string().valid('B', 'M'),
        heightMm: some(50),
        lengthsMm: Joi.array().items(some(200)).min(1).max(8),
      }),
    ),
  panel: Joi.object(panel),
  charger: Joi.object(charger),
  card: Joi.object({
    watts: some(1000),
    height: Joi.string().valid('full', 'low'),
    lengthMm: some(600),
  }),
  supply: Joi.object(supply),
  drawsWatts: some(3000),
  processor: Joi.object({
    socket: words,
    models: Joi.array().items(words).max(500),
    watts: some(500),
    firmware: Joi.string().valid('new enough', 'too old'),
  }),
  battery: Joi.object({ volts: some(60), pack: Joi.string().max(400) }),
  fan: Joi.object(fan),
  heatsink: Joi.object(heatsink),
  optical: Joi.object(optical),
  wireless: Joi.object({ ...wireless, accepts: Joi.string().max(400) }),
  keyboard: Joi.object(keyboard),
  screenCable: Joi.object(screenCable),
  coinCell: Joi.object(coinCell),
  socket: Joi.object(socket),
  dock: Joi.object({ accepts: list, plugs: list, watts: some(500) }),
  adapter: Joi.object({ plugs: list }),
})
  .required()
  .description('what the machine takes, as far as it is known');

export const fitsShape = Joi.object({ part, machine: machineShape });

/** Fits, with care, or no, with every reason; a charger's plate in watts as adapters are called. */
export function answerFits({ part: asked, machine: known }: { part: TypedPart; machine: Machine }) {
  const plate =
    asked.class === 'charger' && asked.volts !== undefined && asked.amps !== undefined
      ? { plateWatts: plateWatts(asked.volts, asked.amps) }
      : {};
  return { ...fits(asked, known, fitRules), ...plate };
}
