import Joi from 'joi';
import { portKinds } from '@/catalog/machine/ports';
import { testsFor } from '@/core/grade/rubric';
import { portTests } from '@/core/record/places/ports';
import { functionTests } from '@/db/schema';
import { BENCH_ROLES, defineCommand } from '../command';
import { ShopError } from '@/errors';
import { houseNow } from '../house/tables';
import { unitId } from '../input';
import { forward, moveStage, refuseHeld } from '../line';
import { writeActs } from '../record/acts';
import { recordNow } from '../record/queries';
import { assertPower } from '../safety/power';
import { ungrade } from './proof';

const count = Joi.number().integer().min(0).max(40).required();

/** Sockets as they were counted and tried, kind by kind; tests about them are decided with it. */
export const tellPorts = defineCommand({
  name: 'tellPorts',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({
    unitId,
    ports: Joi.array()
      .min(1)
      .max(portKinds.length)
      .unique('kind')
      .items(
        Joi.object({
          kind: Joi.string()
            .valid(...portKinds.map(({ id }) => id))
            .required()
            .label('kind'),
          there: count.label('there'),
          good: count.label('working'),
          bad: count.label('not working'),
        }),
      )
      .required(),
  }),
  async run({ tx, actor, unit }, { ports }) {
    refuseHeld(unit!);
    for (const { kind, there, good, bad } of ports)
      if (good + bad > there)
        throw new ShopError(
          'invalid',
          `Not noted: of ${there} ${portKinds.find(({ id }) => id === kind)!.name}, ${good} work and ${bad} do not: that is more than there are.`,
        );
    // a socket is tried with the machine running
    if (ports.some(({ good, bad }) => good + bad > 0)) await assertPower(tx, unit!, 'Not noted');
    const before = (await recordNow(tx, unit!)).ports;
    const act = await writeActs(tx, unit!.id, 'port count', [{ ports }], actor.name);
    const kinds = new Set(ports.map(({ kind }) => kind));
    const now = [...before.filter(({ kind }) => !kinds.has(kind)), ...ports];
    const { rubric } = (await houseNow(tx)).tables;
    const asked = new Set(testsFor(rubric, unit!.chassis).map(({ id }) => id));
    const told = portKinds.flatMap(({ id, test }) => (test && kinds.has(id) ? [test] : []));
    const tests = [...portTests(now, portKinds)].filter(([test]) => asked.has(test) && told.includes(test));
    if (tests.length)
      await tx.insert(functionTests).values(
        tests.map(([test, result]) => ({
          unitId: unit!.id,
          act,
          test,
          result,
          told: { words: 'each socket tried', figures: {} },
          by: actor.id,
          byName: actor.name,
        })),
      );
    if (tests.some(([, result]) => result !== 'absent'))
      await moveStage(tx, unit!, forward(unit!.stage, 'prove'));
    await ungrade(tx, unit!);
    return {
      event: { kind: 'ports counted', payload: { ports, tests: Object.fromEntries(tests), act } },
      answer: { tests: tests.map(([test]) => test) },
    };
  },
});
