'use client';
import { useRouter } from 'next/navigation';
import { useState, type FormEvent } from 'react';
import { TextField } from './fields';
import { Button, Problem } from './parts';
import { signIn, type SignedIn } from './signIn';

const SAID: Record<Exclude<SignedIn, 'in'>, string> = {
  wrong:
    'That address and password do not go together. Nothing was changed; try again, or ask the owner for a new password.',
  'too often': 'Too many tries. Wait a little, then try again.',
  away: 'The shop’s computer does not answer. Try again when it is back.',
};

export function SignInForm() {
  const router = useRouter();
  const [problem, setProblem] = useState('');
  const [busy, setBusy] = useState(false);
  async function submit(event: FormEvent<HTMLFormElement>) {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    setBusy(true);
    const became = await signIn(String(form.get('email')), String(form.get('password')));
    if (became === 'in') {
      router.replace('/');
      return router.refresh();
    }
    setProblem(SAID[became]);
    setBusy(false);
  }
  return (
    <form onSubmit={submit} className="flex flex-col gap-4">
      <TextField label="E-mail" name="email" type="email" autoComplete="username" required autoFocus />
      <TextField label="Password" name="password" type="password" autoComplete="current-password" required />
      {problem && <Problem>{problem}</Problem>}
      <Button type="submit" tone="strong" disabled={busy} className="justify-center">
        {busy ? 'Signing in …' : 'Sign in'}
      </Button>
    </form>
  );
}
