import { PageTabs } from '../kit/PageTabs';

const PAGES = [
  ['/', 'What to work on'],
  ['/hours', 'Which get the hours'],
  ['/day', 'The day'],
  ['/day/end', 'Before closing'],
  ['/day/week', 'Try a week'],
] as const;

/** What hands go to: the list, the hours, the day. */
export const DayTabs = ({ at }: { at: (typeof PAGES)[number][0] }) => (
  <PageTabs label="What hands go to" pages={PAGES} at={at} />
);
