import { eq } from 'drizzle-orm';
import { beforeAll, describe, expect, it } from 'vitest';
import { database } from '@/db/client';
import { components, recordValues, units, work, workSegments } from '@/db/schema';
import { dayEnd } from '@/shop/day/end';
import { replan } from '@/shop/day/keep';
import { searchNotes, unitNotes } from '@/shop/hands/notes';
import { binFor } from '@/shop/advice/fit';
import { machineNow } from '@/shop/parts/machine';
import { binPage, binParts } from '@/shop/parts/queries';
import { recordNow } from '@/shop/record/queries';
import { standingOf } from '@/shop/units/remaining';
import { lackingOf } from '@/core/parts/lacking';
import { findingById } from '@/catalog';
import { act, benchA, benchB, bookOf, ERASED, lotWith, openShop, owner, refusal, unitRow } from './shop';

openShop('hands_more');

const machine = async (chassis: 'laptop' | 'desktop' = 'laptop', more: Record<string, unknown> = {}) =>
  (await lotWith([chassis], more)).units[0];
const record = async (unitId: string) => recordNow(database(), await unitRow(unitId));
const soil = (unitId: string, zone: string, what: string, degree: number) =>
  act(benchA, 'markSoil', { unitId, zone, soil: what, degree });
const part = async (id: string) =>
  (await database().select().from(components).where(eq(components.id, id)))[0];
const receive = async (partClass: string, name: string, more: Record<string, unknown> = {}) =>
  await act<{ componentId: string; code: string }>(benchA, 'receivePart', {
    class: partClass,
    name,
    costMinor: 500,
    knownGood: true,
    ...more,
  });

describe('cleaning by zones is work', () => {
  it('its minutes are the unit’s while no clock runs, and go back with it', async () => {
    const { unitId } = await machine();
    await soil(unitId, 'lid', 'glue', 2);
    const before = (await bookOf(unitId)).minutes;
    await act(benchA, 'cleanStep', { unitId, rule: 'glue-alcohol', zones: ['lid'] });
    expect((await bookOf(unitId)).minutes - before).toBeCloseTo(6, 3);
    await act(benchA, 'takeBackAct', { what: 'clean', unitId });
    expect((await bookOf(unitId)).minutes).toBeCloseTo(before, 3);
    // a clock that runs counts them itself
    await act(benchA, 'startWork', { unitId, ref: 'clean-plan' });
    await act(benchA, 'cleanStep', { unitId, rule: 'glue-alcohol', zones: ['lid'] });
    expect(
      (await database().select().from(work).where(eq(work.unitId, unitId))).map(({ kind, status }) => [
        kind,
        status,
      ]),
    ).toEqual(expect.arrayContaining([['clean', 'running']]));
    expect((await bookOf(unitId)).minutes - before).toBeLessThan(1);
  });
  it('it is cleaned when nothing that pays is left, whatever clock ran', async () => {
    const { unitId } = await machine();
    const cleaned = async () => (await standingOf(await unitRow(unitId))).cleaned;
    for (const zone of ['lid', 'screen', 'palm', 'keys', 'ports', 'base', 'gap'])
      await act(benchA, 'markSoil', { unitId, zone, degree: 0 });
    await soil(unitId, 'palm', 'dust', 3);
    expect(await cleaned()).toBe(false);
    await act(benchA, 'cleanStep', { unitId, rule: 'dust-wipe', zones: ['palm'] });
    expect(await cleaned()).toBe(true);
    // a clock alone does not clean away what would ruin it
    await soil(unitId, 'board', 'metal', 1);
    await act(benchA, 'logWork', { unitId, ref: 'clean-plan', minutes: 10 });
    expect(await cleaned()).toBe(false);
  });
  // found: with metal dust inside, the grille was blown first
  it('nothing is blown while metal dust lies anywhere in it', async () => {
    const { unitId } = await machine('desktop');
    await soil(unitId, 'grille', 'felt', 2);
    await soil(unitId, 'board', 'metal', 2);
    const blow = () => act(benchA, 'cleanStep', { unitId, rule: 'air-blower', zones: ['grille'] });
    expect(await refusal(blow())).toMatchObject({ message: expect.stringContaining('metal dust') });
    await act(benchA, 'cleanStep', { unitId, rule: 'metal-vacuum', zones: ['board'] });
    await blow();
  });
  it('what stays is told in its own words; who cleaned a supply inside stands on record', async () => {
    const { unitId } = await machine('desktop');
    await act(benchA, 'stainStays', { unitId, zone: 'case', stays: true, words: 'a burn of a cigarette' });
    expect((await record(unitId)).flaws.map(({ words }) => words)).toContain(
      'case outside: a burn of a cigarette that does not come off',
    );
    const inside = { unitId, zone: 'supply', by: 'an electrician' };
    expect(await refusal(act(benchA, 'cleanedElsewhere', inside))).toMatchObject({ code: 'refused' });
    await soil(unitId, 'supply', 'tar', 3);
    await act(benchA, 'cleanedElsewhere', inside);
    expect((await record(unitId)).clean.supply).toMatchObject({ cleaned: true, soils: {} });
    await act(benchA, 'takeBackAct', { what: 'clean', unitId });
    expect((await record(unitId)).clean.supply.soils).toEqual({ tar: 3 });
  });
  it('a step that is listed no more goes on as cleaning', async () => {
    const { unitId } = await machine();
    const { workId } = await act<{ workId: string }>(benchB, 'startWork', { unitId, ref: 'clean-plan' });
    await database().update(work).set({ ref: 'clean-inside' }).where(eq(work.id, workId));
    await act(benchB, 'pauseWork', { unitId, workId });
    await act(benchB, 'resumeWork', { unitId, workId });
    await act(benchB, 'finishWork', { unitId, workId });
  });
});

