import { and, eq } from 'drizzle-orm';
import Joi from 'joi';
import { donorPlaces } from '@/catalog/parts/donor';
import type { Chassis } from '@/core/catalogue';
import { PLACE_MARKS, type DonorPlace, type PlaceMark } from '@/core/parts/donor';
import type { PartExchanged } from '@/core/record/events';
import type { Specification } from '@/core/record/specification';
import type { Transaction } from '@/db/client';
import { components, recordValues } from '@/db/schema';
import { BENCH_ROLES, defineCommand } from '../command';
import { ShopError } from '@/errors';
import { minor, rowId, shortText, unitId } from '../input';
import { refuseHeld } from '../line';
import { writeActs } from '../record/acts';
import { recordNow } from '../record/queries';
import { takeOut } from './exchange';

/** A place of the drawing of such a machine a part can be taken from. @throws ShopError */
function placeOf(chassis: Chassis, id: string): DonorPlace & { class: NonNullable<DonorPlace['class']> } {
  const place = donorPlaces[chassis].find((each) => each.id === id);
  if (!place || place.class === null)
    throw new ShopError('invalid', `Not noted: such a machine has no place "${id}".`);
  return { ...place, class: place.class };
}

/** How places were seen, on the record: by hands, or by the machine’s own report of that name. */
export async function writePlaces(
  tx: Transaction,
  unit: string,
  seen: readonly { place: string; class: string; state: PlaceMark; part?: string }[],
  by: string,
  report?: string,
): Promise<number[]> {
  if (seen.length === 0) return [];
  const rows = await tx
    .insert(recordValues)
    .values(
      seen.map((each) => ({
        unitId: unit,
        key: 'place',
        basis: report ? 'measured' : 'typed',
        value: JSON.stringify(each),
        origin: report ?? 'donor sheet',
        by,
      })),
    )
    .returning({ id: recordValues.id });
  return rows.map(({ id }) => id);
}

/** The donor sheet: what is there, gone, broken or proven good; what taking it apart is worth follows. */
export const markPlaces = defineCommand({
  name: 'markPlaces',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({
    unitId,
    places: Joi.array()
      .min(1)
      .max(40)
      .items(
        Joi.object({
          place: shortText('place', 40).required(),
          state: Joi.string()
            .valid(...PLACE_MARKS)
            .required()
            .label('state'),
        }),
      )
      .required(),
  }),
  async run({ tx, actor, unit }, input) {
    refuseHeld(unit!);
    const places = input.places.map(({ place, state }) => ({
      place,
      class: placeOf(unit!.chassis, place).class,
      state,
    }));
    const act = await writeActs(tx, unit!.id, 'place', places, actor.name);
    return { event: { kind: 'place', payload: { places, act } }, answer: null };
  },
});

/** What comes out, as far as it is known: "500 GB hard disk", not "Drive". */
function nameOf(place: DonorPlace, spec: Specification): string {
  const kind = spec.text('driveKind');
  const told: Partial<Record<string, string | null>> = {
    memory: spec.text('memoryGb') && `${spec.text('memoryGb')} memory`,
    drive:
      kind === 'disk' || kind === 'solid'
        ? `${spec.text('driveGb') ?? ''} ${kind === 'disk' ? 'hard disk' : 'solid-state drive'}`.trim()
        : null,
    processor: spec.text('processor'),
  };
  return (place.minor === undefined && place.class !== null && told[place.class]) || place.name;
}

/**
 * Taking apart as one act: what came out, with what it is worth, into the bin; the machine is credited with it, and
 * the places are empty.
 */
export const harvestParts = defineCommand({
  name: 'harvestParts',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({
    unitId,
    taken: Joi.array()
      .min(1)
      .max(40)
      .unique('place')
      .items(
        Joi.object({
          place: shortText('place', 40).required(),
          componentId: rowId('part'),
          name: shortText('what it is', 80),
          serial: shortText('serial', 60).allow(''),
          worthMinor: minor('worth').required(),
          to: Joi.string().valid('bin', 'scrap').default('bin').label('where it goes'),
        }),
      )
      .required(),
  }),
  async run({ tx, actor, unit }, { taken }) {
    refuseHeld(unit!);
    const told: PartExchanged[] = [];
    const { specification } = await recordNow(tx, unit!);
    const health = specification.number('batteryHealth');
    const seen = taken.map(({ place }) => placeOf(unit!.chassis, place));
    // a broken pack leaves first, whatever it is worth: nothing is taken out beside it
    const states = (await recordNow(tx, unit!)).seenPlaces;
    if (states.battery === 'broken' && !taken.some(({ place }) => place === 'battery'))
      throw new ShopError(
        'refused',
        'Not taken: its pack is broken, and comes out before anything else. Take it first: gloves, contacts taped, into the fireproof place.',
      );
    for (const [i, each] of taken.entries()) {
      const place = seen[i];
      // the one on record of this class, where nobody says which and there is no doubt
      const inside = each.componentId
        ? []
        : await tx
            .select({ id: components.id })
            .from(components)
            .where(and(eq(components.unitId, unit!.id), eq(components.class, place.class)));
      const known = each.componentId ?? (inside.length === 1 && !each.name ? inside[0].id : undefined);
      told.push(
        await takeOut(tx, actor, unit!, {
          ...(known
            ? { componentId: known }
            : {
                seen: {
                  class: place.class,
                  name:
                    each.name ??
                    `${nameOf(place, specification)} of ${`${unit!.maker} ${unit!.model}`.trim() || unit!.tag}`,
                  attributes: place.class === 'battery' && health !== null ? { health } : {},
                  serial: each.serial ?? '',
                },
              }),
          to: each.to,
          worthMinor: each.worthMinor,
        }),
      );
    }
    const values = await writePlaces(
      tx,
      unit!.id,
      seen.map((place) => ({ place: place.id, class: place.class, state: 'gone' as const })),
      actor.name,
    );
    return {
      event: { kind: 'parts moved', payload: { parts: told, note: 'taken apart', values } },
      answer: {
        codes: told.map(({ code }) => code),
        creditMinor: told.reduce((sum, { valueMinor, to }) => sum + (to === 'bin' ? valueMinor : 0), 0),
      },
    };
  },
});
