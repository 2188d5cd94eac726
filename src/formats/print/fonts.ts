import { join } from 'node:path';
import { Font } from '@react-pdf/renderer';

let registered = false;

const file = (...path: string[]) => join(process.cwd(), 'node_modules', ...path);

/**
 * Letters of the page, and what stands in for those it has not: paper names makers and people in any script.
 */
export const TEXT = ['Shop Text', 'Every Script'];
export const FIGURES = ['Shop Figures', 'Every Script'];

/**
 * Fonts are embedded: DejaVu for European and Near Eastern scripts, a plain bitmap-like face for every other.
 * Long words are never broken.
 */
export function preparePdf(): void {
  if (registered) return;
  registered = true;
  const dejavu = (name: string) => file('dejavu-fonts-ttf', 'ttf', `${name}.ttf`);
  Font.register({
    family: 'Shop Text',
    fonts: [
      { src: dejavu('DejaVuSansCondensed') },
      { src: dejavu('DejaVuSansCondensed-Bold'), fontWeight: 'bold' },
    ],
  });
  Font.register({
    family: 'Shop Figures',
    fonts: [
      { src: dejavu('DejaVuSansMono-Bold') },
      { src: dejavu('DejaVuSansMono-Bold'), fontWeight: 'bold' },
    ],
  });
  const every = file('@fontsource', 'unifontex', 'files', 'unifontex-latin-400-normal.woff');
  Font.register({ family: 'Every Script', fonts: [{ src: every }, { src: every, fontWeight: 'bold' }] });
  Font.registerHyphenationCallback((word) => [word]);
}
