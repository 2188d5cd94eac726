import { asc } from 'drizzle-orm';
import { catalogue } from '@/catalog';
import { database } from '@/db/client';
import { user } from '@/db/schema';
import { requireActor } from '@/server/session';
import { shopRules } from '@/shop/rules/queries';
import { RatesForm } from '@/ui/rules/RatesForm';
import { RulesNav } from '@/ui/rules/RulesNav';
import { Heading, Sheet } from '@/ui/kit/parts';
import { SignOut } from '@/ui/kit/SignOut';

export const metadata = { title: 'House rules' };

export default async function RulesPage() {
  const actor = await requireActor();
  const [rules, people] = await Promise.all([shopRules(), database().select({ id: user.id, name: user.name, email: user.email, role: user.role }).from(user).orderBy(asc(user.role), asc(user.name))]);
  return (
    <div>
    <RulesNav page="" />
    <div className="grid gap-[18px] lg:grid-cols-2 lg:items-start">
      <Sheet>
        <h1 className="border-b-2 border-ink pb-2.5 text-[26px] leading-8">House rules</h1>
        <RatesForm name={rules.name} rateMinor={rules.ratePerHourMinor} feeBasisPoints={rules.feeBasisPoints} mayWrite={actor.role === 'owner'} />
      </Sheet>
      <Sheet>
        <Heading>People</Heading>
        <table className="w-full border-collapse text-[14.5px]"><caption className="sr-only">People and their roles</caption><tbody>{people.map((person) => <tr key={person.id} className="h-9 border-b border-rule"><th scope="row" className="text-left font-semibold">{person.name}</th><td className="text-soft">{person.email}</td><td>{person.role}</td></tr>)}</tbody></table>
        <p className="pt-3 text-[14px] text-soft">Catalogue {catalogue.version}: {catalogue.causes.length} causes, {catalogue.findings.length} findings, {catalogue.repairs.length} repairs.</p>
        <div className="pt-3"><SignOut /></div>
      </Sheet>
    </div>
    </div>
  );
}
