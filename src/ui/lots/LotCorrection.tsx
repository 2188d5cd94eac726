'use client';
import dynamic from 'next/dynamic';
import { useState, type ComponentProps } from 'react';
import { Quiet } from '../kit/parts';
import type { LotCorrectionForm } from './LotCorrectionForm';

const Form = dynamic(() => import('./LotCorrectionForm').then((made) => made.LotCorrectionForm));

/** What a lot cost, put right; the form comes when it is wanted. */
export function LotCorrection({ lot }: Pick<ComponentProps<typeof LotCorrectionForm>, 'lot'>) {
  const [open, setOpen] = useState(false);
  return open ? (
    <Form lot={lot} onClose={() => setOpen(false)} />
  ) : (
    <Quiet onClick={() => setOpen(true)}>Put right what it cost</Quiet>
  );
}
