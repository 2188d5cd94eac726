'use client';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import { Quiet } from '../kit/parts';

const Form = dynamic(() => import('./AddUnitForm').then((made) => made.AddUnitForm));

/** One machine of a lot by hand; the form comes when it is wanted. */
export function AddUnit({ lotId }: { lotId: string }) {
  const [open, setOpen] = useState(false);
  return open ? <Form lotId={lotId} /> : <Quiet onClick={() => setOpen(true)}>Add one machine by hand</Quiet>;
}
