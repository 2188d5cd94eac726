import type { Caution } from '@/core/catalogue';

const PRACTICE = 'common practice; local codes and licensed people decide';

export const cautions: Caution[] = [
  {
    id: 'swollen-cell',
    title: 'Swollen cell: stop.',
    text: 'Do not charge, press, bend or pierce. Unplug. Set it apart in a fireproof place, away from people, and hand it to somebody trained; local hazardous-waste rules apply. If it smokes or burns: leave, take everybody along, shut the door, call the fire brigade.',
    acknowledge: true,
    stops: true,
    source:
      'common practice; transport of damaged cells: UN special provision 376 (from memory), defer to the current edition',
  },
  {
    id: 'unplugged',
    title: 'Unplugged, battery out.',
    text: 'Pull the plug at the wall and take the battery out before any air, brush or liquid.',
    source: PRACTICE,
  },
  {
    id: 'cell-fire',
    title: 'A cell that smokes or burns.',
    text: 'Leave, take everybody along, shut the door, call the fire brigade. Do not breathe the smoke. Only a small start, and only if you are trained: sand or much water, never a closed lid.',
    source: PRACTICE,
  },
  {
    id: 'cell-charge',
    title: 'About a third full.',
    text: 'Packs are stored and sent at about 30 % charge, contacts taped; by air no fuller than that. Damaged ones go by no post.',
    source:
      'IATA DGR, state of charge of cells alone (from memory); defer to the current edition and the carrier',
  },
  {
    id: 'open-mains',
    title: 'Mains parts without a case.',
    text: 'In an all-in-one the supply may lie open: its capacitors hold a charge that kills, long after it is unplugged. It comes out whole, by licensed hands; nobody measures or touches it.',
    source: PRACTICE,
  },
  {
    id: 'tubes',
    title: 'Backlight tubes: mercury, high voltage.',
    text: 'Older panels are lit by tubes run at a kilovolt or more; broken ones give off mercury. Do not open such a panel; air the room when one breaks; hazardous waste.',
    source: PRACTICE,
  },
  {
    id: 'coats',
    title: 'Try it where it does not show.',
    text: 'Coated screens, soft-touch and rubbery coats, and clear styrene cloud, go sticky or crack with alcohol, ammonia and eucalyptus oil: damp cloth with a drop of soap first.',
    source: PRACTICE,
  },
  {
    id: 'mains-test',
    title: 'Test before it is plugged in.',
    text: 'After work on the mains side: earth and insulation are tested by a competent person, as local codes ask, and written down before the machine is used or sold.',
    source: PRACTICE,
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