describe('any work, any parts', () => {
  it('several in and out with work that is no repair, their states, one’s own words; back as one act', async () => {
    const { unitId } = await machine('desktop');
    const card = await receive('card', 'Sound card', {});
    const work1 = await act<{ workId: string }>(benchA, 'logWork', {
      unitId,
      ref: 'other',
      minutes: 12,
      title: 'Sound card and a bracket',
      note: 'the old one crackled',
      parts: {
        put: [
          { componentId: card.componentId, state: 'repaired', heldBy: 'a new capacitor' },
          {
            bought: { class: 'case', name: 'Bracket', costMinor: 50, condition: 'new' },
            state: 'improvised',
            heldBy: 'two cable ties',
          },
        ],
        out: [{ seen: { class: 'card', name: 'Old sound card' }, to: 'bin', state: 'dead' }],
      },
    });
    const [row] = await database().select().from(work).where(eq(work.id, work1.workId));
    expect(row).toMatchObject({ title: 'Sound card and a bracket', note: 'the old one crackled' });
    expect((await record(unitId)).flaws.map(({ words }) => words)).toContain(
      'Bracket: improvised with two cable ties',
    );
    const dead = (await database().select().from(components)).find(({ name }) => name === 'Old sound card')!;
    expect(dead).toMatchObject({ place: 'bin', knownGood: false, attributes: { state: 'dead' } });
    // found: a dead part was offered as fitting
    const { machine: takes } = {
      machine: await machineNow(database(), await unitRow(unitId), await record(unitId)),
    };
    expect(
      (await binFor(await unitRow(unitId), takes, 'card')).find(({ part: own }) => own.id === dead.id)?.fit
        .answer,
    ).toBe('no');
    await act(benchA, 'takeBackWork', { unitId, workId: work1.workId });
    expect((await part(card.componentId)).place).toBe('bin');
    expect((await part(dead.id)).unitId).toBe(unitId);
    expect((await part(dead.id)).attributes).not.toHaveProperty('state');
    // and the card is tested good again, as it was before somebody called it repaired
    expect(await part(card.componentId)).toMatchObject({ knownGood: true });
    expect((await part(card.componentId)).attributes).not.toHaveProperty('state');
    expect((await record(unitId)).flaws).toEqual([]);
  });
  it('as it was offered for it, into a place that is named; taken back it is kept for it in the bin', async () => {
    const { unitId } = await machine('desktop');
    await act(benchA, 'typeSpec', { unitId, key: 'memorySlots', value: '4' });
    const { wantId } = await act<{ wantId: string }>(benchA, 'quotePart', {
      unitId,
      class: 'memory',
      name: '4 GB module, DDR3',
      priceMinor: 700,
      condition: 'used',
      source: 'the market',
    });
    const fits = (spot: string, of: Record<string, unknown>) =>
      act<{ workId: string }>(benchA, 'logWork', {
        unitId,
        ref: 'fit-parts',
        minutes: 4,
        parts: { put: [{ ...of, spot, despite: true }] },
      });
    expect(await refusal(fits('memory 9', { wantId }))).toMatchObject({
      message: expect.stringContaining('no place "memory 9"'),
    });
    const { workId } = await fits('memory 3', { wantId });
    const held = async () =>
      Object.fromEntries(
        (await record(unitId)).contents.flatMap((place) =>
          place.class === 'memory' ? [[place.id, place.part?.name ?? null]] : [],
        ),
      );
    expect(await held()).toEqual({
      memory: null,
      'memory 2': null,
      'memory 3': '4 GB module, DDR3',
      'memory 4': null,
    });
    expect((await bookOf(unitId)).partsMinor).toBe(700);
    const other = await receive('memory', 'Another 4 GB module');
    expect(await refusal(fits('memory 3', { componentId: other.componentId }))).toMatchObject({
      message: expect.stringContaining('Take it out with it'),
    });
    expect(await refusal(fits('memory 2', { wantId }))).toMatchObject({
      message: expect.stringContaining('is fitted already'),
    });
    await act(benchA, 'takeBackWork', { unitId, workId });
    expect(Object.values(await held())).toEqual([null, null, null, null]);
    const [came] = (await database().select().from(components)).filter(({ keptFor }) => keptFor === unitId);
    expect(came).toMatchObject({ place: 'bin', costMinor: 700 });
    await act(benchA, 'dropWant', { unitId, wantId });
    expect((await part(came.id)).keptFor).toBeNull();
  });
  it('fitted as it was ordered, the machine waits no more', async () => {
    const { unitId } = await machine('desktop');
    const { wantId } = await act<{ wantId: string }>(benchA, 'quotePart', { unitId, class: 'fan', name: 'A fan', priceMinor: 300, condition: 'new' }); // prettier-ignore
    await act(benchA, 'orderPart', { unitId, wantId });
    expect((await unitRow(unitId)).stage).toBe('waiting');
    await act(benchA, 'logWork', { unitId, ref: 'fit-parts', minutes: 4, parts: { put: [{ wantId, despite: true }] } }); // prettier-ignore
    expect((await unitRow(unitId)).stage).toBe('hands');
  });
  it('an owner’s drive goes back to them with the work, on record; taken back, it holds their data again', async () => {
    const { unitId } = await machine('laptop', { source: 'owner' });
    await act(benchA, 'tellOwner', { unitId, act: { op: 'quote', lines: [{ what: 'Drive', minor: 900 }] } });
    await act(benchA, 'tellOwner', { unitId, act: { op: 'answer', yes: true, how: 'here' } });
    const drive = await act<{ componentId: string }>(benchA, 'recordPart', { unitId, class: 'drive', name: '320 GB disk, SATA' }); // prettier-ignore
    const { workId } = await act<{ workId: string }>(benchA, 'logWork', { unitId, ref: 'fit-parts', minutes: 4, parts: { out: [{ componentId: drive.componentId, to: 'returned' }] } }); // prettier-ignore
    expect(await part(drive.componentId)).toMatchObject({ place: 'returned' });
    await act(benchA, 'takeBackWork', { unitId, workId });
    expect(await part(drive.componentId)).toMatchObject({ unitId });
    const own = (await record(unitId)).drives.inside.find(({ part: each }) => each.id === drive.componentId)!;
    expect(own.accounted).toBe(false);
  });
  it('straight out of a donor, which is credited; taken back it is in the donor again', async () => {
    const [a, b] = (await lotWith(['desktop', 'desktop'])).units;
    const fan = await act<{ componentId: string }>(benchA, 'recordPart', {
      unitId: b.unitId,
      class: 'fan',
      name: 'Case fan',
      worthMinor: 200,
    });
    const worth = (await unitRow(b.unitId)).valueMinor;
    const version = (await unitRow(b.unitId)).version;
    const { workId } = await act<{ workId: string }>(benchA, 'logWork', {
      unitId: a.unitId,
      ref: 'fit-parts',
      minutes: 5,
      parts: { put: [{ componentId: fan.componentId, despite: true }], out: [] },
    });
    expect((await part(fan.componentId)).unitId).toBe(a.unitId);
    expect((await bookOf(b.unitId)).partsMinor).toBeLessThan(0);
    expect((await unitRow(b.unitId)).version).toBeGreaterThan(version);
    await act(benchA, 'takeBackWork', { unitId: a.unitId, workId });
    expect((await part(fan.componentId)).unitId).toBe(b.unitId);
    expect((await bookOf(b.unitId)).partsMinor).toBe(0);
    // what the donor is worth went with the fan, and came back with it
    expect((await unitRow(b.unitId)).valueMinor).toBe(worth);
    // a drive goes by the bin, where its data is asked for
    const drive = await act<{ componentId: string }>(benchA, 'recordPart', {
      unitId: b.unitId,
      class: 'drive',
      name: '500 GB disk',
    });
    expect(
      await refusal(
        act(benchA, 'logWork', {
          unitId: a.unitId,
          ref: 'fit-parts',
          minutes: 5,
          parts: { put: [{ componentId: drive.componentId, despite: true }], out: [] },
        }),
      ),
    ).toMatchObject({ message: expect.stringContaining('its data is asked for') });
  });
  it('an install that came to nothing is kept, moves nothing on and teaches no minutes', async () => {
    const { unitId } = await machine();
    await act(benchA, 'setStage', { unitId, stage: 'system' });
    const { workId } = await act<{ workId: string }>(benchA, 'logWork', {
      unitId,
      ref: 'quick-wipe',
      minutes: 3,
      failed: true,
      note: 'no cloth',
    });
    expect((await unitRow(unitId)).stage).toBe('system');
    const [row] = await database().select().from(work).where(eq(work.id, workId));
    expect(row.status).toBe('failed');
    expect(row.eventSeq).not.toBeNull();
    expect(await database().select().from(workSegments).where(eq(workSegments.workId, workId))).toHaveLength(
      1,
    );
    expect(
      await refusal(act(benchA, 'logWork', { unitId, ref: 'reseat-memory', minutes: 3, failed: true })),
    ).toMatchObject({ code: 'invalid' });
    await act(benchA, 'takeBackWork', { unitId, workId });
  });
});

