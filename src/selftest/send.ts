import type { Told } from './testResult';

interface Waiting {
  key: string;
  body: string;
}

/**
 * Results that go out one by one, oldest first, and wait through a lost network: they are kept in the browser until the
 * shop has taken them, and each counts once.
 */
export class Sender {
  private readonly name: string;
  private sending = false;
  /** How many wait, and what the shop refused last. */
  changed: (waiting: number, refused: string) => void = () => undefined;

  constructor(private readonly token: string) {
    this.name = `omni-results-${token}`;
  }

  add(test: string, told: Told): void {
    const key = `self-${Date.now().toString(36)}-${Math.random().toString(36).slice(2, 10)}`;
    this.keep([...this.waiting(), { key, body: JSON.stringify({ test, key, ...told }) }]);
    void this.go();
  }

  private waiting(): Waiting[] {
    try {
      return JSON.parse(localStorage.getItem(this.name) || '[]') as Waiting[];
    } catch {
      return [];
    }
  }

  private keep(waiting: Waiting[]): void {
    localStorage.setItem(this.name, JSON.stringify(waiting));
    this.changed(waiting.length, '');
  }

  async go(): Promise<void> {
    if (this.sending) return;
    this.sending = true;
    let refused = '';
    for (let first = this.waiting()[0]; first; first = this.waiting()[0]) {
      try {
        const answer = await fetch(`/t/${this.token}/result`, {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body: first.body,
        });
        if (answer.status >= 500) break;
        if (!answer.ok) {
          const said = (await answer.json().catch(() => ({}))) as {
            error?: { code?: string; message?: string };
          };
          if (said.error && said.error.code === 'busy') break;
          refused = (said.error && said.error.message) || 'refused';
        }
        const rest = this.waiting().filter(({ key }) => key !== first.key);
        this.keep(rest);
        if (refused) this.changed(rest.length, refused);
      } catch {
        break;
      }
    }
    this.sending = false;
    if (this.waiting().length) {
      this.changed(this.waiting().length, refused);
      setTimeout(() => void this.go(), 4_000);
    }
  }
}
