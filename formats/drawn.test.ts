import { XMLValidator } from 'fast-xml-parser';
import { strFromU8, unzipSync } from 'fflate';
import { expect, test } from '@jest/globals';
import {
  arrangedTake,
  buildLibrary,
  DEFAULT_HAND,
  parseChart,
  pricingFor,
  DEFAULT_PLAYER,
  run,
  scoreOf,
  sessionOf,
  sheetOf,
  solveTake,
} from '../core/index.ts';
import { writeChartHtml, writeChartSvg, writeGripsSvg, writeStreamSvg } from './index.ts';

const library = buildLibrary(DEFAULT_HAND);
function played(text: string) {
  const chart = parseChart(text);
  if (!chart.ok) throw new Error(text);
  const session = sessionOf(library, { pricing: pricingFor(DEFAULT_PLAYER) });
  const { columns } = arrangedTake(run(solveTake(session, { chart: chart.value, cells: {} })));
  const scored = { chart: chart.value, open: library.neck.open, columns };
  const score = scoreOf(scored);
  const sheet = sheetOf(chart.value, score, scored, [], { staves: [], diagrams: true, lyrics: true });
  return { score, scored, sheet };
}
const TUNE = played(
  'title: Rope <b>& Walk\nkey: F\n[A]\n|: F | C7/E |1 Dm7 | C7 :|2 Bb | F |\n> Coil | it & coil it | down | so | now | go\n',
);
const count = (text: string, what: RegExp) => (text.match(what) ?? []).length;

test('a drawn chart has each chord, sign, grip and word of it, and is whole XML', () => {
  const svg = writeChartSvg(TUNE.sheet, library.neck);
  expect(XMLValidator.validate(svg)).toBe(true);
  expect(svg).toContain('Rope &lt;b&gt;&amp; Walk');
  expect(svg).toContain('it &amp; coil it');
  expect(count(svg, />[12]\.</g)).toBe(2);
  // Two dots at each side of a repeat.
  expect(count(svg, /r="2.4"/g)).toBe(4);
  const dots = TUNE.sheet.bars.flatMap(({ grips }) =>
    grips.flatMap(({ grip }) => grip!.frets.filter((fret) => fret > 0)),
  );
  expect(count(svg, /r="6.6"/g)).toBe(dots.length);
});

test('as a page it runs nothing; 400 bars are many pages, in none of which a line leaves the paper', () => {
  const long = played(`title: Long\nkey: C\n${'| C | Am7 | Dm7 | G7 |\n'.repeat(100)}`);
  const html = writeChartHtml(long.sheet, library.neck);
  expect(html).toContain("default-src 'none'");
  const pages = html.split('<svg').slice(1);
  expect(pages.length).toBeGreaterThan(10);
  const [, height] = /viewBox="0 0 [\d.]+ ([\d.]+)"/.exec(html)!;
  const tops = [...html.matchAll(/<g transform="translate\(0 ([\d.]+)\)">/g)].map(([, top]) => Number(top));
  expect(tops.length).toBe(100);
  expect(Math.max(...tops)).toBeLessThan(Number(height));
});

test('a stream has each note once, and a line for every voice that goes on', () => {
  const svg = writeStreamSvg(TUNE.score, TUNE.scored);
  expect(XMLValidator.validate(svg)).toBe(true);
  const grips = TUNE.scored.columns.map(({ grip }) => grip!.pitches);
  expect(count(svg, /rx="3"/g)).toBe(grips.reduce((sum, { length }) => sum + length, 0));
  const goOn = grips.slice(1).map((pitches, i) => Math.min(new Set(pitches).size, new Set(grips[i]!).size));
  expect(count(svg, /<path/g)).toBe(goOn.reduce((sum, voices) => sum + voices, 0));
});

test('every grip is a file of its own, named by chord and frets, no folders', () => {
  const files = unzipSync(writeGripsSvg(TUNE.sheet, library.neck));
  const used = new Set(TUNE.scored.columns.map(({ grip, column }) => `${column.symbol} ${grip!.grip}`));
  expect(Object.keys(files).length).toBe(used.size);
  expect(Object.keys(files).some((name) => name.startsWith('C7 over E ') || name.includes(' over E '))).toBe(true);
  for (const [name, bytes] of Object.entries(files)) {
    expect(name).not.toMatch(/[/\\#]/);
    expect(XMLValidator.validate(strFromU8(bytes))).toBe(true);
  }
});
