import { describe, expect, it } from 'vitest';
import { readTester } from './tester';

describe('the file of a safety tester', () => {
  it('a line a step, with its figure and unit, whatever its multiples', () =>
    expect(
      readTester(
        'Test,Result,Unit,Limit,Verdict\nInstrument,Safety meter 12,No 4471\nCalibrated,2026-03-01\nProtection class,I\nVisual inspection,,,,PASS\nProtective earth,120,mΩ,300,PASS\nLead length,1.8,m\nInsulation 500 V,> 2.5,GΩ,1,PASS\nProtective conductor current,350,µA,3500,PASS\nTouch current,0.02,mA,0.5,PASS\nFunction test,,,,PASS\n',
      ),
    ).toEqual({
      figures: { earthOhms: 0.12, leadMetres: 1.8, insulationMegohms: 2500, leakageMa: 0.35, touchMa: 0.02 },
      lookedOver: true,
      works: true,
      protection: 'I',
      meter: 'Safety meter 12 No 4471',
      calibrated: '2026-03-01',
      left: [],
    }));
  it('in German with semicolons and decimal commas; a failure is one', () =>
    expect(
      readTester(
        'Prüfgerät;Messkoffer 3\nKalibriert bis;01.03.2026\nSchutzklasse;2\nSichtprüfung;nicht bestanden\nIsolationswiderstand;19,9 MΩ;bestanden\nBerührungsstrom;0,6 mA;nicht bestanden\n',
      ),
    ).toMatchObject({
      figures: { insulationMegohms: 19.9, touchMa: 0.6 },
      lookedOver: false,
      protection: 'II',
      meter: 'Messkoffer 3',
      calibrated: '2026-03-01',
    }));
  it('French and Spanish words, tabs', () => {
    expect(readTester('Continuité de terre\t0,08\tohm\nRésistance d’isolement\t50\tMΩ').figures).toEqual({
      earthOhms: 0.08,
      insulationMegohms: 50,
    });
    expect(readTester('Corriente de fuga|0,4|mA\nAislamiento|100|MΩ').figures).toEqual({
      leakageMa: 0.4,
      insulationMegohms: 100,
    });
  });
  it('a unit that is not the step’s own is not guessed at, and says so', () => {
    const read = readTester('Insulation,20,V\nEarth,0.1,ohm\nRoom,21,C');
    expect(read.figures).toEqual({ earthOhms: 0.1 });
    expect(read.left).toEqual(['Insulation; 20; V', 'Room; 21; C']);
  });
  it('what is no such file is refused in words', () => {
    for (const text of ['', 'a,b,c\n1,2,3', '%PDF-1.7 …', '\u0000\u0001'])
      expect(() => readTester(text), JSON.stringify(text)).toThrow(/Nothing in that file is a step/);
  });
});
