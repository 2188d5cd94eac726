import { describe, expect, it } from 'vitest';
import { donorPlaces } from '@/catalog/parts/donor';
import { portKinds } from '@/catalog/machine/ports';
import { handCaps } from '@/catalog/hands/bench';
import type { RecordEntry, RecordPart } from '../entries';
import { machinePlaces, type PlacesKnown } from './machine';
import { portFlaws, portsOf, portsText, portTests, screensOf, type PortCount } from './ports';

const part = (id: string, partClass: string, gb?: number): RecordPart => ({
  id,
  code: id,
  class: partClass,
  name: id,
  attributes: gb === undefined ? {} : { gb },
});
const NOTHING: PlacesKnown = {
  seenPlaces: {},
  gone: [],
  spots: {},
  inside: [],
  slots: null,
  memoryGb: null,
  drives: null,
};
const desktop = (known: Partial<PlacesKnown>, partClass: string) =>
  machinePlaces(donorPlaces.desktop, { ...NOTHING, ...known })
    .filter((place) => place.class === partClass)
    .map(({ holds, part: own }) => own?.id ?? holds);

describe('places of a machine', () => {
  it('nobody knows what nobody looked at', () => {
    for (const place of machinePlaces(donorPlaces.laptop, NOTHING)) expect(place.holds).toBeNull();
  });
  it('four slots, two modules that are all of it: two are free', () =>
    expect(
      desktop(
        { slots: 4, memoryGb: 8, inside: [part('m1', 'memory', 4), part('m2', 'memory', 4)] },
        'memory',
      ),
    ).toEqual(['m1', 'm2', 'nothing', 'nothing']));
  it('four slots, one module of what it counts: of the others nobody knows', () =>
    expect(desktop({ slots: 4, memoryGb: 8, inside: [part('m1', 'memory', 4)] }, 'memory')).toEqual([
      'm1',
      null,
      null,
      null,
    ]));
  it('every drive counted and on record: the other bay is free; one more counted than recorded: it is not', () => {
    expect(desktop({ drives: 1, inside: [part('d1', 'drive', 240)] }, 'drive')).toEqual(['d1', 'nothing']);
    expect(desktop({ drives: 2, inside: [part('d1', 'drive', 240)] }, 'drive')).toEqual(['d1', null]);
    expect(
      desktop({ drives: 3, inside: ['d1', 'd2', 'd3'].map((id) => part(id, 'drive')) }, 'drive'),
    ).toEqual(['d1', 'd2', 'd3']);
  });
  it('a part is where it was put, also in a place of another class; the others take what is left', () => {
    const inside = [part('d1', 'drive', 240), part('d2', 'drive', 500)];
    expect(desktop({ drives: 2, inside, spots: { drive2: 'd1' } }, 'drive')).toEqual(['d2', 'd1']);
    expect(desktop({ drives: 2, inside, spots: { optical: 'd2' } }, 'drive')).toEqual(['d1', 'nothing']);
    expect(desktop({ drives: 2, inside, spots: { optical: 'd2' } }, 'optical')).toEqual(['d2']);
    // a place this machine does not have, a part that is not in it: as if nobody had said so
    expect(desktop({ drives: 2, inside, spots: { drive9: 'd2', drive2: 'd7' } }, 'drive')).toEqual([
      'd1',
      'd2',
    ]);
  });
  it('parts go where something was seen before they go where nothing was, and never get lost', () => {
    expect(
      desktop({ seenPlaces: { drive: 'gone', drive2: 'there' }, inside: [part('d1', 'drive')] }, 'drive'),
    ).toEqual(['nothing', 'd1']);
    expect(
      desktop({ seenPlaces: { card: 'gone' }, inside: [part('c1', 'card'), part('c2', 'card')] }, 'card'),
    ).toEqual(['c2', 'c1']);
  });
  it('what hands took out and did not put back is nothing; what was seen there since is something', () => {
    expect(desktop({ gone: ['supply'] }, 'supply')).toEqual(['nothing']);
    expect(desktop({ gone: ['supply'], seenPlaces: { supply: 'there' } }, 'supply')).toEqual(['something']);
  });
});

describe('sockets', () => {
  const at = (ports: PortCount[]): RecordEntry => ({ kind: 'ports', at: 0, ports, by: 'Bench A' });
  const row = (kind: string, there: number, good = 0, bad = 0): PortCount => ({ kind, there, good, bad });
  it('the newest count of a kind counts, the others stay', () =>
    expect(portsOf([at([row('usb-a', 4), row('vga', 1)]), at([row('usb-a', 3, 3)])])).toEqual([
      row('usb-a', 3, 3),
      row('vga', 1),
    ]));
  it('in words a buyer understands', () => {
    expect(portsText([], portKinds)).toBeNull();
    expect(portsText([row('vga', 0)], portKinds)).toBe('none');
    expect(
      portsText(
        [row('usb-a', 3, 2, 1), row('hdmi', 1, 1), row('vga', 0), row('network', 1), row('audio', 4, 2)],
        portKinds,
      ),
    ).toBe('3 USB-A, 1 of them not working; HDMI; wired network, not tried; 4 audio, 2 not tried');
    expect(portsText([row('vga', 1, 0, 1)], portKinds)).toBe('VGA, does not work');
  });
  it('screens it shows a picture on: its own, and one on each socket that was not seen dead', () => {
    const screens = (chassis: 'laptop' | 'desktop', counts: PortCount[], gone = false) =>
      screensOf(chassis, counts, portKinds, gone);
    expect(screens('laptop', [])).toBeNull();
    expect(screens('laptop', [row('usb-a', 3, 3)])).toBeNull();
    expect(screens('laptop', [row('hdmi', 1), row('vga', 0)])).toBe(2);
    expect(screens('laptop', [row('hdmi', 1, 0, 1)])).toBe(1);
    expect(screens('laptop', [row('hdmi', 1)], true)).toBe(1);
    expect(screens('desktop', [row('displayport', 2, 1), row('vga', 1)])).toBe(3);
  });
  it('one that does not work is a flaw with a cap', () =>
    expect(portFlaws([row('usb-a', 3, 2, 1), row('hdmi', 1, 1)], portKinds, handCaps.port)).toEqual([
      { words: 'USB-A: 1 of 3 do not work', cap: 'C', repair: 'ports' },
    ]));
  it('decide the tests about them: failed by one, passed by all, absent without any, else open', () => {
    const usb = (...counts: PortCount[]) => portTests(counts, portKinds).get('usb');
    expect(usb(row('usb-a', 3, 3), row('usb-c', 0))).toBe('pass');
    expect(usb(row('usb-a', 3, 3))).toBeUndefined();
    expect(usb(row('usb-a', 3, 2), row('usb-c', 0))).toBeUndefined();
    expect(usb(row('usb-a', 3, 2, 1))).toBe('fail');
    expect(usb(row('usb-a', 0), row('usb-c', 0))).toBe('absent');
  });
});
