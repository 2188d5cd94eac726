import { byWordOf, checkCertificate } from '@/shop/erasure/certificate';
import { shopRules } from '@/shop/rules/queries';
import { momentOf } from '@/words/time';

export const dynamic = 'force-dynamic';
export const metadata = { title: 'Certificate' };

/** For whoever holds a certificate: does it still agree with the history it was printed from. */
export default async function CertificatePage({
  params,
}: {
  params: Promise<{ number: string; seal: string }>;
}) {
  const { number, seal } = await params;
  const found = await checkCertificate(Number(number), seal.toLowerCase());
  const rules = await shopRules();
  const when = (at: Date) => momentOf(at, rules.timeZone);
  const verdict = !found
    ? 'There is no such certificate.'
    : !found.agrees
      ? 'It no longer agrees.'
      : found.back
        ? 'It was taken back.'
        : found.brought
          ? 'It agrees with what was brought here.'
          : 'It agrees.';
  return (
    <main className="grid min-h-screen place-items-center p-5">
      <section className="paper punched w-full max-w-[560px] py-6 pr-6 pl-9">
        <p className="text-soft">{rules.name}</p>
        <h1 className="text-great leading-10">{verdict}</h1>
        {!found && (
          <p className="mt-2">
            No entry of this shop bears that number and that seal. Read the code again, or ask the shop.
          </p>
        )}
        {found && (
          <>
            <table className="mt-3 w-full border-collapse text-lead">
              <tbody>
                {[
                  [found.title, `No. ${found.number}`],
                  ['Serial', found.serial || 'none on it'],
                  ['Method', found.method],
                  ['By', found.by],
                  ['When', when(found.at)],
                  ...(found.byWord ? [['Standing', byWordOf(found.by)]] : []),
                ].map(([name, value]) => (
                  <tr key={name} className="border-b border-rule">
                    <th scope="row" className="py-1 pr-4 text-left font-normal text-soft">
                      {name}
                    </th>
                    <td className="py-1">{value}</td>
                  </tr>
                ))}
              </tbody>
            </table>
            {found.back && (
              <p className="mt-2">
                Taken back {when(found.back.at)}: {found.back.why}. Do not treat the drive as erased.
              </p>
            )}
            {!found.agrees && (
              <p className="mt-2">
                The entry, or what is on record by it, was changed after it was sealed. Do not rely on the
                paper.
              </p>
            )}
            {found.brought && (
              <p className="mt-2">
                This record was imported with an archive of the whole shop {when(found.brought)}. This shop
                vouches for it from then on; what was sealed before that cannot be checked here.
              </p>
            )}
            <p className="mt-2 text-row text-soft">
              Its entry fits its seal and follows the one before it: {found.agrees ? 'yes' : 'no'}.{' '}
              {found.history
                ? `The whole history was last checked ${when(found.history.at)}: ${found.history.fault || 'whole'}.`
                : 'The whole history has not been checked yet.'}
            </p>
          </>
        )}
      </section>
    </main>
  );
}
