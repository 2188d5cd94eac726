import { describe, expect, it } from 'vitest';
import { byMass, byVolume, dilution, poured } from './dilute';

/** The shop's handbook: isopropanol and water at 20 C, derived from densities recalled within 0.003 g/mL. */
describe('isopropanol and water', () => {
  it.each([
    [0.5, 0.425, 53.3],
    [0.6, 0.522, 43.3],
    [0.7, 0.626, 32.9],
    [0.8, 0.738, 22.3],
    [0.9, 0.86, 11.5],
    [0.91, 0.874, 10.4],
    [0.99, 0.985, 1.2],
  ])('%f by volume is %f by mass, and wants %f mL of water for 100 mL', (volume, mass, water) => {
    expect(byMass(volume)).toBeCloseTo(mass, 2);
    expect(byVolume(byMass(volume))).toBeCloseTo(volume, 9);
    expect(Math.abs(dilution(1, volume, 100).waterMl - water)).toBeLessThan(0.15);
  });
  it('70 mL and 30 mL come to 97.3 mL, of 72 %', () => {
    const { ml, strength } = poured(1, 70, 30);
    expect(ml).toBeCloseTo(97.3, 0);
    expect(Math.abs(ml - 97.3)).toBeLessThan(0.1);
    expect(strength).toBeCloseTo(0.72, 2);
  });
  it('what dilution says, poured together, is what was wanted', () => {
    for (const stock of [0.91, 0.99, 1])
      for (const want of [0.3, 0.5, 0.7]) {
        const { stockMl, waterMl, lostMl } = dilution(stock, want, 500);
        const made = poured(stock, stockMl, waterMl);
        expect(made.ml).toBeCloseTo(500, 6);
        expect(made.strength).toBeCloseTo(want, 6);
        expect(lostMl).toBeGreaterThan(0);
      }
  });
  it('nothing is made stronger by adding water', () => {
    expect(() => dilution(0.7, 0.9, 100)).toThrow(/cannot be made/);
    expect(dilution(0.7, 0.7, 100)).toMatchObject({ waterMl: expect.closeTo(0, 9) });
  });
});
