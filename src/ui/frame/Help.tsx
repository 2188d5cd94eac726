'use client';
import dynamic from 'next/dynamic';
import { usePathname } from 'next/navigation';
import { useState } from 'react';
import { useShortcuts } from '../kit/keys/keyboard';

const HelpDialog = dynamic(() => import('./HelpDialog').then((module) => module.HelpDialog), { ssr: false });

/** The page of help a place has. */
export function helpFor(path: string): string {
  const [, place, name, side, page] = path.split('/');
  if (place === 'u' && (side === 'work' || side === 'machine') && page) return page;
  if (place === 'u')
    return (
      {
        look: 'look',
        machine: 'machine',
        memory: 'memory',
        work: 'work',
        parts: 'parts',
        prove: 'prove',
        shelf: 'sell',
        record: 'history',
      }[side ?? ''] ?? 'find-out'
    );
  if (place === 'lots') return name === 'one' || name === 'bid' ? name : name ? 'lot' : 'lots';
  if (place === 'day') return name === 'end' || name === 'week' ? name : 'day';
  if (place === 'hours' || place === 'notes') return place;
  if (place === 'rules' && name === 'prices') return 'prices';
  if (place === 'bin') return 'bin';
  if (place === 'wanted') return 'wanted';
  if (place === 'build') return 'build';
  if (place === 'books') return 'books';
  if (place === 'rules') return 'rules';
  if (place === 'scanner') return 'scanner';
  return 'list';
}

/** "?" on every screen: what it is for and its keys, in its own words. */
export function Help() {
  const path = usePathname();
  const [open, setOpen] = useState(false);
  const [html, setHtml] = useState('');
  const show = () => {
    setOpen(true);
    setHtml('');
    fetch(`/api/help/${helpFor(path)}`)
      .then(async (response) => setHtml(response.ok ? await response.text() : 'There is no help here yet.'))
      .catch(() => setHtml('The shop’s computer does not answer.'));
  };
  useShortcuts((key) => {
    if (key !== '?') return false;
    if (open) setOpen(false);
    else show();
    return true;
  }, 'frame');
  return (
    <>
      <button
        type="button"
        onClick={show}
        aria-label="Help with this screen"
        className="fixed right-2 bottom-[68px] z-10 hidden size-9 border-2 border-ink bg-paper font-bold md:block"
      >
        ?
      </button>
      {open && <HelpDialog html={html} onClose={() => setOpen(false)} />}
    </>
  );
}
