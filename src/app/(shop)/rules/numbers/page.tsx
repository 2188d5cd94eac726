import { catalogue, causeById } from '@/catalog';
import { movedMost, sourcesMost } from '@/core/learn/learn';
import { CHASSIS } from '@/core/catalogue';
import { database } from '@/db/client';
import { requireActor } from '@/server/session';
import { countClosed } from '@/shop/rules/closed';
import { effectiveCatalogue } from '@/shop/rules/effective';
import { shopRules } from '@/shop/rules/queries';
import { Learning, type LearnedLine } from '@/ui/rules/Learning';
import { OwnNumbers, type ItemView } from '@/ui/rules/OwnNumbers';
import { Revaluation } from '@/ui/rules/Revaluation';
import { RulesNav } from '@/ui/rules/RulesNav';
import { Sheet } from '@/ui/kit/parts';
import { SOURCE_WORDS } from '@/words/lists/sources';
import { CHASSIS_NAMES } from '@/words/names';

export const metadata = { title: 'Own numbers' };

/** Everything an owner may put a number of his own to. */
function itemViews(): ItemView[] {
  return [
    ...catalogue.causes.map((cause): ItemView => ({
      kind: 'causes',
      id: cause.id,
      name: cause.name,
      rows: [],
      numbers: [
        ...CHASSIS.filter((chassis) => cause.prior[chassis] !== undefined).map((chassis) => ({
          path: ['prior', chassis],
          name: `On a ${CHASSIS_NAMES[chassis].toLowerCase()}`,
          unit: '%' as const,
          value: cause.prior[chassis]!,
        })),
        { path: ['valueLeft'], name: 'Price left with it', unit: '%', value: cause.valueLeft },
      ],
    })),
    ...catalogue.findings.map((finding): ItemView => {
      const labels = finding.outcomes.map((outcome) => outcome.label);
      return {
        kind: 'findings',
        id: finding.id,
        name: finding.ask,
        numbers: [{ path: ['minutes'], name: 'Hands', unit: 'min', value: finding.minutes }],
        rows: [
          { path: ['leak'], name: 'Nothing of these', labels, values: finding.leak },
          ...Object.entries(finding.by).map(([cause, values]) => ({
            path: ['by', cause],
            name: causeById(cause)?.name ?? cause,
            labels,
            values,
          })),
        ],
      };
    }),
    ...catalogue.repairs.map((repair): ItemView => ({
      kind: 'repairs',
      id: repair.id,
      name: repair.name,
      rows: [],
      numbers: [
        { path: ['minutes'], name: 'Hands', unit: 'min', value: repair.minutes },
        ...(repair.part
          ? [
              {
                path: ['partMinor'],
                name: `A ${repair.part.class} costs`,
                unit: 'money' as const,
                value: repair.part.costMinor,
              },
            ]
          : []),
        ...Object.entries(repair.cures).map(([cause, p]) => ({
          path: ['cures', cause],
          name: causeById(cause)?.name ?? cause,
          unit: '%' as const,
          value: p,
        })),
      ],
    })),
  ];
}

const MOST_MOVED = 8;

export default async function NumbersPage() {
  const actor = await requireActor();
  const rules = await shopRules();
  const closed = await database().transaction((tx) => countClosed(tx));
  const { faults } = effectiveCatalogue(rules);
  const lines: LearnedLine[] = (rules.learned ? movedMost(catalogue, rules.learned, MOST_MOVED) : []).map(
    (line) => ({
      ...line,
      cause: causeById(line.cause)!.name,
      chassis: CHASSIS_NAMES[line.chassis].toLowerCase(),
    }),
  );
  const sources = (rules.learned ? sourcesMost(catalogue, rules.learned, MOST_MOVED) : []).map((line) => ({
    ...line,
    cause: causeById(line.cause)!.name,
    source: SOURCE_WORDS[line.source],
  }));
  const mayWrite = actor.role === 'owner';
  return (
    <div>
      <RulesNav page="numbers" />
      <h1 className="sr-only">Own numbers and learning</h1>
      <div className="grid gap-gutter lg:grid-cols-2 lg:items-start">
        <Sheet>
          <OwnNumbers items={itemViews()} own={rules.overrides} faults={faults} mayWrite={mayWrite} />
        </Sheet>
        <div className="grid gap-gutter">
          <Sheet>
            <Learning
              cases={rules.learned?.cases ?? null}
              elsewhere={rules.learned?.elsewhere ?? 0}
              closed={closed}
              strength={rules.learningStrength}
              lines={lines}
              sources={sources}
              tables={Object.keys(rules.learned?.tables ?? {}).length}
              mayWrite={mayWrite}
            />
          </Sheet>
          <Sheet>
            <Revaluation mayStart={mayWrite} />
          </Sheet>
        </div>
      </div>
    </div>
  );
}
