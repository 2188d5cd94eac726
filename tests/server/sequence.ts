import { and, desc, eq, inArray, isNull, notInArray } from 'drizzle-orm';
import { seededRandom } from '@/core/random';
import { database } from '@/db/client';
import { components, erasureRuns, erasures, events, sightings, units, wants } from '@/db/schema';
import type { Actor } from '@/shop/command';
import { act, benchA, benchB, ERASED, lotWith, owner, refusal } from './shop';
import { saysThrough } from './liveSystem';

/**
 * A drive as it is, whatever the shop has written down: the model of the property test. Its data is tracked by what
 * really happened, told apart by a mark on the drive that no command sees.
 */
export interface RealDrive {
  id: string;
  serial: string;
  /** Somebody's data is on it. */
  data: boolean;
  /** Its data is its owner's, who wants it back or has it back. */
  owners: boolean;
}

/** What left the shop although somebody's data was on it. */
export interface Leak {
  code: string;
  place: string;
  after: string;
}

const LEFT = ['sold', 'scrap', 'returned'] as const;

/**
 * A world of machines and drives in which acts are drawn at random, right and wrong ones, and done through the shop's own
 * commands. After each, every drive that is not in the shop is looked at.
 * @param front where scripts speak to
 */
export async function world(seed: number, front: string) {
  const random = seededRandom(seed);
  const pick = <T>(from: readonly T[]): T | undefined => from[Math.floor(random() * from.length)];
  const chance = (p: number) => random() < p;
  const drives = new Map<string, RealDrive>();
  const lot = await lotWith(['desktop', 'laptop', 'desktop']);
  const theirs = await lotWith(['desktop'], { source: 'owner', priceMinor: 0 });
  const all = [...lot.units, ...theirs.units].map(({ unitId }) => unitId);
  const done: string[] = [];
  /** Machines with a drive that was counted and is not on record: what is really in them, and the record, differ. */
  const hidden = new Set(chance(0.7) ? [lot.units[0].unitId] : []);
  for (const unitId of hidden) await act(benchA, 'countDrives', { unitId, drives: 1, labelled: true });
  let made = 0;
  /** Drives of other worlds in the same shop. */
  const foreign = new Set(
    (await database().select({ id: components.id }).from(components)).map(({ id }) => id),
  );

  const ids = () => [...drives.keys()];
  const where = async (id: string) =>
    (await database().select().from(components).where(eq(components.id, id)))[0];
  const learnOf = async (unitId: string | null, data: boolean) => {
    // whatever part the shop has made since, the model knows it too
    const rows = await database()
      .select()
      .from(components)
      .where(and(eq(components.class, 'drive'), ids().length ? notInArray(components.id, ids()) : undefined));
    for (const row of rows.filter(({ id }) => !foreign.has(id)))
      drives.set(row.id, {
        id: row.id,
        serial: row.serial,
        data,
        owners: row.ownerUnit !== null && unitId !== null,
      });
  };
  const someone = (): Actor => pick([benchA, benchB, owner])!;
  const unit = () => pick(all)!;
  const drive = () => pick(ids());
  const inside = async (id: string) => (await where(id)).unitId;

  /** One act: its name and what it does; what the drive really is afterwards is told beside it. */
  /** Written down by hand of a drive, wherever it is. @returns which */
  const wroteDown = async (kind: string, methodId: string) => {
    const componentId = drive();
    if (!componentId) return null;
    const unitId = await inside(componentId);
    await act(someone(), 'recordErasure', { ...(unitId && { unitId }), componentId, kind, methodId });
    return componentId;
  };
  const acts: Record<string, () => Promise<unknown>> = {
    async record() {
      const unitId = unit();
      const serial = chance(0.3) ? '' : `S-${seed}-${++made}`;
      await act(someone(), 'recordPart', {
        unitId,
        class: 'drive',
        name: 'Basalt 1',
        serial,
        attributes: { kind: 'disk', gb: 0.001, hours: 900 },
      });
      // hands that put one on record there have found it
      hidden.delete(unitId);
      await learnOf(unitId, true);
    },
    async buyNew() {
      const { componentId } = await act<{ componentId: string }>(someone(), 'receivePart', {
        class: 'drive',
        name: 'Flint 1',
        serial: `N-${seed}-${++made}`,
        attributes: { kind: 'disk', gb: 0.001 },
      });
      drives.set(componentId, { id: componentId, serial: '', data: false, owners: false });
      await act(someone(), 'recordErasure', { componentId, kind: 'never', method: 'sealed' });
    },
    async report() {
      const unitId = unit();
      // what it shows: some of the drives that are really in it, or, by a slip, those of another machine
      const from = chance(0.25) ? unit() : unitId;
      if (hidden.has(unitId) || hidden.has(from)) return;
      const rows = await database()
        .select()
        .from(components)
        .where(and(eq(components.unitId, from), eq(components.class, 'drive')));
      const root = chance(0.7);
      const files = rows.map((row, n) => ({
        name: `smartctl-sd${n}.json`,
        text: JSON.stringify({
          device: { name: `/dev/sd${'abcdef'[n % 6]}`, type: 'sat' },
          model_name: 'Basalt 1',
          ...(root && row.serial && { serial_number: row.serial }),
          user_capacity: { bytes: 1_048_576 },
          rotation_rate: 7200,
          power_on_time: { hours: 900 },
        }),
      }));
      if (files.length) await act(someone(), 'ingestReport', { unitId, files: files.slice(0, 8) });
      await learnOf(unitId, true);
    },
    async sighting() {
      const [row] = await database().select().from(sightings).where(isNull(sightings.answer)).limit(1);
      if (!row) return;
      await act(someone(), 'answerSighting', {
        unitId: row.unitId,
        sightingId: row.id,
        answer: chance(0.5) ? 'same' : 'another',
      });
      await learnOf(row.unitId, true);
    },
    async count() {
      // an honest count: as many as are really in it
      const unitId = unit();
      const rows = await database()
        .select()
        .from(components)
        .where(and(eq(components.unitId, unitId), eq(components.class, 'drive')));
      await act(someone(), 'countDrives', {
        unitId,
        drives: rows.length + Number(hidden.has(unitId)),
        labelled: true,
      });
    },
    async eraseByHand() {
      const id = drive();
      if (!id) return;
      const unitId = await inside(id);
      await act(someone(), 'recordErasure', { ...(unitId && { unitId }), componentId: id, ...ERASED });
      drives.get(id)!.data = false;
    },
    async never() {
      const id = drive();
      if (!id) return;
      const unitId = await inside(id);
      // a technician says of any drive that it is new: only of one that is may it count
      const [own] = [drives.get(id)!];
      const refused = await refusal(
        act(benchA, 'recordErasure', {
          ...(unitId && { unitId }),
          componentId: id,
          kind: 'never',
          method: 'new',
        }),
      );
      if (refused === null && own.data) throw new Error(`"never held data" was taken of ${id}, which does`);
    },
    failed: async () => void (await wroteDown('failed', 'disk-overwrite')),
    async destroy() {
      const id = await wroteDown('destroyed', 'destroy');
      if (id) drives.get(id)!.data = false;
    },
    async script() {
      const id = drive();
      if (!id) return;
      const unitId = await inside(id);
      const row = await where(id);
      const at = unitId ? { unitId } : {};
      const { run, token } = await act<{ run: string; token: string }>(someone(), 'startErasure', {
        ...at,
        componentId: id,
        methodId: 'disk-overwrite',
      });
      await fetch(`${front}/e/${token}/serial`, {
        method: 'POST',
        body: JSON.stringify({ device: '/dev/sda', serial: row.serial, model: '', sectors: 2_048 }),
      });
      await act(someone(), 'confirmErasure', { ...at, run, serial: row.serial });
      open.push({ id, run, token });
    },
    async scriptEnds() {
      const one = open.splice(Math.floor(random() * open.length), 1)[0];
      if (!one) return;
      const lies = chance(0.2);
      const answer = await saysThrough(front, one.token, one.run, lies ? { proof: 'ab'.repeat(32) } : {});
      const { erased } = (await answer.json()) as { erased?: boolean };
      const [run] = await database().select().from(erasureRuns).where(eq(erasureRuns.id, one.run));
      // it wrote until something ended it: only one that ended well is empty by it
      if (erased && run.ending === 'done' && !lies) drives.get(one.id)!.data = false;
      if (erased && lies) throw new Error('an erasure without its proof was taken for one');
    },
    async takeBack() {
      const id = drive();
      if (!id) return;
      const [row] = await database()
        .select()
        .from(erasures)
        .where(and(eq(erasures.componentId, id), isNull(erasures.voidedBy)))
        .limit(1);
      if (!row) return;
      const unitId = await inside(id);
      await act(someone(), 'takeBackErasure', {
        ...(unitId && { unitId }),
        erasureId: row.id,
        why: 'it was not so',
      });
    },
    async neverHere() {
      // by a slip: it is in there, and the record now says that it never was
      const id = drive();
      const unitId = id && (await inside(id));
      if (!unitId || hidden.has(unitId)) return;
      await act(someone(), 'takeBackPart', { unitId, componentId: id });
      hidden.add(unitId);
    },
    async reportBack() {
      const unitId = unit();
      const [entry] = await database()
        .select({ payload: events.payload })
        .from(events)
        .where(and(eq(events.unitId, unitId), eq(events.kind, 'report taken in')))
        .orderBy(desc(events.seq))
        .limit(1);
      const said = entry?.payload as { act: string; made: string[] } | undefined;
      if (!said || said.made.length > 1 || hidden.has(unitId)) return;
      await act(owner, 'takeBackReport', { unitId, act: said.act });
      if (said.made.length) hidden.add(unitId);
    },
    async take() {
      const id = drive();
      const unitId = id && (await inside(id));
      if (!unitId) return;
      await act(someone(), 'takePart', {
        unitId,
        componentId: id,
        to: pick(['bin', 'bin', 'scrap', 'returned'])!,
      });
    },
    async takeAgain() {
      await act(someone(), 'takeBackParts', { unitId: unit() });
    },
    async fit() {
      const id = drive();
      if (!id) return;
      await act(someone(), 'fitPart', { unitId: unit(), componentId: id, despite: true });
    },
    async build() {
      const id = drive();
      if (!id) return;
      const { unitId } = await act<{ unitId: string }>(someone(), 'buildUnit', {
        lotId: lot.lotId,
        chassis: 'desktop',
        parts: [{ componentId: id }],
        despite: true,
      });
      all.push(unitId);
    },
    async look() {
      const unitId = unit();
      const empty = chance(0.6) && !hidden.has(unitId);
      await act(someone(), 'observe', { unitId, finding: 'look-bay', outcome: empty ? 1 : 0 });
    },
    async list() {
      await act(someone(), 'listUnit', { unitId: unit(), askMinor: 900, as: 'as found' });
    },
    async sell() {
      await act(someone(), 'sellUnit', { unitId: unit(), priceMinor: 900, soldOn: '2026-11-26' });
    },
    async cancel() {
      await act(someone(), 'cancelSale', { unitId: unit(), why: 'never fetched' });
    },
    async comesBack() {
      const unitId = unit();
      const rows = await database()
        .select({ id: components.id })
        .from(components)
        .where(eq(components.place, 'sold'));
      await act(owner, 'returnSale', { unitId, refundMinor: 900, why: 'dead' });
      // whoever had it used it
      const back = rows.length
        ? await database()
            .select()
            .from(components)
            .where(
              and(
                inArray(
                  components.id,
                  rows.map(({ id }) => id),
                ),
                eq(components.unitId, unitId),
              ),
            )
        : [];
      for (const { id } of back) if (drives.has(id)) drives.get(id)!.data = true;
    },
    async sellLoose() {
      const id = drive();
      if (!id) return;
      await act(someone(), 'sellPart', { componentId: id, priceMinor: 500, soldOn: '2026-11-26' });
    },
    async looseBack() {
      const id = drive();
      if (!id) return;
      const back = chance(0.5);
      await act(owner, back ? 'partCameBack' : 'unsellPart', { componentId: id, why: 'x' });
      if (back) drives.get(id)!.data = true;
    },
    async ends() {
      await act(someone(), 'endUnit', { unitId: unit(), as: pick(['recycled', 'harvested', 'given away'])! });
    },
    async goesBack() {
      // with its data, to whoever is named: that is no leak, whoever says so
      const unitId = unit();
      const rows = await database()
        .select()
        .from(components)
        .where(and(eq(components.unitId, unitId), eq(components.class, 'drive')));
      const actor = someone();
      const named = chance(0.5);
      await act(actor, 'endUnit', { unitId, as: 'returned', ...(named && { note: 'the seller' }) });
      const [own] = await database().select().from(units).where(eq(units.id, unitId));
      const mayGo = named || actor.role === 'owner' || own.lotId === theirs.lotId || rows.length === 0;
      if (!mayGo) throw new Error('a machine of the shop’s went back with its data, to nobody');
      for (const { id } of rows) if (drives.has(id)) drives.get(id)!.owners = true;
    },
    async isBack() {
      const unitId = unit();
      const [before] = await database().select().from(units).where(eq(units.id, unitId));
      await act(owner, 'setStage', { unitId, stage: 'find' });
      if (before.stage !== 'gone') return;
      const rows = await database().select().from(components).where(eq(components.unitId, unitId));
      for (const { id } of rows)
        if (drives.has(id))
          Object.assign(drives.get(id)!, {
            owners: false,
            data: before.goneAs === 'lost' ? drives.get(id)!.data : true,
          });
    },
    async quarantine() {
      await act(someone(), 'setStage', { unitId: unit(), stage: 'quarantine' });
    },
    async released() {
      await act(owner, 'setStage', { unitId: unit(), stage: 'find' });
    },
    async clone() {
      const unitId = unit();
      const { workId } = await act<{ workId: string }>(someone(), 'startWork', {
        unitId,
        ref: 'clone-drive',
      });
      await act(someone(), 'finishWork', { unitId, workId });
      const rows = await database().select().from(components).where(eq(components.unitId, unitId));
      for (const { id } of rows) if (drives.has(id)) drives.get(id)!.data = true;
    },
    async order() {
      const unitId = unit();
      const { wantId } = await act<{ wantId: string }>(someone(), 'quotePart', {
        unitId,
        class: 'drive',
        name: 'Used drive',
        priceMinor: 900,
        days: 2,
        condition: 'used',
      });
      await act(someone(), 'orderPart', { unitId, wantId, waits: false });
      const { componentId } = await act<{ componentId: string }>(someone(), 'partArrived', {
        unitId,
        wantId,
      });
      drives.set(componentId, { id: componentId, serial: '', data: true, owners: false });
    },
    async notAsSaid() {
      const [want] = await database()
        .select()
        .from(wants)
        .where(inArray(wants.state, ['arrived', 'accepted']))
        .limit(1);
      if (!want?.componentId) return;
      await act(someone(), 'lookedAtPart', { unitId: want.unitId, wantId: want.id, good: false });
      // back to its seller, with what its seller had on it
      if (drives.has(want.componentId)) drives.get(want.componentId)!.owners = !touched.has(want.componentId);
    },
    async describe() {
      const id = drive();
      if (!id) return;
      await act(someone(), 'describePart', {
        componentId: id,
        serial: `R-${seed}-${++made}`,
        attributes: {},
      });
    },
    async keeps() {
      await act(someone(), 'setKeeps', {
        unitId: unit(),
        keeps: chance(0.5),
        ...(chance(0.5) && { how: 'by telephone' }),
      });
    },
  };
  const open: { id: string; run: string; token: string }[] = [];
  /** Drives that were in a machine of ours. */
  const touched = new Set<string>();

  /** Does one act; what was refused changed nothing that is looked at here. @returns what leaked by it */
  async function step(): Promise<Leak | null> {
    const name = pick(Object.keys(acts))!;
    const before = await database()
      .select({ id: components.id, place: components.place, unitId: components.unitId })
      .from(components)
      .where(eq(components.class, 'drive'));
    for (const { id, unitId } of before) if (unitId) touched.add(id);
    const refused = await acts[name]().then(
      () => null,
      (error: { code?: string; message: string }) => {
        if (!error.code) throw error;
        return error;
      },
    );
    done.push(refused ? `${name} (refused)` : name);
    const now = await database().select().from(components).where(eq(components.class, 'drive'));
    for (const row of now) {
      const own = drives.get(row.id);
      const was = before.find(({ id }) => id === row.id);
      const left = (LEFT as readonly string[]).includes(row.place) && was?.place !== row.place;
      if (own && left && own.data && !own.owners)
        return { code: row.code, place: row.place, after: done.slice(-12).join(', ') };
    }
    for (const unitId of hidden) {
      const [{ tag, stage, goneAs }] = await database().select().from(units).where(eq(units.id, unitId));
      const away = stage === 'sold' || (stage === 'gone' && goneAs !== 'returned' && goneAs !== 'lost');
      if (away)
        return { code: `a drive in ${tag}`, place: goneAs ?? stage, after: done.slice(-12).join(', ') };
    }
    return null;
  }
  return { step, done };
}
