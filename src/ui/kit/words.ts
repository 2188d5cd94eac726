/** "45 s", "12 min", "1 h 50", "3 d": one look, no more digits than known. */
export function duration(minutes: number): string {
  const whole = Math.max(0, minutes);
  if (whole < 1) return `${Math.round(whole * 60)} s`;
  if (whole < 60) return `${Math.round(whole)} min`;
  if (whole < 600)
    return `${Math.floor(whole / 60)} h ${String(Math.round(whole % 60) % 60).padStart(2, '0')}`;
  if (whole < 48 * 60) return `${Math.round(whole / 60)} h`;
  return `${Math.round(whole / 1440)} d`;
}

/** Hands added up over weeks, in hours however many: "12 min", "86 h". */
export const handHours = (minutes: number): string =>
  minutes < 600 ? duration(minutes) : `${Math.round(minutes / 60)} h`;

/** Attended minutes as said at the bench: "20 s", "1 min", "4 min", "1 h 05". */
export function attended(minutes: number): string {
  if (minutes < 0.95) return `${Math.max(5, Math.round((minutes * 60) / 5) * 5)} s`;
  return duration(Math.round(minutes));
}

export function percent(p: number): string {
  if (p > 0 && p < 0.005) return 'under 1 %';
  if (p < 1 && p > 0.995) return 'over 99 %';
  return `${Math.round(p * 100)} %`;
}

/** A figure as people type it, with a point or their comma; undefined: none was. */
export function figureTyped(text: string | undefined): number | undefined {
  const plain = (text ?? '').trim().replace('\u2212', '-').replace(',', '.');
  return plain !== '' && Number.isFinite(Number(plain)) ? Number(plain) : undefined;
}
