import { Document, Image, Page, renderToBuffer, StyleSheet, Text, View } from '@react-pdf/renderer';
import { code128Png } from './barcode';
import { FIGURES, preparePdf, TEXT } from './fonts';

/** One thing to do on the list of a pair of hands. */
export interface WorkListLine {
  tag: string;
  called: string;
  from: string;
  words: string;
  /** Minutes of hands; that it then runs by itself, and where. */
  minutes: number;
  alone: string;
  /** Parts to take along from the bin: code and name. */
  parts: { code: string; name: string }[];
}

export interface WorkList {
  shop: string;
  person: string;
  day: string;
  lines: WorkListLine[];
}

const style = StyleSheet.create({
  page: { padding: 34, fontFamily: TEXT, fontSize: 9, color: '#1d211d' },
  head: { flexDirection: 'row', justifyContent: 'space-between', borderBottomWidth: 2, paddingBottom: 6 },
  who: { fontFamily: TEXT, fontWeight: 'bold', fontSize: 16 },
  soft: { color: '#5c635b' },
  row: { flexDirection: 'row', borderBottomWidth: 0.5, paddingVertical: 6, gap: 10 },
  box: { width: 12, height: 12, borderWidth: 1, marginTop: 2 },
  time: { width: 34, fontFamily: FIGURES, fontSize: 10 },
  what: { flex: 1 },
  tag: { fontFamily: FIGURES, fontSize: 12 },
  code: { width: 110, height: 22, objectFit: 'fill' },
  part: { flexDirection: 'row', gap: 6, marginTop: 4, alignItems: 'center' },
  small: { width: 90, height: 14, objectFit: 'fill' },
  note: { fontSize: 7.5, color: '#5c635b' },
});

/** What one pair of hands does today, in order, with codes to be scanned at each machine and each part. */
export async function workListPdf({ shop, person, day, lines }: WorkList): Promise<Buffer> {
  preparePdf();
  const codes = new Map<string, Buffer | Uint8Array | string>();
  for (const code of new Set(lines.flatMap(({ tag, parts }) => [tag, ...parts.map((part) => part.code)])))
    codes.set(code, await code128Png(code));
  const bars = (code: string, how: 'code' | 'small') => (
    <Image style={style[how]} src={codes.get(code) as Buffer} />
  );
  return renderToBuffer(
    <Document title={`Work of ${person}`} author="Omnitrope">
      <Page size="A4" style={style.page}>
        <View style={style.head} fixed>
          <Text style={style.who}>{person}</Text>
          <Text style={style.soft}>
            {shop}, {day}
          </Text>
        </View>
        {lines.length === 0 && <Text style={{ marginTop: 10 }}>Nothing is planned.</Text>}
        {lines.map((line, n) => (
          <View key={n} style={style.row} wrap={false}>
            <View style={style.box} />
            <Text style={style.time}>{line.from}</Text>
            <View style={style.what}>
              <Text>
                <Text style={style.tag}>{line.tag}</Text> {line.called}
              </Text>
              <Text>
                {line.words}, {line.minutes} min{line.alone && `, ${line.alone}`}
              </Text>
              {line.parts.map((part) => (
                <View key={part.code} style={style.part}>
                  <View style={style.box} />
                  {bars(part.code, 'small')}
                  <Text style={style.note}>
                    {part.code} {part.name}
                  </Text>
                </View>
              ))}
            </View>
            {bars(line.tag, 'code')}
          </View>
        ))}
      </Page>
    </Document>,
  );
}
