import type { Chassis } from '@/core/catalogue';
import type { Depth, Material, Zone } from '@/core/clean/zones';

type Box = readonly [x: number, y: number, width: number, height: number];
interface Row {
  name: string;
  material: Material;
  depth: Depth;
  shows: boolean;
  usual: number;
  box: Box;
  renews?: readonly string[];
  tells?: Zone['tells'];
  shallow?: Zone['shallow'];
  extra?: readonly string[];
}
const zone = (
  id: string,
  { name, material, depth, shows, usual, box, renews, tells, shallow, extra }: Row,
): Zone => ({
  id,
  name,
  material,
  depth,
  shows,
  usualMinutes: usual,
  box: { x: box[0], y: box[1], width: box[2], height: box[3] },
  ...(renews && { renews }),
  ...(tells && { tells }),
  ...(shallow && { shallow }),
  ...(extra && { extra }),
});

const FINS: Zone['tells'] = {
  finding: 'fins',
  soils: ['dust', 'felt', 'food'],
  outcomes: ['clear', 'some-felt', 'some-felt', 'packed'],
};
const GRILLE: Zone['tells'] = {
  finding: 'look-dust',
  soils: ['dust', 'felt', 'food'],
  outcomes: ['clean', 'dusty', 'dusty', 'packed'],
};
const PORTS: Zone['tells'] = {
  finding: 'look-ports',
  soils: ['dust', 'sugar', 'food', 'glue', 'liquid'],
  outcomes: ['clean', 'clean', 'gummed', 'gummed'],
};
const BOARD: Zone['tells'] = {
  finding: 'board-residue',
  soils: ['liquid', 'mould'],
  outcomes: ['clean', 'some', 'some', 'plenty'],
};
const SMELL: Zone['tells'] = {
  finding: 'look-smell',
  soils: ['smell'],
  outcomes: ['none', 'smoke-or-must', 'smoke-or-must', 'smoke-or-must'],
};

/** What comes off from above, with the machine shut. Common practice. */
const KEYS_ABOVE: Zone['shallow'] = {
  depth: 'above',
  upTo: { dust: 2, felt: 2, food: 2, sugar: 2, tar: 2, glue: 2, mould: 1, liquid: 1 },
};
/** A trace of dust is blown out through the grille. Common practice. */
const THROUGH_THE_GRILLE: Zone['shallow'] = { depth: 'outside', upTo: { dust: 1 } };
/** A supply is blown through its grille from outside. Common practice. */
const SUPPLY_OUTSIDE: Zone['shallow'] = { depth: 'outside', upTo: { dust: 3, felt: 2, food: 1 } };

const smell = (box: Box) =>
  zone('smell', {
    name: 'smell of it',
    material: 'air',
    depth: 'outside',
    shows: true,
    usual: 0,
    box,
    tells: SMELL,
  });
/** Zones most machines have inside. */
const fan = (box: Box) =>
  zone('fan', {
    name: 'fan',
    material: 'fan',
    depth: 'fan',
    shows: false,
    usual: 1,
    box,
    shallow: THROUGH_THE_GRILLE,
  });
const fins = (box: Box) =>
  zone('fins', {
    name: 'fins',
    material: 'fins',
    depth: 'fan',
    shows: false,
    usual: 2,
    box,
    shallow: THROUGH_THE_GRILLE,
    renews: ['clean-heatsink'],
    tells: FINS,
  });
const board = (box: Box) =>
  zone('board', {
    name: 'board',
    material: 'board',
    depth: 'case',
    shows: false,
    usual: 1,
    box,
    tells: BOARD,
  });
const slots = (name: string, box: Box) =>
  zone('slots', { name, material: 'contacts', depth: 'case', shows: false, usual: 1, box });
const ports = (box: Box) =>
  zone('ports', {
    name: 'ports',
    material: 'contacts',
    depth: 'outside',
    shows: true,
    usual: 1,
    box,
    renews: ['clean-ports'],
    tells: PORTS,
  });

/**
 * What not every such machine has, in rows below the drawing: three a row.
 * @param places of the kind of machine by which it is known to be there
 */
