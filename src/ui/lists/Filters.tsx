'use client';
import { usePathname, useRouter } from 'next/navigation';
import { useState } from 'react';
import { CHASSIS } from '@/core/catalogue';
import { HANDS, HANDS_WORDS, listQuery, type ListView } from '@/words/lists/view';
import { CHASSIS_NAMES, ROUTE_NAMES } from '@/words/names';
import { Quiet } from '../kit/parts';
import { Link } from '../kit/Link';
import { post } from '../kit/hooks/useCommand';

export interface SavedView {
  id: string;
  name: string;
  path: string;
}

const FIELD = 'h-9 border-2 border-ink bg-sheet px-1.5 text-row';

/** What of a list is shown; it stands in the address, so it can be kept under a name and sent to somebody. */
export function Filters({ view, saved }: { view: ListView; saved: SavedView[] }) {
  const router = useRouter();
  const path = usePathname();
  const [text, setText] = useState(view.text);
  const to = (change: Partial<ListView>) => router.push(`${path}${listQuery(view, change)}`);
  const query = listQuery({ ...view, page: 1 });
  const keep = async () => {
    const name = prompt('Keep this view as');
    if (!name?.trim()) return;
    await post('/api/views', { name: name.trim(), path: `${path}${query}` });
    router.refresh();
  };
  const drop = async (id: string) => {
    await fetch(`/api/views?id=${id}`, { method: 'DELETE' });
    router.refresh();
  };
  return (
    <div className="flex flex-wrap items-center gap-2 py-2 text-row">
      <form
        role="search"
        onSubmit={(event) => {
          event.preventDefault();
          to({ text: text.trim() });
        }}
      >
        <input
          aria-label="Show only"
          value={text}
          placeholder="show only …"
          onChange={(event) => setText(event.target.value)}
          onBlur={() => text.trim() !== view.text && to({ text: text.trim() })}
          className={`${FIELD} w-[150px]`}
        />
      </form>
      <Choice
        label="Kind"
        value={view.chassis}
        any="any kind"
        choices={CHASSIS.map((id) => [id, CHASSIS_NAMES[id]])}
        onPick={(chassis) => to({ chassis: chassis as ListView['chassis'] })}
      />
      <Choice
        label="Route"
        value={view.route}
        any="any route"
        choices={Object.entries(ROUTE_NAMES)}
        onPick={(route) => to({ route })}
      />
      <Choice
        label="Hands"
        value={view.hands}
        any="in hand or not"
        choices={HANDS.map((id) => [id, HANDS_WORDS[id]])}
        onPick={(hands) => to({ hands: hands as ListView['hands'] })}
      />
      {query && (
        <>
          <Link href={path} className="border-b border-current">
            all
          </Link>
          <Quiet onClick={() => void keep()}>keep this view</Quiet>
        </>
      )}
      <a
        href={`/api/list${query}${query ? '&' : '?'}at=${encodeURIComponent(path)}`}
        className="ml-auto border-b border-current"
      >
        CSV
      </a>
      {saved.map((each) => (
        <span key={each.id} className="flex items-center gap-1 border-2 border-rule px-2">
          <Link href={each.path}>{each.name}</Link>
          <button
            type="button"
            aria-label={`Drop the view ${each.name}`}
            onClick={() => void drop(each.id)}
            className="min-h-8 px-1 text-soft hover:text-ink"
          >
            ×
          </button>
        </span>
      ))}
    </div>
  );
}

function Choice({
  label,
  value,
  any,
  choices,
  onPick,
}: {
  label: string;
  value: string | null;
  any: string;
  choices: readonly (readonly [string, string])[];
  onPick: (value: string | null) => void;
}) {
  return (
    <select
      aria-label={label}
      value={value ?? ''}
      onChange={(event) => onPick(event.target.value || null)}
      className={`${FIELD} ${value ? 'font-bold' : ''}`}
    >
      <option value="">{any}</option>
      {choices.map(([id, words]) => (
        <option key={id} value={id}>
          {words}
        </option>
      ))}
    </select>
  );
}