describe('notes and points that are open', () => {
  it('an open point bars the grade until it is settled; taken back it is open again', async () => {
    const { unitId, tag } = await machine();
    await act(benchA, 'noteUnit', { unitId, text: 'left hinge clicks when warm', open: true });
    const [note] = await unitNotes(database(), unitId);
    const grade = () => refusal(act(owner, 'giveGrade', { unitId }));
    expect(await grade()).toMatchObject({ message: expect.stringContaining('left hinge clicks') });
    await act(benchA, 'closePoint', { unitId, note: note.id, how: 'oiled' });
    expect((await grade())!.message).not.toContain('left hinge');
    expect(await refusal(act(benchA, 'closePoint', { unitId, note: note.id }))).toMatchObject({
      code: 'refused',
    });
    await act(benchA, 'takeBackAct', { what: 'note', unitId });
    expect((await unitNotes(database(), unitId))[0]).toMatchObject({ open: true, how: '' });
    expect((await searchNotes('hinge warm')).map(({ where }) => where)).toContain(tag);
    expect(await searchNotes('hinge frost')).toEqual([]);
    expect(await searchNotes('%')).toEqual([]);
    // the shape a note is kept in is no word of it
    expect(await searchNotes('open text op')).toEqual([]);
  });
});

describe('counting the bin', () => {
  let codes: string[] = [];
  beforeAll(async () => {
    for (const name of ['Module one', 'Module two', 'Module three'])
      await receive('memory', name, { attributes: { gb: 4, kind: 'DDR3', form: 'SO-DIMM' } });
    codes = (await binParts(['memory'])).map(({ code }) => code);
  });
  it('what is not found is offered to nobody, and is found again; what is elsewhere is named', async () => {
    const { unitId, tag } = await machine();
    const inside = await act<{ componentId: string }>(benchA, 'recordPart', {
      unitId,
      class: 'memory',
      name: 'In a machine',
    });
    const away = (await part(inside.componentId)).code;
    const said = await act<{ missing: string[]; elsewhere: string[]; unknown: string[]; found: number }>(
      benchA,
      'countBin',
      { class: 'memory', codes: [codes[0].toLowerCase(), codes[0], away, 'P-9999999'] },
    );
    expect(said).toMatchObject({ found: 1, unknown: ['P-9999999'] });
    expect(said.missing).toHaveLength(codes.length - 1);
    expect(said.elsewhere).toEqual([expect.stringContaining(`in ${tag}`)]);
    const offered = async () =>
      (
        await binFor(
          await unitRow(unitId),
          await machineNow(database(), await unitRow(unitId), await record(unitId)),
          'memory',
        )
      ).map(({ part: own }) => own.code);
    expect(await offered()).toEqual([codes[0]]);
    const second = (await binParts(['memory'])).find(({ code }) => code === codes[1])!;
    await act(benchA, 'partFound', { componentId: second.id });
    expect(await offered()).toContain(codes[1]);
    // counted again, all of it there
    await act(benchA, 'countBin', { class: 'memory', codes });
    expect(await offered()).toHaveLength(codes.length);
    const third = (await binParts(['memory'])).find(({ code }) => code === codes[2])!;
    const off = { componentId: third.id, why: 'fell behind the shelf' };
    expect(await refusal(act(owner, 'writeOffPart', off))).toMatchObject({ code: 'refused' });
    await act(benchA, 'countBin', { class: 'memory', codes: codes.slice(0, 2) });
    expect(await refusal(act(benchA, 'writeOffPart', off))).toMatchObject({ code: 'forbidden' });
    await act(owner, 'writeOffPart', off);
    expect((await part(third.id)).place).toBe('scrap');
    // it turns up after all
    await act(benchA, 'partFound', { componentId: third.id });
    expect(await part(third.id)).toMatchObject({ place: 'bin', missingSince: null });
    expect(await refusal(act(benchA, 'partFound', { componentId: third.id }))).toMatchObject({
      code: 'refused',
    });
    // what is fitted is not missing any more, and is none when it comes out again
    await act(benchA, 'countBin', { class: 'memory', codes: codes.slice(0, 2) });
    await act(benchA, 'fitPart', { unitId, componentId: third.id, despite: true });
    expect((await part(third.id)).missingSince).toBeNull();
  });
});

