'use client';
import { useState, useSyncExternalStore } from 'react';
import { Button, Heading } from '../kit/parts';
import { mayTell } from './useDue';

const never = () => () => undefined;

/** Lets this browser say that hands are due while its tab is not looked at. */
export function NoticeSwitch() {
  const [asked, setAsked] = useState<NotificationPermission | null>(null);
  const may = useSyncExternalStore(never, mayTell, () => false) || asked === 'granted';
  const there = useSyncExternalStore(
    never,
    () => typeof Notification !== 'undefined',
    () => true,
  );
  return (
    <section aria-label="Notices" className="mt-5 border-t-[1.5px] border-ink pt-3">
      <Heading>Notices of this browser</Heading>
      <p className="max-w-[62ch] text-read">
        When something that runs by itself is over, the tab says so in its title. With your leave the system
        says it too while you look at something else.
      </p>
      {may ? (
        <p className="text-read font-semibold text-worth">It may.</p>
      ) : !there || asked === 'denied' ? (
        <p className="text-read">This browser does not allow it here: see its settings for this address.</p>
      ) : (
        <Button onClick={() => void Notification.requestPermission().then(setAsked)}>Allow it</Button>
      )}
    </section>
  );
}
