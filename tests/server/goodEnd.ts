import type { EraseResult } from '@/core/erasure/judge';
import { proofDigest, proofPlaces } from '@/shop/erasure/pattern';
import { toReadBack } from '@/shop/erasure/run';

type Run = Parameters<typeof toReadBack>[0];

/** What the erasing script says of a drive of which everything was written and read back. */
export function goodEnd(
  run: Run,
  sectors: number,
  more: { proof?: string; result?: Partial<EraseResult> } = {},
) {
  const { checked, read } = toReadBack(run, sectors);
  return {
    tool: 'dd',
    proof: more.proof ?? proofDigest(run.id, proofPlaces(run.id, sectors)),
    notes: [],
    result: {
      through: true,
      sectors,
      unwritten: 0,
      checked,
      wrong: 0,
      hidden: 0,
      read,
      unread: 0,
      left: 0,
      ...more.result,
    },
  };
}
