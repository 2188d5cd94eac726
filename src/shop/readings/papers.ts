import { sinkChange } from '@/core/instruments/heat/likeFan';
import { pairsOf, type Pair } from '@/core/instruments/findingsFromReading';
import { database } from '@/db/client';
import { dayOf } from '@/words/time';
import {
  batteryPaper,
  electricalPaper,
  heatPaper,
  likeFanWords,
  pairWords,
  railsPaper,
  soakPaper,
  speedPaper,
  touchPaper,
} from '@/words/readings/paper';
import { standingActs } from '../record/acts';
import { shopRules } from '../rules/queries';
import { READING_KINDS, type ReadingKind } from './keep';
import { heatRunsOf, readingsOf } from './queries';

/** Which kinds of reading somebody keeps off the papers of a unit. */
export async function keptOff(unit: string): Promise<Set<ReadingKind>> {
  const off = new Set<ReadingKind>();
  for (const { kind, on } of await standingActs<{ kind: ReadingKind; on: boolean }>(
    database(),
    unit,
    'on papers',
  ))
    if (on) off.delete(kind);
    else off.add(kind);
  return off;
}

export interface ReadingOnPaper {
  kind: ReadingKind;
  what: string;
  at: Date;
}

/** What papers say of a unit's readings: of each kind the newest, and what was measured before and after work. */
export async function readingsOnPaper(unit: string): Promise<ReadingOnPaper[]> {
  const off = await keptOff(unit);
  const shown = READING_KINDS.filter((kind) => !off.has(kind));
  const lines: ReadingOnPaper[] = [];
  const { timeZone } = await shopRules();
  for (const kind of shown) {
    const add = (what: string, at: Date) => what && lines.push({ kind, what, at });
    const pairs = (own: readonly Pair[], at: Date) => own.forEach((pair) => add(`${pairWords(pair)}.`, at));
    if (kind === 'heat') {
      const runs = await heatRunsOf(unit);
      const last = runs.at(-1);
      if (!last) continue;
      add(heatPaper(last.reading, last.room, last.limit), last.at);
      const figures = runs.map(({ reading, since }) => ({
        since,
        figures: [
          { id: 'chip to sink', value: reading.chipPerWatt, unit: 'K/W' },
          { id: 'sink to air', value: reading.sinkPerWatt, unit: 'K/W' },
        ].flatMap(({ value, ...own }) =>
          value === null ? [] : [{ ...own, value: Math.round(value * 100) / 100 }],
        ),
      }));
      const before = runs.at(-2);
      const sink = before && sinkChange(before.reading, last.reading);
      for (const pair of pairsOf(figures)) {
        const aside = sink && pair.id === 'sink to air' ? likeFanWords(sink) : '';
        add(`${pairWords(pair)}${aside && `; ${aside}`}.`, last.at);
      }
    } else if (kind === 'battery') {
      const own = await readingsOf(unit, kind);
      const told = own.findLast(({ run }) => run) ?? own.at(-1);
      if (told) add(batteryPaper(told), told.at);
    } else if (kind === 'touch') {
      const last = (await readingsOf(unit, kind)).at(-1);
      if (last) add(touchPaper(last), last.at);
    } else if (kind === 'electrical') {
      const last = (await readingsOf(unit, kind)).at(-1);
      if (last) add(electricalPaper(last, dayOf(last.at, timeZone)), last.at);
    } else if (kind === 'rails') {
      const last = (await readingsOf(unit, kind)).at(-1);
      if (last) add(railsPaper(last), last.at);
    } else if (kind === 'soak') {
      const last = (await readingsOf(unit, kind)).at(-1);
      if (last) add(soakPaper(last), last.at);
    } else {
      const own = await readingsOf(unit, kind);
      if (own.length === 0) continue;
      const twice = pairsOf(own);
      const once = own
        .at(-1)!
        .figures.filter((figure) => !twice.some((pair) => pair.id === figure.id && pair.on === figure.on));
      add(speedPaper({ figures: once }), own.at(-1)!.at);
      pairs(twice, own.at(-1)!.at);
    }
  }
  return lines;
}
