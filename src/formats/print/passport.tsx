import { Document, Image, Page, renderToBuffer, StyleSheet, Text, View } from '@react-pdf/renderer';
import type { SpecKey } from '@/core/record/keys';
import { code128Png, qrPng } from './barcode';
import { FIGURES, preparePdf, TEXT } from './fonts';

export interface Passport {
  tag: string;
  shop: string;
  title: string;
  kind: string;
  /** Empty: it is sold as something else than graded. */
  grade: string;
  as: string;
  uses: { name: string; good: string; why: string }[];
  /** Kinds of system that run on it and get updates. */
  systems: string;
  rubric: string;
  price: string;
  printedOn: string;
  /** Who sells it and how they can be reached; how long they answer for it. Empty: not said. */
  trader: string;
  warranty: string;
  /** Name, value, and how it is known: measured, typed, claimed. */
  specification: { key: SpecKey; name: string; value: string; basis: string }[];
  tests: { id: string; name: string; result: string; more: string }[];
  cautions: string[];
  /** A check of what was erased, where there is a certificate; empty: none. */
  checkUrl: string;
  flaws: string[];
  /** What instruments said, and when. */
  readings: { kind: string; what: string; when: string }[];
  work: { what: string; when: string }[];
  data: { drive: string; what: string; method: string; verified: string; by: string; when: string }[];
  surfaces: { name: string; x: number; y: number; width: number; height: number }[];
  marks: { number: number; x: number; y: number }[];
  /** Photographs chosen for it, JPEG. */
  photos: { words: string; jpeg: Uint8Array }[];
  /** Of somebody else's machine that goes back: what was asked, agreed and found besides. */
  owner?: { wishes: string; agreed: string; found: string[]; parts: string[]; custody: string[] };
}

const style = StyleSheet.create({
  page: { padding: 36, fontFamily: TEXT, fontSize: 9, color: '#1d211d' },
  head: { flexDirection: 'row', justifyContent: 'space-between', borderBottomWidth: 2, paddingBottom: 8 },
  tag: { fontFamily: FIGURES, fontSize: 26 },
  title: { fontFamily: TEXT, fontWeight: 'bold', fontSize: 15, marginTop: 4 },
  soft: { color: '#5c635b' },
  grade: { fontFamily: TEXT, fontWeight: 'bold', fontSize: 40, textAlign: 'right', lineHeight: 1 },
  h2: {
    fontFamily: TEXT,
    fontWeight: 'bold',
    fontSize: 11,
    marginTop: 12,
    marginBottom: 4,
    borderBottomWidth: 1,
    paddingBottom: 2,
  },
  row: { flexDirection: 'row', paddingVertical: 1.5 },
  name: { width: 95, color: '#5c635b' },
  test: { flexDirection: 'row', paddingVertical: 1, alignItems: 'baseline', gap: 6 },
  result: { width: 48, textAlign: 'right' },
  small: { fontSize: 7, color: '#5c635b' },
  basis: { width: 60, color: '#5c635b' },
  two: { flexDirection: 'row', gap: 18 },
  column: { flex: 1 },
  map: { width: 240, height: 150, position: 'relative', backgroundColor: '#eef2ec' },
});

const MAP = 0.75;
/** By whom and when a test was made stands beside it; what an instrument told besides goes under it. */
const ONE_LINE = 30;