describe('somebody else’s machine', () => {
  it('nothing of theirs is in any view of the stock; what was to be asked back and hands against the quote', async () => {
    const { unitId } = await machine('laptop', { source: 'owner', priceMinor: 0 });
    const { code } = await act<{ code: string }>(benchA, 'ownerSupplies', {
      unitId,
      class: 'memory',
      name: 'Their module',
    });
    expect((await binParts()).map((own) => own.code)).not.toContain(code);
    expect((await binPage({})).rows.map((own) => own.code)).not.toContain(code);
    expect((await binParts(undefined, true)).map((own) => own.code)).toContain(code);
    const tell = (told: Record<string, unknown>) => act(benchA, 'tellOwner', { unitId, act: told });
    expect(await refusal(tell({ op: 'told', n: 0, text: 'yes' }))).toMatchObject({ code: 'refused' });
    await tell({ op: 'ask', text: 'may the data go?' });
    await tell({ op: 'told', n: 0, text: 'no' });
    await tell({ op: 'quote', lines: [{ what: 'panel', minor: 3200, minutes: 25 }] });
    const rows = await database().select().from(recordValues).where(eq(recordValues.unitId, unitId));
    expect(rows.filter(({ key }) => key === 'owner')).toHaveLength(3);
  });
});

describe('a clone', () => {
  const cloneTo = async (name: string) => {
    const { unitId } = await machine();
    const old = await act<{ componentId: string }>(benchA, 'recordPart', { unitId, class: 'drive', name: '320 GB disk, SATA' }); // prettier-ignore
    await act(benchA, 'recordErasure', { unitId, componentId: old.componentId, ...ERASED });
    await act(benchA, 'logWork', {
      unitId,
      ref: 'clone-drive',
      minutes: 5,
      parts: {
        put: [{ bought: { class: 'drive', name, costMinor: 900, condition: 'new' }, despite: true }],
        out: [{ componentId: old.componentId, to: 'bin' }],
      },
    });
    await act(benchA, 'observe', { unitId, finding: 'gets-to', outcome: findingById('gets-to')!.outcomes.findIndex(({ id }) => id === 'restarts-over-and-over') }); // prettier-ignore
    return (await unitRow(unitId)).evaluation!.beliefs.find(({ cause }) => cause === 'clone-driver')!
      .probability;
  };
  it('from one bus to another makes the missing driver likelier than on the same bus, by what the drives say', async () => {
    expect(await cloneTo('256 GB NVMe M.2')).toBeGreaterThan((await cloneTo('240 GB SATA')) + 0.1);
  });
});

