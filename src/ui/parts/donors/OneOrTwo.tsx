import type { TwoRoute } from '@/words/parts/offer';
import { TextField } from '@/ui/kit/fields';
import { Button, Heading, Problem, Sheet } from '@/ui/kit/parts';
import { Money } from '@/ui/kit/theShop';

interface Props {
  a: string;
  b: string;
  routes: readonly TwoRoute[];
  fault: string;
}

/** Two units chosen by hand: what they are worth as two, and as one with parts of the other. */
export function OneOrTwo({ a, b, routes, fault }: Props) {
  return (
    <Sheet aria-label="One machine or two">
      <Heading>One machine or two?</Heading>
      <form action="/build" className="flex items-end gap-2 pt-1">
        <TextField label="Tag" name="a" defaultValue={a} placeholder="WQ-0001" wrap="flex-1" />
        <TextField label="Other tag" name="b" defaultValue={b} placeholder="WQ-0002" wrap="flex-1" />
        <Button type="submit">Weigh</Button>
      </form>
      {fault && <Problem>{fault}</Problem>}
      {routes.length > 0 && (
        <ol className="pt-3" aria-label="Worth of each">
          {routes.map((route, i) => (
            <li key={route.words} className="border-b border-rule py-2">
              <p className={`flex justify-between gap-3 text-read ${i === 0 ? 'font-semibold' : ''}`}>
                <span>{route.words}</span>
                <span className="figures">
                  <Money minor={route.valueMinor} plus />
                </span>
              </p>
              {route.parts.length > 0 && (
                <p className="text-note text-soft">
                  over goes: {route.parts.map(({ name }) => name).join(', ')}
                </p>
              )}
            </li>
          ))}
        </ol>
      )}
    </Sheet>
  );
}
