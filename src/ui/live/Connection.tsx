'use client';
import { usePathname, useRouter } from 'next/navigation';
import { useEffect, useRef, useSyncExternalStore, useTransition } from 'react';
import { concerns, gatherMs, type Concern, type Notice } from './concern';
import { refreshFloor } from './floor';
import { hearOfOthers } from './here';
import { TrayHere } from '../frame/TrayHere';
import { Turning } from '../frame/Turning';
import { guardReading, outbox, shop } from './shop';

/** The unit or lot on screen, told by its page. */
let shown: Concern | null = null;

export function tellConcern(concern: Concern | null): void {
  shown = concern;
}

function concernOf(path: string): Concern {
  if (shown) return shown;
  const first = path.split('/')[1] ?? '';
  if (first === '' || first === 'stage' || first === 'lots') return { page: 'list' };
  if (first === 'day' || first === 'hours') return { page: 'day' };
  return { page: first === 'bin' ? 'parts' : 'shop' };
}

/** A page is read again at most this often because of other people, ms after the last time. */
const FLOOR_GATHER_MS = 1_000;

/**
 * Keeps the page as the shop is: reads it again when something that it shows has changed, and once after
 * every act of one's own.
 * @param since the newest entry of the history when the page was drawn
 */
export function Connection({ since }: { since: number }) {
  const router = useRouter();
  const path = usePathname();
  const [reading, startReading] = useTransition();
  const away = useSyncExternalStore(shop.watch, shop.isAway, () => false);
  const waiting = useSyncExternalStore(shop.watch, shop.waiting, () => 0);
  const trouble = useSyncExternalStore(shop.watch, shop.trouble, () => '');
  const said = useSyncExternalStore(shop.watch, shop.said, () => '');
  const here = useRef(path);
  const drawnAt = useRef(since);
  useEffect(() => {
    here.current = path;
    shop.say('');
  }, [path]);
  useEffect(() => {
    shop.setRefreshing(reading);
  }, [reading]);

  useEffect(() => {
    guardReading();
    const stay = (event: BeforeUnloadEvent) => {
      if (outbox.read().waiting > 0) event.preventDefault();
    };
    window.addEventListener('beforeunload', stay);
    const read = () => router.refresh();
    const readAfterOwn = () => startReading(read);
    let before = outbox.read();
    // once for all acts that went out together
    const leave = outbox.watch(() => {
      const now = outbox.read();
      if (now.waiting === 0 && before.waiting > 0) readAfterOwn();
      before = now;
    });
    let news: Notice[] = [];
    let pageTimer: ReturnType<typeof setTimeout> | undefined;
    let floorTimer: ReturnType<typeof setTimeout> | undefined;
    const look = () => {
      pageTimer = undefined;
      // an act of our own is on its way: its answer says which notice was its
      if (outbox.read().waiting > 0) return void (pageTimer = setTimeout(look, 60));
      const concern = concernOf(here.current);
      const fresh = news.some(
        (notice) => concerns(concern, notice) && !('seq' in notice && outbox.isOwn(notice.seq)),
      );
      news = [];
      if (fresh) read();
    };
    let source: EventSource;
    let reopen: ReturnType<typeof setTimeout> | undefined;
    let left = false;
    const listen = () => {
      source = new EventSource(`/api/live?since=${drawnAt.current}`);
      source.onopen = () => {
        shop.setStreamAway(false);
        // what is still wrong is said anew by the stream
        shop.setTrouble('');
        outbox.wake();
      };
      source.onerror = async () => {
        // while it is trying again by itself the server is away; refused for good may also mean signed out:
        // the page will say so
        if (source.readyState !== EventSource.CLOSED) return shop.setStreamAway(true);
        const health = await fetch('/health').then(
          async (response) => (await response.json()) as { database: boolean; trouble?: string },
          () => null,
        );
        if (left) return;
        const alive = health !== null;
        shop.setStreamAway(!alive);
        // a page that is opened without the database has no stream to say so
        if (health?.trouble) shop.setTrouble(health.trouble);
        if (health?.database) read();
        reopen = setTimeout(listen, health?.database ? 5_000 : 1_500);
      };
      source.onmessage = (event: MessageEvent<string>) => {
        const notice = JSON.parse(event.data) as Notice;
        if ('trouble' in notice) return shop.setTrouble(notice.trouble);
        if ('stands' in notice) return hearOfOthers(notice.stands);
        const concern = concernOf(here.current);
        if (concerns(concern, notice)) {
          news.push(notice);
          pageTimer ??= setTimeout(look, gatherMs(concern));
        } else
          floorTimer ??= setTimeout(() => ((floorTimer = undefined), void refreshFloor()), FLOOR_GATHER_MS);
      };
    };
    listen();
    return () => {
      left = true;
      leave();
      window.removeEventListener('beforeunload', stay);
      clearTimeout(pageTimer);
      clearTimeout(floorTimer);
      clearTimeout(reopen);
      source.close();
    };
  }, [router]);

  return (
    <div role="status" className="fixed bottom-16 left-5 z-20 max-w-[min(560px,90vw)] text-row">
      <Turning />
      <TrayHere />
      {said && <p className="border-2 border-ink bg-paper px-3 py-2">{said}</p>}
      {trouble && !away && (
        <p role="alert" className="hatched py-2 pr-4">
          <b>{trouble}</b>
        </p>
      )}
      {away && (
        <p className="hatched py-2 pr-4">
          <b>{trouble || 'The shop’s computer does not answer.'}</b> What you see may be old.{' '}
          {waiting > 0
            ? `${waiting === 1 ? 'One answer is' : `${waiting} answers are`} kept here and will go out once, when it is back. Leave this page open.`
            : 'What you type is kept on this page.'}
        </p>
      )}
    </div>
  );
}
