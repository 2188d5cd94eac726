import { requireActor } from '@/server/session';
import { NoticeSwitch } from '@/ui/frame/NoticeSwitch';
import { Sheet } from '@/ui/kit/parts';
import { OwnPassword } from '@/ui/rules/OwnPassword';

export const metadata = { title: 'Your password' };

export default async function MePage() {
  const { id, name, role } = await requireActor();
  return (
    <Sheet className="max-w-[760px]">
      <h1 className="border-b-2 border-ink pb-2.5 text-page leading-8">
        {name}, {role}
      </h1>
      <p className="max-w-[66ch] pt-3 text-read">
        A bench stays signed in for a fortnight: whoever sits at it is you. Another password ends every other
        sign-in of yours, and this one.
      </p>
      <OwnPassword person={{ id, name }} />
      <NoticeSwitch />
    </Sheet>
  );
}
