'use client';
import { Button } from './parts';

export function SignOut() {
  return <Button onClick={async () => { await fetch('/api/auth/sign-out', { method: 'POST', headers: { 'content-type': 'application/json' }, body: '{}' }); window.location.assign('/sign-in'); }}>Sign out</Button>;
}
