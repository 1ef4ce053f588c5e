import { describe, expect, test } from '@jest/globals';
import { parseChart } from '../chart/parse.ts';
import { parseChord } from '../chord/symbol.ts';
import { buildLibrary } from '../grip/library.ts';
import { DEFAULT_HAND } from '../neck/hand.ts';
import { parseFrets } from '../grip/grips.ts';
import { STANDARD_TUNING } from '../neck/tuning.ts';
import { saysAnother } from '../chord/another.ts';
import { parseTune } from '../melody/tune-text.ts';
import { run } from '../steps.ts';
import type { Decisions } from '../take/decision.ts';
import { barsText, otherGripsText, standsText, wishPlaceText } from '../wording/status.ts';
import { DEFAULT_WEIGHTS, pricedBy } from './pricing.ts';
import { arrangedTake, sessionOf, solveTake } from './solve.ts';
import { takeStatus, wishesOfTake } from './status.ts';

/** Grips that a listener takes for another plain chord, and some that say their own (facts of the trade). */
test.each([
  ['Eb9', 'x-x-5-6-6-6', true], // Gm7♭5
  ['Gbmaj7', 'x-x-8-6-6-6', true], // B♭m
  ['C#m7', 'x-x-2-1-0-0', true], // E
  ['C6', 'x-3-2-2-1-0', false], // with its C it is no Am7
  ['G7', '3-x-3-4-3-x', false],
  ['G13', 'x-x-3-4-5-5', false], // no plain chord at all
])('%s as %s says another chord: %s', (symbol, grip, says) => {
  const chord = parseChord(symbol);
  if (!chord.ok) throw new Error(symbol);
  const pitches = parseFrets(grip)!.flatMap((fret, s) => (fret < 0 ? [] : [STANDARD_TUNING[s]! + fret]));
  expect(saysAnother(chord.value, pitches)).toBe(says);
});

