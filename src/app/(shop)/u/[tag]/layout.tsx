import type { ReactNode } from 'react';
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
      <UnitTicket unit={unit} />
      <div className="min-w-0">{children}</div>
    </div>
  );
}