/** The unit's record for its buyer: what it is, how each thing is known, what was done, every flaw. A4. */
export async function passportPdf(pass: Passport): Promise<Buffer> {
  preparePdf();
  const code = await code128Png(pass.tag);
  const check = pass.checkUrl ? await qrPng(pass.checkUrl) : null;
  return renderToBuffer(
    <Document title={`Passport ${pass.tag}`} author={pass.shop}>
      <Page size="A4" style={style.page}>
        <View style={style.head}>
          <View>
            <Text style={style.soft}>
              {pass.shop}: {pass.owner ? 'papers of your machine' : 'passport of a refurbished machine'}
            </Text>
            <Text style={style.tag}>{pass.tag}</Text>
            <Text style={style.title}>{pass.title}</Text>
            <Text style={style.soft}>
              {pass.kind}. Printed {pass.printedOn}.
            </Text>
          </View>
          <View>
            {pass.as ? (
              <Text style={{ ...style.title, textAlign: 'right' }}>{pass.as}</Text>
            ) : (
              <>
                <Text style={style.grade}>{pass.grade}</Text>
                <Text style={style.soft}>grade by rubric {pass.rubric}</Text>
              </>
            )}
            <Text>{pass.price}</Text>
            <Image
              src={{ data: code, format: 'png' }}
              style={{ width: 120, height: 30, objectFit: 'contain' }}
            />
          </View>
        </View>
        <View style={style.two}>
          <View style={style.column}>
            <Text style={style.h2}>What it is</Text>
            {pass.specification.map((line, i) => (
              <View key={i} style={style.row} wrap={false}>
                <Text style={style.name}>{line.name}</Text>
                <Text style={{ flex: 1 }}>{line.value}</Text>
                <Text style={style.basis}>{line.basis}</Text>
              </View>
            ))}
            <Text style={style.h2}>Good for</Text>
            {pass.uses.map((use, i) => (
              <View key={i} style={style.row} wrap={false}>
                <Text style={style.name}>{use.name}</Text>
                <Text style={{ flex: 1 }}>
                  {use.good}
                  {use.why ? `: ${use.why}` : ''}
                </Text>
              </View>
            ))}
            <View style={style.row}>
              <Text style={style.name}>systems</Text>
              <Text style={{ flex: 1 }}>{pass.systems}</Text>
            </View>
            <Text style={style.h2}>Tested</Text>
            {pass.tests.map((line, i) => (
              <View key={i} style={style.test} wrap={false}>
                <View style={{ flex: 1 }}>
                  <Text>{line.name}</Text>
                  {line.more.length > ONE_LINE && <Text style={style.small}>{line.more}</Text>}
                </View>
                {line.more !== '' && line.more.length <= ONE_LINE && (
                  <Text style={style.small}>{line.more}</Text>
                )}
                <Text style={style.result}>{line.result}</Text>
              </View>
            ))}
          </View>
          <View style={style.column}>
            <Text style={style.h2}>Marks and flaws</Text>
            <View style={style.map}>
              {pass.surfaces.map((s, i) => (
                <View
                  key={i}
                  style={{
                    position: 'absolute',
                    left: s.x * MAP,
                    top: s.y * MAP,
                    width: s.width * MAP,
                    height: s.height * MAP,
                    borderWidth: 1,
                    borderColor: '#8c968b',
                    backgroundColor: '#fff',
                  }}
                >
                  <Text style={{ fontSize: 6, color: '#5c635b', padding: 2 }}>{s.name}</Text>
                </View>
              ))}
              {pass.marks.map((m) => (
                <Text
                  key={m.number}
                  style={{
                    position: 'absolute',
                    left: m.x * MAP - 4,
                    top: m.y * MAP - 5,
                    fontFamily: TEXT,
                    fontWeight: 'bold',
                    fontSize: 9,
                  }}
                >
                  {m.number}
                </Text>
              ))}
            </View>
            {pass.flaws.length ? (
              pass.flaws.map((flaw, i) => (
                <Text key={i} style={{ marginTop: 2 }}>
                  {flaw}
                </Text>
              ))
            ) : (
              <Text style={{ marginTop: 3 }}>None found.</Text>
            )}
            {pass.readings.length > 0 && (
              <>
                <Text style={style.h2}>Measured under way</Text>
                {pass.readings.map((line, i) => (
                  <View key={i} style={style.row} wrap={false}>
                    <Text style={{ flex: 1 }}>{line.what}</Text>
                    <Text style={style.soft}>{line.when}</Text>
                  </View>
                ))}
              </>
            )}
            <Text style={style.h2}>Done</Text>
            {pass.work.length ? (
              pass.work.map((line, i) => (
                <View key={i} style={style.row}>
                  <Text style={{ flex: 1 }}>{line.what}</Text>
                  <Text style={style.soft}>{line.when}</Text>
                </View>
              ))
            ) : (
              <Text>Nothing needed doing.</Text>
            )}
          </View>
        </View>
        {pass.owner && (
          <View>
            <Text style={style.h2}>Handed back</Text>
            {[
              ['asked', pass.owner.wishes],
              ['agreed', pass.owner.agreed],
              ['found besides', pass.owner.found.join('; ')],
              ['your parts', pass.owner.parts.join('; ')],
              ['your drives', pass.owner.custody.join('; ')],
            ]
              .filter(([, said]) => said)
              .map(([name, said]) => (
                <View key={name} style={style.row} wrap={false}>
                  <Text style={style.name}>{name}</Text>
                  <Text style={{ flex: 1 }}>{said}</Text>
                </View>
              ))}
          </View>
        )}
        {pass.photos.length > 0 && (
          <View wrap={false}>
            <Text style={style.h2}>Photographs</Text>
            <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
              {pass.photos.map((photo, i) => (
                <View key={i}>
                  <Image
                    src={{ data: Buffer.from(photo.jpeg), format: 'jpg' }}
                    style={{ height: 110, objectFit: 'contain' }}
                  />
                  <Text style={style.soft}>{photo.words}</Text>
                </View>
              ))}
            </View>
          </View>
        )}
        <Text style={style.h2}>Data</Text>
        {pass.data.length ? (
          pass.data.map((line, i) => (
            <Text key={i} style={{ marginBottom: 2 }}>
              {line.drive}: {line.what}, {line.method}
              {line.verified ? `; verified: ${line.verified}` : ''}. {line.by}, {line.when}.
            </Text>
          ))
        ) : (
          <Text>It came without a drive.</Text>
        )}
        {check && (
          <View style={{ flexDirection: 'row', alignItems: 'center', gap: 8, marginTop: 4 }} wrap={false}>
            <Image src={{ data: check, format: 'png' }} style={{ width: 56, height: 56 }} />
            <Text style={style.soft}>
              Whether the record of its erasure still agrees with the shop’s history: {pass.checkUrl}
            </Text>
          </View>
        )}
        <Text style={style.h2}>Mind</Text>
        {pass.cautions.map((caution) => (
          <Text key={caution} style={{ marginBottom: 2 }}>
            {caution}
          </Text>
        ))}
        {(pass.trader || pass.warranty) && !pass.owner && (
          <View wrap={false}>
            <Text style={style.h2}>Seller</Text>
            <Text>{[pass.shop, pass.trader].filter(Boolean).join(', ')}</Text>
            {pass.warranty !== '' && <Text style={{ marginTop: 2 }}>Warranty: {pass.warranty}</Text>}
          </View>
        )}
        <Text style={{ ...style.soft, marginTop: 10 }}>
          Measured = read by an instrument from the machine itself; typed = read off by a person; claimed =
          said by the seller, not checked. Prepared for re-use.
        </Text>
      </Page>
    </Document>,
  );
}
