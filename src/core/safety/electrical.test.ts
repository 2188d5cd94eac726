import { describe, expect, it } from 'vitest';
import { safetyLimits } from '@/catalog/instruments/electrical';
import { earthLimit, electricalSafety, type SafetyMeasured } from './electrical';

const today = '2026-11-30';
const sound: SafetyMeasured = {
  protection: 'I',
  lookedOver: true,
  earthOhms: 0.12,
  leadMetres: 1.8,
  insulationMegohms: 200,
  leakageMa: 0.6,
  touchMa: 0.05,
  works: true,
};
const test = (more: Partial<SafetyMeasured>, calibrated: string | null = '2026-03-01') =>
  electricalSafety({ ...sound, ...more }, safetyLimits, calibrated, today);

describe('an electrical safety test', () => {
  it('EN 50699, from memory: earth by the length of the lead, never over one ohm', () => {
    expect([1.8, 5, 5.1, 12.5, 12.6, 20, 80].map((metres) => earthLimit(metres, safetyLimits))).toEqual([
      0.3, 0.3, 0.4, 0.4, 0.5, 0.5, 1,
    ]);
  });
  it('all within limits passes; each outside fails, and what follows is not asked: it is not powered', () => {
    expect(test({})).toMatchObject({ verdict: 'passed', next: null, meterFault: '' });
    for (const [more, step] of [
      [{ lookedOver: false }, 'looked over'],
      [{ earthOhms: 0.31 }, 'earth'],
      [{ insulationMegohms: 0.99 }, 'insulation'],
      [{ leakageMa: 3.6 }, 'leakage'],
      [{ touchMa: 0.51 }, 'touch current'],
      [{ works: false }, 'works'],
    ] as const) {
      const { verdict, lines, next } = test(more);
      expect(verdict, step).toBe('failed');
      expect(lines[lines.length - 1]).toMatchObject({ step, result: 'failed' });
      expect(next).toBeNull();
    }
  });
  it('what was not measured is open, in its order, and is next', () => {
    expect(test({ insulationMegohms: undefined })).toMatchObject({ verdict: 'open', next: 'insulation' });
    expect(test({ lookedOver: undefined, works: undefined }).next).toBe('looked over');
  });
  it('class II has no earth; class III nothing to leak: twice the insulation, a quarter of it', () => {
    const two = test({ protection: 'II', insulationMegohms: 1.5, earthOhms: undefined });
    expect(two).toMatchObject({ verdict: 'failed' });
    expect(two.lines.map(({ step }) => step)).toEqual(['looked over', 'insulation']);
    const three = test({ protection: 'III', insulationMegohms: 0.3 });
    expect(three.lines.map(({ step }) => step)).toEqual(['looked over', 'insulation', 'works']);
    expect(three.verdict).toBe('passed');
  });
  it('a meter out of its calibration is told, by the day', () => {
    expect(test({}, '2025-11-30').meterFault).toMatch(/12 months ago/);
    expect(test({}, '2025-12-01').meterFault).toBe('');
    expect(test({}, null).meterFault).toMatch(/not known/);
    expect(test({}, '2027-01-01').meterFault).toMatch(/future/);
  });
});
