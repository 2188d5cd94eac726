import { PageTabs } from '../kit/PageTabs';

const PAGES = [
  ['/books', 'Lots'],
  ['/books/made', 'What it made'],
  ['/books/stock', 'Stock and parts'],
  ['/books/hands', 'Minutes'],
  ['/books/sources', 'What sources say'],
  ['/books/right', 'Is the program right?'],
] as const;

export type BooksPage = (typeof PAGES)[number][0];

/** What the books answer. */
export const BooksTabs = ({ at }: { at: BooksPage | '' }) => <PageTabs label="Books" pages={PAGES} at={at} />;
