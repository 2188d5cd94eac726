import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { gzipSync } from 'node:zlib';
import { parse } from 'acorn';
import { beforeAll, describe, expect, it } from 'vitest';

let text = '';
let style = '';
beforeAll(() => {
  execFileSync('node', ['scripts/selftest.mjs']);
  text = readFileSync('.bundles/selftest.js', 'utf8');
  style = readFileSync('.bundles/selftest.css', 'utf8');
});

describe('the script of the test page, which old machines open', () => {
  it('has no syntax newer than ES2019, by a parser that knows no other', () => {
    expect(() => parse(text, { ecmaVersion: 2019 })).not.toThrow();
    // the parser would know: what is newer is refused by it
    for (const newer of ['a?.b', 'a ?? b', 'a ||= b', '1_000', 'class A { #b }'])
      expect(() => parse(newer, { ecmaVersion: 2019 }), newer).toThrow();
  });
  it('asks for nothing a browser of 2021 does not have', () => {
    for (const newer of [
      /\.at\(-/,
      /\.findLast(Index)?\(/,
      /\.replaceAll\(/,
      /Object\.hasOwn\b/,
      /structuredClone\b/,
      /\.toSorted\(/,
      /crypto\.randomUUID/,
      /Promise\.any\b/,
      /AbortSignal\.timeout/,
    ])
      expect(text).not.toMatch(newer);
  });
  it('page, style and script are far under 90 kB packed', () => {
    const packed = gzipSync(text, { level: 6 }).length + gzipSync(style).length;
    expect(packed).toBeLessThan(90_000);
    // so far under that nobody notices when it doubles
    expect(packed).toBeLessThan(30_000);
  });
  it('names no other host', () => expect(text).not.toMatch(/https?:\/\/(?!www\.w3\.org)/));
});
