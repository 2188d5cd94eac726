import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { prepareZXingModule, readBarcodes } from 'zxing-wasm/reader';
import { code128Png } from './barcode';
import { labelSheet } from './labels';
import { workListPdf } from './workList';

prepareZXingModule({
  overrides: {
    wasmBinary: readFileSync('node_modules/zxing-wasm/dist/reader/zxing_reader.wasm').buffer as ArrayBuffer,
  },
});

async function codesIn(image: Buffer, formats: ('Code128' | 'QRCode')[] = ['Code128']): Promise<string[]> {
  const { data, info } = await sharp(image).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  const found = await readBarcodes(
    {
      data: new Uint8ClampedArray(data),
      width: info.width,
      height: info.height,
      colorSpace: 'srgb',
    } as unknown as ImageData,
    { formats, tryHarder: true, maxNumberOfSymbols: 40 },
  );
  return found.map((code) => code.text).sort();
}

function pagesOf(pdf: Buffer): Buffer[] {
  const folder = mkdtempSync(join(tmpdir(), 'omnitrope-print-'));
  writeFileSync(join(folder, 'a.pdf'), pdf);
  execFileSync('pdftoppm', ['-r', '200', '-png', join(folder, 'a.pdf'), join(folder, 'p')]);
  return execFileSync('ls', [folder], { encoding: 'utf8' })
    .split('\n')
    .filter((name) => name.endsWith('.png'))
    .map((name) => readFileSync(join(folder, name)));
}

const labels = (n: number) =>
  Array.from({ length: n }, (_, i) => ({
    tag: `WQ-${String(i + 1).padStart(4, '0')}`,
    line: 'Aldermoor Keep S1',
    lot: 'WQ-3',
  }));

describe('tags', () => {
  it.each(['WQ-0147', 'AB-1', 'ZZZZ-99999'])('%s is read back by an independent reader', async (tag) =>
    expect(await codesIn(await code128Png(tag))).toEqual([tag]),
  );
  it('a sheet of 24 is one page and every code on it reads; the 25th starts the next', async () => {
    expect(await codesIn(pagesOf(await labelSheet(labels(24)))[0])).toEqual(
      labels(24).map((label) => label.tag),
    );
    expect(pagesOf(await labelSheet(labels(25)))).toHaveLength(2);
  });
  it('labels already used up are skipped', async () => {
    const pages = pagesOf(await labelSheet(labels(3), 22));
    expect(await Promise.all(pages.map((page) => codesIn(page)))).toEqual([
      ['WQ-0001', 'WQ-0002'],
      ['WQ-0003'],
    ]);
  });
});

describe('labels of one machine and of parts', () => {
  it('a price, the line under it and the bars stand together; the bars are read back', async () => {
    const label = {
      tag: 'WQ-0147',
      line: 'Ternwick Ridge',
      lot: 'grade B',
      more: 'Corvid M5-330, 8 GB, 240 GB solid-state',
      big: 'CR 112.00',
      qr: 'WQ-0147, grade B\nTernwick Ridge\nCorvid M5-330, 8 GB, 240 GB solid-state\nserial AK1298',
    };
    const pdf = await labelSheet(
      [label, { tag: 'P-0042', line: '4 GB module', lot: 'memory' }],
      3,
      'history 4711 0123456789abcdef01234567',
    );
    const [page] = pagesOf(pdf);
    expect(await codesIn(page)).toEqual(['P-0042', 'WQ-0147']);
    // a telephone reads what it is without any network
    expect(await codesIn(page, ['QRCode'])).toEqual([label.qr]);
    const folder = mkdtempSync(join(tmpdir(), 'omnitrope-label-'));
    writeFileSync(join(folder, 'a.pdf'), pdf);
    const text = execFileSync('pdftotext', [join(folder, 'a.pdf'), '-'], { encoding: 'utf8' });
    // the newest seal stands once on the sheet, where nobody can change it
    expect(text.match(/history 4711 0123456789abcdef01234567/g)).toHaveLength(1);
    for (const words of ['CR 112.00', 'grade B', 'solid-state']) expect(text).toContain(words);
  });
});

describe('the list of a pair of hands', () => {
  it('holds a code for every machine and every part to be fetched; none of it where nothing is planned', async () => {
    const line = (tag: string, codes: string[] = []) => ({
      tag,
      called: 'Aldermoor Keep S1',
      from: '9:05',
      words: 'Erase the drive',
      minutes: 3,
      alone: 'then 90 min alone at dock 1',
      parts: codes.map((code) => ({ code, name: '8 GB module' })),
    });
    const list = { shop: 'Saltmarsh Reuse', person: 'Bench A', day: '2026-12-01' };
    const [page, ...more] = pagesOf(
      await workListPdf({ ...list, lines: [line('WQ-0001', ['P-0007', 'P-0008']), line('WQ-0002')] }),
    );
    expect(more).toEqual([]);
    expect(await codesIn(page)).toEqual(['P-0007', 'P-0008', 'WQ-0001', 'WQ-0002']);
    expect(await codesIn(pagesOf(await workListPdf({ ...list, lines: [] }))[0])).toEqual([]);
  });
});
