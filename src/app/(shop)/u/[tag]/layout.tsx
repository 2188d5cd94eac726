import type { ReactNode } from 'react';
import { UndoLine } from '@/ui/unit/UndoLine';
import { UnitTicket } from '@/ui/unit/UnitTicket';
import { unitHead } from './loadUnit';

type Props = { children: ReactNode; params: Promise<{ tag: string }> };

export async function generateMetadata({ params }: Props) {
  return { title: (await params).tag.toUpperCase() };
}

export default async function UnitLayout({ children, params }: Props) {
  const unit = await unitHead((await params).tag);
  return (
    <div className="grid gap-2.5 md:gap-gutter md:grid-cols-[280px_1fr] md:items-stretch lg:min-h-[calc(100vh-173px)]">
      {/* on a phone the ticket stands above and the way back below what one works on */}
      <div className="contents md:flex md:flex-col md:gap-1.5 lg:sticky lg:top-4 lg:h-[calc(100vh-173px)] lg:self-start">
        <UnitTicket unit={unit} />
        <UndoLine unit={unit} />
      </div>
      <div className="order-2 min-w-0 md:order-none">{children}</div>
    </div>
  );
}
