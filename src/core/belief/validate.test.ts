import { describe, expect, it } from 'vitest';
import { catalogue } from '@/catalog';
import { CHASSIS } from '../catalogue';
import { assertCatalogue, catalogueFaults } from './validate';

describe('the catalogue', () => {
  it('has no faults', () => expect(catalogueFaults(catalogue)).toEqual([]));
  it('is as large as promised: 40 causes, 60 findings', () => {
    expect(catalogue.causes.length).toBeGreaterThanOrEqual(40);
    expect(catalogue.findings.length).toBeGreaterThanOrEqual(60);
  });
  it('offers every cause a repair on every chassis that can have it', () => {
    const orphans = catalogue.causes.flatMap((cause) => CHASSIS.filter((chassis) => cause.prior[chassis] && !catalogue.repairs.some((repair) => repair.cures[cause.id] && (!repair.chassis || repair.chassis.includes(chassis)))).map((chassis) => `${cause.id} on ${chassis}`));
    expect(orphans).toEqual(['battery-swollen on laptop']); // quarantined, never repaired here
  });
  it('says where everything comes from', () => {
    for (const item of [...catalogue.causes, ...catalogue.findings, ...catalogue.repairs, ...catalogue.cautions]) expect(item.source, item.id).not.toBe('');
  });
});

describe('validation', () => {
  const broken = (change: (copy: typeof catalogue) => void) => {
    const copy = structuredClone(catalogue);
    change(copy);
    return catalogueFaults(copy);
  };
  it.each([
    ['a distribution that does not sum', (c: typeof catalogue) => { c.findings[10].leak = c.findings[10].leak.map((v) => v * 0.5); }, /leak sums to/],
    ['an unknown cause', (c: typeof catalogue) => { c.findings[10].by['ghost'] = c.findings[10].leak; }, /unknown cause "ghost"/],
    ['a prior of 1', (c: typeof catalogue) => { c.causes[0].prior.desktop = 1; }, /prior for desktop must lie between/],
    ['an id twice', (c: typeof catalogue) => { c.causes.push(c.causes[0]); }, /stands twice/],
    ['an unknown caution', (c: typeof catalogue) => { c.repairs[0].cautions = ['boo']; }, /unknown caution "boo"/],
    ['the wrong number of outcomes', (c: typeof catalogue) => { c.findings[10].leak = [1]; }, /has 1 probabilities for/],
    ['settling by an outcome its cause never shows', (c: typeof catalogue) => { c.findings.find((f) => f.id === 'look-bay')!.outcomes[0].settles = ['drive-out']; }, /settles "drive-out", which never shows it/],
  ])('finds %s', (_, change, words) => expect(broken(change).join('\n')).toMatch(words));
  it('refuses to load a broken catalogue, with every fault listed', () => {
    const copy = structuredClone(catalogue);
    copy.causes[0].valueLeft = 2;
    copy.repairs[0].cures = { nothing: 0.5 };
    expect(() => assertCatalogue(copy)).toThrow(/2 faults[\s\S]*valueLeft[\s\S]*nothing/);
  });
});
