import { columnsOf, type Sample } from '@/core/instruments/run';

/** What the shop says to one that samples. */
export interface Word {
  say: string;
  words: string;
}

export interface SamplerOptions {
  /** Where batches go: the address of the run with its token. */
  url: string;
  /** Samples a batch is made of. */
  batch: number;
  about?: Record<string, string | number | boolean>;
  fetch?: typeof globalThis.fetch;
  /** Waits between tries, ms, the last one for good. */
  retryMs?: readonly number[];
  onWord?: (word: Word) => void;
}

const RETRY_MS = [250, 500, 1_000, 2_000, 4_000];
const POST_MS = 8_000;

/**
 * One that samples into a run: batches are numbered as they are made and kept until the shop has taken each; what was
 * sent and not answered is sent again, and counts once. The same for simulated instruments in a page and in a shell.
 */
export class Sampler {
  private rows: Sample[] = [];
  private queue: { seq: number; body: string }[] = [];
  private seq = 0;
  private pumping: Promise<void> | null = null;
  private about: SamplerOptions['about'];
  private stopped = false;
  /** What the shop said last; what it refused, in its words. */
  word: Word = { say: '', words: '' };
  refused = '';
  /** Batches that wait, as far as it is known. */
  get waiting(): number {
    return this.queue.length;
  }

  constructor(private readonly options: SamplerOptions) {
    this.about = options.about;
  }

  push(sample: Sample): void {
    this.rows.push(sample);
    if (this.rows.length >= this.options.batch) this.cut();
  }

  /** Makes a batch of what was pushed since the last. */
  cut(): void {
    if (this.rows.length === 0) return;
    const body = JSON.stringify({
      seq: this.seq,
      columns: columnsOf(this.rows),
      ...(this.about && { about: this.about }),
    });
    this.about = undefined;
    this.queue.push({ seq: this.seq++, body });
    this.rows = [];
    this.pumping ??= this.pump().finally(() => (this.pumping = null));
  }

  /** Goes on after what the shop has: for one that begins again where another was cut off. */
  async resume(): Promise<number> {
    const response = await this.ask(`${this.options.url}/at`);
    const { next } = (await response.json()) as { next: number };
    this.seq = Math.max(this.seq, next);
    return next;
  }

  /** All that was made has been taken, or was refused. */
  async drained(): Promise<void> {
    this.cut();
    while (this.pumping) await this.pumping;
  }

  /** Everything sent, then the one word that it is over. @throws Error with what the shop refused */
  async finish(): Promise<void> {
    await this.drained();
    if (this.refused) throw new Error(this.refused);
    for (let tries = 0; !this.stopped; tries++) {
      const response = await this.tried(`${this.options.url}/end`, '{}');
      if (response?.ok) return;
      const problem = response && (await problemOf(response));
      if (problem && response.status < 500) throw new Error(problem);
      await this.pause(tries);
    }
  }

  /** Gives up: what waits is not sent. */
  stop(): void {
    this.stopped = true;
    this.queue = [];
  }

  private async pump(): Promise<void> {
    for (let tries = 0; this.queue.length > 0 && !this.stopped;) {
      const { body } = this.queue[0];
      const response = await this.tried(this.options.url, body);
      if (response?.ok) {
        this.word = (await response.json().catch(() => this.word)) as Word;
        this.queue.shift();
        tries = 0;
        this.options.onWord?.(this.word);
      } else if (response && response.status < 500 && response.status !== 429) {
        this.refused = await problemOf(response);
        this.queue = [];
      } else await this.pause(tries++);
    }
  }

  private async tried(url: string, body: string): Promise<Response | null> {
    return this.ask(url, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body,
    }).catch(() => null);
  }

  private ask(url: string, init: RequestInit = {}): Promise<Response> {
    return (this.options.fetch ?? globalThis.fetch)(url, { ...init, signal: AbortSignal.timeout(POST_MS) });
  }

  private pause(tries: number): Promise<void> {
    const waits = this.options.retryMs ?? RETRY_MS;
    return new Promise((resolve) => setTimeout(resolve, waits[Math.min(tries, waits.length - 1)]));
  }
}

async function problemOf(response: Response): Promise<string> {
  const body = (await response.json().catch(() => null)) as { error?: { message?: string } } | null;
  return body?.error?.message ?? `The shop’s computer answered ${response.status}.`;
}
