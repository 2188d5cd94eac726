import { requireActor } from '@/server/session';
import { codeTablesOfShop } from '@/shop/codes/queries';
import { CodeTables } from '@/ui/rules/CodeTables';
import { RulesNav } from '@/ui/rules/RulesNav';
import { Sheet } from '@/ui/kit/parts';

export const metadata = { title: 'Blink and beep codes' };

export default async function CodesPage() {
  const actor = await requireActor();
  const tables = await codeTablesOfShop();
  return (
    <div>
      <RulesNav page="codes" />
      <Sheet>
        <h1 className="mb-2 text-page leading-8">Blink and beep codes</h1>
        <CodeTables
          tables={tables.map((table) => ({ ...table, at: table.at.toISOString() }))}
          mayWrite={actor.role !== 'viewer'}
          mayDrop={actor.role === 'owner'}
        />
      </Sheet>
    </div>
  );
}
