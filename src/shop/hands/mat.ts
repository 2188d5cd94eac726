import Joi from 'joi';
import {
  HIDDEN_UNDER,
  ITEM_KINDS,
  MATS,
  MOVES,
  WAYS_OPEN,
  balances,
  type LedgerItem,
} from '@/core/hands/ledger';
import { matTells } from '@/catalog/machine/openings';
import { sideMats } from '@/catalog/machine/sideMats';
import { matOf, missingAtOpening, type Mat, type MatAct } from '@/core/hands/mat';
import { catalogue, findingById } from '@/catalog';
import { appliesTo } from '@/core/belief/model';
import type { Transaction } from '@/db/client';
import { BENCH_ROLES, defineCommand, type Actor, type CommandContext } from '../command';
import { ShopError } from '@/errors';
import { shortText, unitId } from '../input';
import { forward, moveStage, refuseHeld } from '../line';
import { writeActs } from '../record/acts';
import type { Put } from '../command';
import { putAnswer } from '../record/answer';
import { matActs, passMat, templateFor } from './matRows';

const UNOPENED = 'Nothing was noted: no mat is open for this machine.';
const unopened = () => new ShopError('refused', UNOPENED);

/** Lays the mat out: as machines of the model were stripped, or as the catalogue knows the kind. */
export const openMat = defineCommand({
  name: 'openMat',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({ unitId }),
  async run({ tx, actor, unit }) {
    refuseHeld(unit!);
    const mat = matOf(await matActs(tx, unit!.id));
    if (mat && !mat.shut)
      throw new ShopError('refused', 'A mat is open for this machine already; nothing was changed.');
    const { items, seen } = mat ? { items: mat.items, seen: mat.seen } : await templateFor(tx, unit!);
    const stage = { from: unit!.stage, to: forward(unit!.stage, 'hands') };
    const opened: MatAct = { op: 'open', items, seen };
    const act = await writeActs(tx, unit!.id, 'mat', [opened], actor.name, { stage });
    await moveStage(tx, unit!, stage.to);
    return {
      event: { kind: 'mat opened', payload: { items: items.length, seen, act } },
      answer: { items: items.length, seen },
    };
  },
});

const spot = Joi.array()
  .ordered(Joi.number().min(0).max(320), Joi.number().min(0).max(200))
  .length(2) as Joi.ArraySchema<[number, number]>;

const itemShape = Joi.object({
  id: shortText('what', 60),
  name: shortText('name', 60).required(),
  kind: Joi.string()
    .valid(...ITEM_KINDS)
    .required()
    .label('kind'),
  count: Joi.number().integer().min(1).max(200).default(1).label('how many'),
  layer: Joi.number().integer().min(0).max(20).required().label('layer'),
  way: Joi.string()
    .valid(...WAYS_OPEN)
    .label('how it opens'),
  lengthMm: Joi.number().min(0.5).max(80).label('length'),
  mat: Joi.string()
    .valid(...MATS)
    .label('which mat'),
  under: Joi.string()
    .valid(...HIDDEN_UNDER)
    .label('hidden under'),
  raises: Joi.array().items(Joi.string().max(60)).max(8),
  spots: Joi.array().max(200).items(spot),
});

/** A group, lead, tape or clip besides those that lie there, or one of them otherwise than it stood. */
export const setMatItem = defineCommand({
  name: 'setMatItem',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({ unitId, item: itemShape.required() }),
  async run({ tx, actor, unit }, { item }) {
    refuseHeld(unit!);
    const acts = await matActs(tx, unit!.id);
    const mat = matOf(acts);
    if (!mat) throw unopened();
    const was = mat.items.find(({ id }) => id === (item.id ?? item.name.toLowerCase()));
    if (!item.id && was)
      throw new ShopError('refused', `Not laid down: "${was.name}" lies there already.`, {
        fields: { name: 'lies there already' },
      });
    const unknown = item.raises?.find((cause) => !catalogue.causes.some(({ id }) => id === cause));
    if (unknown) throw new ShopError('invalid', `Not laid down: no fault is called "${unknown}".`);
    const laid: LedgerItem = { ...was, ...item, id: was?.id ?? item.id ?? item.name.toLowerCase() };
    if (laid.spots && laid.spots.length !== laid.count) delete laid.spots;
    const items = was ? mat.items.map((own) => (own.id === laid.id ? laid : own)) : [...mat.items, laid];
    try {
      balances(items, mat.moves);
    } catch (error) {
      throw new ShopError('refused', `Not changed: ${(error as Error).message.replace(/^ledger: /, '')}.`);
    }
    const said: MatAct = { op: 'item', item: laid };
    const act = await writeActs(tx, unit!.id, 'mat', [said], actor.name);
    return {
      event: { kind: 'mat item', payload: { item: laid.id, name: laid.name, count: laid.count, act } },
      answer: { id: laid.id },
    };
  },
});

