'use client';
import { useRouter } from 'next/navigation';
import { useState, type FormEvent } from 'react';
import { ChoiceField, TextField } from '../kit/fields';
import { Button, Heading, Problem, Quiet } from '../kit/parts';
import { SetPassword } from './SetPassword';
import { post, useCommand, type CommandProblem } from '../kit/hooks/useCommand';

export interface PersonView {
  id: string;
  name: string;
  email: string;
  role: string;
  open: boolean;
  sessions: number;
  /** When one of them was last used, in the shop's words. */
  lastSeen: string | null;
}

const ROLES = [
  ['technician', 'technician: works at the bench'],
  ['viewer', 'viewer: may only look'],
  ['owner', 'owner: everything'],
] as const;

/** Who works here, in which role; owners let people in, change roles and close accounts. */
export function People({ people, me, mayWrite }: { people: PersonView[]; me: string; mayWrite: boolean }) {
  const { send, problem, busy } = useCommand();
  const [setting, setPassword] = useState<string | null>(null);
  return (
    <section aria-label="People" id="people">
      <Heading>People</Heading>
      <div className="overflow-x-auto">
        <table className="w-full border-collapse text-row">
          <caption className="sr-only">People and their roles</caption>
          <tbody>
            {people.map((person) => (
              <tr key={person.id} className={`h-11 border-b border-rule ${person.open ? '' : 'text-soft'}`}>
                <th scope="row" className="text-left font-semibold">
                  {person.name}
                  {person.id === me && <span className="font-normal text-soft"> (you)</span>}
                  <span className="block text-note font-normal whitespace-nowrap text-soft">
                    {person.email}
                  </span>
                </th>
                <td className="text-note text-soft">
                  {person.sessions > 0 &&
                    `signed in${person.sessions > 1 ? ` ${person.sessions} times` : ''}, last ${person.lastSeen}`}
                </td>
                <td>
                  {!person.open ? (
                    'cannot sign in'
                  ) : mayWrite && person.id !== me ? (
                    <select
                      aria-label={`Role of ${person.name}`}
                      value={person.role}
                      disabled={busy}
                      onChange={(event) =>
                        void send('setRole', { person: person.id, role: event.target.value })
                      }
                      className="min-h-9 border-2 border-ink bg-sheet px-2"
                    >
                      {ROLES.map(([role]) => (
                        <option key={role}>{role}</option>
                      ))}
                    </select>
                  ) : (
                    person.role
                  )}
                </td>
                <td className="pl-3 text-right whitespace-nowrap">
                  {mayWrite && (
                    <Quiet
                      disabled={busy}
                      className="mr-2.5 text-note"
                      onClick={() => {
                        const name = prompt(
                          `Another name for ${person.name}. The history keeps the old one.`,
                          person.name,
                        );
                        if (name && name !== person.name)
                          void send('renamePerson', { person: person.id, name });
                      }}
                    >
                      rename
                    </Quiet>
                  )}
                  {person.open && (mayWrite || person.id === me) && (
                    <Quiet
                      disabled={busy}
                      className="mr-2.5 text-note"
                      onClick={() => setPassword(setting === person.id ? null : person.id)}
                    >
                      password
                    </Quiet>
                  )}
                  {mayWrite && person.sessions > 0 && person.id !== me && (
                    <Quiet
                      disabled={busy}
                      className="mr-2.5 text-note"
                      onClick={() => void send('signOutPerson', { person: person.id })}
                    >
                      sign out
                    </Quiet>
                  )}
                  {mayWrite && person.open && person.id !== me && (
                    <Quiet
                      disabled={busy}
                      className="text-note"
                      onClick={() => {
                        if (
                          confirm(
                            `${person.name} will not be able to sign in any more. What ${person.name} did stays on record; the same address can be let in again below.`,
                          )
                        )
                          void send('closePerson', { person: person.id });
                      }}
                    >
                      close
                    </Quiet>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {setting && (
        <SetPassword
          key={setting}
          person={people.find(({ id }) => id === setting)!}
          own={setting === me}
          onDone={() => setPassword(null)}
        />
      )}
      {problem && (
        <div className="mt-2">
          <Problem>{problem.message}</Problem>
        </div>
      )}
      {mayWrite && <AddPerson />}
    </section>
  );
}

function AddPerson() {
  const router = useRouter();
  const [problem, setProblem] = useState<CommandProblem | null>(null);
  const [busy, setBusy] = useState(false);
  const [added, setAdded] = useState('');
  const fields = problem?.details?.fields ?? {};
  async function submit(event: FormEvent<HTMLFormElement>) {
    event.preventDefault();
    const target = event.currentTarget;
    const form = new FormData(target);
    const input = Object.fromEntries(
      ['name', 'email', 'password', 'role'].map((key) => [key, form.get(key)]),
    );
    setBusy(true);
    setAdded('');
    const outcome = await post('/api/people', input);
    setBusy(false);
    setProblem(outcome.ok ? null : outcome.problem);
    if (!outcome.ok) return;
    setAdded(String(input.name));
    target.reset();
    router.refresh();
  }
  return (
    <form
      onSubmit={(event) => void submit(event)}
      className="mt-4 grid gap-3 border-t-[1.5px] border-ink pt-3 sm:grid-cols-2"
    >
      <TextField label="Name" name="name" required fault={fields.name} />
      <TextField
        label="E-mail to sign in with"
        hint="mail"
        name="email"
        type="email"
        required
        fault={fields.email}
      />
      <TextField
        label="First password"
        hint="10 characters or more"
        name="password"
        type="password"
        autoComplete="new-password"
        required
        fault={fields.password}
      />
      <ChoiceField label="Role" name="role" fault={fields.role}>
        {ROLES.map(([role, words]) => (
          <option key={role} value={role}>
            {words}
          </option>
        ))}
      </ChoiceField>
      <p className="flex items-center gap-3 sm:col-span-2">
        <Button type="submit" disabled={busy}>
          Let them in
        </Button>
        {added && <span role="status">{added} can sign in now.</span>}
      </p>
      {problem && (
        <div className="sm:col-span-2">
          <Problem>{problem.message}</Problem>
        </div>
      )}
    </form>
  );
}
