import { button, el, fill } from './dom';
import type { Plan } from './testResult';
import { allAtWork, type Hands } from './work';

/** What of a soak outlives the page: a closed lid, a lost network, a browser that was started again. */
interface Kept {
  run: string;
  begun: number;
  boot: number;
  seq: number;
  batches: { seq: number; columns: { t: number[]; rate: number[]; boot: number[] } }[];
}

const EVERY_MS = 2_000;
const BATCH = 5;

/** A soak that runs by itself beside everything else, into a run of its own, until the shop says that it is enough. */
export class Soak {
  private readonly name: string;
  private hands: Hands | null = null;
  private timer = 0;
  private rows: { t: number; rate: number }[] = [];
  private last = 0;
  private sending = false;
  private words = '';
  readonly host = el('div', { class: 'hand', role: 'status' });

  constructor(private readonly plan: Plan) {
    this.name = `omni-soak-${plan.token}`;
    const kept = this.kept();
    if (kept) {
      // the page is new: the browser, or the machine, was started again
      this.keep({ ...kept, boot: kept.boot + 1 });
      this.work();
    }
    this.draw();
  }

  private kept(): Kept | null {
    try {
      return JSON.parse(localStorage.getItem(this.name) || 'null') as Kept | null;
    } catch {
      return null;
    }
  }

  private keep(kept: Kept | null): void {
    if (kept) localStorage.setItem(this.name, JSON.stringify(kept));
    else localStorage.removeItem(this.name);
  }

  private async begin(): Promise<void> {
    this.words = 'Asking the shop …';
    this.draw();
    try {
      const answer = await fetch(`/t/${this.plan.token}/soak`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({
          key: `soak-${Date.now().toString(36)}-${Math.random().toString(36).slice(2, 10)}`,
        }),
      });
      const said = (await answer.json()) as { token?: string; error?: { message?: string } };
      if (!answer.ok || !said.token) {
        this.words = (said.error && said.error.message) || 'The shop did not let it begin.';
        return this.draw();
      }
      this.keep({ run: said.token, begun: Date.now(), boot: 0, seq: 0, batches: [] });
      this.words = '';
      this.work();
    } catch {
      this.words = 'The shop does not answer.';
    }
    this.draw();
  }

  private work(): void {
    this.hands = allAtWork();
    this.last = Date.now();
    this.timer = window.setInterval(() => this.sample(), EVERY_MS);
  }

  private sample(): void {
    const kept = this.kept();
    if (!kept || !this.hands) return this.rest();
    const now = Date.now();
    const seconds = (now - this.last) / 1_000;
    this.last = now;
    const rounds = this.hands.taken();
    // after a closed lid the first stretch says nothing of its speed
    if (seconds > 0 && seconds < 10)
      this.rows.push({ t: (now - kept.begun) / 1_000, rate: Math.round(rounds / seconds) });
    if (this.rows.length >= BATCH) {
      const rows = this.rows.splice(0);
      this.keep({
        ...kept,
        seq: kept.seq + 1,
        batches: [
          ...kept.batches,
          {
            seq: kept.seq,
            columns: {
              t: rows.map(({ t }) => Math.round(t * 10) / 10),
              rate: rows.map(({ rate }) => rate),
              boot: rows.map(() => kept.boot),
            },
          },
        ],
      });
    }
    void this.send();
    this.draw();
  }

  private async send(): Promise<void> {
    if (this.sending) return;
    this.sending = true;
    try {
      for (let kept = this.kept(); kept && kept.batches.length; kept = this.kept()) {
        const first = kept.batches[0];
        const answer = await fetch(`/s/${kept.run}`, {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify({ ...first, about: { by: 'its own browser' } }),
        });
        if (answer.status >= 500) break;
        const said = (await answer.json()) as { say?: string; words?: string; error?: { message?: string } };
        const now = this.kept();
        if (now) this.keep({ ...now, batches: now.batches.filter(({ seq }) => seq !== first.seq) });
        this.words = said.words || '';
        if (!answer.ok || said.say === 'end') {
          if (answer.ok) await fetch(`/s/${kept.run}/end`, { method: 'POST', body: '{}' }).catch(() => null);
          this.keep(null);
          this.rest();
          this.words = answer.ok
            ? 'The soak is through.'
            : (said.error && said.error.message) || 'The run is over.';
          break;
        }
      }
    } catch {
      this.words = 'no network; what was sampled is kept here';
    }
    this.sending = false;
    this.draw();
  }

  private rest(): void {
    if (this.timer) window.clearInterval(this.timer);
    this.timer = 0;
    if (this.hands) this.hands.stop();
    this.hands = null;
  }

  private async end(): Promise<void> {
    const kept = this.kept();
    this.rest();
    this.keep(null);
    if (kept) await fetch(`/s/${kept.run}/end`, { method: 'POST', body: '{}' }).catch(() => null);
    this.words = 'Ended: look at the unit’s page.';
    this.draw();
  }

  private draw(): void {
    const kept = this.kept();
    const minutes = kept ? Math.floor((Date.now() - kept.begun) / 60_000) : 0;
    fill(
      this.host,
      el('b', {}, kept ? `Soaking, ${minutes} min` : 'Soak by itself'),
      el('span', {}, ` ${this.words}`),
      el(
        'div',
        { class: 'acts' },
        kept ? button('End it now', () => void this.end()) : button('Begin a soak', () => void this.begin()),
      ),
    );
  }
}
