import { redirect } from 'next/navigation';
import { isUnclaimed } from '@/server/setup';
import { SetupForm } from '@/ui/kit/SetupForm';

export const dynamic = 'force-dynamic';
export const metadata = { title: 'A new shop' };

export default async function SetupPage() {
  if (!(await isUnclaimed())) redirect('/sign-in');
  return (
    <main className="grid min-h-screen place-items-center p-5">
      <section className="paper punched w-full max-w-[640px] py-6 pr-6 pl-9">
        <h1 className="text-figure leading-8">A new shop</h1>
        <p className="mb-4 max-w-[52ch] text-soft">
          Who owns it and how it reckons. The currency is for good; rates, days and stations can be changed
          under House rules. Nothing leaves this computer.
        </p>
        <SetupForm />
      </section>
    </main>
  );
}
