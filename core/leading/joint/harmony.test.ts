import { describe, expect, test } from '@jest/globals';
import { parseChart } from '../../chart/parse.ts';
import { parseTune } from '../../melody/tune-text.ts';
import { chordOf } from '../by-hand.oracle.ts';
import { buildLibrary } from '../../grip/library.ts';
import { DEFAULT_HAND } from '../../neck/hand.ts';
import { pitchClass } from '../../pitch/note.ts';
import { pricingFor } from '../pricing.ts';
import { prepareTake, sessionOf } from '../solve.ts';
import { beatsBetween } from './beats.ts';
import { changeTerms, HARMONY_TERMS, totalHarmony, wayTerms, type HarmonyTerms } from './harmony.ts';
import { waysOf, type Way } from './ways.ts';

/* Rules of common practice, each at what it is there for; the figures are our own. */

const read = parseChart('key: C\n[A]\n| C | Am7 | Dm7 | G7 |\n[B]\n| C | A7 | Dm7 G7 | C |');
if (!read.ok) throw new Error('a chart');
const library = buildLibrary({ ...DEFAULT_HAND, highestFret: 7 });
const session = sessionOf(library, { pricing: pricingFor({ company: 'alone', area: null, matters: {} }) });
const prepared = prepareTake(session, { chart: read.value });
const context = (stray: number) => ({
  taste: { style: null, off: [], stray },
  slots: prepared.slots,
  beats: beatsBetween(prepared.slots),
});
const ways = waysOf(prepared, context(5).taste);
const termsOf = (way: Way, stray = 5): HarmonyTerms => wayTerms(way, context(stray));
const startOf = (bar: number) => prepared.slots.find((slot) => slot.bar === bar)!.start;
const rootAt = ({ columns }: Way, time: number) => {
  const { root, bass } = columns.findLast(({ slot }) => slot.start <= time)!.chord!;
  return pitchClass(bass ?? root);
};

describe('what a take costs besides its connection', () => {
  test('is told in terms that add up, none below nothing', () => {
    for (const way of ways) {
      const terms = termsOf(way);
      expect(totalHarmony(terms)).toBe(HARMONY_TERMS.reduce((sum, term) => sum + terms[term], 0));
      expect(Math.min(...Object.values(terms))).toBeGreaterThanOrEqual(0);
    }
  });

  test('a move that runs over the beginning of a phrase at home pays for it; one that has home there does not', () => {
    const over = ways.filter(({ start, end, proposal }) => proposal && start < startOf(5) && startOf(5) < end);
    expect(over.length).toBeGreaterThan(0);
    const away = over.filter((way) => rootAt(way, startOf(5)) !== 0);
    const home = ways.filter(({ start, proposal }) => proposal === null && start === startOf(5));
    expect(away.length).toBeGreaterThan(0);
    for (const way of away) expect(termsOf(way).home).toBeGreaterThan(0);
    for (const way of home.filter(({ columns }) => /^C(6|maj7|6\/9|maj9)?$/.test(columns[0]!.symbol)))
      expect(termsOf(way).home).toBe(0);
    // Where it begins with the phrase itself, one hears at least where that is.
    const begins = ways.filter(
      (way) => way.proposal && way.start === startOf(5) && rootAt(way, startOf(5)) !== 0 && way.end < startOf(7),
    );
    for (const way of begins) expect(termsOf(way).home).toBeLessThan(Math.min(...away.map((one) => termsOf(one).home)));
  });

  test('who wants to stay pays nothing for staying, and who wants to go far pays for each beat', () => {
    const own = ways.find(({ start, proposal }) => proposal === null && start === startOf(2))!;
    const prices = [0, 1, 2, 3, 4, 5].map((stray) => termsOf(own, stray).appetite);
    expect(prices[0]).toBe(0);
    expect(prices).toEqual([...prices].sort((a, b) => a - b));
    expect(prices[5]).toBeGreaterThan(prices[1]!);
  });

  test('a chord of the same root and kind again is no change, whatever its colour; a held chord may go on', () => {
    const still = (before: string, after: string, changes = true) => {
      const [a, b] = [chordOf(before), chordOf(after)];
      const [way] = ways;
      return changeTerms({ way: way!, first: a, last: a }, { way: way!, first: b, last: b }, changes).still;
    };
    expect(still('Gbm7', 'Gbm(maj7)')).toBeGreaterThan(0);
    expect(still('C6', 'Cmaj9')).toBeGreaterThan(0);
    // Another kind, another bass, another root; and where the chart itself stays.
    expect(still('Gb', 'Gbm')).toBe(0);
    expect(still('C/E', 'C')).toBe(0);
    expect(still('Am7', 'C6')).toBe(0);
    expect(still('C6', 'Cmaj9', false)).toBe(0);
  });

  test('a dominant that no longer leads home is missed, most where a phrase closes', () => {
    const lost = (bar: number) =>
      ways
        .filter(({ start, end }) => start === startOf(bar) && end === startOf(bar + 1))
        .map((way) => termsOf(way).cadence);
    // Bar 4 closes the first phrase; its own chord and the substitutes for it lead home.
    expect(Math.min(...lost(4))).toBe(0);
    expect(Math.max(...lost(2))).toBe(0);
  });

  test('a chord that clashes with the melody, the more the longer the note; under the melody first it is no way at all', () => {
    const tune = parseTune('key: C\n| C | F | G7 | C |\nmelody:\ne8 | f8 | f8 | e8 |');
    if (!tune.ok) throw new Error('a tune');
    const { chart, melody } = tune.value;
    const sung = prepareTake(session, { chart, melody: melody! });
    const under = { taste: context(3).taste, slots: sung.slots, beats: beatsBetween(sung.slots) };
    const bar2 = (all: readonly Way[]) =>
      all.filter(
        ({ columns }) => columns.length === 1 && columns[0]!.slot.bar === 2 && columns[0]!.slot.entry.beats === 4,
      );
    const price = (symbol: string) => {
      const way = bar2(waysOf(sung, under.taste)).find(({ columns }) => columns[0]!.symbol === symbol)!;
      return wayTerms(way, under).melody;
    };
    expect(price('F6')).toBe(0);
    expect(price('Fmaj7')).toBeGreaterThan(0);
    const first = waysOf(sung, { ...under.taste, melodyFirst: true });
    expect(bar2(first).map(({ columns }) => columns[0]!.symbol)).toContain('F6');
    expect(first.filter((way) => wayTerms(way, under).melody > 0)).toEqual([]);
    // Where everything clashes, what clashes least stands.
    const hard = parseTune('key: C\n| C | C | G7 | C |\nmelody:\n^c8 | e8 | f8 | e8 |');
    if (!hard.ok) throw new Error('a tune');
    const none = prepareTake(session, { chart: hard.value.chart, melody: hard.value.melody! });
    const left = waysOf(none, { ...under.taste, stray: 0, melodyFirst: true });
    expect(left.some(({ start }) => start === 0)).toBe(true);
  });
});