describe('a build', () => {
  it('is taken back as one act: donors have their parts again, the machine is gone', async () => {
    const { lotId, units: made } = await lotWith(['desktop']);
    const donor = made[0].unitId;
    const board = await act<{ componentId: string }>(benchA, 'recordPart', {
      unitId: donor,
      class: 'board',
      name: 'Board',
      worthMinor: 900,
    });
    const loose = await receive('memory', 'Module for it');
    const built = await act<{ unitId: string }>(benchA, 'buildUnit', {
      lotId,
      chassis: 'desktop',
      maker: 'Own',
      model: 'Built',
      parts: [{ componentId: board.componentId }, { componentId: loose.componentId }],
      despite: true,
    });
    const more = await receive('fan', 'Fan');
    await act(benchA, 'fitPart', { unitId: built.unitId, componentId: more.componentId, despite: true });
    expect(await refusal(act(benchA, 'takeBackBuild', { unitId: built.unitId }))).toMatchObject({
      message: expect.stringContaining('went in since'),
    });
    await act(benchA, 'takePart', { unitId: built.unitId, componentId: more.componentId, to: 'bin' });
    await act(benchA, 'takeBackBuild', { unitId: built.unitId });
    expect((await part(board.componentId)).unitId).toBe(donor);
    expect((await part(loose.componentId)).place).toBe('bin');
    expect((await database().select().from(units).where(eq(units.id, built.unitId)))[0].stage).toBe('gone');
    expect((await bookOf(donor)).partsMinor).toBe(0);
  });
});

