/** Where a unit opens: on its first look while nothing of it was looked at, otherwise on what is to be found out. */
export const opensAt = ({ tag, stage }: { tag: string; stage: string }): string =>
  `/u/${tag}${stage === 'dock' ? '/look' : ''}`;
