import type { HandCaps } from '../catalogue';
import type { CleanState } from '../clean/state';
import type { Mat } from '../hands/mat';
import type { RecordPart } from './entries';
import type { ToldFlaw } from './flaws';

/** What does not come off a place, as buyers and benches read it. */
export const stainWords = (place: string, what: string | undefined) =>
  `${place}: ${what || 'a stain'} that does not come off`;

/**
 * What hands leave behind that a buyer is told of: fasteners missing or of another kind, parts mended or improvised, what
 * does not come off, and a smell. Gone when the screw is replaced, the stain has come off, the smell is aired.
 * @param zoneName what a zone is called
 */
export function handFlaws(
  mat: Mat | null,
  clean: CleanState,
  inside: readonly RecordPart[],
  zoneName: (zone: string) => string,
  caps: HandCaps,
): ToldFlaw[] {
  const flaws: ToldFlaw[] = [];
  for (const { item, missing, improvised, open, broken } of mat?.balances ?? []) {
    if (item.kind === 'seal') {
      if (broken + missing > 0)
        flaws.push({
          words: `${item.name}: ${broken > 0 ? 'opened here, by us' : 'was broken when it came'}`,
          cap: 'A',
          repair: 'mat',
        });
      continue;
    }
    // what is out on the mat of a machine that was closed all the same is not in it
    const absent = missing + (mat!.shut ? open : 0);
    if (item.kind === 'fastener' && absent > 0)
      flaws.push({
        words: `${absent} of ${item.count} screws missing: ${item.name}`,
        cap: caps.missing,
        repair: 'mat',
      });
    if (improvised > 0)
      flaws.push({
        words: `${item.name}: ${improvised} of ${item.count} held by something else`,
        cap: caps.improvised,
        repair: 'mat',
      });
  }
  for (const { name, attributes } of inside)
    if (attributes.state === 'improvised' || attributes.state === 'repaired')
      flaws.push({
        words: `${name}: ${attributes.state}${attributes.heldBy ? ` with ${attributes.heldBy}` : ''}`,
        cap: attributes.state === 'improvised' ? caps.improvised : 'A',
        repair: 'part',
      });
  for (const [zone, { stays, staysWords, soils }] of Object.entries(clean)) {
    if (stays)
      flaws.push({
        words: stainWords(zoneName(zone), staysWords),
        cap: caps.stain,
        repair: 'clean',
      });
    if (soils.smell)
      flaws.push({
        words: `it smells, ${['faintly', 'plainly', 'strongly'][soils.smell - 1]}`,
        cap: caps.smell[soils.smell - 1],
        repair: 'clean',
      });
  }
  return flaws;
}
