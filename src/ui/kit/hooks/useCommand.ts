'use client';
import { useCallback, useEffect, useRef, useState, useSyncExternalStore } from 'react';
import type { CommandOutcome, CommandProblem } from '@/ui/live/outbox';
import { outbox, shop } from '@/ui/live/shop';
import { tray } from '@/ui/live/tray';

export type { CommandOutcome, CommandProblem } from '@/ui/live/outbox';

const OFFLINE: CommandProblem = {
  code: 'offline',
  message:
    'The shop’s computer does not answer. Nothing was saved; what you typed is still here. Try again when it is back.',
};

/** Signs of a request a browser sends to its end although its page is gone: all of them together have 64 kB. */
const KEPT_ALIVE = 16_000;

/**
 * A JSON request to one of our own endpoints; an error, or no answer at all, comes back as a problem in
 * words.
 */
export async function post<T>(path: string, body: unknown): Promise<CommandOutcome<T>> {
  const text = JSON.stringify(body);
  try {
    return await outcomeOf<T>(
      await fetch(path, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: text,
        // what was pressed just before somebody left the page arrives all the same
        keepalive: text.length < KEPT_ALIVE,
      }),
    );
  } catch {
    return { ok: false, problem: OFFLINE };
  }
}

export async function outcomeOf<T>(response: Response): Promise<CommandOutcome<T>> {
  const body = (await response.json().catch(() => ({}))) as { answer?: T; error?: CommandProblem };
  if (response.ok) return { ok: true, answer: body.answer as T, version: null };
  return {
    ok: false,
    problem: body.error ?? {
      code: 'broken',
      message: 'Something went wrong here. Nothing was saved; try again.',
    },
  };
}

/** What one of our own endpoints knows; `body`: asked with it. A refusal, or no answer at all, as a problem in words. */
export async function learn<T>(path: string, body?: unknown): Promise<CommandOutcome<T>> {
  try {
    const response = await fetch(
      path,
      body === undefined
        ? undefined
        : {
            method: 'POST',
            headers: { 'content-type': 'application/json' },
            body: JSON.stringify(body),
          },
    );
    if (!response.ok) return await outcomeOf<T>(response);
    return { ok: true, answer: (await response.json()) as T, version: null };
  } catch {
    return { ok: false, problem: OFFLINE };
  }
}

/**
 * Acts of a panel: they go out in order, each once (see `Outbox`), and the page is read again when the last
 * has been answered. `busy`: something is on its way, or the page is being read; `problem`: what became of
 * the last act of this panel, if it was refused. What is refused where nobody would read it lies in the tray.
 */
export function useCommand() {
  const [problem, setProblem] = useState<CommandProblem | null>(null);
  const sending = useSyncExternalStore(
    shop.watch,
    () => shop.waiting() > 0,
    () => false,
  );
  const refreshing = useSyncExternalStore(shop.watch, shop.isRefreshing, () => false);
  const shown = useRef({ here: true, newest: 0 });
  useEffect(() => {
    const panel = shown.current;
    panel.here = true;
    return () => void (panel.here = false);
  }, []);
  const send = useCallback(
    async <T>(
      name: string,
      input: unknown,
      version?: number,
      more?: { want?: 'next'; words?: string },
    ): Promise<CommandOutcome<T>> => {
      const act = { name, input, version, ...more };
      const mine = ++shown.current.newest;
      const outcome = await outbox.add<T>(act);
      const read = shown.current.here && shown.current.newest === mine;
      if (!outcome.ok && (!read || outcome.problem.code === 'signed-out' || outcome.problem.code === 'held'))
        tray.put(act, outcome.problem.message);
      if (read) setProblem(outcome.ok ? null : outcome.problem);
      return outcome;
    },
    [],
  );
  return { send, problem, setProblem, busy: sending || refreshing, sending };
}
