'use client';
import { useRouter } from 'next/navigation';
import { useState, type FormEvent } from 'react';
import { TextField } from './fields';
import { Button, Problem } from './parts';

const WRONG =
  'That address and password do not go together. Nothing was changed; try again, or ask the owner for a new password.';

export function SignInForm() {
  const router = useRouter();
  const [problem, setProblem] = useState('');
  const [busy, setBusy] = useState(false);
  async function submit(event: FormEvent<HTMLFormElement>) {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    setBusy(true);
    try {
      const response = await fetch('/api/auth/sign-in/email', {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ email: form.get('email'), password: form.get('password') }),
      });
      if (response.ok) {
        router.replace('/');
        return router.refresh();
      }
      setProblem(response.status === 429 ? 'Too many tries. Wait a little, then try again.' : WRONG);
    } catch {
      setProblem('The shop’s computer does not answer. Try again when it is back.');
    }
    setBusy(false);
  }
  return (
    <form onSubmit={submit} className="flex flex-col gap-4">
      <TextField label="Address" name="email" type="email" autoComplete="username" required autoFocus />
      <TextField label="Password" name="password" type="password" autoComplete="current-password" required />
      {problem && <Problem>{problem}</Problem>}
      <Button type="submit" tone="strong" disabled={busy} className="justify-center">
        {busy ? 'Signing in …' : 'Sign in'}
      </Button>
    </form>
  );
}
