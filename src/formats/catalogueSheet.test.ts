import Papa from 'papaparse';
import { describe, expect, test } from 'vitest';
import { catalogue } from '@/catalog';
import { catalogueHtml, causesCsv, findingsCsv } from './catalogueSheet';

const table = (csv: string) => Papa.parse<Record<string, string>>(csv, { header: true }).data;

describe('the catalogue as a table', () => {
  test('read back, every chance stands in the line of its outcome and the column of its cause', () => {
    const lines = table(findingsCsv(catalogue));
    let read = 0;
    for (const finding of catalogue.findings)
      finding.outcomes.forEach((outcome, o) => {
        const line = lines.find((each) => each.finding === finding.id && each.outcome === outcome.id)!;
        expect(Number(line['nothing of these']) / 100).toBeCloseTo(finding.leak[o], 6);
        for (const cause of catalogue.causes) {
          const own = finding.by[cause.id];
          if (own) expect(Number(line[cause.id]) / 100).toBeCloseTo(own[o], 6);
          else expect(line[cause.id]).toBe('');
          if (own) read++;
        }
      });
    expect(read).toBe(
      catalogue.findings.reduce(
        (sum, finding) => sum + finding.outcomes.length * Object.keys(finding.by).length,
        0,
      ),
    );
  });

  test('priors, what is left of the price, and every cure', () => {
    const lines = table(causesCsv(catalogue));
    for (const cause of catalogue.causes) {
      const line = lines.find((each) => each.cause === cause.id)!;
      expect(line.laptop === '' ? undefined : Number(line.laptop) / 100).toEqual(cause.prior.laptop);
      expect(Number(line['price left']) / 100).toBeCloseTo(cause.valueLeft, 6);
    }
    for (const repair of catalogue.repairs)
      for (const [cause, cured] of Object.entries(repair.cures))
        expect(Number(lines.find((each) => each.cause === cause)![repair.id]) / 100).toBeCloseTo(cured, 6);
  });

  test('the page names everything once, fetches nothing and runs nothing', () => {
    const page = catalogueHtml(catalogue);
    for (const { id } of catalogue.causes) expect(page).toContain(`<i>${id}</i>`);
    expect(page).not.toMatch(/<script|src=|href="http/);
  });

  test('what is written in a row does not break out of the page or into a formula', () => {
    const [cause] = catalogue.causes;
    const hostile = { ...cause, name: '=cmd|"<b>' };
    const page = catalogueHtml({ ...catalogue, causes: [hostile, ...catalogue.causes.slice(1)] });
    expect(page).not.toContain('<b>');
    expect(table(causesCsv({ causes: [hostile], repairs: [] }))[0].name).toBe(`'=cmd|"<b>`);
  });
});
