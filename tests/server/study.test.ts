import { asc, eq } from 'drizzle-orm';
import { createHash } from 'node:crypto';
import { describe, expect, it } from 'vitest';
import { database } from '@/db/client';
import { events, shop, studyDecisions, studyMarks } from '@/db/schema';
import { nextStep, workedOn } from '@/shop/advice/nextStep';
import { planOf } from '@/shop/advice/plan';
import { armOf, commitmentOf, isAudited, isVeiled, lotOf } from '@/shop/study/draw';
import { nextToMark } from '@/shop/study/marking';
import { studyReport } from '@/shop/study/report';
import { asShown } from '@/shop/study/veil';
import { compareOnUnit } from '@/shop/units/compare';
import { listUnits } from '@/shop/units/list';
import { findUnits, unitByTag } from '@/shop/units/queries';
import { act, benchA, benchB, lotWith, openShop, owner, refusal, trainee, unitRow } from './shop';

openShop('study');

const study = async () => (await database().select({ study: shop.study }).from(shop))[0].study;
const entered = async (id: string) => ({ ...(await unitRow(id)), source: 'clearout' });
const decisions = async (unitId: string) =>
  database()
    .select()
    .from(studyDecisions)
    .where(eq(studyDecisions.unitId, unitId))
    .orderBy(asc(studyDecisions.seq));
const gone = (unitId: string) => act(owner, 'endUnit', { unitId, as: 'recycled', note: 'spent', grams: 900 });

/** Machines that came in before it began, and those of each kind that came in while it ran. */
let before: string;
const of: Record<'shown' | 'hidden', { unitId: string; tag: string }[]> = { shown: [], hidden: [] };

