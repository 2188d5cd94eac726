'use client';
import { useRouter } from 'next/navigation';
import { useState, type FormEvent } from 'react';
import { TextField } from '../kit/fields';
import { Button, Problem } from '../kit/parts';
import { post, type CommandProblem } from '../kit/hooks/useCommand';

/** Another password; everybody who still uses the old one is signed out. */
export function SetPassword({
  person,
  own,
  onDone,
}: {
  person: { id: string; name: string };
  /** One's own is set with the present one. */
  own: boolean;
  onDone: () => void;
}) {
  const router = useRouter();
  const [problem, setProblem] = useState<CommandProblem | null>(null);
  const [busy, setBusy] = useState(false);
  async function submit(event: FormEvent<HTMLFormElement>) {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    const [password, present] = [form.get('password'), form.get('present')];
    setBusy(true);
    const outcome = await post('/api/people/password', {
      person: person.id,
      password,
      ...(present && { present }),
    });
    setBusy(false);
    if (!outcome.ok) return setProblem(outcome.problem);
    onDone();
    // one's own sessions have ended with it
    if (own) router.replace('/sign-in');
    router.refresh();
  }
  return (
    <form
      onSubmit={(event) => void submit(event)}
      className="mt-3 flex flex-wrap items-end gap-3 border-t-[1.5px] border-ink pt-3"
    >
      <TextField
        label={`New password of ${person.name}`}
        hint="10 characters or more"
        name="password"
        type="password"
        autoComplete="new-password"
        autoFocus
        required
        fault={problem?.details?.fields?.password}
        wrap="w-[280px]"
      />
      {own && (
        <TextField
          label="Your present password"
          name="present"
          type="password"
          autoComplete="current-password"
          required
          fault={problem?.details?.fields?.present}
          wrap="w-[240px]"
        />
      )}
      <Button type="submit" disabled={busy}>
        {own ? 'Set it, sign in again' : `Set it, sign ${person.name} out`}
      </Button>
      {problem && <Problem>{problem.message}</Problem>}
    </form>
  );
}
