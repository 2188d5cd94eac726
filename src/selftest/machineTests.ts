import { selfTestRules } from '@/catalog/instruments/selfTests';
import { megabits, roundTrips, type Piece } from '@/core/selftest/network';
import { standingOf, worked } from '@/core/selftest/processor';
import { button, el, fill } from './dom';
import { wait, type Shown } from './testResult';
import { allAtWork } from './work';

const { workSeconds: SECONDS, slows: SLOWED } = selfTestRules;

/** All cores at work: a score beside the shop's other machines, and whether it slows. */
export const processorTest: Shown = (host, told, { beside }) => {
  const line = el('p', { class: 'big', role: 'status' });
  const bar = el('i');
  let gone = false;
  let stopAll = () => undefined as void;
  const run = async () => {
    const hands = allAtWork();
    stopAll = hands.stop;
    const rates: number[] = [];
    for (let second = 0; second < SECONDS && !gone; second++) {
      const from = performance.now();
      await wait(1_000);
      rates.push(hands.taken() / ((performance.now() - from) / 1_000));
      bar.style.width = `${((second + 1) / SECONDS) * 100}%`;
      line.textContent = `${Math.round(rates[rates.length - 1])} rounds a second, ${hands.many} cores`;
    }
    hands.stop();
    if (gone) return;
    const { score, kept } = worked(rates);
    const standing = standingOf(score, beside.scores);
    const words = [
      `${score} rounds a second on ${hands.many} cores`,
      standing === null
        ? 'the first of its kind here'
        : `no slower than ${Math.round(standing * 100)} % of ${beside.scores.length} ${beside.of}`,
      kept < SLOWED ? `slows to ${Math.round(kept * 100)} % under load` : '',
    ];
    told({
      result: kept < SLOWED ? 'fail' : 'pass',
      words: words.filter(Boolean).join('; '),
      figures: { score, kept: Math.round(kept * 1000) / 1000, cores: hands.many },
    });
  };
  fill(
    host,
    el('h2', {}, 'All cores at work for twenty seconds'),
    el('div', { class: 'meter' }, bar),
    line,
    el(
      'div',
      { class: 'acts' },
      button('Begin', () => void run(), 'strong'),
    ),
  );
  return () => {
    gone = true;
    stopAll();
  };
};

/** How fast and how steadily to the bench; which of its networks it was, the person says by the test that is open. */
export const networkTest =
  (kind: 'wired' | 'wireless'): Shown =>
  (host, told, { token }) => {
    const line = el('p', { class: 'big', role: 'status' });
    const url = `/t/${token}/bytes`;
    const timed = async (work: () => Promise<Response>): Promise<number> => {
      const from = performance.now();
      const answer = await work();
      if (!answer.ok) throw new Error(String(answer.status));
      await answer.arrayBuffer();
      return performance.now() - from;
    };
    const run = async () => {
      try {
        const trips: number[] = [];
        for (let n = 0; n < 20; n++)
          trips.push(await timed(() => fetch(`${url}?n=0&i=${n}`, { cache: 'no-store' })));
        line.textContent = 'From the bench …';
        const down: Piece[] = [];
        const up: Piece[] = [];
        const bytes = 1_000_000;
        const body = new Uint8Array(bytes);
        for (let at = 0; at < bytes; at += 65_536)
          crypto.getRandomValues(body.subarray(at, Math.min(bytes, at + 65_536)));
        for (let n = 0; n < 6; n++)
          down.push({
            bytes,
            ms: await timed(() => fetch(`${url}?n=${bytes}&i=${n}`, { cache: 'no-store' })),
          });
        line.textContent = 'To the bench …';
        for (let n = 0; n < 6; n++)
          up.push({ bytes, ms: await timed(() => fetch(url, { method: 'POST', body })) });
        const { ms, jitter } = roundTrips(trips.slice(2));
        const [fast, back] = [megabits(down), megabits(up)];
        told({
          result: 'pass',
          words: `${Math.round(fast)} Mb/s from the bench, ${Math.round(back)} to it, ${ms.toFixed(1)} ms, jitter ${jitter.toFixed(1)} ms`,
          figures: { down: Math.round(fast * 10) / 10, up: Math.round(back * 10) / 10, trip: ms, jitter },
        });
      } catch {
        line.textContent = 'The connection broke off. Try again, or say that it does not work.';
      }
    };
    fill(
      host,
      el('h2', {}, kind === 'wired' ? 'Cable in, wireless off' : 'Cable out, wireless on'),
      el(
        'p',
        { class: 'soft' },
        'Which way this page comes, a browser does not say: make sure there is only the one.',
      ),
      line,
      el(
        'div',
        { class: 'acts' },
        button('Begin', () => void run(), 'strong'),
      ),
    );
    return () => undefined;
  };
