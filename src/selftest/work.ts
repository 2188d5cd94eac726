import { round } from '@/core/selftest/processor';

/** All cores at work in workers of the page's own; rounds are counted together. */
export interface Hands {
  /** Rounds since the last asking. */
  taken: () => number;
  many: number;
  stop: () => void;
}

/** So many workers at most, whatever a browser says of its cores. */
const MOST = 64;

export function allAtWork(): Hands {
  const many = Math.min(MOST, navigator.hardwareConcurrency || 2);
  const text = `"use strict";var round=${round.toString()};var n=0,s=0,t=Date.now();
function go(){var e=Date.now()+40;while(Date.now()<e){s=round(s+1);n++}if(Date.now()-t>=250){postMessage(n);n=0;t=Date.now()}setTimeout(go,0)}go();`;
  const url = URL.createObjectURL(new Blob([text], { type: 'text/javascript' }));
  let rounds = 0;
  const workers = Array.from({ length: many }, () => {
    const worker = new Worker(url);
    worker.onmessage = (event: MessageEvent<number>) => {
      rounds += event.data;
    };
    return worker;
  });
  return {
    many,
    taken: () => {
      const now = rounds;
      rounds = 0;
      return now;
    },
    stop: () => {
      workers.forEach((worker) => worker.terminate());
      URL.revokeObjectURL(url);
    },
  };
}
