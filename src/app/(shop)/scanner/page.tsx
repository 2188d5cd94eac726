import { code128Png } from '@/formats/print/barcode';
import { requireActor } from '@/server/session';
import { ScannerForm } from '@/ui/frame/ScannerForm';
import { SCANNER_CODE } from '@/ui/kit/keys/scanner';
import { Sheet } from '@/ui/kit/parts';

export const metadata = { title: 'Scanner of this bench' };

export default async function ScannerPage() {
  await requireActor();
  const bars = await code128Png(SCANNER_CODE);
  return (
    <Sheet className="max-w-[760px]">
      <h1 className="border-b-2 border-ink pb-2.5 text-page leading-8">Scanner of this bench</h1>
      <p className="max-w-[66ch] pt-3 text-read">
        A scanner types what it reads very fast and ends with a key. How fast, and which key, varies. Scan
        this code and this browser learns both.
      </p>
      {/* eslint-disable-next-line @next/next/no-img-element */}
      <img
        src={`data:image/png;base64,${bars.toString('base64')}`}
        alt={`Bars of the code ${SCANNER_CODE}`}
        width={330}
        height={110}
        className="mt-3 border-2 border-ink bg-white p-3"
      />
      <p className="figures mt-1 text-read">{SCANNER_CODE}</p>
      <ScannerForm />
      <p className="mt-4 border-t border-rule pt-3 text-read">
        Gloves on, hands wet?{' '}
        <a href="/api/labels/card" target="_blank" rel="noreferrer" className="border-b border-current">
          Print the bench card
        </a>{' '}
        and scan answers, endings and sides instead of pressing keys.
      </p>
    </Sheet>
  );
}