type Extra = Omit<Row, 'usual' | 'box' | 'extra'> & { id: string; places: readonly string[] };
const extras = (rows: readonly Extra[]): Zone[] =>
  rows.map(({ id, places, ...row }, n) =>
    zone(id, {
      ...row,
      usual: 0,
      extra: places,
      box: [8 + (n % 3) * 103, 201 + Math.floor(n / 3) * 33, 98, 28],
    }),
  );
const optical: Extra = {
  id: 'optical',
  name: 'optical drive',
  material: 'plastic',
  depth: 'outside',
  shows: true,
  places: ['optical'],
};
const reader: Extra = {
  id: 'reader',
  name: 'card reader',
  material: 'contacts',
  depth: 'outside',
  shows: true,
  places: ['reader'],
};
const feet: Extra = {
  id: 'feet',
  name: 'rubber feet',
  material: 'rubber',
  depth: 'outside',
  shows: true,
  places: [],
};
const drives: Extra = {
  id: 'drives',
  name: 'drives and frames',
  material: 'plastic',
  depth: 'case',
  shows: false,
  places: ['drive2'],
};
const cardCooler: Extra = {
  id: 'card-cooler',
  name: 'card’s cooler',
  material: 'fan',
  depth: 'case',
  shows: false,
  places: ['card'],
};
const cardPins: Extra = {
  id: 'card-pins',
  name: 'card’s pins',
  material: 'contacts',
  depth: 'case',
  shows: false,
  places: ['card', 'card2'],
};
const moreFans = (name: string, id = 'fan-2'): Extra => ({
  id,
  name,
  material: 'fan',
  depth: 'fan',
  shows: false,
  places: [],
  shallow: THROUGH_THE_GRILLE,
});
const speakerCloth: Extra = {
  id: 'cloth',
  name: 'speaker cloth',
  material: 'cloth',
  depth: 'outside',
  shows: true,
  places: [],
};

