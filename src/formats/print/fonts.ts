import { Font } from '@react-pdf/renderer';

let registered = false;

/** PDF text is set in the built-in Helvetica family; long words are never broken. */
export function preparePdf(): void {
  if (registered) return;
  registered = true;
  Font.registerHyphenationCallback((word) => [word]);
}
