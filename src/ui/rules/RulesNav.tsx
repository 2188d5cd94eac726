import { PageTabs } from '../kit/PageTabs';

const PAGES = [
  ['/rules', 'Rates and people'],
  ['/rules/house', 'Prices, grading, work'],
  ['/rules/prices', 'What sales teach'],
  ['/rules/numbers', 'Own numbers, learning'],
  ['/rules/codes', 'Blink and beep codes'],
  ['/rules/archive', 'As a file'],
] as const;

/** The pages of the house rules. */
export const RulesNav = ({ page }: { page: '' | 'house' | 'prices' | 'numbers' | 'codes' | 'archive' }) => (
  <PageTabs label="House rules" pages={PAGES} at={page ? `/rules/${page}` : '/rules'} />
);
