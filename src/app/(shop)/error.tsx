'use client';
import { Button, Sheet } from '@/ui/kit/parts';

export default function ShopError({ reset }: { error: Error; reset: () => void }) {
  return (
    <Sheet>
      <h1 className="text-page">This page could not be loaded.</h1>
      <p className="pb-3">
        What was saved is safe. The shop’s computer or its database did not answer; try again in a moment.
      </p>
      <Button tone="strong" onClick={reset}>
        Try again
      </Button>
    </Sheet>
  );
}
