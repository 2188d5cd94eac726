import { describe, expect, it } from 'vitest';
import { plateSays } from './plate';

const spec = (key: string, value: string) => ({ of: 'specification', key, value });

describe('what a plate says', () => {
  it('serial, model and what its charger has to give, wherever they stand', () =>
    expect(
      plateSays([
        'Ee',
        'GALERNA Notebook',
        'Model: Courier 14',
        'S/N: PC1-4471-009',
        'Input: 19.5V = 3.34A',
        'Tr BR',
      ]),
    ).toEqual([
      spec('model', 'Courier 14'),
      spec('serial', 'PC1-4471-009'),
      { of: 'charger', volts: 19.5, amps: 3.34 },
    ]));
  it.each([
    ['Seriennummer: pk77-10023', spec('serial', 'PK77-10023')],
    ['N° de série  PX0099812', spec('serial', 'PX0099812')],
    ['Serial No. 5CD41-772', spec('serial', '5CD41-772')],
    ['Service Tag: 7XK21Q2', spec('serial', '7XK21Q2')],
    ['Modell: Tern 3', spec('model', 'Tern 3')],
    ['Modèle : Tern 3', spec('model', 'Tern 3')],
    ['19 V DC, 4,74 A', { of: 'charger', volts: 19, amps: 4.74 }],
    ['Battery model: TL4-6600', { of: 'battery', pack: 'TL4-6600' }],
  ])('"%s"', (line, is) => expect(plateSays([line])).toContainEqual(is));
  it('is silent on what it does not say: mains, words, a year', () => {
    expect(plateSays(['Input 100-240V~ 1.5A 50-60Hz'])).toEqual([]);
    expect(plateSays(['Serial number on the battery'])).toEqual([]);
    expect(plateSays(['Made in 2014', 'CAUTION', '', 'model'])).toEqual([]);
    expect(plateSays([])).toEqual([]);
  });
  it('the first of a kind counts; what a camera makes of noise is read in no time', () => {
    expect(plateSays(['S/N: AAA-111', 'S/N: BBB-222'])).toEqual([spec('serial', 'AAA-111')]);
    expect(plateSays(Array.from({ length: 5_000 }, () => 'S/N '.repeat(5_000)))).toEqual([]);
  });
});