/** Lays out one of the mats beside the machine's own, as the catalogue has it. */
export const layMat = defineCommand({
  name: 'layMat',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({
    unitId,
    mat: Joi.string()
      .valid(...MATS)
      .required()
      .label('which mat'),
  }),
  async run({ tx, actor, unit }, { mat: name }) {
    refuseHeld(unit!);
    const mat = matOf(await matActs(tx, unit!.id));
    if (!mat) throw unopened();
    const lying = new Set(mat.items.map(({ id }) => id));
    const items = (sideMats[unit!.chassis][name] ?? []).filter(({ id }) => !lying.has(id));
    if (items.length === 0)
      throw new ShopError(
        'refused',
        'Nothing was laid out: it lies there already, or such a machine has none.',
      );
    const laid = items.map((item): MatAct => ({ op: 'item', item }));
    const act = await writeActs(tx, unit!.id, 'mat', laid, actor.name);
    return {
      event: { kind: 'mat item', payload: { item: name, name: `mat: ${name}`, count: items.length, act } },
      answer: { items: items.length },
    };
  },
});

/** What moves of a mat answer by the way: somebody was inside, a screw is rounded, or turns again. */
async function tellMoves(
  tx: Transaction,
  actor: Actor,
  unit: NonNullable<CommandContext['unit']>,
  before: Mat,
  after: Mat,
): Promise<Put[]> {
  const put: Put[] = [];
  const tell = async (finding: string, outcome: string) => {
    if (appliesTo(findingById(finding)!, unit.chassis))
      put.push(await putAnswer(tx, actor, unit.id, finding, outcome));
  };
  const rounded = (mat: Mat) => mat.balances.reduce((sum, own) => sum + own.rounded, 0);
  const { missing, of } = missingAtOpening(after);
  if (missing > missingAtOpening(before).missing)
    await tell(matTells.missing.finding, missing * 2 > of ? matTells.missing.most : matTells.missing.few);
  if (rounded(after) > rounded(before)) await tell(matTells.rounded.finding, matTells.rounded.yes);
  if (rounded(before) > 0 && rounded(after) === 0) await tell(matTells.rounded.finding, matTells.rounded.no);
  return put;
}

/** Out, back, missing, rounded, replaced, improvised, left over: of a group, of so many, or of some by their place. */
export const moveOnMat = defineCommand({
  name: 'moveOnMat',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({
    unitId,
    moves: Joi.array()
      .min(1)
      .max(40)
      .items(
        Joi.object({
          item: shortText('what', 60).required(),
          move: Joi.string()
            .valid(...MOVES)
            .required()
            .label('what became of it'),
          count: Joi.number().integer().min(1).max(500).default(1).label('how many'),
          spots: Joi.array().items(Joi.number().integer().min(0).max(499)).max(200),
        }),
      )
      .required(),
  }),
  async run({ tx, actor, unit }, { moves }) {
    refuseHeld(unit!);
    const acts = await matActs(tx, unit!.id);
    const mat = matOf(acts);
    if (!mat) throw unopened();
    const next = moves.map((move): MatAct => ({ op: 'move', ...move }));
    let after: Mat;
    try {
      after = matOf([...acts, ...next])!;
    } catch (error) {
      throw new ShopError('refused', `Not noted: ${(error as Error).message.replace(/^ledger: /, '')}.`);
    }
    const put = await tellMoves(tx, actor, unit!, mat, after);
    const told = put.map(({ id }) => id);
    const act = await writeActs(tx, unit!.id, 'mat', next, actor.name, { told });
    const name = (id: string) => mat.items.find((item) => item.id === id)?.name ?? id;
    return {
      event: {
        kind: 'mat',
        payload: {
          moves: moves.map(({ item, move, count }) => ({ item, name: name(item), move, count })),
          ...(told.length && { answers: told }),
          act,
        },
      },
      answer: null,
      answered: put,
    };
  },
});

/** The cover goes on, or the machine is powered with it off: what is not back is said first. */
export const passOverMat = defineCommand({
  name: 'passOverMat',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({
    unitId,
    act: Joi.string().valid('close', 'power').required().label('closed or powered'),
    despite: Joi.boolean().label('all the same'),
  }),
  async run({ tx, actor, unit }, { act, despite }) {
    refuseHeld(unit!);
    if (!matOf(await matActs(tx, unit!.id))) throw unopened();
    const { asked: notBack, act: passed } = await passMat(tx, actor, unit!.id, act, despite);
    return {
      event: { kind: 'mat passed', payload: { act, notBack, ...(passed && { passed }) } },
      answer: { notBack },
    };
  },
});
