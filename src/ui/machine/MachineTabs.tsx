import { PageTabs } from '../kit/PageTabs';

/** The pages of a unit's side Machine. */
export function MachineTabs({
  tag,
  at,
}: {
  tag: string;
  at: '' | '/places' | '/heat' | '/power' | '/speed' | '/drives' | '/tests';
}) {
  const base = `/u/${tag}/machine`;
  return (
    <PageTabs
      label="What the machine is"
      at={`${base}${at}`}
      pages={[
        [base, 'What it is'],
        [`${base}/places`, 'Places and ports'],
        [`${base}/heat`, 'Heat'],
        [`${base}/power`, 'Power'],
        [`${base}/speed`, 'Speed'],
        [`${base}/drives`, 'Drives'],
        [`${base}/tests`, 'Self-test'],
      ]}
    />
  );
}
