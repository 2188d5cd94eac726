import { CHASSIS, type Catalogue, type Chassis, type Finding } from '@/core/catalogue';
import { appliesTo } from '@/core/belief/model';

/** Two causes no finding tells apart well on some chassis. */
export interface Inseparable {
  chassis: Chassis;
  causes: [string, string];
  /** Largest total variation distance between what the two show at any finding, 0..1. */
  distance: number;
  best: string | null;
  /** Repairs that cure both: then it need not be known which it is. */
  shared: string[];
}

/**
 * P(outcome | the cause alone acts) by noisy-MAX: the leak and the cause's own distribution, the worse shows.
 */
function shown(finding: Finding, cause: string): number[] {
  const own = finding.by[cause];
  if (!own) return finding.leak;
  let before = 0;
  let leak = 0;
  let mine = 0;
  return own.map((p, o) => {
    leak += finding.leak[o];
    mine += p;
    const upTo = leak * mine;
    const at = upTo - before;
    before = upTo;
    return at;
  });
}

/**
 * Pairs of causes the catalogue cannot separate: no single finding's outcomes differ by `least` (total
 * variation) or more.
 * @param least distance from which a pair counts as told apart, 0..1
 */
export function inseparablePairs(
  catalogue: Pick<Catalogue, 'causes' | 'findings' | 'repairs'>,
  least = 0.4,
): Inseparable[] {
  const pairs: Inseparable[] = [];
  for (const chassis of CHASSIS) {
    const causes = catalogue.causes.filter((cause) => cause.prior[chassis]);
    const findings = catalogue.findings.filter(
      (finding) => appliesTo(finding, chassis) && finding.stage !== 'claim',
    );
    const tables = causes.map((cause) => findings.map((finding) => shown(finding, cause.id)));
    for (let a = 0; a < causes.length; a++) {
      for (let b = a + 1; b < causes.length; b++) {
        let distance = 0;
        let best: string | null = null;
        findings.forEach((finding, f) => {
          const apart = tables[a][f].reduce((sum, p, o) => sum + Math.abs(p - tables[b][f][o]), 0) / 2;
          if (apart > distance) {
            distance = apart;
            best = finding.id;
          }
        });
        if (distance >= least) continue;
        const shared = catalogue.repairs
          .filter(
            (repair) =>
              appliesTo(repair, chassis) && repair.cures[causes[a].id] && repair.cures[causes[b].id],
          )
          .map((repair) => repair.id);
        pairs.push({ chassis, causes: [causes[a].id, causes[b].id], distance, best, shared });
      }
    }
  }
  return pairs;
}
