'use client';
import { SetPassword } from './SetPassword';

export function OwnPassword({ person }: { person: { id: string; name: string } }) {
  return <SetPassword person={person} own onDone={() => undefined} />;
}
