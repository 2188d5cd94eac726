import type { Chassis } from '../catalogue';
import type { GraphicsClass } from '../machine/names';

/** Grades of a machine, the best first. */
export const GRADES = ['A', 'B', 'C', 'D'] as const;
export type Grade = (typeof GRADES)[number];

/** What a machine is, as far as its price depends on it. */
export interface PriceSpec {
  chassis: Chassis;
  level: number | null;
  /** What the processor is beside its level; nothing: as usual at that level. */
  threads?: number | null;
  year?: number | null;
  ownGraphics?: GraphicsClass | null;
  memoryGb: number | null;
  driveKind: 'none' | 'disk' | 'solid' | null;
  driveGb: number | null;
  /** Gigabytes of the drives beside the one it starts from. */
  moreDrivesGb?: number | null;
  /** Full charge / design, 0..1. */
  batteryHealth: number | null;
  batteryMissing?: boolean;
  /** What a card in it is good for; nothing: it has none. */
  card?: GraphicsClass | null;
  grade: Grade | null;
}

export interface PriceLine {
  what: 'base' | 'processor' | 'memory' | 'drive' | 'graphics' | 'battery' | 'grade';
  /** Minor units added (may be negative). */
  minor: number;
  /** False when a usual value stood in for one not known. */
  known: boolean;
  detail: string;
}

/** What a machine fetches: the middle of a distribution. */
export interface Price {
  /** Mean, minor units. */
  minor: number;
  /** Minor units squared. */
  variance: number;
  /** Between these it lies eight times in ten. */
  lowMinor: number;
  highMinor: number;
  /** What makes it up; together they are the mean. */
  lines: PriceLine[];
  /** How many of the lines stand on a usual value. */
  unknown: number;
  /** Of the model and its data. */
  version: string;
}

/** The one way to a price. The house's table is the first model; nobody else knows what a machine fetches. */
export interface PriceModel {
  version: string;
  /** @param spec what it is; what is not known is taken as the shop's machines usually are @param at day, "2026-11-26" */
  price(spec: PriceSpec, at?: string): Price;
  /** Of a model that has learnt: what each kind of line stands on, a share of it the table and so many sales alike. */
  standsOn?(spec: PriceSpec, at?: string): ReadonlyMap<string, { table: number; sales: number }>;
}

/** Half a range that holds eight in ten, in standard deviations (normal quantile at 0.9). */
export const EIGHT_IN_TEN = 1.2816;
