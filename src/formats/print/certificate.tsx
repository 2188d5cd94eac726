import { Document, Image, Page, renderToBuffer, StyleSheet, Text, View } from '@react-pdf/renderer';
import { qrPng } from './barcode';
import { FIGURES, preparePdf, TEXT } from './fonts';

/** What a certificate says: fields of SP 800-88 Rev. 1, Appendix G (from memory), as name and value. */
export interface Certificate {
  shop: string;
  /** Number and seal of its entry in the history. */
  number: number;
  hash: string;
  title: string;
  blocks: { name: string; lines: { name: string; value: string }[] }[];
  /** Where anybody can see whether it still agrees. */
  url: string;
  printedOn: string;
}

const style = StyleSheet.create({
  page: { padding: 42, fontFamily: TEXT, fontSize: 10, color: '#1d211d' },
  head: { flexDirection: 'row', justifyContent: 'space-between', borderBottomWidth: 2, paddingBottom: 10 },
  soft: { color: '#5c635b' },
  title: { fontFamily: TEXT, fontWeight: 'bold', fontSize: 20, marginTop: 6 },
  number: { fontFamily: FIGURES, fontSize: 15, marginTop: 4 },
  h2: {
    fontFamily: TEXT,
    fontWeight: 'bold',
    fontSize: 12,
    marginTop: 14,
    marginBottom: 4,
    borderBottomWidth: 1,
    paddingBottom: 2,
  },
  row: { flexDirection: 'row', paddingVertical: 2 },
  name: { width: 130, color: '#5c635b' },
  hash: { fontFamily: FIGURES, fontSize: 7.5, marginTop: 3 },
  sign: { marginTop: 34, flexDirection: 'row', gap: 40 },
  line: { flex: 1, borderTopWidth: 1, paddingTop: 3, color: '#5c635b' },
});

/** One drive, what was done to its data, how that was verified, and where it can be checked. A4. */
export async function certificatePdf(paper: Certificate): Promise<Buffer> {
  preparePdf();
  const code = await qrPng(paper.url);
  return renderToBuffer(
    <Document title={`Certificate ${paper.number}`} author={paper.shop}>
      <Page size="A4" style={style.page}>
        <View style={style.head}>
          <View style={{ flex: 1 }}>
            <Text style={style.soft}>{paper.shop}</Text>
            <Text style={style.title}>{paper.title}</Text>
            <Text style={style.number}>No. {paper.number}</Text>
            <Text style={style.soft}>Printed {paper.printedOn}.</Text>
          </View>
          <Image src={{ data: code, format: 'png' }} style={{ width: 110, height: 110 }} />
        </View>
        {paper.blocks.map((block) => (
          <View key={block.name} wrap={false}>
            <Text style={style.h2}>{block.name}</Text>
            {block.lines.map((line) => (
              <View key={line.name} style={style.row}>
                <Text style={style.name}>{line.name}</Text>
                <Text style={{ flex: 1 }}>{line.value}</Text>
              </View>
            ))}
          </View>
        ))}
        <Text style={style.h2}>In the shop’s history</Text>
        <Text>
          Entry {paper.number}. Each entry is sealed with the one before it; the code above, or the address
          below, says whether this one still agrees.
        </Text>
        <Text style={style.hash}>{paper.hash}</Text>
        <Text style={style.hash}>{paper.url}</Text>
        <View style={style.sign}>
          <Text style={style.line}>Done by, signature</Text>
          <Text style={style.line}>Verified by, signature</Text>
          <Text style={style.line}>Date</Text>
        </View>
      </Page>
    </Document>,
  );
}
