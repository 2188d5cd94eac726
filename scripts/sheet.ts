import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { catalogue } from '@/catalog';
import { catalogueHtml, causesCsv, findingsCsv } from '@/formats/catalogueSheet';

/**
 * npm run sheet -- [FOLDER]: the catalogue as tables for review by eye (catalogue.html, findings.csv,
 * causes.csv), into FOLDER or "sheet".
 */
const folder = process.argv[2] ?? 'sheet';
mkdirSync(folder, { recursive: true });
const files = {
  'catalogue.html': catalogueHtml(catalogue),
  'findings.csv': findingsCsv(catalogue),
  'causes.csv': causesCsv(catalogue),
};
for (const [name, text] of Object.entries(files)) {
  writeFileSync(join(folder, name), text);
  console.log(`${join(folder, name)}: ${Math.round(text.length / 1024)} KB`);
}
