import { causeById, findingById, repairById } from '@/catalog';
import { historyOf, recordOf } from '@/shop/units/queries';
import { LINE, STAGE_NAMES } from '@/shop/units/stages';
import { minorText } from '@/core/money/minor';
import { StageMover } from '@/ui/unit/StageMover';
import { Empty, Heading, Sheet } from '@/ui/kit/parts';
import { dayAndTime } from '@/ui/kit/words';
import { loadUnit, unitHead } from '../unitHead';

type Payload = Record<string, unknown>;

const KINDS: Record<string, string> = {
  finding: 'Seen',
  repair: 'Tried',
  voided: 'Taken back',
  quarantined: 'Quarantined',
  bench: 'Bench',
  stage: 'Moved',
  typed: 'Read off',
  'report asked for': 'Report asked for',
  'report taken in': 'Report',
  'work started': 'Started',
  'work paused': 'Paused',
  'work resumed': 'Went on',
  'left running': 'Left to run',
  'work finished': 'Finished',
  'part fitted': 'Fitted',
  'part taken': 'Taken out',
  'part recorded': 'Part on record',
  'drive erased': 'Erased',
  'drive returned': 'Returned',
  'drive destroyed': 'Destroyed',
  test: 'Test',
  'defect marked': 'Mark',
  'defect removed': 'Mark gone',
  graded: 'Graded',
  listed: 'Listed',
  sold: 'Sold',
  photo: 'Photograph',
  'photo removed': 'Photograph gone',
  'unit added': 'Added',
};

function words(kind: string, p: Payload): string {
  const text = (key: string) => String(p[key] ?? '');
  if (kind === 'finding' || kind === 'quarantined') {
    const finding = findingById(text('finding'));
    return `${finding?.ask ?? text('finding')} ${finding?.outcomes[Number(p.index)]?.label ?? text('outcome')}${p.acknowledged ? '; caution read and acknowledged' : ''}${p.replaced ? '; replaces an earlier answer' : ''}`;
  }
  if (kind === 'repair')
    return `${repairById(text('repair'))?.name ?? text('repair')}: ${p.helped ? 'helped' : 'no change'}`;
  if (kind === 'voided')
    return (
      findingById(text('ref'))?.ask ??
      repairById(text('ref'))?.name ??
      causeById(text('ref'))?.name ??
      text('ref')
    );
  if (kind === 'bench')
    return (
      ['plugged', 'caseOpen', 'batteryOut', 'boardOut']
        .filter((item) => p[item])
        .map(
          (item) =>
            ({
              plugged: 'mains on',
              caseOpen: 'case open',
              batteryOut: 'battery out',
              boardOut: 'board out',
            })[item],
        )
        .join(', ') || 'closed, unplugged'
    );
  if (kind === 'stage')
    return `${STAGE_NAMES[text('from') as keyof typeof STAGE_NAMES] ?? text('from')} to ${STAGE_NAMES[text('to') as keyof typeof STAGE_NAMES] ?? text('to')}`;
  if (kind === 'typed') return `${text('key')}: ${text('value')}`;
  if (kind === 'report taken in')
    return `${(p.files as unknown[])?.length ?? 0} files, ${(p.spec as unknown[])?.length ?? 0} values`;
  if (kind.startsWith('part')) return `${text('code')} ${text('name')}${p.to ? ` to ${text('to')}` : ''}`;
  if (kind.startsWith('drive'))
    return `${text('code')} ${text('serial')}: ${text('method')}${p.verified ? `; verified: ${text('verified')}` : ''}`;
  if (kind === 'test') return `${text('test')}: ${text('result')}`;
  if (kind.startsWith('defect'))
    return `${text('surface')}: ${text('kind')}${p.why ? `, ${text('why')}` : ''}`;
  if (kind === 'graded') return `grade ${text('grade')}, rubric ${text('rubric')}`;
  if (kind === 'listed') return `at ${minorText(Number(p.askMinor))}, grade ${text('grade')}`;
  if (kind === 'sold') return `for ${minorText(Number(p.priceMinor))}, ${text('channel')}`;
  if (kind === 'left running')
    return `${text('title')}, ${text('minutes')} min${p.station ? `, ${text('station')}` : ''}`;
  return text('title') || text('note');
}

export default async function RecordPage({ params }: { params: Promise<{ tag: string }> }) {
  const { tag } = await params;
  const { unit, lot } = await loadUnit(tag);
  const [head, history, record] = await Promise.all([unitHead(tag), historyOf(unit.id), recordOf(unit.id)]);
  const claims = record.filter((row) => row.basis === 'claimed');
  return (
    <div className="flex flex-col gap-[18px]">
      <Sheet aria-label="Move">
        <Heading>Move it along the line, or back</Heading>
        <div className="pt-1.5">
          <StageMover
            unit={head}
            stages={[
              ...LINE.filter((stage) => stage !== 'shelf'),
              'quarantine' as const,
              'gone' as const,
            ].map((id) => ({ id, name: STAGE_NAMES[id] }))}
          />
        </div>
      </Sheet>
      {claims.length > 0 && (
        <Sheet aria-label="Claims">
          <Heading>Said by the seller, against what was seen</Heading>
          <p className="text-[14px] text-soft">
            “{unit.claim}” counts as weak evidence:{' '}
            {claims.map((row) => findingById(row.ref)?.ask.replace('Seller says: ', '')).join('; ')}. What is
            believed now: {unit.probably}{' '}
            {unit.probability !== null && `${Math.round(unit.probability * 100)} %`}.
          </p>
        </Sheet>
      )}
      <Sheet aria-label="History">
        <h2 className="text-[22px]">History</h2>
        <p className="text-[14px] text-soft">
          Nothing here is ever changed or taken away; a correction is a new line. Came with lot {lot.code},{' '}
          {lot.receivedOn}.
        </p>
        {history.length === 0 ? (
          <Empty>Nothing yet.</Empty>
        ) : (
          <table className="mt-2 w-full border-collapse text-[14px]">
            <thead>
              <tr className="border-b border-rule text-left text-[13px] text-soft">
                <th className="w-14 py-1 font-normal">No.</th>
                <th className="w-28 font-normal">When, UTC</th>
                <th className="w-36 font-normal">What</th>
                <th className="font-normal">&nbsp;</th>
                <th className="font-normal">Who</th>
              </tr>
            </thead>
            <tbody>
              {history.map((event) => (
                <tr key={event.seq} className="border-b border-rule align-top">
                  <td className="figures py-1 text-[13px] text-soft">{event.seq}</td>
                  <td className="figures py-1 text-[13px]">{dayAndTime(event.at)}</td>
                  <td className="py-1 font-semibold">{KINDS[event.kind] ?? event.kind}</td>
                  <td className="py-1">{words(event.kind, event.payload as Payload)}</td>
                  <td className="py-1 text-soft">{event.actorName}</td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </Sheet>
    </div>
  );
}
