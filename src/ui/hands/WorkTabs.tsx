import { PageTabs } from '../kit/PageTabs';

/** The pages of a unit's side Work. */
export function WorkTabs({ tag, at }: { tag: string; at: '' | '/strip' | '/clean' | '/model' }) {
  const base = `/u/${tag}/work`;
  return (
    <PageTabs
      label="Work on this unit"
      at={`${base}${at}`}
      pages={[
        [base, 'Work'],
        [`${base}/strip`, 'Strip down'],
        [`${base}/clean`, 'Clean'],
        [`${base}/model`, 'Model notebook'],
      ]}
    />
  );
}
