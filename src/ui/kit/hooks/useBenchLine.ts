import { useShop } from '../theShop';

const LOOPBACK = /^(localhost|127\.|\[::1\])/;

/** Where machines at the benches reach this shop, as far as a page can tell. */
export function useBenchOrigin(): () => string {
  const { bench } = useShop();
  // on the shop's own computer the address of this page is of no use to another machine
  return () =>
    LOOPBACK.test(window.location.host) && bench.origins[0] ? bench.origins[0] : window.location.origin;
}

/** The same over plain http: for a shell that takes no certificate of our own. Only scripts are served so. */
export function usePlainOrigin(): () => string {
  const { bench } = useShop();
  return () => bench.plain[0] ?? window.location.origin;
}

/** A line to type on a unit. Over https the shop is known by its key alone; plain http only where there is no https. */
export function useBenchLine(): (path: string, then: string) => string {
  const { bench } = useShop();
  const origin = useBenchOrigin();
  return (path, then) => {
    const at = origin();
    const pin = at.startsWith('https:') && bench.pin ? ` -k --pinnedpubkey sha256//${bench.pin}` : '';
    return `curl -s${pin} ${at}${path} ${then}`;
  };
}
