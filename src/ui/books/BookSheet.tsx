import type { ReactNode } from 'react';
import { Sheet } from '../kit/parts';
import { BooksTabs, type BooksPage } from './BooksTabs';
import { PeriodForm } from './PeriodForm';

/** A page of the books about a period: which it is, from when to when, and what it answers. */
export function BookSheet({
  at,
  tab = at,
  title,
  period: { from, to },
  hidden,
  children,
}: {
  at: BooksPage;
  /** Marked among the pages; one that somebody reads alone is not among them. */
  tab?: BooksPage | '';
  title: string;
  period: { from: string; to: string };
  hidden?: Readonly<Record<string, string>>;
  children: ReactNode;
}) {
  return (
    <div>
      <BooksTabs at={tab} />
      <Sheet>
        <div className="flex flex-wrap items-end justify-between gap-3 border-b-2 border-ink pb-2.5">
          <h1 className="text-page leading-8">{title}</h1>
          <PeriodForm action={at} from={from} to={to} hidden={hidden} />
        </div>
        {children}
      </Sheet>
    </div>
  );
}
