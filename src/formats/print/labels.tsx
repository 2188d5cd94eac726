import { Document, Image, Page, renderToBuffer, StyleSheet, Text, View } from '@react-pdf/renderer';
import { code128Png, qrPng } from './barcode';
import { FIGURES, preparePdf, TEXT } from './fonts';

export interface Label {
  /** What the bars say. */
  tag: string;
  /** Printed large instead of what the bars say. */
  title?: string;
  line: string;
  /** In the corner: lot, grade, class. */
  lot: string;
  /** Smaller, under the line: serial, specification. */
  more?: string;
  /** In big figures above the bars: a price. */
  big?: string;
  /** What a telephone reads off it without any network: what the machine is, in lines. */
  qr?: string;
}

/** A4, three across and eight down: 24 labels of 70 x 37 mm, the common office sheet. */
const ACROSS = 3;
const DOWN = 8;
const mm = (value: number) => (value * 72) / 25.4;

const style = StyleSheet.create({
  page: { paddingTop: mm(0.5), flexDirection: 'row', flexWrap: 'wrap', alignContent: 'flex-start' },
  label: { width: mm(70), height: mm(37), paddingHorizontal: mm(5), paddingTop: mm(4), overflow: 'hidden' },
  square: { position: 'absolute', right: mm(4), top: mm(10.9), width: mm(16.5), height: mm(16.5) },
  head: { flexDirection: 'row', justifyContent: 'space-between', alignItems: 'flex-end' },
  tag: { fontFamily: FIGURES, fontSize: 17 },
  lot: { fontFamily: TEXT, fontSize: 7 },
  line: { fontFamily: TEXT, fontSize: 8, marginTop: 2 },
  more: { fontFamily: TEXT, fontSize: 6.5, marginTop: 1 },
  big: { fontFamily: FIGURES, fontSize: 18, marginTop: 1 },
  low: { width: mm(60), height: mm(8), marginTop: 4, objectFit: 'fill' },
  seal: { position: 'absolute', left: mm(5), bottom: mm(1.2), fontFamily: FIGURES, fontSize: 4.5 },
  code: { width: mm(60), height: mm(13), marginTop: 3, objectFit: 'contain' },
});

/** As large as goes beside what stands in the corner: figures are 0.6 of their size wide. */
const LARGEST = 17;
const ROOM = mm(34);
const sizeOf = (words: string) => Math.max(7, Math.min(LARGEST, ROOM / (0.6 * words.length)));

/**
 * A sheet of tags. @param skip labels already used up on the first sheet, 0..23
 * @param seal newest entry of the history and its seal: on paper where nobody can change it, on the first label of a sheet
 */
export async function labelSheet(labels: readonly Label[], skip = 0, seal = ''): Promise<Buffer> {
  preparePdf();
  const codes = await Promise.all(
    labels.map(async (label) => ({
      bars: await code128Png(label.tag),
      square: label.qr ? await qrPng(label.qr, 3) : null,
    })),
  );
  const cells: ({ label: Label; code: (typeof codes)[number] } | null)[] = [
    ...Array.from({ length: Math.min(23, Math.max(0, skip)) }, () => null),
    ...labels.map((label, i) => ({ label, code: codes[i] })),
  ];
  const pages = Array.from({ length: Math.max(1, Math.ceil(cells.length / (ACROSS * DOWN))) }, (_, p) =>
    cells.slice(p * ACROSS * DOWN, (p + 1) * ACROSS * DOWN),
  );
  return renderToBuffer(
    <Document title="Tags" author="Omnitrope">
      {pages.map((page, p) => (
        <Page key={p} size="A4" style={style.page}>
          {page.map((cell, c) => (
            <View key={c} style={style.label} wrap={false}>
              {cell && (
                <>
                  {cell.code.square && (
                    <Image style={style.square} src={{ data: cell.code.square, format: 'png' }} />
                  )}
                  <View style={style.head}>
                    <Text style={[style.tag, { fontSize: sizeOf(cell.label.title ?? cell.label.tag) }]}>
                      {cell.label.title ?? cell.label.tag}
                    </Text>
                    <Text style={style.lot}>{cell.label.lot}</Text>
                  </View>
                  <Text style={style.line}>{cell.label.line.slice(0, 44)}</Text>
                  {cell.label.more && (
                    <Text style={style.more}>{cell.label.more.slice(0, cell.label.qr ? 62 : 90)}</Text>
                  )}
                  {cell.label.big && <Text style={style.big}>{cell.label.big}</Text>}
                  {seal && cell === page.find(Boolean) && <Text style={style.seal}>{seal}</Text>}
                  <Image
                    style={cell.label.big ? style.low : style.code}
                    src={{ data: cell.code.bars, format: 'png' }}
                  />
                </>
              )}
            </View>
          ))}
        </Page>
      ))}
    </Document>,
  );
}