describe('a study of the shop’s own stock', () => {
  it('is begun by the owner, once; its lots are sealed and its seed is not told', async () => {
    before = (await lotWith(['laptop'])).units[0].unitId;
    expect(await refusal(act(benchA, 'startStudy', { plan: 'net' }))).toMatchObject({ code: 'forbidden' });
    expect(await refusal(act(owner, 'startStudy', { plan: '' }))).toMatchObject({ code: 'invalid' });
    await act(owner, 'startStudy', { plan: 'Net of a machine.' });
    expect(await refusal(act(owner, 'startStudy', { plan: 'again' }))).toMatchObject({ code: 'refused' });
    const [event] = await database().select().from(events).where(eq(events.kind, 'study begun'));
    const { seed } = (await study())!;
    expect(event.payload).toMatchObject({ plan: 'Net of a machine.', lots: commitmentOf(seed) });
    expect(JSON.stringify(event.payload)).not.toContain(seed);
  });

  it('draws about half of what comes in while it runs, and nothing that was here or is somebody else’s', async () => {
    const { units } = await lotWith(Array.from({ length: 24 }, () => 'laptop' as const));
    for (const made of units) of[armOf(await study(), await entered(made.unitId))!].push(made);
    expect(of.shown.length).toBeGreaterThanOrEqual(2);
    expect(of.hidden.length).toBeGreaterThanOrEqual(2);
    expect(armOf(await study(), await entered(before))).toBeNull();
    expect(armOf(await study(), { ...(await entered(units[0].unitId)), source: 'owner' })).toBeNull();
    expect(armOf(await study(), { ...(await entered(units[0].unitId)), built: true })).toBeNull();
    // by the seed alone: half, and a fifth of that half
    const now = await study();
    const many = Array.from({ length: 4000 }, (_, n) => ({
      id: `u${n}`,
      createdAt: new Date(),
      built: false,
      source: 'clearout',
    }));
    const share = (is: (unit: (typeof many)[number]) => boolean) => many.filter(is).length / many.length;
    expect(share((unit) => armOf(now, unit) === 'hidden')).toBeCloseTo(0.5, 1);
    expect(share((unit) => isAudited(now, unit))).toBeCloseTo(0.1, 1);
    expect(lotOf('a', 'x')).not.toBe(lotOf('b', 'x'));
  });

  it('where proposals are hidden no screen is given any; they are kept all the same', async () => {
    const [shown, hidden] = [of.shown[0], of.hidden[0]];
    for (const { unitId } of [shown, hidden]) {
      await act(benchA, 'observe', { unitId, finding: 'fan-sound', outcome: 2 });
      await act(benchA, 'observe', { unitId, finding: 'button', outcome: 1 });
    }
    const now = await study();
    const seen = async ({ tag }: { tag: string }) => {
      const { unit, lot } = (await unitByTag(tag))!;
      return asShown(unit, lot.source, now);
    };
    expect((await seen(hidden)).evaluation).toMatchObject({
      steps: [],
      beliefs: [],
      chances: {},
      routes: [],
      sound: { probability: 0 },
    });
    expect(await seen(hidden)).toMatchObject({ veiled: true, probability: null });
    expect((await seen(hidden)).evaluation!.moved.every(({ causes }) => causes.length === 0)).toBe(true);
    expect((await seen(shown)).evaluation!.steps.length).toBeGreaterThan(2);
    expect(await nextStep(hidden.unitId)).toBeNull();
    expect(await nextStep(shown.unitId)).toMatchObject({ step: { kind: expect.any(String) } });
    expect(await planOf(hidden.unitId)).toBeNull();
    expect(await planOf(shown.unitId)).not.toBeNull();
    expect(await refusal(compareOnUnit(hidden.tag, 'stop'))).toMatchObject({ code: 'refused' });
    expect(await refusal(compareOnUnit(shown.tag, 'stop'))).toBeNull();
    const { rows } = await listUnits({ limit: 40 });
    const line = (tag: string) => rows.find((row) => row.tag === tag)!;
    expect(line(hidden.tag)).toMatchObject({ probably: 'in the study', probability: null, route: '' });
    expect(line(shown.tag).probability).not.toBeNull();
    expect((await findUnits(hidden.tag))[0].probably).toBe('in the study');
    for (const { unitId } of [shown, hidden]) {
      const kept = await decisions(unitId);
      expect(kept.length).toBeGreaterThanOrEqual(1);
      for (const { proposals, drawn, beliefs } of kept) {
        expect(proposals).toHaveLength(3);
        expect(drawn).toHaveLength(3);
        expect(new Set([...proposals, ...drawn].map(({ id }) => id)).size).toBe(6);
        expect(drawn.some(({ id }) => id === 'fan-sound' || id === 'button')).toBe(false);
        expect(beliefs[0][1]).toBeGreaterThanOrEqual(beliefs.at(-1)![1]);
      }
      // what was proposed last is what the unit's own evaluation proposes
      expect(kept.at(-1)!.proposals.map(({ id }) => id)).toEqual(
        (await unitRow(unitId)).evaluation!.steps.slice(0, 3).map(({ id }) => id),
      );
    }
    expect(await decisions(before)).toEqual([]);
  });

  it('what was drawn for the audit is not proposed to be stopped while anything else is left; the rest may be', async () => {
    const now = await study();
    const { evaluation } = await unitRow(of.shown[0].unitId);
    const all = Array.from({ length: 200 }, (_, n) => ({
      id: `u${n}`,
      createdAt: new Date(),
      built: false,
      source: 'clearout',
    }));
    expect(evaluation!.steps.some(({ kind }) => kind === 'stop')).toBe(true);
    for (const unit of all)
      expect(workedOn(evaluation!, now, unit).steps.some(({ kind }) => kind === 'stop')).toBe(
        !isAudited(now, unit),
      );
    const nothingElse = { ...evaluation!, steps: evaluation!.steps.filter(({ kind }) => kind === 'stop') };
    expect(
      workedOn(
        nothingElse,
        now,
        all.find((unit) => isAudited(now, unit))!,
      ),
    ).toBe(nothingElse);
  });

  it('what it reckons with stays as it is while it runs', async () => {
    for (const [name, input] of [
      ['setOverrides', { overrides: {} }],
      ['learnFromCases', { strength: 200 }],
      ['forgetLearned', {}],
    ] as const)
      expect(await refusal(act(owner, name, input)), name).toMatchObject({
        code: 'refused',
        message: expect.stringContaining('a study is running'),
      });
  });

  it('who had no hand in a machine that has left marks its steps, all of them, once', async () => {
    const [hidden] = of.hidden;
    const [first] = await decisions(hidden.unitId);
    const marksOf = (decision: typeof first) =>
      Object.fromEntries(
        [...decision.proposals, ...decision.drawn].map(({ kind, id }) => [`${kind}:${id}`, 'acceptable']),
      );
    expect(await nextToMark(trainee.id)).toBeNull();
    expect(await refusal(act(trainee, 'markSteps', { seq: first.seq, marks: marksOf(first) }))).toMatchObject(
      { code: 'missing' },
    );
    await act(benchA, 'countDrives', { unitId: hidden.unitId, drives: 0, labelled: false });
    await gone(hidden.unitId);
    // bench A worked on it, and the owner let it go
    expect(await nextToMark(benchA.id)).toBeNull();
    const asked = (await nextToMark(trainee.id))!;
    expect(asked.steps).toHaveLength(6);
    expect(asked.steps.map(({ title }) => title)).toEqual(
      asked.steps.map(({ title }) => title).sort((a, b) => a.localeCompare(b)),
    );
    expect(JSON.stringify(asked)).not.toMatch(/proposed|drawn|shown|hidden/);
    const decision = (await decisions(hidden.unitId)).find(({ seq }) => seq === asked.seq)!;
    const marks = marksOf(decision);
    const [one] = Object.keys(marks);
    expect(
      await refusal(act(trainee, 'markSteps', { seq: asked.seq, marks: { [one]: 'foolish' } })),
    ).toMatchObject({ code: 'invalid' });
    expect(await act(trainee, 'markSteps', { seq: asked.seq, marks })).toEqual({ count: 6 });
    expect(await refusal(act(trainee, 'markSteps', { seq: asked.seq, marks }))).toMatchObject({
      code: 'refused',
    });
    for (const person of [benchB])
      await act(person, 'markSteps', { seq: asked.seq, marks: { ...marks, [one]: 'dangerous' } });
    const kept = await database().select().from(studyMarks);
    expect(kept).toHaveLength(12);
    expect(kept.filter(({ proposed }) => proposed)).toHaveLength(6);
  });

  it('the report says how many, what they came to, and nothing where there is too little', async () => {
    expect((await studyReport())!.comparison).toMatchObject({
      hidden: { n: 1 },
      shown: { n: 0 },
      differenceMinor: null,
    });
    for (const { unitId } of [...of.shown.slice(0, 2), ...of.hidden.slice(1, 3)]) {
      await act(benchA, 'logWork', { unitId, ref: 'reseat-memory', minutes: 6, ended: 'no-change' });
      await act(benchA, 'countDrives', { unitId, drives: 0, labelled: false });
      await gone(unitId);
    }
    const report = (await studyReport())!;
    expect(report.comparison).toMatchObject({ shown: { n: 2 }, hidden: { n: 3 }, people: 1 });
    expect(report.comparison.differenceMinor).not.toBeNull();
    expect(report.open).toBe(24 - 5);
    expect(report.agreement).toMatchObject({ steps: 0 });
    expect(report.markers).toBe(2);
  });

  it('ended: the seed is told and fits its seal, all is shown, numbers may change, and nothing more is kept', async () => {
    await act(owner, 'endStudy', {});
    const [ended] = await database().select().from(events).where(eq(events.kind, 'study ended'));
    const [begun] = await database().select().from(events).where(eq(events.kind, 'study begun'));
    const { seed } = ended.payload as { seed: string };
    expect(createHash('sha256').update(seed).digest('hex')).toBe((begun.payload as { lots: string }).lots);
    const left = of.hidden.at(-1)!;
    expect(isVeiled(await study(), await entered(left.unitId))).toBe(false);
    // drawn for the audit or not, it may be stopped again
    const { evaluation } = await unitRow(of.shown[0].unitId);
    for (let n = 0; n < 50; n++)
      expect(workedOn(evaluation!, await study(), { ...(await entered(left.unitId)), id: `u${n}` })).toBe(
        evaluation,
      );
    expect(armOf(await study(), await entered(left.unitId))).toBe('hidden');
    expect(await nextStep(left.unitId)).not.toBeNull();
    expect(await act(owner, 'setOverrides', { overrides: {} })).toEqual({ numbers: 0 });
    const kept = (await decisions(left.unitId)).length;
    await act(benchA, 'observe', { unitId: left.unitId, finding: 'fan-sound', outcome: 2 });
    expect(await decisions(left.unitId)).toHaveLength(kept);
    const later = (await lotWith(['laptop'])).units[0];
    expect(armOf(await study(), await entered(later.unitId))).toBeNull();
    expect(await refusal(act(owner, 'endStudy', {}))).toMatchObject({ code: 'refused' });
  });
});