/** What of a machine is cleaned by itself, with the minutes it usually takes. Minutes: shop estimate. */
export const cleanZones: Record<Chassis, readonly Zone[]> = {
  laptop: [
    zone('lid', {
      name: 'lid',
      material: 'painted',
      depth: 'outside',
      shows: true,
      usual: 2,
      box: [8, 8, 98, 52],
    }),
    zone('screen', {
      name: 'screen and rim',
      // nearly every panel is coated: what agrees with bare glass is said of one that was seen to be glass
      material: 'coat',
      depth: 'outside',
      shows: true,
      usual: 3,
      box: [111, 8, 98, 52],
    }),
    zone('palm', {
      name: 'palm rest, pad',
      material: 'plastic',
      depth: 'outside',
      shows: true,
      usual: 1,
      box: [214, 8, 98, 52],
    }),
    zone('keys', {
      name: 'keys and wells',
      material: 'keys',
      depth: 'keys',
      shows: true,
      usual: 2,
      box: [8, 65, 201, 46],
      shallow: KEYS_ABOVE,
      renews: ['clean-keys'],
    }),
    ports([214, 65, 98, 46]),
    zone('base', {
      name: 'base, feet',
      material: 'plastic',
      depth: 'outside',
      shows: true,
      usual: 2,
      box: [8, 116, 98, 28],
    }),
    zone('gap', {
      name: 'hinge gap',
      material: 'gap',
      depth: 'outside',
      shows: true,
      usual: 1,
      box: [111, 116, 98, 28],
    }),
    fan([214, 116, 98, 28]),
    fins([8, 149, 98, 28]),
    board([111, 149, 98, 28]),
    slots('drive bay, slots', [214, 149, 98, 28]),
    smell([8, 181, 304, 15]),
    ...extras([optical, reader, feet, moreFans('second fan'), moreFans('third fan', 'fan-3'), drives]),
  ],
  desktop: [
    zone('case', {
      name: 'case outside',
      material: 'painted',
      depth: 'outside',
      shows: true,
      usual: 4,
      box: [8, 8, 98, 60],
    }),
    zone('front', {
      name: 'front, buttons',
      material: 'plastic',
      depth: 'outside',
      shows: true,
      usual: 2,
      box: [111, 8, 98, 60],
    }),
    ports([214, 8, 98, 60]),
    zone('grille', {
      name: 'grilles',
      material: 'gap',
      depth: 'outside',
      shows: true,
      usual: 1,
      box: [8, 73, 98, 34],
      tells: GRILLE,
    }),
    zone('supply', {
      name: 'supply’s grille',
      material: 'supply',
      depth: 'case',
      shows: false,
      usual: 1,
      shallow: SUPPLY_OUTSIDE,
      box: [111, 73, 98, 34],
    }),
    zone('floor', {
      name: 'floor, drive bays',
      material: 'bare metal',
      depth: 'case',
      shows: false,
      usual: 1,
      box: [214, 73, 98, 34],
    }),
    fan([8, 112, 98, 32]),
    fins([111, 112, 98, 32]),
    zone('case-fan', {
      name: 'case fan',
      material: 'fan',
      depth: 'case',
      shows: false,
      usual: 1,
      box: [214, 112, 98, 32],
    }),
    board([8, 149, 150, 28]),
    slots('slots, cards', [163, 149, 149, 28]),
    smell([8, 181, 304, 15]),
    ...extras([
      optical,
      drives,
      cardCooler,
      cardPins,
      reader,
      { ...moreFans('second case fan'), depth: 'case' },
      { ...moreFans('third case fan', 'fan-3'), depth: 'case' },
      { ...speakerCloth, id: 'filter', name: 'dust filter' },
      feet,
    ]),
  ],
  small: [
    zone('case', {
      name: 'case outside',
      material: 'painted',
      depth: 'outside',
      shows: true,
      usual: 3,
      box: [8, 8, 98, 60],
    }),
    zone('front', {
      name: 'front, buttons',
      material: 'plastic',
      depth: 'outside',
      shows: true,
      usual: 2,
      box: [111, 8, 98, 60],
    }),
    ports([214, 8, 98, 60]),
    zone('grille', {
      name: 'grilles',
      material: 'gap',
      depth: 'outside',
      shows: true,
      usual: 1,
      box: [8, 73, 150, 34],
      tells: GRILLE,
    }),
    zone('supply', {
      name: 'supply’s grille',
      material: 'supply',
      depth: 'case',
      shows: false,
      usual: 1,
      shallow: SUPPLY_OUTSIDE,
      box: [163, 73, 149, 34],
    }),
    fan([8, 112, 150, 32]),
    fins([163, 112, 149, 32]),
    board([8, 149, 150, 28]),
    slots('slots, drive bay', [163, 149, 149, 28]),
    smell([8, 181, 304, 15]),
    ...extras([optical, drives, cardCooler, cardPins, reader, moreFans('second fan'), feet]),
  ],
  aio: [
    zone('screen', {
      name: 'screen and rim',
      // nearly every panel is coated: what agrees with bare glass is said of one that was seen to be glass
      material: 'coat',
      depth: 'outside',
      shows: true,
      usual: 4,
      box: [8, 8, 150, 60],
    }),
    zone('case', {
      name: 'back and foot',
      material: 'plastic',
      depth: 'outside',
      shows: true,
      usual: 4,
      box: [163, 8, 149, 60],
    }),
    ports([8, 73, 98, 34]),
    zone('grille', {
      name: 'grilles',
      material: 'gap',
      depth: 'outside',
      shows: true,
      usual: 1,
      box: [111, 73, 98, 34],
      tells: GRILLE,
    }),
    zone('behind', {
      name: 'behind the glass',
      material: 'gap',
      depth: 'case',
      shows: true,
      usual: 1,
      box: [214, 73, 98, 34],
    }),
    fan([8, 112, 150, 32]),
    fins([163, 112, 149, 32]),
    board([8, 149, 150, 28]),
    slots('slots, drive bay', [163, 149, 149, 28]),
    smell([8, 181, 304, 15]),
    ...extras([
      optical,
      moreFans('second fan'),
      speakerCloth,
      {
        id: 'loose-keys',
        name: 'loose keyboard',
        material: 'keys',
        depth: 'above',
        shows: true,
        places: ['keyboard'],
        shallow: KEYS_ABOVE,
      },
      feet,
    ]),
  ],
};
