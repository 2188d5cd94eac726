/** What hands at work break. */
export type OwnDamage = 'screw' | 'sheet' | 'pipe' | 'clip' | 'lead' | 'glass' | 'scratch' | 'slot' | 'other';

/** Damage of our own, and what it says of the machine. Common practice. */
export const OWN_DAMAGE: {
  id: OwnDamage;
  name: string;
  /** The answer it gives. */
  shows?: { finding: string; outcome: string };
}[] = [
  { id: 'screw', name: 'screw rounded', shows: { finding: 'screws-turn', outcome: 'one-is-rounded' } },
  { id: 'sheet', name: 'backlight sheet torn' },
  { id: 'pipe', name: 'heat pipe bent' },
  { id: 'clip', name: 'clip broken' },
  { id: 'lead', name: 'lead or plug torn' },
  { id: 'glass', name: 'glass cracked' },
  { id: 'scratch', name: 'scratched' },
  { id: 'slot', name: 'slot or contact bent' },
  { id: 'other', name: 'something else' },
];

/** A rounded screw, by rising risk: what is tried before what. Common practice. */
export const ROUNDED_LADDER: { does: string; risk: string }[] = [
  { does: 'A driver that fills the slot, pressed down hard', risk: 'none' },
  { does: 'Rubber band between driver and head', risk: 'none' },
  { does: 'Pliers on the head’s rim, where it stands proud', risk: 'scratches' },
  { does: 'Cut a slot with a fine saw or disc, flat driver', risk: 'shavings; goggles' },
  {
    does: 'Drill the head off, board taped over',
    risk: 'shavings short a board: every one out before any power; goggles',
  },
];
