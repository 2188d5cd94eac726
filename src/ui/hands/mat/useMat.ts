'use client';
import { useMemo, useState } from 'react';
import { balances, type Balance, type LedgerEntry } from '@/core/hands/ledger';
import type { MatView } from '@/words/hands/mat';
import type { UnitHead } from '@/words/unit/view';
import { useCommand } from '@/ui/kit/hooks/useCommand';

/** Moves that were made here and are not on the page yet, from the number of moves the page had. */
interface Ahead {
  from: number;
  moves: LedgerEntry[];
}
const NONE: Ahead = { from: 0, moves: [] };

/**
 * The mat as it is after every key pressed here: a move shows at once and is sent behind it; one that is refused goes
 * back. @returns how everything stands, and the ways to change it
 */
export function useMat(unit: UnitHead, mat: MatView | null) {
  const { send, problem, setProblem, busy } = useCommand();
  const [ahead, setAhead] = useState(NONE);
  const known = mat?.moves ?? [];
  const [shown, setShown] = useState(known.length);
  if (known.length !== shown) {
    setShown(known.length);
    // a move was taken back: what was made here came before that
    if (known.length < shown) setAhead(NONE);
  }
  // what the page has by now is no longer ahead of it
  const still = ahead.moves.slice(Math.max(0, known.length - ahead.from));
  const moves = [...known, ...still];
  const stands = useMemo((): Balance[] => {
    if (!mat) return [];
    try {
      return balances(mat.items, moves);
    } catch {
      // the page has something newer than what was pressed here
      return balances(mat.items, mat.moves);
    }
    // eslint-disable-next-line react-hooks/exhaustive-deps -- moves are their number and the mat
  }, [mat, moves.length]);
  const act = (next: LedgerEntry[]) => {
    if (!mat || next.length === 0) return;
    try {
      balances(mat.items, [...moves, ...next]);
    } catch (error) {
      setProblem({ code: 'refused', message: `${(error as Error).message.replace(/^ledger: /, '')}.` });
      return;
    }
    setProblem(null);
    setAhead({ from: known.length, moves: [...still, ...next] });
    void send('moveOnMat', { unitId: unit.id, moves: next }, unit.version).then((sent) => {
      if (!sent.ok) setAhead(NONE);
    });
  };
  const back = () => {
    setAhead(NONE);
    void send('takeBackAct', { what: 'mat', unitId: unit.id }, unit.version);
  };
  return { stands, moves, act, back, send, problem, busy };
}
