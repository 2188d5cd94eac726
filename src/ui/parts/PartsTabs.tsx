import { PageTabs } from '../kit/PageTabs';

/** The pages of a unit's side Parts. */
export function PartsTabs({ tag, at }: { tag: string; at: '' | '/takes' | '/apart' }) {
  const base = `/u/${tag}/parts`;
  return (
    <PageTabs
      label="Parts of this unit"
      at={`${base}${at}`}
      pages={[
        [base, 'Inside and wanted'],
        [`${base}/takes`, 'What it takes'],
        [`${base}/apart`, 'Taking it apart'],
      ]}
    />
  );
}
