import { describe, expect, test } from '@jest/globals';
import { parseChart } from '../../chart/parse.ts';
import { buildLibrary } from '../../grip/library.ts';
import { DEFAULT_HAND } from '../../neck/hand.ts';
import { pitchClass } from '../../pitch/note.ts';
import { STYLES } from '../../reharm/moves/styles.ts';
import { pricingFor } from '../pricing.ts';
import { prepareTake, sessionOf } from '../solve.ts';
import { waysOf } from './ways.ts';

/* What may stand in the place of a chord at all (common practice). */

const library = buildLibrary({ ...DEFAULT_HAND, highestFret: 7 });
const session = sessionOf(library, { pricing: pricingFor({ company: 'alone', area: null, matters: {} }) });
const chart = (text: string) => {
  const read = parseChart(text);
  if (!read.ok) throw new Error(text);
  return read.value;
};
const QUARTER = 480;
const IN_FOUR = 'key: C\n[A]\n| C | % | Am7 | Dm7 G7 | Em7 A7 | F | Fm | C |';
const IN_THREE = 'key: C\nmeter: 3/4\n[A]\n| C | % | Am7 | D7 | Dm7 | G7 | C | % |';

const opened = (text: string, style: (typeof STYLES)[number] | null = null) => {
  const prepared = prepareTake(session, { chart: chart(text) });
  const ways = waysOf(prepared, { style, off: [], stray: 5, rings: library.neck.open });
  return { prepared, moves: ways.filter(({ proposal }) => proposal !== null), ways };
};

describe('the ways to play a stretch', () => {
  test.each([
    [IN_FOUR, 4, 2],
    [IN_THREE, 3, 3],
  ])('have chords that begin where they are heard to change: %j', (text, perBar, half) => {
    const { prepared, moves } = opened(text);
    const changes = prepared.slots.map(({ start }) => start / QUARTER);
    expect(moves.length).toBeGreaterThan(50);
    for (const { proposal, start } of moves) {
      let at = start / QUARTER;
      for (const { beats } of proposal!.found.parts) {
        const grid = beats > half ? perBar : beats > 1 ? half : 1;
        expect(changes.includes(at) || at % grid === 0).toBe(true);
        at += beats;
      }
    }
  });

  test('put nothing in the place of a chord for longer than a bar, but on its own root', () => {
    const { moves } = opened(IN_FOUR);
    const overTheFirst = moves.filter(({ start, end }) => start === 0 && end === 8 * QUARTER);
    expect(overTheFirst.length).toBeGreaterThan(5);
    for (const { proposal } of overTheFirst)
      for (const { chord, beats } of proposal!.found.parts) if (beats > 4) expect(pitchClass(chord.root)).toBe(0);
  });

  test('are all the moves that a style wants, each once, and none that is switched off', () => {
    for (const style of STYLES) {
      const { moves } = opened(IN_FOUR, style);
      for (const { proposal } of moves) expect(style.groups[proposal!.move.group]).toBeGreaterThan(0);
      const names = moves.map(({ start, end, columns, proposal }) => {
        const chords = columns.map(({ symbol, slot, into }) => `${symbol} ${slot.start} ${into}`);
        return `${start} ${end} ${proposal!.found.ring} ${chords.join()}`;
      });
      expect(new Set(names).size).toBe(names.length);
      const off = [moves[0]!.proposal!.move.id];
      const prepared = prepareTake(session, { chart: chart(IN_FOUR) });
      const fewer = waysOf(prepared, { style, off, stray: 5, rings: library.neck.open });
      expect(fewer.some(({ proposal }) => proposal?.move.id === off[0])).toBe(false);
    }
  });
});