describe('a case without a board', () => {
  it('is a machine of its own: built from a case alone it is worth its parts and is not powered; with a board in it is', async () => {
    const { lotId } = await lotWith(['desktop']);
    const bare = await receive('case', 'Bare case, mid tower', { worthMinor: 300 });
    const { unitId } = await act<{ unitId: string }>(benchA, 'buildUnit', {
      lotId,
      chassis: 'desktop',
      maker: 'Own',
      model: 'Case',
      parts: [{ componentId: bare.componentId }],
      despite: true,
    });
    const shell = await unitRow(unitId);
    expect(lackingOf((await record(unitId)).contents).classes).toContain('board');
    expect(await refusal(act(benchA, 'setBench', { unitId, bench: { plugged: true } }))).toMatchObject({
      message: expect.stringContaining('board'),
    });
    const board = await receive('board', 'Board for it', {});
    await act(benchA, 'fitPart', { unitId, componentId: board.componentId, despite: true });
    expect(lackingOf((await record(unitId)).contents).classes).not.toContain('board');
    expect((await unitRow(unitId)).valueMinor!).toBeGreaterThan(shell.valueMinor!);
    await act(benchA, 'setBench', { unitId, bench: { plugged: true } });
  });
});

describe('the end of a day', () => {
  it('names what is begun, what lies open and what may not run on', async () => {
    const { unitId, tag } = await machine();
    await act(benchA, 'startWork', { unitId, ref: 'other' });
    const { unitId: open, tag: openTag } = await machine();
    await act(benchB, 'setBench', { unitId: open, bench: { caseOpen: true } });
    const end = await dayEnd((await replan()).plan);
    expect(end.begun.map((line) => line.tag)).toContain(tag);
    expect(end.lying).toContainEqual(expect.objectContaining({ tag: openTag, words: 'open' }));
    expect(end.minutes).toBeGreaterThan(0);
  });
});
