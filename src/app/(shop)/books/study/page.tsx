import { notFound } from 'next/navigation';
import type { ReactNode } from 'react';
import type { ArmFigures, StudyComparison } from '@/core/study/compare';
import { Link } from '@/ui/kit/Link';
import { Empty, Sheet } from '@/ui/kit/parts';
import { Money } from '@/ui/kit/theShop';
import { duration, percent } from '@/ui/kit/words';
import { requireActor } from '@/server/session';
import { seesMargins, shopRules } from '@/shop/rules/queries';
import { studyReport, studyRivals } from '@/shop/study/report';
import { dayAndTime } from '@/words/time';

export const metadata = { title: 'Study' };

const shares = (share: number | null) => (share === null ? 'none yet' : percent(share));

function Line({ name, shown, hidden }: { name: string; shown: ReactNode; hidden: ReactNode }) {
  return (
    <tr className="h-10 border-b border-rule">
      <th scope="row" className="text-left font-normal">
        {name}
      </th>
      <td className="figures text-right">{shown}</td>
      <td className="figures text-right">{hidden}</td>
    </tr>
  );
}

/** A mean of machines that have ended; of none there is none. */
const of = (arm: ArmFigures, value: (arm: ArmFigures) => ReactNode) => (arm.n ? value(arm) : '–');

function Compared({
  title,
  heads,
  comparison,
  children,
}: {
  title: string;
  heads: readonly [string, string];
  comparison: StudyComparison;
  children: ReactNode;
}) {
  const { shown, hidden, interval, leastMinor, differenceMinor, people } = comparison;
  return (
    <section aria-label={title} className="pt-5">
      <h2 className="text-lead">{title}</h2>
      <p className="max-w-[70ch] pt-1 text-read">
        {differenceMinor === null || !interval ? (
          'Too few machines yet: one person has to have ended two of each kind.'
        ) : (
          <>
            <b>
              <Money minor={Math.round(differenceMinor)} plus /> a machine
            </b>{' '}
            for “{heads[0].toLowerCase()}”, 95 % interval from <Money minor={Math.round(interval[0])} plus />{' '}
            to <Money minor={Math.round(interval[1])} plus />. So many machines show a difference of{' '}
            <Money minor={Math.round(leastMinor!)} /> or more, four times in five. Told by the machines of{' '}
            {people === 1 ? 'one person' : `${people} people`}.
          </>
        )}
      </p>
      <table className="mt-2 w-full max-w-[560px] border-collapse text-row">
        <thead>
          <tr className="headrow">
            <th className="py-1.5 font-normal">Of a machine</th>
            <th className="text-right font-normal">{heads[0]}</th>
            <th className="text-right font-normal">{heads[1]}</th>
          </tr>
        </thead>
        <tbody>
          <Line name="Ended" shown={shown.n} hidden={hidden.n} />
          <Line
            name="Net"
            shown={of(shown, (own) => (
              <Money minor={Math.round(own.netMinor)} />
            ))}
            hidden={of(hidden, (own) => (
              <Money minor={Math.round(own.netMinor)} />
            ))}
          />
          <Line
            name="Hands"
            shown={of(shown, (own) => duration(own.minutes))}
            hidden={of(hidden, (own) => duration(own.minutes))}
          />
          <Line
            name="Parts"
            shown={of(shown, (own) => (
              <Money minor={Math.round(own.partsMinor)} />
            ))}
            hidden={of(hidden, (own) => (
              <Money minor={Math.round(own.partsMinor)} />
            ))}
          />
          <Line name="Came back" shown={shown.returned} hidden={hidden.returned} />
        </tbody>
      </table>
      {children}
    </section>
  );
}

type Props = { searchParams: Promise<{ beliefs?: string }> };

