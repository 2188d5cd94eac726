import type { Caution } from '@/core/catalogue';

const PRACTICE = 'common practice; local codes and licensed people decide';

export const cautions: Caution[] = [
  {
    id: 'swollen-cell',
    title: 'Swollen cell: stop.',
    text: 'Do not charge, press, bend or pierce. Unplug. Set it apart in a fireproof place, away from people, and hand it to somebody trained; local hazardous-waste rules apply.',
    acknowledge: true,
    stops: true,
    source:
      'common practice; transport of damaged cells: UN special provision 376 (from memory), defer to the current edition',
  },
  {
    id: 'wet-machine',
    title: 'Wet inside: no power.',
    text: 'Do not plug in. Battery out if it can be done safely, then drain and dry before any test.',
    acknowledge: true,
    source: PRACTICE,
  },
  {
    id: 'rattle-before-power',
    title: 'Something is loose inside.',
    text: 'Find it before power: a screw under the board can short it.',
    acknowledge: true,
    source: PRACTICE,
  },
  {
    id: 'mains',
    title: 'Mains.',
    text: 'Whole cords and plugs only. Stop at any crackle, smoke or smell and pull the plug at the wall.',
    source: PRACTICE,
  },
  {
    id: 'live-open',
    title: 'Mains is on and the case is open.',
    text: 'Keep hands and tools out but for the probe; one hand; no rings or straps of metal.',
    source: PRACTICE,
  },
  {
    id: 'supply-closed',
    title: 'Never open a power supply.',
    text: 'Its capacitors can hold a lethal charge long after it is unplugged. Swap it whole. Anything beyond that is for licensed people.',
    source: 'common practice; stored charge t = RC ln(V0/60), IEC 62368-1 limit from memory',
  },
  {
    id: 'static',
    title: 'Static.',
    text: 'Strap on, power off at the wall, battery out. Hold boards by their edges.',
    source: PRACTICE,
  },
  {
    id: 'solvent',
    title: 'Isopropyl burns and its vapour too.',
    text: 'Open window, no sparks or hot surfaces, gloves. Let it dry before power.',
    source: 'flash point about 12 °C closed cup (from memory)',
  },
  {
    id: 'dust',
    title: 'Dust.',
    text: 'Mask on, outdoors or at the extraction. Hold fans still. Wash hands.',
    source: PRACTICE,
  },
  {
    id: 'broken-glass',
    title: 'Glass.',
    text: 'Gloves and goggles; tape a cracked panel before lifting it.',
    source: PRACTICE,
  },
  {
    id: 'cells',
    title: 'Lithium cells.',
    text: 'No bending, no levering with metal. Tape the contacts of what comes out.',
    source: PRACTICE,
  },
  {
    id: 'no-splice',
    title: 'No splices.',
    text: 'A damaged charger cord is replaced with the whole charger, not joined.',
    source: PRACTICE,
  },
  { id: 'lifting', title: 'Heavy.', text: 'Two people for large all-in-ones and towers.', source: PRACTICE },
  {
    id: 'solder',
    title: 'Hot iron, fumes.',
    text: 'Goggles, fume extraction, wash hands: old solder holds lead. Let it cool on its stand.',
    source: PRACTICE,
  },
];
