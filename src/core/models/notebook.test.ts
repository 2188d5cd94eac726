import { describe, expect, it } from 'vitest';
import { catalogue, findingById } from '@/catalog';
import { modelMemory } from '@/catalog/hands/bench';
import { evaluateUnit } from '../steps/evaluate';
import { type EvaluationInput } from '../steps/inspect';
import type { Sighted } from '../steps/sighted';
import { CLOSED } from '../minutes/opening';
import { modelFaults, modelOdds, provedCauses } from './notebook';

const prior = (cause: string) => catalogue.causes.find(({ id }) => id === cause)?.prior.laptop ?? 0;
const seen = (finding: string, outcome: string): Sighted => ({
  kind: 'finding',
  id: finding,
  outcome: findingById(finding)!.outcomes.findIndex(({ id }) => id === outcome),
});

describe('what was usually wrong with a model', () => {
  it('a rounded screw that was seen, a repair that helped: each proves its cause once', () => {
    const record: Sighted[] = [
      seen('screws-turn', 'one-is-rounded'),
      { kind: 'repair', id: 'clean-heatsink', ended: 'helped' },
      { kind: 'repair', id: 'repaste', ended: 'no-change' },
      { kind: 'repair', id: 'coin-cell', ended: 'precaution' },
    ];
    expect(provedCauses(record, catalogue, 'laptop').sort()).toEqual(['heatsink-blocked', 'screw-rounded']);
  });
  it('(12 x prior + seen) / (12 + machines), by hand', () => {
    const faults = modelFaults(
      [['fan-worn'], ['fan-worn', 'fan-worn'], [], ['paste-dry']],
      () => 0.1,
      modelMemory,
    );
    expect(faults[0]).toMatchObject({ cause: 'fan-worn', seen: 2, of: 4, chance: (12 * 0.1 + 2) / 16 });
    expect(faults[1]).toMatchObject({ cause: 'paste-dry', seen: 1, chance: (12 * 0.1 + 1) / 16 });
  });
  it('moves belief before anything is seen, to just that chance; one machine alone moves nothing', () => {
    const cases = Array.from({ length: 8 }, (_, n) => (n < 6 ? ['screen-cable-off'] : []));
    const faults = modelFaults(cases, prior, modelMemory);
    const odds = modelOdds(faults, prior, modelMemory);
    const input = (record: Sighted[]): EvaluationInput => ({
      chassis: 'laptop',
      source: 'clearout',
      record,
      bench: CLOSED,
      worth: {
        soundMinor: 12_000,
        feeShare: 0.08,
        finishMinutes: 30,
        asFoundShare: 0.45,
        asFoundMinutes: 10,
        harvestMinutes: 20,
        recycleMinor: -60,
        parts: [],
      },
      priceLowMinor: 10_000,
      priceHighMinor: 14_000,
      ratePerHourMinor: 1_800,
      verifyMinutes: 4,
    });
    const { chances } = evaluateUnit(catalogue, input([{ kind: 'model', odds }]));
    expect(chances['screen-cable-off']).toBeCloseTo(faults[0].chance, 2);
    expect(modelOdds(modelFaults([['screen-cable-off']], prior, modelMemory), prior, modelMemory)).toEqual(
      {},
    );
  });
});
