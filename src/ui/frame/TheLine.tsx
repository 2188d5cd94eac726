import { Link } from '@/ui/kit/Link';
import { duration } from '../kit/words';
import { useFloor, type Floor } from '../live/floor';
import { SignOut } from '../kit/SignOut';
import { OneBox } from './OneBox';

const ASIDE = [
  ['/lots', 'Lots'],
  ['/bin', 'Bin'],
  ['/books', 'Books'],
  ['/rules', 'House rules'],
] as const;

/**
 * The shop across the top: stages of the work in order, each with its count and what waits longest; the way
 * to go and the state at once.
 */
export function TheLine({ floor: withPage, here, who }: { floor: Floor; here: string | null; who: string }) {
  const { line, quarantine, now } = useFloor(withPage);
  const entries = line.map((entry) => ({
    ...entry,
    oldestMinutes: entry.oldest === null ? null : (now - new Date(entry.oldest).getTime()) / 60_000,
  }));
  return (
    <header className="bg-bar text-onbar">
      <div className="grid grid-cols-[auto_1fr] items-stretch gap-x-4 px-5 lg:grid-cols-[152px_1fr_268px]">
        <div className="flex flex-col justify-center py-0.5 sm:py-1.5">
          <Link href="/" className="text-head leading-6 font-bold">
            Omnitrope
          </Link>
          <span className="flex gap-2 text-fine text-onbarsoft">
            <Link href="/me" className="hidden min-w-0 truncate hover:text-onbar sm:inline">
              {who}
            </Link>
            <SignOut />
          </span>
        </div>
        <nav aria-label="The line" className="order-3 col-span-2 overflow-x-auto lg:order-none lg:col-span-1">
          <ol
            className={`relative grid w-full min-w-max pt-1 pb-0.5 sm:pt-2.5 sm:pb-1.5 ${entries.length > 8 ? 'grid-cols-[repeat(9,auto)]' : 'grid-cols-[repeat(8,auto)]'}`}
          >
            <li
              aria-hidden
              className="absolute top-[37px] right-0 left-0 hidden h-[2px] bg-onbarsoft/60 sm:block"
            />
            {entries.map((entry) => {
              const on = entry.stage === here;
              return (
                <li key={entry.stage} className="relative">
                  {on && <span aria-hidden className="absolute top-[25px] right-0 left-0 h-[5px] bg-onbar" />}
                  <Link
                    href={`/stage/${entry.stage}`}
                    aria-current={on ? 'page' : undefined}
                    className={`block border-l-2 pr-1.5 pl-1.5 ${on ? 'border-onbar text-onbar' : 'border-onbarsoft/60 hover:border-onbar'}`}
                  >
                    <span className="flex h-[25px] items-start gap-1.5 text-note leading-[22px] whitespace-nowrap">
                      <b className="figures text-lead font-semibold">{entry.count}</b>
                      {entry.stage === 'waiting' ? 'Waiting' : entry.name}
                    </span>
                    <span className="hidden h-[20px] pt-1.5 text-fine leading-4 text-onbarsoft sm:block">
                      {entry.oldestMinutes === null
                        ? '\u00a0'
                        : `${entry.stage === 'dock' ? 'oldest ' : ''}${duration(entry.oldestMinutes)}${entry.due ? `, due ${entry.due.slice(8)}.${entry.due.slice(5, 7)}.` : ''}`}
                    </span>
                  </Link>
                </li>
              );
            })}
          </ol>
        </nav>
        <div className="flex flex-col justify-center py-0.5 sm:py-1.5">
          <OneBox />
          <nav
            aria-label="Apart from the line"
            className="flex justify-end gap-2 pt-0.5 text-fine whitespace-nowrap text-onbarsoft sm:gap-3"
          >
            {quarantine > 0 && (
              <Link href="/stage/quarantine" className="hover:text-onbar">
                <b className="figures text-haz">{quarantine}</b> quarantine
              </Link>
            )}
            {ASIDE.map(([href, name]) => (
              <Link key={href} href={href} aria-label={name} className="hover:text-onbar">
                <span className="sm:hidden">{name.split(' ').at(-1)}</span>
                <span className="hidden sm:inline">{name}</span>
              </Link>
            ))}
          </nav>
        </div>
      </div>
    </header>
  );
}
