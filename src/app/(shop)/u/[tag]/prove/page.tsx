import { testsFor, type GradeReason } from '@/core/grade/rubric';
import { liftsFor } from '@/shop/advice/lifts';
import { stainWords } from '@/core/record/handFlaws';
import { photosAbout } from '@/shop/photos/queries';
import { zoneName } from '@/words/hands/clean';
import { Proof } from '@/ui/proof/Proof';
import { SPEC_KEYS, type SpecKey } from '@/core/record/keys';
import { loadUnit, unitHead, unitStanding } from '../loadUnit';

/** What a grade wants seen or read, not only said. */
const TO_SEE: SpecKey[] = ['processor', 'memoryGb'];

const SIZES = ['small', 'medium', 'large'];

export default async function ProvePage({ params }: { params: Promise<{ tag: string }> }) {
  const { tag } = await params;
  const { unit, record } = await loadUnit(tag);
  const [head, photos] = await Promise.all([unitHead(tag), photosAbout(unit.id)]);
  const { marks, tests, result, input, spec, rubric } = await unitStanding(tag);
  const lifts = result.grade ? await liftsFor(unit, rubric, input, result.grade, spec) : [];
  const surfaces = rubric.surfaces[unit.chassis];
  const surfaceName = (id: string) => surfaces.find((surface) => surface.id === id)?.name ?? id;
  const testName = (id: string) =>
    rubric.tests.find((test) => test.id === id)?.name ??
    { battery: 'Battery health', heat: 'Top temperature' }[id] ??
    id;
  const defectName = (id: string) => rubric.defects.find((kind) => kind.id === id)?.name ?? id;
  const numbered = marks.map((mark, i) => ({ ...mark, number: i + 1 }));
  const reason = (entry: GradeReason) =>
    entry.what === 'surface'
      ? `${surfaceName(entry.id)}: ${entry.points.toFixed(1)} points`
      : entry.what === 'flaw'
        ? `${entry.id}: at best ${entry.allows}`
        : `${testName(entry.id)}: at best ${entry.allows}`;
  return (
    <Proof
      unit={head}
      surfaces={surfaces}
      kinds={rubric.defects.map(({ id, name }) => ({ id, name }))}
      said={TO_SEE.flatMap((key) => {
        const best = spec.best(key);
        return best?.basis === 'claimed' ? [{ key, name: SPEC_KEYS[key], value: best.value }] : [];
      })}
      laptop={unit.chassis === 'laptop'}
      photos={photos.filter(({ about }) => /^(mark|zone):/.test(about))}
      stains={Object.entries(record.clean).flatMap(([zone, { stays, staysWords }]) =>
        stays
          ? [
              {
                zone,
                words: stainWords(zoneName(unit.chassis, zone), staysWords),
              },
            ]
          : [],
      )}
      battery={spec.best('batteryHealth')?.value ?? null}
      top={spec.best('topCelsius')?.value ?? null}
      tests={testsFor(rubric, unit.chassis).map((test) => {
        const run = tests.get(test.id);
        return {
          id: test.id,
          name: test.name,
          how: test.how ?? '',
          result: (run?.result as 'pass' | 'fail' | 'absent' | undefined) ?? null,
          by: run?.byName ?? '',
          told: run?.told?.words ?? '',
        };
      })}
      marks={numbered.map((mark) => ({
        id: mark.id,
        number: mark.number,
        surface: mark.surface,
        x: mark.x,
        y: mark.y,
        label: `${surfaceName(mark.surface)}: ${defectName(mark.kind).toLowerCase()}, ${SIZES[mark.size]}`,
      }))}
      grade={{
        given: unit.grade,
        would: result.grade,
        points: result.points,
        rubric: result.rubric,
        reasons: result.reasons.map(reason),
        open: result.open.map(testName),
        blocked: result.blocked.map(testName),
        lifts: lifts.map((lift) => ({
          to: lift.to,
          minutes: lift.minutes,
          gainMinor: lift.gainMinor,
          netMinor: lift.netMinor,
          words: [
            ...(lift.defects.length
              ? [
                  `mark ${lift.defects.map((id) => numbered.find((mark) => mark.id === id)?.number).join(', ')}`,
                ]
              : []),
            ...(lift.battery ? ['a new battery'] : []),
          ].join(' and '),
        })),
      }}
    />
  );
}
