import { desk } from './keyboard';

/** How one turns to another page of the shop: the frame knows when the page has come. */
type Turn = (href: string, replace: boolean) => void;

let turn: Turn | null = null;

export function turnBy(how: Turn): () => void {
  turn = how;
  return () => {
    turn = null;
    desk.arrive();
  };
}

/**
 * To another page; from now on keys are for it. False: there is no frame here that could tell when it has come.
 * `sooner`: keys are for it already.
 */
export function go(href: string, { replace = false, sooner = false } = {}): boolean {
  if (!turn) return false;
  desk.leave(href, sooner);
  turn(href, replace);
  return true;
}
