/** Work that stands paused because the same hands went elsewhere. */
export interface LaidAside {
  title: string;
  tag: string;
}

/** "Paused meanwhile: clean fan and fins at WQ-0012." Nothing when nothing was. */
export function asideWords(aside: readonly LaidAside[]): string {
  if (aside.length === 0) return '';
  return `Paused meanwhile: ${aside.map(({ title, tag }) => `${title.toLowerCase()} at ${tag}`).join(', ')}.`;
}
