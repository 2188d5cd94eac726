'use client';
import { useEffect, useState } from 'react';
import { learn } from '../kit/hooks/useCommand';
import { newKey } from './shop';

/** Said again so often, ms: a third of what a page may be silent. */
const AGAIN_MS = 20_000;
/** This page, as long as it is not loaded anew. */
let page = '';
export const thisPage = () => (page ||= newKey());

const watchers = new Set<(units: readonly string[]) => void>();

/** The shop has told that somebody came to these machines, or left them. */
export function hearOfOthers(units: readonly string[]): void {
  watchers.forEach((watcher) => watcher(units));
}

/** Says that one stands at this machine. @returns names of the others who do */
export function useOthersHere(unit: { id: string; tag: string }): readonly string[] {
  const { id, tag } = unit;
  const [others, setOthers] = useState<{ at: string; names: readonly string[] }>({ at: '', names: [] });
  useEffect(() => {
    let left = false;
    const say = async () => {
      const said = await learn<{ others: string[] }>(`/api/units/${tag}/here?page=${thisPage()}`, {});
      if (!left && said.ok) setOthers({ at: id, names: said.answer.others });
    };
    const heard = (units: readonly string[]) => void (units.includes(id) && say());
    void say();
    const timer = setInterval(() => void say(), AGAIN_MS);
    watchers.add(heard);
    return () => {
      left = true;
      clearInterval(timer);
      watchers.delete(heard);
    };
  }, [id, tag]);
  return others.at === id ? others.names : [];
}
