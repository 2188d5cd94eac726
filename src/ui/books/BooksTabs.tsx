import { PageTabs } from '../kit/PageTabs';

const PAGES = [
  ['/books', 'Lots'],
  ['/books/made', 'What it made'],
  ['/books/stock', 'Stock and parts'],
  ['/books/hands', 'Minutes'],
  ['/books/sources', 'What sources say'],
  ['/books/right', 'Is the program right?'],
] as const;

/** What the books answer. */
export const BooksTabs = ({ at }: { at: (typeof PAGES)[number][0] | '' }) => (
  <PageTabs label="Books" pages={PAGES} at={at} />
);
