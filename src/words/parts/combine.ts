/** A part that goes over, and where it is fetched. */
export interface FetchedPart {
  id: string;
  code: string;
  name: string;
  class: string;
  /** The machine it comes out of; nothing: it lies in the bin. */
  fromTag: string | null;
  minutesOut: number;
}

/** A machine that gets parts: what goes in, what comes out, what it wins. */
export interface MadeOf {
  unitId: string;
  version: number;
  tag: string;
  called: string;
  parts: FetchedPart[];
  /** What has to come out for it: on record by its id, or seen only. */
  out: { componentId?: string; class: string; name: string; worthMinor: number }[];
  minutes: number;
  /** Expected net still to win, before and with them in; what it wins over leaving it, less parts and hands. */
  nowMinor: number;
  thenMinor: number;
  netMinor: number;
}

/** Who gets what of all there is, as it was worked out at a moment. */
export interface CombinedView {
  at: string;
  /** The machines it was asked of alone, and what each brings as it is; null: all there are. */
  among: { tag: string; valueMinor: number }[] | null;
  made: MadeOf[];
  /** Donors that are taken apart for it, and what they would have brought over their parts. */
  donors: { tag: string; called: string; lostMinor: number }[];
  netMinor: number;
  /** No other way of giving out what was looked at nets more. */
  boundMinor: number;
  looked: { machines: number; donors: number; parts: number };
}
