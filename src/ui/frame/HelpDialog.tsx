'use client';
import { Dialog, DialogPanel } from '@headlessui/react';
import { Button } from '../kit/parts';

/** The sheet with a page of help. Loaded when it is first asked for. */
export function HelpDialog({ html, onClose }: { html: string; onClose: () => void }) {
  return (
    <Dialog open onClose={onClose} className="relative z-40">
      <div className="fixed inset-0 bg-ink/40" aria-hidden />
      <div className="fixed inset-0 grid place-items-center p-4">
        <DialogPanel className="paper max-h-[82vh] w-full max-w-[640px] overflow-y-auto border-t-[6px] border-ink px-6 py-4">
          <article className="help" dangerouslySetInnerHTML={{ __html: html }} />
          <p className="mt-4">
            <Button onClick={onClose}>Close</Button>
          </p>
        </DialogPanel>
      </div>
    </Dialog>
  );
}
