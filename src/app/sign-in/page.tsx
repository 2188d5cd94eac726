import { redirect } from 'next/navigation';
import { currentActor } from '@/server/session';
import { isUnclaimed } from '@/server/setup';
import { SignInForm } from '@/ui/kit/SignInForm';

export const dynamic = 'force-dynamic';
export const metadata = { title: 'Sign in' };

export default async function SignInPage() {
  if (await currentActor()) redirect('/');
  if (await isUnclaimed()) redirect('/setup');
  return (
    <main className="grid min-h-screen place-items-center p-5">
      <section className="paper punched w-full max-w-[420px] py-6 pr-6 pl-9">
        <h1 className="text-figure leading-8">Omnitrope</h1>
        <p className="mb-4 text-soft">Every observation re-prices the machine.</p>
        <SignInForm />
      </section>
    </main>
  );
}
