import { Document, Page, renderToBuffer, StyleSheet, Text, View } from '@react-pdf/renderer';
import { FIGURES, preparePdf, TEXT } from './fonts';

interface Line {
  day: string;
  minor: number;
}

/** A month for whoever keeps the accounts; money in minor units. */
export interface MonthPaper {
  shop: string;
  /** 2026-11. */
  month: string;
  sign: string;
  decimals: number;
  bought: (Line & { code: string; name: string })[];
  sold: (Line & { tag: string; called: string; channel: string; feesMinor: number; costMinor: number })[];
  loose: (Line & { code: string; name: string; channel: string; feesMinor: number })[];
  undone: (Line & { tag: string; kind: string; reason: string })[];
  /** At the month's end: machines there, and their shares of what lots cost. */
  stock: { machines: number; minor: number };
  recycled: { machines: number; kilograms: number; unweighed: number; minor: number };
}

const style = StyleSheet.create({
  page: { padding: 34, fontFamily: TEXT, fontSize: 8.5, color: '#1d211d' },
  head: { flexDirection: 'row', justifyContent: 'space-between', borderBottomWidth: 2, paddingBottom: 6 },
  title: { fontWeight: 'bold', fontSize: 16 },
  part: { fontWeight: 'bold', fontSize: 11, marginTop: 14, marginBottom: 3 },
  row: { flexDirection: 'row', borderBottomWidth: 0.5, paddingVertical: 2.5, gap: 8 },
  day: { width: 56, fontFamily: FIGURES },
  code: { width: 60, fontFamily: FIGURES },
  name: { flex: 1 },
  side: { width: 70 },
  money: { width: 62, fontFamily: FIGURES, textAlign: 'right' },
  sum: { flexDirection: 'row', paddingVertical: 3, gap: 8 },
  bold: { fontWeight: 'bold' },
  soft: { color: '#5c635b' },
  foot: { position: 'absolute', bottom: 18, left: 34, right: 34, fontSize: 7.5, color: '#5c635b' },
});

const sum = (lines: readonly { minor: number }[]) => lines.reduce((all, { minor }) => all + minor, 0);

/** Purchases, sales, stock and weight of a month as PDF. */
export function monthPdf(paper: MonthPaper): Promise<Buffer> {
  preparePdf();
  const money = (minor: number) => (minor / 10 ** paper.decimals).toFixed(paper.decimals);
  const total = (words: string, ...minors: number[]) => (
    <View style={style.sum}>
      <Text style={[style.name, style.bold]}>{words}</Text>
      {minors.map((minor, i) => (
        <Text key={i} style={[style.money, style.bold]}>
          {money(minor)}
        </Text>
      ))}
    </View>
  );
  const fees = (lines: readonly { feesMinor: number }[]) =>
    lines.reduce((all, { feesMinor }) => all + feesMinor, 0);
  const { stock, recycled } = paper;
  return renderToBuffer(
    <Document title={`${paper.shop}, ${paper.month}`} author="Omnitrope">
      <Page size="A4" style={style.page}>
        <View style={style.head} fixed>
          <Text style={style.title}>{paper.month}</Text>
          <Text style={style.soft}>
            {paper.shop}, amounts in {paper.sign}
          </Text>
        </View>
        <Text style={style.part}>Bought</Text>
        {paper.bought.map(({ day, code, name, minor }) => (
          <View key={code} style={style.row} wrap={false}>
            <Text style={style.day}>{day}</Text>
            <Text style={style.code}>{code}</Text>
            <Text style={style.name}>{name}</Text>
            <Text style={style.money}>{money(minor)}</Text>
          </View>
        ))}
        {total(
          `${paper.bought.length === 1 ? '1 lot' : `${paper.bought.length} lots`}, price, freight and fees`,
          sum(paper.bought),
        )}
        <Text style={style.part}>Sold: price, fees and postage, share of the lot</Text>
        {paper.sold.map(({ day, tag, called, channel, minor, feesMinor, costMinor }) => (
          <View key={tag} style={style.row} wrap={false}>
            <Text style={style.day}>{day}</Text>
            <Text style={style.code}>{tag}</Text>
            <Text style={style.name}>{called}</Text>
            <Text style={style.side}>{channel}</Text>
            <Text style={style.money}>{money(minor)}</Text>
            <Text style={style.money}>{money(feesMinor)}</Text>
            <Text style={style.money}>{money(costMinor)}</Text>
          </View>
        ))}
        {total(
          `${paper.sold.length} machines`,
          sum(paper.sold),
          fees(paper.sold),
          paper.sold.reduce((all, { costMinor }) => all + costMinor, 0),
        )}
        {paper.loose.length > 0 && (
          <>
            <Text style={style.part}>Loose parts sold: price, fees and postage</Text>
            {paper.loose.map(({ day, code, name, channel, minor, feesMinor }) => (
              <View key={code} style={style.row} wrap={false}>
                <Text style={style.day}>{day}</Text>
                <Text style={style.code}>{code}</Text>
                <Text style={style.name}>{name}</Text>
                <Text style={style.side}>{channel}</Text>
                <Text style={style.money}>{money(minor)}</Text>
                <Text style={style.money}>{money(feesMinor)}</Text>
              </View>
            ))}
            {total(
              paper.loose.length === 1 ? '1 part' : `${paper.loose.length} parts`,
              sum(paper.loose),
              fees(paper.loose),
            )}
          </>
        )}
        {paper.undone.length > 0 && (
          <>
            <Text style={style.part}>Undone and taken back: given back</Text>
            {paper.undone.map(({ day, tag, kind, reason, minor }, i) => (
              <View key={i} style={style.row} wrap={false}>
                <Text style={style.day}>{day}</Text>
                <Text style={style.code}>{tag}</Text>
                <Text style={style.name}>
                  {kind}
                  {reason && `: ${reason}`}
                </Text>
                <Text style={style.money}>{money(minor)}</Text>
              </View>
            ))}
            {total('Given back', sum(paper.undone))}
          </>
        )}
        <View wrap={false}>
          <Text style={style.part}>At the month’s end</Text>
          {total(`${stock.machines} machines in stock, at their shares of what lots cost`, stock.minor)}
          {total(
            `${recycled.machines} machines recycled or taken apart, ${recycled.kilograms.toFixed(1)} kg weighed${recycled.unweighed ? `, ${recycled.unweighed} not weighed` : ''}; received`,
            recycled.minor,
          )}
        </View>
        <Text
          style={style.foot}
          fixed
          render={({ pageNumber, totalPages }) =>
            `Page ${pageNumber} of ${totalPages}. A list for your accounts, no tax return: which scheme applies is for your accountant to say.`
          }
        />
      </Page>
    </Document>,
  );
}
