'use client';
import { useRouter } from 'next/navigation';
import { useCallback, useRef, useState, useTransition } from 'react';

export interface CommandProblem {
  code: string;
  message: string;
  details?: { fields?: Record<string, string>; caution?: string; version?: number };
}

export type CommandOutcome<T> = { ok: true; answer: T } | { ok: false; problem: CommandProblem };

const OFFLINE: CommandProblem = {
  code: 'offline',
  message:
    'The shop’s computer does not answer. Nothing was saved; what you typed is still here. Try again when it is back.',
};

/** A JSON request to one of our own endpoints; an error, or no answer at all, comes back as a problem in words. */
export async function post<T>(path: string, body: unknown): Promise<CommandOutcome<T>> {
  try {
    return await outcomeOf<T>(
      await fetch(path, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(body),
      }),
    );
  } catch {
    return { ok: false, problem: OFFLINE };
  }
}

export const sendCommand = <T>(
  name: string,
  input: unknown,
  options: { version?: number; key?: string } = {},
): Promise<CommandOutcome<T>> =>
  post<T>(`/api/commands/${name}`, {
    input,
    key: options.key ?? crypto.randomUUID(),
    version: options.version,
  });

export async function outcomeOf<T>(response: Response): Promise<CommandOutcome<T>> {
  const body = (await response.json().catch(() => ({}))) as { answer?: T; error?: CommandProblem };
  if (response.ok) return { ok: true, answer: body.answer as T };
  return {
    ok: false,
    problem: body.error ?? {
      code: 'broken',
      message: 'Something went wrong here. Nothing was saved; try again.',
    },
  };
}

/** Sends commands one at a time and refreshes the page's data after each. A command in flight twice is sent once. */
export function useCommand() {
  const router = useRouter();
  const [problem, setProblem] = useState<CommandProblem | null>(null);
  const [sending, setSending] = useState(false);
  const [refreshing, startTransition] = useTransition();
  const inFlight = useRef(false);
  const send = useCallback(
    async <T>(name: string, input: unknown, version?: number): Promise<CommandOutcome<T>> => {
      if (inFlight.current)
        return { ok: false, problem: { code: 'busy', message: 'Still saving the last answer.' } };
      inFlight.current = true;
      setSending(true);
      const outcome = await sendCommand<T>(name, input, { version });
      inFlight.current = false;
      setSending(false);
      setProblem(outcome.ok ? null : outcome.problem);
      if (outcome.ok || outcome.problem.code === 'conflict') startTransition(() => router.refresh());
      return outcome;
    },
    [router],
  );
  return { send, problem, setProblem, busy: sending || refreshing, sending };
}
