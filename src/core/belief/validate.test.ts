import { describe, expect, it } from 'vitest';
import { catalogue } from '@/catalog';
import { CHASSIS, GROUPS, WHOLE_LOOK } from '../catalogue';
import { assertCatalogue, catalogueFaults } from './validate';

describe('the catalogue', () => {
  it('has no faults', () => expect(catalogueFaults(catalogue)).toEqual([]));
  it('is as large as promised: 120 causes, 170 findings, 100 repairs and swap-tests, on four kinds of chassis', () => {
    expect(catalogue.causes.length).toBeGreaterThanOrEqual(120);
    expect(catalogue.findings.length).toBeGreaterThanOrEqual(170);
    expect(
      catalogue.repairs.length + catalogue.findings.filter((finding) => finding.swap).length,
    ).toBeGreaterThanOrEqual(100);
    for (const chassis of CHASSIS)
      expect(catalogue.causes.filter((cause) => cause.prior[chassis]).length).toBeGreaterThan(80);
  });
  it('covers every complaint of the shop with causes, looks and repairs', () => {
    for (const group of GROUPS) {
      const own = catalogue.causes.filter((cause) => cause.group === group).map((cause) => cause.id);
      expect(own.length, group).toBeGreaterThanOrEqual(4);
      expect(
        catalogue.findings.filter((finding) => own.some((id) => finding.by[id]) && finding.id !== WHOLE_LOOK)
          .length,
        group,
      ).toBeGreaterThanOrEqual(4);
    }
  });
  it('offers every cause a repair on every chassis that can have it', () => {
    const orphans = catalogue.causes.flatMap((cause) =>
      CHASSIS.filter(
        (chassis) =>
          cause.prior[chassis] &&
          !catalogue.repairs.some(
            (repair) => repair.cures[cause.id] && (!repair.chassis || repair.chassis.includes(chassis)),
          ),
      ).map((chassis) => `${cause.id} on ${chassis}`),
    );
    expect(orphans).toEqual([]);
  });
  it('says where everything comes from', () => {
    for (const item of [
      ...catalogue.causes,
      ...catalogue.findings,
      ...catalogue.repairs,
      ...catalogue.cautions,
    ])
      expect(item.source, item.id).not.toBe('');
  });
});

describe('validation', () => {
  const broken = (change: (copy: typeof catalogue) => void) => {
    const copy = structuredClone(catalogue);
    change(copy);
    return catalogueFaults(copy);
  };
  it.each([
    [
      'a distribution that does not sum',
      (c: typeof catalogue) => {
        c.findings[10].leak = c.findings[10].leak.map((v) => v * 0.5);
      },
      /leak sums to/,
    ],
    [
      'a block by an unknown cause',
      (c: typeof catalogue) => {
        c.findings[10].blockedBy = ['ghost'];
      },
      /blocked by unknown cause "ghost"/,
    ],
    [
      'a cause that shows and blocks',
      (c: typeof catalogue) => {
        c.findings[10].blockedBy = [Object.keys(c.findings[10].by)[0]];
      },
      /both shows in it and blocks it/,
    ],
    [
      'an unknown cause',
      (c: typeof catalogue) => {
        c.findings[10].by['ghost'] = c.findings[10].leak;
      },
      /unknown cause "ghost"/,
    ],
    [
      'a prior of 1',
      (c: typeof catalogue) => {
        c.causes[0].prior.desktop = 1;
      },
      /prior for desktop must lie between/,
    ],
    [
      'an id twice',
      (c: typeof catalogue) => {
        c.causes.push(c.causes[0]);
      },
      /stands twice/,
    ],
    [
      'an unknown caution',
      (c: typeof catalogue) => {
        c.repairs[0].cautions = ['boo'];
      },
      /unknown caution "boo"/,
    ],
    [
      'the wrong number of outcomes',
      (c: typeof catalogue) => {
        c.findings[10].leak = [1];
      },
      /has 1 probabilities for/,
    ],
    [
      'a finding that does not say how',
      (c: typeof catalogue) => {
        c.findings.find((f) => f.id === 'look-bay')!.how = '';
      },
      /"look-bay": does not say how/,
    ],
    [
      'a cause that does not say what it spoils',
      (c: typeof catalogue) => {
        c.causes[3].ifLeft = '';
      },
      /does not say what it spoils/,
    ],
    [
      'a swap-test with a part nobody keeps',
      (c: typeof catalogue) => {
        c.findings.find((f) => f.swap)!.swap = 'wheel' as never;
      },
      /unknown part class "wheel"/,
    ],
    [
      'a cause nothing shows',
      (c: typeof catalogue) => {
        for (const f of c.findings) if (f.stage !== 'claim' && f.id !== WHOLE_LOOK) delete f.by['mic-dead'];
      },
      /"mic-dead": no finding shows it on a laptop/,
    ],
    [
      'settling by an outcome its cause never shows',
      (c: typeof catalogue) => {
        c.findings.find((f) => f.id === 'look-bay')!.outcomes[0].settles = ['drive-out'];
      },
      /settles "drive-out", which never shows it/,
    ],
  ])('finds %s', (_, change, words) => expect(broken(change).join('\n')).toMatch(words));
  it('refuses to load a broken catalogue, with every fault listed', () => {
    const copy = structuredClone(catalogue);
    copy.causes[0].valueLeft = 2;
    copy.repairs[0].cures = { nothing: 0.5 };
    expect(() => assertCatalogue(copy)).toThrow(
      /5 faults[\s\S]*valueLeft[\s\S]*no repair cures it on a desktop[\s\S]*nothing/,
    );
  });
});