export default async function StudyPage({ searchParams }: Props) {
  const { beliefs } = await searchParams;
  const actor = await requireActor();
  const rules = await shopRules();
  if (!seesMargins(actor.role, rules))
    return (
      <Sheet>
        <h1 className="text-page leading-8">Study</h1>
        <Empty>The owner shows the books to other roles.</Empty>
      </Sheet>
    );
  const report = await studyReport();
  if (!report) notFound();
  const rivals = beliefs ? await studyRivals() : null;
  const { agreement } = report;
  const day = (iso: string) => dayAndTime(new Date(iso), rules.timeZone);
  return (
    <Sheet>
      <div className="border-b-2 border-ink pb-2.5">
        <h1 className="text-page leading-8">Does it pay to follow the proposals?</h1>
        <p className="text-row text-soft">
          {report.until
            ? `From ${day(report.since)} to ${day(report.until)}.`
            : `Running since ${day(report.since)}.`}{' '}
          {report.open} of its machines have not ended. {report.plan}
        </p>
      </div>
      <Compared title="Proposals shown or hidden" heads={['Shown', 'Hidden']} comparison={report.comparison}>
        {!report.until && (
          <p className="max-w-[70ch] pt-2 text-row text-soft">
            It is still running. Look often enough and you will find a difference by chance; what counts is
            the result at the end.
          </p>
        )}
      </Compared>
      <Compared
        title="Stopped as proposed, or worked on"
        heads={['Stopped', 'Worked on']}
        comparison={report.audit}
      >
        <p className="max-w-[70ch] pt-2 text-row text-soft">
          By lot, every fifth machine that would have been given up or sold as found is worked to its end.
        </p>
      </Compared>
      <section aria-label="Marked blind" className="pt-5">
        <h2 className="text-lead">Marked by people who did not know whose step it was</h2>
        <p className="max-w-[70ch] pt-1 text-read">
          {agreement.steps === 0
            ? 'No step has been marked by three people yet.'
            : `Most would do or accept ${shares(agreement.proposals)} of the proposals, and ${shares(agreement.drawn)} of the steps drawn beside them. One person agrees with most of the others in ${shares(agreement.ceiling)}: more cannot be reached. Called dangerous by somebody: ${agreement.dangerous}.`}{' '}
          {agreement.steps} steps, {report.markers} {report.markers === 1 ? 'person' : 'people'}.{' '}
          <Link href="/books/study/mark" className="border-b border-current">
            Mark some
          </Link>
        </p>
      </section>
      <section aria-label="Beliefs" className="pt-5">
        <h2 className="text-lead">What was foretold, beside two dull rivals</h2>
        {!beliefs ? (
          <p className="pt-1 text-read">
            <Link href="/books/study?beliefs=1" className="border-b border-current">
              Work it out
            </Link>{' '}
            <span className="text-soft">(some seconds for a few hundred machines)</span>
          </p>
        ) : !rivals ? (
          <p className="pt-1 text-read">Fewer than 40 of its machines have ended: too few.</p>
        ) : (
          <>
            <p className="max-w-[70ch] pt-1 text-read">
              The rivals learnt from the earlier half of these machines; all three are judged on the later
              half, {rivals.program.machines} machines. If the rivals do as well, the tables are decoration.
            </p>
            <table className="mt-2 w-full max-w-[560px] border-collapse text-row">
              <thead>
                <tr className="headrow">
                  <th className="py-1.5 font-normal">Of the causes found</th>
                  <th className="text-right font-normal">Stood first</th>
                  <th className="text-right font-normal">In the first three</th>
                  <th className="text-right font-normal">Brier score</th>
                </tr>
              </thead>
              <tbody>
                {(
                  [
                    ['This program', rivals.program],
                    ['How often, by complaint', rivals.complaints],
                    ['Naive Bayes', rivals.bayes],
                  ] as const
                ).map(([name, own]) => (
                  <tr key={name} className="h-10 border-b border-rule">
                    <th scope="row" className="text-left font-normal">
                      {name}
                    </th>
                    <td className="figures text-right">{shares(own.first)}</td>
                    <td className="figures text-right">{shares(own.firstThree)}</td>
                    <td className="figures text-right">{own.brier.toFixed(3)}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </>
        )}
      </section>
      <p className="pt-5 text-fine text-soft">Reckoned with catalogue {report.numbers}.</p>
    </Sheet>
  );
}
