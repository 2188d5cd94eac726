'use client';
import { useState } from 'react';
import { TextField } from '../../kit/fields';
import { Button, Problem, Quiet } from '../../kit/parts';
import { useCommand } from '../../kit/hooks/useCommand';

/** A part the last count did not find: found again by anybody, written off by the owner. */
export function Missing({
  id,
  code,
  owner,
  mayWrite,
}: {
  id: string;
  code: string;
  owner: boolean;
  mayWrite: boolean;
}) {
  const { send, problem, busy } = useCommand();
  const [why, setWhy] = useState<string | null>(null);
  return (
    <span className="block text-note">
      <b>Not found at the last count.</b>{' '}
      {mayWrite && (
        <Quiet
          aria-label={`${code}: it is here`}
          disabled={busy}
          onClick={() => void send('partFound', { componentId: id })}
        >
          it is here
        </Quiet>
      )}{' '}
      {owner && why === null && (
        <Quiet aria-label={`${code}: write it off`} onClick={() => setWhy('')}>
          write it off
        </Quiet>
      )}
      {why !== null && (
        <span className="mt-1 flex flex-wrap items-end gap-2">
          <TextField
            label="Why"
            value={why}
            maxLength={200}
            onChange={(event) => setWhy(event.target.value)}
          />
          <Button
            disabled={busy || !why.trim()}
            onClick={() => void send('writeOffPart', { componentId: id, why: why.trim() })}
          >
            Write {code} off
          </Button>
        </span>
      )}
      {problem && <Problem>{problem.message}</Problem>}
    </span>
  );
}
