/** "own-work-3": the first that nothing is called yet. */
export function newId(stem: string, taken: readonly string[]): string {
  let n = 1;
  while (taken.includes(`${stem}-${n}`)) n++;
  return `${stem}-${n}`;
}
