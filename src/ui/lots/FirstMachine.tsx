'use client';
import { useState } from 'react';
import type { Chassis } from '@/core/catalogue';
import { CHASSIS_NAMES } from '@/words/names';
import { Link } from '../kit/Link';
import { TextField } from '../kit/fields';
import { acted, useShortcuts } from '../kit/keys/keyboard';
import { go } from '../kit/keys/ways';
import { Button, Heading, Key, Problem } from '../kit/parts';
import { useCommand } from '../kit/hooks/useCommand';
import { useMoney } from '../kit/theShop';

/** The likeliest first. */
const KINDS: readonly Chassis[] = ['laptop', 'desktop', 'small', 'aio'];

/** A machine that is made up, to try everything on. */
const SAMPLE = {
  chassis: 'laptop',
  source: 'broken',
  maker: 'Aldermoor',
  model: 'Keep T3 (sample)',
  words: 'no picture, beeps three times',
  from: 'Sample, made up',
  paidMinor: 0,
  postageMinor: 0,
};

/** An empty shop: the shortest way to a machine that is looked at and priced. @param today the shop's day */
export function FirstMachine({ today }: { today: string }) {
  const money = useMoney();
  const { send, problem, setProblem, busy } = useCommand();
  const [at, setAt] = useState(0);
  const [model, setModel] = useState('');
  const [words, setWords] = useState('');
  const [paid, setPaid] = useState('');
  const kind = KINDS[at];
  const put = async (input: Record<string, unknown>) => {
    const made = await send<{ tag: string }>('buyOne', { boughtOn: today, ...input });
    if (made.ok) go(`/u/${made.answer.tag}/look`);
  };
  const own = () => {
    const paidMinor = money.parse(paid.trim() || '0');
    if (paidMinor === null)
      return setProblem({
        code: 'invalid',
        message: `“${paid}” is not an amount. Nothing was put on record.`,
      });
    void put({
      chassis: kind,
      source: 'broken',
      model: model.trim() || CHASSIS_NAMES[kind],
      words,
      paidMinor,
      postageMinor: 0,
    });
  };
  useShortcuts((key) => {
    if (/^[1-4]$/.test(key)) return acted(() => setAt(Number(key) - 1));
    return key === 'Enter' && acted(own, busy);
  });
  return (
    <section
      aria-label="Your first machine"
      className="mt-3 grid gap-gutter md:grid-cols-[minmax(0,1.3fr)_minmax(0,1fr)]"
    >
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (!busy) own();
        }}
      >
        <Heading>What lies on the bench?</Heading>
        <div role="group" aria-label="Kind" className="mt-2 grid grid-cols-2 gap-2">
          {KINDS.map((id, n) => (
            <button
              key={id}
              type="button"
              aria-pressed={n === at}
              onClick={() => setAt(n)}
              className={`flex min-h-11 items-center gap-2.5 border-2 border-ink px-3 text-left text-read ${n === at ? 'bg-ink text-paper' : 'bg-paper hover:bg-track'}`}
            >
              <span className="figures">{n + 1}</span>
              {CHASSIS_NAMES[id]}
            </button>
          ))}
        </div>
        <div className="mt-2 grid grid-cols-2 gap-2">
          <TextField
            label="Model"
            hint="if you know it"
            value={model}
            onChange={(event) => setModel(event.target.value)}
          />
          <TextField
            label="Paid"
            hint={money.sign}
            inputMode="decimal"
            value={paid}
            onChange={(event) => setPaid(event.target.value)}
          />
          <TextField
            label="What its seller said"
            hint="no picture, beeps ..."
            value={words}
            onChange={(event) => setWords(event.target.value)}
            wrap="col-span-2"
          />
        </div>
        <p className="mt-3 flex flex-wrap items-center gap-3">
          <Button type="submit" tone="strong" shortcut="Enter" disabled={busy}>
            Look at it
          </Button>
          <span className="text-row text-soft">
            A dozen looks from outside, a key each; then it has a price and a first thing to try.
          </span>
        </p>
        {problem && <Problem>{problem.message}</Problem>}
      </form>
      <div className="border-l-2 border-ink pl-gutter text-row">
        <Heading>Or</Heading>
        <p className="mt-2">
          <Link href="/lots/new" className="border-b border-current font-semibold">
            Receive a lot
          </Link>
          : many machines at once, from the seller’s list.
        </p>
        <p className="mt-3">
          <Button disabled={busy} onClick={() => void put(SAMPLE)}>
            Try it on a sample machine
          </Button>
          <span className="mt-1 block text-soft">
            Made up, paid nothing. End it as given away when you have seen enough.
          </span>
        </p>
        <p className="mt-3 text-soft">
          Prices begin as the table’s guess, and hands at what an hour costs you. Both stand under{' '}
          <Link href="/rules/house" className="border-b border-current">
            House rules
          </Link>
          ; <Key>?</Key> explains any page.
        </p>
      </div>
    </section>
  );
}
