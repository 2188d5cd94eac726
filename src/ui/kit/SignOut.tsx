'use client';
import { useRouter } from 'next/navigation';

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
  return (
    <button
      type="button"
      onClick={() => void leave()}
      className="border-b border-current whitespace-nowrap hover:text-onbar"
    >
      Sign out
    </button>
  );
}
