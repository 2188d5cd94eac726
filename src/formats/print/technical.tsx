import { Document, Page, renderToBuffer, StyleSheet, Text, View } from '@react-pdf/renderer';
import type { TechnicalStep } from '@/core/papers/technical';
import { FIGURES, preparePdf, TEXT } from './fonts';

export interface TechnicalPaper {
  tag: string;
  shop: string;
  title: string;
  printedOn: string;
  steps: TechnicalStep[];
  /** Number and seal of the shop's newest entry when it was printed. */
  seal: string;
}

const style = StyleSheet.create({
  page: { padding: 36, paddingBottom: 44, fontFamily: TEXT, fontSize: 8.5, color: '#1d211d' },
  head: { flexDirection: 'row', justifyContent: 'space-between', borderBottomWidth: 2, paddingBottom: 6 },
  tag: { fontFamily: FIGURES, fontSize: 20 },
  title: { fontWeight: 'bold', fontSize: 13, marginTop: 2 },
  soft: { color: '#5c635b' },
  step: { fontWeight: 'bold', fontSize: 10.5, marginTop: 11, marginBottom: 3 },
  row: {
    flexDirection: 'row',
    borderBottomWidth: 0.5,
    borderBottomColor: '#8c968b',
    paddingVertical: 2,
    gap: 10,
  },
  what: { width: 210 },
  how: { flex: 1, color: '#3a403a' },
  open: { marginTop: 3, fontWeight: 'bold' },
  foot: { position: 'absolute', bottom: 18, left: 36, right: 36, fontSize: 7, color: '#5c635b' },
});

/** The technical file: step by step what was looked at, measured and done, by whom and when, and what was not. A4. */
export async function technicalPdf(paper: TechnicalPaper): Promise<Buffer> {
  preparePdf();
  return renderToBuffer(
    <Document title={`Technical file ${paper.tag}`} author={paper.shop}>
      <Page size="A4" style={style.page}>
        <View style={style.head}>
          <View>
            <Text style={style.soft}>{paper.shop}: technical file, preparing for re-use</Text>
            <Text style={style.title}>{paper.title}</Text>
          </View>
          <View>
            <Text style={style.tag}>{paper.tag}</Text>
            <Text style={style.soft}>Printed {paper.printedOn}</Text>
          </View>
        </View>
        {paper.steps.map(({ title, lines, open }, n) => (
          <View key={title}>
            <Text style={style.step} minPresenceAhead={30}>
              {n + 1} {title}
            </Text>
            {lines.length === 0 && open.length === 0 && <Text style={style.soft}>Nothing.</Text>}
            {lines.map(({ what, how }, i) => (
              <View key={i} style={style.row} wrap={false}>
                <Text style={style.what}>{what}</Text>
                <Text style={style.how}>{how}</Text>
              </View>
            ))}
            {open.length > 0 && <Text style={style.open}>Not on record: {open.join('; ')}.</Text>}
          </View>
        ))}
        <Text style={style.foot} fixed>
          In the order of EN 50614, from memory; it does not replace the judgement of a competent person or
          local rules. {paper.seal}
        </Text>
      </Page>
    </Document>,
  );
}