describe('how a take stands', () => {
  const library = buildLibrary({ ...DEFAULT_HAND, highestFret: 8 });
  const arranged = (cells: Decisions) => {
    const chart = parseChart('key: C\n| C | Am7 | Dm7/F | G7 | N.C. | C |');
    if (!chart.ok) throw new Error();
    const session = sessionOf(library, { pricing: pricedBy(DEFAULT_WEIGHTS) });
    return arrangedTake(run(solveTake(session, { chart: chart.value, barIds: ['a', 'b', 'c', 'd', 'e', 'f'], cells })));
  };
  const chord = (on: string, grip: string) => ({
    layer: 'chord' as const,
    on,
    colour: null,
    voicing: { grip, led: true as const },
  });

  test('its columns by what they say, where their bass is, and whose they are', () => {
    const { columns } = arranged({
      'a:1:0': chord('C', 'x-3-5-5-x-x'),
      'b:1:0': chord('Am7', 'x-x-5-5-5-8'),
      'd:1:0': { layer: 'chord', on: 'G7', colour: '9' },
    });
    expect(columns[0]!.grip?.grip).toBe('x-3-5-5-x-x');
    expect(columns[1]!.grip?.grip).toBe('x-x-5-5-5-8');
    const status = takeStatus(columns, 'alone');
    expect(status.sounding).toEqual([0, 1, 2, 3, 5]);
    // C and G alone are half of a C; G, C, E and C are a C, whatever the chart says.
    expect(status.unsaid).toEqual(expect.arrayContaining([0, 1]));
    expect(status.bass.rootless).toContain(1);
    expect(status.bass.root).toContain(0);
    expect(status.pinned).toEqual([0, 1]);
    expect(status.chosen).toEqual([3]);
    expect([...status.bass.root, ...status.bass.other, ...status.bass.rootless].sort()).toEqual(status.sounding);
  });

  test('a bass player says the roots', () => {
    const { columns } = arranged({ 'b:1:0': chord('Am7', 'x-x-5-5-5-8') });
    expect(takeStatus(columns, 'alone').unsaid).toContain(1);
    expect(takeStatus(columns, 'bass').unsaid).toEqual([]);
  });

  test('under a tune a chord is said by all that is heard of it, one small grip after another', () => {
    const session = sessionOf(library, { pricing: pricedBy(DEFAULT_WEIGHTS) });
    const status = (density: number, notes: number, sung = 'c G e G | B F d G') => {
      const tune = parseTune(`key: C\n| C | G7 |\nmelody:\nL:1/4\n${sung} |`);
      if (!tune.ok) throw new Error(JSON.stringify(tune.problems));
      const cells: Decisions = {
        'a:1:0': { layer: 'chord', on: 'C', colour: null },
        'b:1:0': { layer: 'chord', on: 'G7', colour: null },
        'a:1:0:carry': { layer: 'carry', ticks: 3840, density, octave: 0 },
        'a:1:0:wish-notes': { layer: 'wish', wish: { kind: 'notes', count: notes }, hard: true, ticks: 3840 },
      };
      const { chart, melody } = tune.value;
      const take = { chart, melody: melody!, barIds: ['a', 'b'], cells };
      return takeStatus(arrangedTake(run(solveTake(session, take))).columns, 'alone');
    };
    expect(status(100, 3).saying).toEqual([0, 4]);
    expect(status(100, 3).unsaid).toEqual([]);
    // Of grips of two notes and the tune, too; but not of two notes alone.
    expect(status(0, 2).saying).toEqual([0, 1]);
    expect(status(0, 2).unsaid).toEqual([]);
    expect(status(0, 2, 'c4 | B4').unsaid).toEqual([0, 1]);
  });

  test('its wishes with their bars, met or not, the soft ones too', () => {
    const three = 3 * 4 * 480;
    const take = arranged({
      'a:1:0:wish-top': { layer: 'wish', wish: { kind: 'top', way: 'rising' }, hard: true, ticks: three },
      'c:1:0:wish-notes': { layer: 'wish', wish: { kind: 'notes', count: 5 }, hard: false, ticks: three },
      'd:1:0:wish-strings': { layer: 'wish', wish: { kind: 'strings', strings: [1, 2] }, hard: true, ticks: three },
    });
    const columns = take.columns.map(({ column }) => column);
    const wishes = wishesOfTake(columns, take.unmet);
    expect(wishes.map(({ wish, from, to }) => [wish.kind, from, to])).toEqual([
      ['top', 0, 2],
      ['notes', 2, 4],
      ['strings', 3, 5],
    ]);
    const [top, , strings] = wishes;
    expect(top!.stoppedBy).toEqual([]);
    expect(strings!.stoppedBy).toContain(3);
    expect(wishPlaceText(top!, columns)).toBe('the top line rises, bars 1 to 3: met');
    expect(wishPlaceText(strings!, columns)).toMatch(/^on strings 1 and 2, bars 4 to 6: cannot be met in bar/);
  });

  test('why a chord stands is said by whoever put it there', () => {
    const { columns } = arranged({
      'a:1:0': chord('C', 'x-3-5-5-x-x'),
      'd:1:0': { layer: 'chord', on: 'G7', colour: '9' },
    });
    const said = columns.map(({ column }) => standsText(column));
    expect(said[0]).toBe('C stands because you pinned its grip.');
    expect(said[3]).toBe('G9 stands because you chose it.');
    expect(said[1]).toMatch(/was chosen before the connection\.$/);
  });
});

test.each([
  [[3], 'bar 3'],
  [[5, 3], 'bars 3 and 5'],
  [[2, 3, 4, 5, 9], 'bars 2 to 5 and 9'],
  [[1, 2, 4], 'bars 1, 2 and 4'],
])('bars %j are told as %s', (bars, text) => expect(barsText(bars)).toBe(text));

test.each([
  [0, 'no other grip changes'],
  [1, '1 other grip changes'],
  [9, '9 other grips change'],
])('%i others: %s', (count, text) => expect(otherGripsText(count)).toBe(text));
