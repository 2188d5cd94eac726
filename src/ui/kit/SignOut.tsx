'use client';
import { useRouter } from 'next/navigation';
import { Button } from './parts';

export function SignOut() {
  const router = useRouter();
  async function leave() {
    await fetch('/api/auth/sign-out', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: '{}',
    });
    router.replace('/sign-in');
    router.refresh();
  }
  return <Button onClick={() => void leave()}>Sign out</Button>;
}
