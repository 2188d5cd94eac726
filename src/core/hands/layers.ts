import type { LedgerItem } from './ledger';
import type { MatAct } from './mat';

/** One entry of a mat, and when it was made, ms. */
export interface TimedAct {
  at: number;
  act: MatAct;
}

/** Minutes hands were at a layer of a machine's own mat: taking it out, and putting it back. */
export interface LayerMinutes {
  layer: number;
  out: number;
  back: number;
}

/** Hands that noted nothing for longer were elsewhere, ms. */
const AWAY_MS = 12 * 60_000;

/**
 * What each layer of one machine took: the time up to each note of it since the note before, as far as hands stayed.
 * What takes place between a layer opened and its first note is the layer's.
 */
export function layerMinutes(acts: readonly TimedAct[]): LayerMinutes[] {
  const items = new Map<string, LedgerItem>();
  const sums = new Map<number, LayerMinutes>();
  let last: number | null = null;
  for (const { at, act } of acts) {
    if (act.op === 'open') for (const item of act.items) items.set(item.id, item);
    else if (act.op === 'item') items.set(act.item.id, act.item);
    if (act.op === 'move') {
      const item = items.get(act.item);
      const spent = last === null ? 0 : at - last;
      if (item && !item.mat && spent > 0 && spent <= AWAY_MS) {
        const own = sums.get(item.layer) ?? { layer: item.layer, out: 0, back: 0 };
        if (act.move === 'in' || act.move === 'replaced' || act.move === 'improvised')
          own.back += spent / 60_000;
        else own.out += spent / 60_000;
        sums.set(item.layer, own);
      }
    }
    last = at;
  }
  return [...sums.values()].sort((a, b) => a.layer - b.layer);
}

/** The middle of what several machines took, layer by layer; those a layer took no time of are not counted for it. */
export function usualLayers(
  each: readonly (readonly LayerMinutes[])[],
): (LayerMinutes & { machines: number })[] {
  const middle = (values: readonly number[]) => {
    const own = values.filter((value) => value > 0).sort((a, b) => a - b);
    return own.length ? own[(own.length - 1) >> 1] : 0;
  };
  const layers = [...new Set(each.flatMap((own) => own.map(({ layer }) => layer)))].sort((a, b) => a - b);
  return layers.map((layer) => {
    const own = each.flatMap((machine) => machine.filter((line) => line.layer === layer));
    return {
      layer,
      out: middle(own.map(({ out }) => out)),
      back: middle(own.map(({ back }) => back)),
      machines: own.length,
    };
  });
}
