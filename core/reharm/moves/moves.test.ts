import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { Chord as TonalChord, Interval, Note, Scale } from 'tonal';
import { parseChart } from '../../chart/parse.ts';
import { keysOfMode, transpose } from '../../chart/transpose.ts';
import { symbolOf, type Chord } from '../../chord/chord.ts';
import { suffixOf, tonesOf } from '../../chord/kind.ts';
import { parseChord } from '../../chord/symbol.ts';
import { degreePitchClass } from '../../pitch/degree.ts';
import { STANDARD_TUNING } from '../../neck/tuning.ts';
import { parsePitch, pitchClass } from '../../pitch/note.ts';
import { readChart } from '../../reading/read.ts';
import { coloursOf } from '../colours.ts';
import { type Found } from './move.ts';
import { GROUPS } from './groups.ts';
import { ANY_TASTE, proposalsFor } from './propose.ts';
import { evenly, spanAt } from './span.ts';
import { STYLES } from './styles.ts';
import { MOVES, moveOf } from './table.ts';
import { some } from '../../../scripts/thorough.oracle.ts';

const slotsOf = (text: string) => {
  const chart = parseChart(text);
  if (!chart.ok) throw new Error(`${text}: ${JSON.stringify(chart.problems)}`);
  return readChart(chart.value);
};
/** The span from slot `from` over `count` slots. */
function span(text: string, from: number, count = 1) {
  const slots = slotsOf(text);
  const start = slots[from]!.start;
  const last = slots[from + count - 1]!;
  return spanAt(slots, start, last.start + last.entry.ticks - start)!;
}
const written = ({ parts }: Found) => parts.map(({ chord, beats }) => `${symbolOf(chord)}:${beats}`).join(' ');
/** What one move puts there, each of its findings; beats only where they are not all the same. */
const put = (text: string, id: string, from: number, count = 1) =>
  moveOf(id)!
    .find(span(text, from, count))
    .map(({ parts }) => parts.map(({ chord }) => symbolOf(chord)).join(' '));
const chord = (symbol: string): Chord => {
  const parsed = parseChord(symbol);
  if (!parsed.ok) throw new Error(symbol);
  return parsed.value;
};
const notes = ({ root, kind }: Chord) => new Set(tonesOf(kind).map((degree) => degreePitchClass(root, degree)));

/** The classic substitutions (common practice): chart, slot, move, and what it puts there; `-` where it must not be offered. */
const OFFERED: readonly (readonly [string, number, string, string])[] = [
  // Same function.
  ['key: C\n| C | Am | Dm7 | G7 |', 0, 'IIIm7-for-I', 'Em7'],
  ['key: C\n| C | Am | Dm7 | G7 |', 0, 'VIm7-for-I', 'Am7'],
  ['key: C\n| C | Am | Dm7 | G7 |', 1, 'I6-for-vi', 'C6'],
  ['key: C\n| C | Am | Dm7 | G7 |', 2, 'IVmaj7-for-ii', 'Fmaj7'],
  ['key: C\n| C | F | G7 | C |', 1, 'IIm7-for-IV', 'Dm7'],
  ['key: C\n| C | F | G7 | C |', 2, 'VIIm7b5-for-V', 'Bm7b5'],
  ['key: C\n| C | F | G7 | C |', 2, 'VIm7-for-I', '-'],
  ['key: Cm\n| Cm | Fm | G7 | Cm |', 0, 'bIIImaj7-for-i', 'Ebmaj7'],
  ['key: Cm\n| Cm | Fm | G7 | Cm |', 0, 'VIm7b5-for-i', 'Am7b5'],
  ['key: Cm\n| Cm | Fm | G7 | Cm |', 1, 'IIm7b5-for-iv', 'Dm7b5'],
  ['key: Cm\n| Cm | Fm | G7 | Cm |', 2, 'VIIdim7-for-V-minor', 'Bdim7'],
  ['key: C\n| Am7 | Dm7 | G7 | C |', 0, 'major-seventh-above', 'Cmaj7'],
  ['key: C\n| C | F | G7 | C |', 0, 'major-seventh-above', '-'],
  // Quality flips.
  ['key: C\n| C | Dm | F | C |', 1, 'lift-ii', 'D'],
  ['key: C\n| C | Em | F | C |', 1, 'lift-iii-7', 'E7'],
  ['key: C\n| C | F | C | G |', 1, 'darken-iv', 'Fm6'],
  ['key: C\n| C | G | F | C |', 1, 'darken-v', 'Gm7'],
  ['key: C\n| C | G | F | C |', 0, 'darken-iv', '-'],
  ['key: Cm\n| Cm | Gm | Fm | Cm |', 1, 'sharp-nine-v', 'G7#9'],
  // Dominants.
  ['key: C\n| C | Dm | G7 | C |', 0, 'secondary-dominant', 'C A7'],
  ['key: C\n| C | F | G7 | C |', 0, 'secondary-dominant', 'C C7'],
  ['key: C\n| C | Bdim7 | C | G7 |', 0, 'secondary-dominant', '-'],
  ['key: C\n| G7 | C | F | C |', 0, 'secondary-dominant', '-'],
  ['key: C\n| C | Am | Dm | G7 |', 1, 'secondary-dominant-whole', 'A7'],
  ['key: C\n| C | Am | Dm | G7 |', 0, 'secondary-ii-v', 'C Bm7b5 E7'],
  ['key: C\n| F | G7 | C | C |', 1, 'related-ii', 'Dm7 G7'],
  ['key: Cm\n| Ab | G7 | Cm | Cm |', 1, 'related-ii', 'Dm7b5 G7'],
  ['key: C\n| Dm7 | G7 | C | C |', 1, 'related-ii', '-'],
  ['key: C\n| C | G7 | Am | F |', 1, 'related-ii', '-'],
  ['key: C\n| C | G7 | F | C |', 0, 'dominant-cycle-2', 'A7 D7'],
  ['key: C\n| F | C | G7 | C |', 1, 'dominant-cycle-4', 'B7 E7 A7 D7'],
  ['key: C\n| F | C | G7 | C |', 0, 'ii-v-cycle-1', 'Dm7 G7'],
  ['key: C\n| F | Am | Dm | C |', 0, 'ii-v-cycle-2', 'C#m7b5 F#7 Bm7b5 E7'],
  ['key: C\n| Dm7 | G7 | C | C |', 1, 'tritone-substitute', 'Db7'],
  ['key: C\n| C | A7 | Dm7 | G7 |', 1, 'tritone-substitute', 'Eb7'],
  ['key: C\n| C | G7 | Am | F |', 1, 'tritone-substitute', '-'],
  ['key: C\n| C | D7 | F | C |', 1, 'tritone-substitute', '-'],
  ['key: Gb\n| Abm7 | Db7 | Gb | Gb |', 1, 'tritone-substitute', 'G7'],
  ['key: C\n| Dm7 | G7 | C | C |', 1, 'tritone-substitute-after', 'G7 Db7'],
  ['key: C\n| Dm7 | G7 | C | C |', 1, 'tritone-ii-v', 'Abm7 Db7'],
  ['key: C\n| Em7 | Dm7 | G7 | C |', 0, 'minor-tritone', 'Em7 Ebm7'],
  ['key: C\n| C | A7 | Dm7 | G7 |', 1, 'minor-tritone', 'Ebm7'],
  ['key: C\n| Em7 | F | G7 | C |', 0, 'minor-tritone', '-'],
  ['key: C\n| F | G7 | C | C |', 1, 'sus-first', 'G7sus4 G7'],
  ['key: C\n| F | G7 | C | C |', 0, 'sus-first', '-'],
  ['key: Cm\n| Fm | G7 | Cm | Cm |', 1, 'dominant-7b9b13', 'G7b9b13'],
  ['key: Cm\n| Fm | G7 | Cm | Cm |', 1, 'dominant-13b9', '-'],
  ['key: C\n| F | G7 | C | C |', 1, 'dominant-13b9', 'G13b9'],
  ['key: C\n| F | G7 | Am | C |', 1, 'dominant-7alt', '-'],
  ['key: C\n| F | G | C | C |', 1, 'dominant-aug', 'Gaug'],
  ['key: C\n| C | F | G7 | C |', 0, 'alt-in-tonic', 'C G7alt C'],
  ['key: C\n| C | F | G7 | C |', 1, 'alt-in-tonic', '-'],
  ['key: C\n| F | G7 | C | C |', 1, 'backdoor', 'Fm7 Bb7|Bb7'],
  ['key: C\n| F | G7 | Am | C |', 1, 'backdoor', '-'],
  ['key: Cm\n| Fm | G7 | Cm | Cm |', 1, 'backdoor', '-'],
  // Diminished.
  ['key: C\n| C | Dm7 | G7 | C |', 0, 'rising-diminished', 'C C#dim7'],
  ['key: C\n| Dm | Em | F | C |', 0, 'rising-diminished', 'Dm D#dim7'],
  ['key: C\n| F | G | C | C |', 0, 'rising-diminished', 'F F#dim7'],
  ['key: C\n| F | C/G | G7 | C |', 0, 'rising-diminished', 'F F#dim7'],
  ['key: C\n| G | Am | F | C |', 0, 'rising-diminished', 'G G#dim7'],
  ['key: C\n| C | F | G | C |', 0, 'rising-diminished', '-'],
  ['key: C\n| Em7 | Dm7 | G7 | C |', 0, 'falling-diminished', 'Em7 Ebdim7'],
  ['key: C\n| C | Dm7 | G7 | C |', 0, 'falling-diminished', 'C Ebdim7'],
  ['key: C\n| C | F | G7 | C |', 0, 'falling-diminished', '-'],
  ['key: C\n| C | F | G7 | C |', 0, 'common-tone-diminished', 'Cdim7 C|C Cdim7 C'],
  ['key: C\n| F | Am | G7 | C |', 0, 'leading-diminished', 'F G#dim7'],
  ['key: C\n| F | G7 | C | C |', 1, 'diminished-for-dominant', 'Bdim7|Bdim7 Ddim7|Bdim7 Ddim7 Fdim7 G#dim7'],
  ['key: C\n| F | G7 | Am | C |', 1, 'diminished-for-dominant', '-'],
  ['key: C\n| C | F | G7 | C |', 0, 'sixth-diminished-ladder', 'C6 Ddim7 C6/E Fdim7'],
  ['key: Cm\n| Cm | Fm | G7 | Cm |', 0, 'sixth-diminished-ladder', 'Cm6 Ddim7 Cm6/Eb Fdim7'],
  // Borrowed.
  ['key: C\n| C | F | C | G |', 1, 'borrowed-IVm7', 'Fm7'],
  ['key: C\n| C | Dm7 | G7 | C |', 1, 'borrowed-IIm7b5', 'Dm7b5'],
  ['key: C\n| C | Am | F | C |', 1, 'borrowed-bVImaj7', 'Abmaj7'],
  ['key: C\n| C | F | G | C |', 1, 'borrowed-sIVm7b5', 'F#m7b5'],
  ['key: Cm\n| Cm | Fm | G7 | Cm |', 1, 'borrowed-IVm7', '-'],
  ['key: C\n| C | F | C | G |', 1, 'minor-plagal', 'F Fm6'],
  ['key: Cm\n| Cm | Fm | G7 | Cm |', 3, 'picardy', 'C6'],
  ['key: Cm\n| Cm | Fm | G7 | Cm |', 0, 'picardy', '-'],
  // Bass, approach, line, planing.
  ['key: C\n| Cmaj7 | Dm7 | G7 | C |', 0, 'bass-slip', 'Cmaj7 Cmaj7/C#'],
  ['key: C\n| Cmaj7 | F | G7 | C |', 0, 'bass-slip', '-'],
  ['key: C\n| C | F | G7 | C |', 0, 'walking-inversion', 'C C/E|C C/G'],
  ['key: C\n| C | Dm7 | G7 | C |', 0, 'approach-above', 'C Ebm7'],
  ['key: C\n| C | Dm7 | G7 | C |', 0, 'approach-double-above', 'C Em7 Ebm7'],
  ['key: C\n| C | Dm7 | G7 | C |', 0, 'approach-below', 'C C#m7'],
  ['key: C\n| C | Dm7 | G7 | C |', 0, 'approach-dominant', 'C Eb9'],
  ['key: C\n| C | Dm7 | G7 | C |', 0, 'approach-minor-major', 'C Ebm(maj7)'],
  ['key: C\n| C | F | G7 | C |', 0, 'line-major-down', 'C Cmaj7 C7 C6'],
  ['key: Cm\n| Cm | Fm | G7 | Cm |', 0, 'line-minor-up', 'Cm Ab/C Cm6 Cm7'],
  ['key: C\n| C | F | G7 | C |', 0, 'planing-pentatonic', 'C7sus4 Eb7sus4 F7sus4 G7sus4'],
  ['key: C\n| C | Dm7 | G7 | C |', 1, 'planing-chromatic', 'E7sus4 Eb7sus4 D7sus4'],
  // Delays, turnarounds, endings.
  ['key: C\n| Dm7 | G7 | C | F |', 2, 'delay-bVI', 'Abmaj7 C'],
  ['key: C\n| Dm7 | F | C | F |', 2, 'delay-bVI', '-'],
  ['key: Cm\n| Dm7b5 | G7 | Cm | Cm |', 2, 'delay-minor-bVI', 'Abmaj7 Cm'],
  ['key: C\n| G7 | C | C | F |', 1, 'turnaround-1625', 'C6 Am7 Dm7 G7'],
  ['key: C\n| G7 | C | F | F |', 1, 'turnaround-1625', '-'],
  ['key: C\n| F | G7 | C |', 2, 'turnaround-substitutes', 'Em7 Eb7 Dm7 Db7'],
  ['key: C\n| F | G7 | C |', 2, 'turnaround-still-top', 'Em11 Eb7#11 Dm11 Db7#11'],
  ['key: C\n| F | G7 | C |', 2, 'turnaround-lent', 'Cmaj7 Ebmaj7 Abmaj7 Dbmaj7'],
  ['key: C\n| F | G7 | C |', 2, 'turnaround-flat-three-dim', 'C6 Ebdim7 Dm7 G7'],
  ['key: C\n| F | G7 | C |', 2, 'turnaround-from-flat-six', 'Ab7 G7'],
  ['key: Cm\n| Fm | G7 | Cm |', 2, 'turnaround-minor', 'Cm7 Am7b5 Dm7b5 G7b9'],
  ['key: C\n| F | G7 | C |', 2, 'ending-flat-six-seven', 'Abmaj7 Bb7 C6'],
  ['key: C\n| F | G7 | C | F |', 2, 'ending-flat-six-seven', '-'],
  // Upper structures.
  ['key: C\n| Dm7 | G7 | C | C |', 0, 'upper-major-seventh', 'Fmaj7/D'],
  ['key: C\n| Dm7 | G7 | C | C |', 1, 'upper-13s11', 'G13#11'],
  ['key: C\n| F | G7 | Am | C |', 1, 'upper-7b9s11', '-'],
];

describe('the classic substitutions', () => {
  test.each(OFFERED)('%j, chord %i: %s', (text, from, id, expected) => {
    expect(put(text, id, from).join('|') || '-').toBe(expected);
  });

  test.each([
    ['key: C\n| Dm7 | G7 | C | C |', 'side-slip', 0, 2, 'Ebm7 Ab7 Dm7 G7'],
    ['key: C\n| Dm7 | G7 | C | C |', 'drop-ii', 0, 2, 'G7'],
    ['key: C\n| C | F | C | C |', 'drop-ii', 0, 2, ''],
    ['key: C\n| C | C | F | G7 |', 'turnaround-1625', 0, 2, ''],
  ])('over several chords: %j %s', (text, id, from, count, expected) => {
    expect(put(text, id, from, count).join('|')).toBe(expected);
  });

  test('a thread keeps its note, an open string, in every chord', () => {
    const open = { ...ANY_TASTE, rings: STANDARD_TUNING };
    const threads = proposalsFor(span('key: C\n| C | F | G7 | C |', 0, 3), open).filter(
      ({ move }) => move.id === 'thread',
    );
    expect(threads.map(({ found }) => found.variant)).toEqual(['D3', 'E2', 'E4', 'G3', 'A2', 'B3']);
    for (const { found } of threads)
      for (const { chord: made } of found.parts) expect(notes(made)).toContain(parsePitch(found.variant!)! % 12);
  });

  test('a pitch is a thread wherever every chord has a colour that holds it, and nowhere else', () => {
    for (const text of [
      'key: Gb\n| Gb | Ebm | Abm7 | Db7 |',
      'key: F#m\n| F#m | D | A | E |',
      'key: C\n| C | A7 | D7 | G7 |',
    ]) {
      const whole = span(text, 0, 4);
      const holds = whole.chords.map(({ chord: plain, role }, i) => {
        const next = whole.chords[i + 1]?.chord ?? null;
        return coloursOf(plain, { role, next, key: whole.key, around: [] }, { grating: true });
      });
      for (let pc = 0; pc < 12; pc++) {
        const kinds = holds.map((options) => options.filter(({ chord: coloured }) => notes(coloured).has(pc)));
        const steady = kinds.map((options) => options.some(({ group }) => group !== 'grates'));
        const expected = kinds.some(({ length }) => length === 0) ? null : steady.includes(false) ? 'rubs' : 'steady';
        const found = (id: string) =>
          moveOf(id)!
            .find(whole)
            .some(({ ring }) => ring! % 12 === pc);
        expect([text, pc, found('thread'), found('thread-rubbing')]).toEqual([
          text,
          pc,
          expected === 'steady',
          expected === 'rubs',
        ]);
      }
    }
  });

  test('there are at least sixty of them, in both directions', () => {
    expect(OFFERED.length).toBeGreaterThanOrEqual(60);
    expect(OFFERED.filter(([, , , expected]) => expected === '-').length).toBeGreaterThanOrEqual(15);
  });
});

const CHARTS = [
  'key: C\n| C | Am7 | Dm7 | G7 | C | A7 | Dm7 G7 | C | F | Fm | Em7 | Ebm7 | Dm7b5 | G7 | C | C |',
  'key: Am\n| Am | Dm | E7 | Am | Am7 | D7 | Bm7b5 | E7 | F | C | Em | Am | Am |',
  'key: C\nmeter: 3/4\n| C | F/A | G7/B | C | C7 | F | Dm . G7 | C |',
  'key: C\n| C | Bm7b5 | C | Em7 | Dm7 | F | C | Em7 | Dm7 | G7 |',
  'key: E\n| E | A | E | A |',
  'key: Am\n| Am | G#dim7 | Am | Dm | G#dim7 | Am | E7 | Am |',
  'key: C\n| C7 | F7 | C7 | C7 | F7 | F7 | C7 | A7 | Dm7 | G7 | C7 | G7 |',
  'key: C\n| C | Am7 | Db7 | C |',
];
/** Everything proposed for every slot, and for every two and four. */
function everything(text: string) {
  const slots = slotsOf(text);
  return slots.flatMap((_, from) =>
    [1, 2, 4].flatMap((count) => {
      if (from + count > slots.length) return [];
      return proposalsFor(span(text, from, count), { ...ANY_TASTE, rings: STANDARD_TUNING }).map((proposal) => ({
        ...proposal,
        from,
        count,
      }));
    }),
  );
}

describe('every move', () => {
  test.each(some(CHARTS, 2))(
    'fills its span exactly, with whole shares, and never says what stands there already: %j',
    (text) => {
      const all = everything(text);
      expect(all.length).toBeGreaterThan(100);
      for (const { found, from, count, move } of all) {
        const { beats, chords } = span(text, from, count);
        expect([move.id, found.parts.reduce((sum, part) => sum + part.beats, 0)]).toEqual([move.id, beats]);
        expect(found.parts.every((part) => part.beats >= 1)).toBe(true);
        // A thread may leave the chords as they are: what it brings is the pitch that sounds on.
        if (found.ring === undefined)
          expect(written(found)).not.toBe(
            chords.map(({ chord: plain, beats: long }) => `${symbolOf(plain)}:${long}`).join(' '),
          );
      }
    },
  );

  test.each(some(CHARTS.slice(0, 3), 3))('moves with the tune into every key: %j', (text) => {
    const home = slotsOf(text)[0]!.key;
    const bare = (chart: string, up: number) =>
      everything(chart).map(({ move, found, from }) =>
        [
          move.id,
          from,
          found.parts
            .map(({ chord: made, beats }) => {
              const bass = made.bass === null ? '' : (pitchClass(made.bass) - up + 12) % 12;
              return `${(pitchClass(made.root) - up + 12) % 12}${suffixOf(made.kind)}/${bass}:${beats}`;
            })
            .join(' '),
        ].join(),
      );
    // An open string rings in some keys and not in others.
    const keyed = (list: string[]) => list.filter((line) => !line.startsWith('thread'));
    const expected = keyed(bare(text, 0));
    for (const key of keysOfMode(home)) {
      const moved = transpose(text, key.tonic);
      if (!moved.ok) throw new Error(key.tonic);
      const up = (pitchClass(key.tonic) - pitchClass(home.tonic) + 12) % 12;
      expect([key.tonic, keyed(bare(moved.value, up))]).toEqual([key.tonic, expected]);
    }
  });

  test('is found in one of the charts, has words of its own, and its reason names what it speaks of', () => {
    const used = new Map(CHARTS.flatMap(everything).map((proposal) => [proposal.move.id, proposal]));
    const unused = MOVES.filter(
      ({ id, find }) =>
        !used.has(id) && !CHARTS.some((text) => slotsOf(text).some((_, i) => find(span(text, i)).length > 0)),
    );
    expect(unused.map(({ id }) => id)).toEqual([]);
    expect(new Set(MOVES.map(({ id }) => id)).size).toBe(MOVES.length);
    for (const { move, found } of used.values()) {
      const named = [...move.reason.matchAll(/\{(\w+)\}/g)].map(([, name]) => name!);
      expect([move.id, named.filter((name) => found.args?.[name] === undefined)]).toEqual([move.id, []]);
      expect(move.mood).not.toBe('');
      expect(move.reason).toMatch(/\.$/);
      expect(GROUPS).toContain(move.group);
    }
  });
});

test('whatever the progression, key and meter, what is offered fills its span with chords that can be written', () => {
  const bar = fc.array(
    fc.tuple(
      fc.constantFrom('C', 'Db', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'Ab', 'A', 'Bb', 'B', 'Cb', 'E#'),
      fc.constantFrom('', 'm', '7', 'm7', 'maj7', 'm7b5', 'dim7', '7sus4', 'aug', '5', 'm6', '7alt', '/C', '13'),
    ),
    { minLength: 1, maxLength: 2 },
  );
  const tune = fc.tuple(
    fc.constantFrom('C', 'Gb', 'Am', 'Ebm', 'D dorian', 'B mixolydian'),
    fc.constantFrom('4/4', '3/4', '6/8', '5/4', '2/4'),
    fc.array(bar, { minLength: 1, maxLength: 6 }),
  );
  fc.assert(
    fc.property(tune, fc.nat(), fc.integer({ min: 1, max: 4 }), ([key, meter, bars], at, long) => {
      const text = `key: ${key}\nmeter: ${meter}\n| ${bars.map((chords) => chords.map((one) => one.join('')).join(' ')).join(' | ')} |`;
      const slots = slotsOf(text);
      const from = at % slots.length;
      const count = Math.min(long, slots.length - from);
      const { beats } = span(text, from, count);
      for (const { found, move } of proposalsFor(span(text, from, count))) {
        expect([text, move.id, found.parts.reduce((sum, part) => sum + part.beats, 0)]).toEqual([text, move.id, beats]);
        for (const { chord: made } of found.parts)
          expect([symbolOf(made), parseChord(symbolOf(made)).ok]).toEqual([symbolOf(made), true]);
      }
    }),
    { numRuns: 300 },
  );
});

describe('what the reasons claim', () => {
  const parts = (text: string, id: string, from: number, count = 1) =>
    moveOf(id)!.find(span(text, from, count))[0]!.parts;
  const isWithin = (a: Chord, b: Chord) => [...notes(a)].every((note) => notes(b).has(note));

  test.each([
    ['Em7', 'Cmaj9'],
    ['Am7', 'C6'],
    ['Fmaj7', 'Dm9'],
    ['Bm7b5', 'G9'],
    ['Bdim7', 'G7b9'],
    ['Am7b5', 'Cm6'],
    ['Fm6', 'Dm7b5'],
    ['Ebmaj7', 'Cm9'],
  ])('%s is within %s', (a, b) => {
    expect(isWithin(chord(a), chord(b))).toBe(true);
  });

  test('a tritone substitute has the guide tones of what it stands for', () => {
    const guide = ({ root, kind }: Chord) =>
      new Set([degreePitchClass(root, kind.third!), degreePitchClass(root, kind.seventh!)]);
    for (const { tonic } of keysOfMode({ mode: 'major' })) {
      const moved = transpose('key: C\n| Dm7 | G7 | C | C |', tonic);
      if (!moved.ok) throw new Error(tonic);
      const [made] = parts(moved.value, 'tritone-substitute', 1);
      const plain = span(moved.value, 1).here.chord;
      expect([...guide(made!.chord)].sort()).toEqual([...guide(plain)].sort());
    }
  });

  test('diminished chords a minor third apart have the same notes', () => {
    const ladder = moveOf('diminished-for-dominant')!.find(span('key: C\n| F | G7 | C | C |', 1))[2]!;
    const first = [...notes(ladder.parts[0]!.chord)].sort();
    for (const { chord: made } of ladder.parts) expect([...notes(made)].sort()).toEqual(first);
  });

  test('the ladder has a chord for every step of the sixth–diminished scale', () => {
    const all = parts('key: C\n| C | F | G7 | C |', 'sixth-diminished-ladder', 0).flatMap((part) => [
      ...notes(part.chord),
    ]);
    // tonal's "bebop major" is that scale: 1 2 3 4 5 ♭6 6 7.
    const scale = Scale.get('C bebop major').notes.map((note) => Note.chroma(note)!);
    expect([...new Set(all)].sort((a, b) => a - b)).toEqual([...scale].sort((a, b) => a - b));
  });

  test.each([
    ['A', 'G13#11', ['9', '#11', '13']],
    ['Eb', 'G7#9b13', ['b13', '1', '#9']],
    ['E', 'G13b9', ['13', 'b9', '3']],
    ['Db', 'G7b9#11', ['#11', 'b7', 'b9']],
  ] as const)('the %s triad over the guide tones of G7 is %s', (triad, made, degrees) => {
    const { root } = chord(made);
    expect([...notes(chord(triad))].sort()).toEqual(degrees.map((degree) => degreePitchClass(root, degree)).sort());
    expect(isWithin(chord(triad), chord(made))).toBe(true);
  });

  test('IIIm7–♭III7–IIm7–♭II7 falls by half steps in the bass', () => {
    const roots = parts('key: C\n| F | G7 | C |', 'turnaround-substitutes', 2).map((part) =>
      pitchClass(part.chord.root),
    );
    expect(roots.slice(1).map((root, i) => (roots[i]! - root + 12) % 12)).toEqual([1, 1, 1]);
  });
});

test('every chord that a move puts in has the tones that tonal gives it, where tonal has a name for it', () => {
  const suffixes = new Set(
    CHARTS.flatMap(everything).flatMap(({ found }) => found.parts.map((part) => suffixOf(part.chord.kind))),
  );
  // A 9 or 11 under a higher extension, and a 5 beside a ♭13, are named by one and not by the other.
  const mayDiffer = [2, 5, 7];
  let known = 0;
  for (const suffix of suffixes) {
    const named = TonalChord.get(`C${suffix.replace('m(maj7)', 'mM7').replace('6/9', '69')}`);
    if (named.empty || suffix === '7alt') continue;
    known++;
    const theirs = new Set(named.intervals.map((interval) => Interval.semitones(interval)! % 12));
    const ours = notes(chord(`C${suffix}`));
    const differ = [...theirs, ...ours].filter((note) => theirs.has(note) !== ours.has(note));
    expect([suffix, differ.filter((note) => !mayDiffer.includes(note))]).toEqual([suffix, []]);
  }
  expect(known).toBeGreaterThan(12);
});

describe('what really sounds beside a move', () => {
  test('decides whether its reason still holds', () => {
    const [found] = moveOf('tritone-substitute')!.find(span('key: C\n| Dm7 | G7 | C | C |', 1));
    const { needsNext } = moveOf('tritone-substitute')!;
    expect(needsNext!(found!, chord('C6'))).toBe(true);
    expect(needsNext!(found!, chord('Em7'))).toBe(false);
    expect(needsNext!(found!, null)).toBe(false);
  });
});

describe('taste', () => {
  const here = () => span('key: C\n| C | Dm7 | G7 | C |', 0);
  test('a style puts what it likes first', () => {
    const [dancehall, , , grit] = STYLES;
    const first = (style: (typeof STYLES)[number]) => proposalsFor(here(), { ...ANY_TASTE, style })[0]!.move.group;
    expect(['diminished', 'approach']).toContain(first(dancehall!));
    expect(['planing', 'approach']).toContain(first(grit!));
  });
  test('within a group a style puts what it is known for first', () => {
    const [, afterglow, choir] = STYLES;
    const over = (text: string, at: number, style: (typeof STYLES)[number], group: string) =>
      proposalsFor(span(text, at), { ...ANY_TASTE, style }).find(({ move }) => move.group === group)!.move.id;
    expect(['tritone-ii-v', 'backdoor']).toContain(over('key: C\n| F | G7 | C | C |', 1, afterglow!, 'dominant'));
    expect(over('key: C\n| F | C/G | G7 | C |', 0, choir!, 'diminished')).toBe('rising-diminished');
    expect(over('key: C\n| C | F | G7 | C |', 0, choir!, 'bass')).toBe('walking-inversion');
  });
  test('every colour that a style likes is written as it is shown', () => {
    for (const { colours } of STYLES)
      expect(colours.map((suffix) => suffixOf(chord(`C${suffix}`).kind))).toEqual(colours);
  });
  test('a limit on straying, and a switch for each move', () => {
    expect(proposalsFor(here(), { ...ANY_TASTE, stray: 1 }).every(({ move }) => move.stray <= 1)).toBe(true);
    const without = proposalsFor(here(), { ...ANY_TASTE, off: ['rising-diminished'] });
    expect(without.some(({ move }) => move.id === 'rising-diminished')).toBe(false);
  });
});

test('beats are shared whole, the longer first', () => {
  expect(evenly(4, 2)).toEqual([2, 2]);
  expect(evenly(5, 2)).toEqual([3, 2]);
  expect(evenly(3, 4)).toBeNull();
  expect(evenly(1.5, 1)).toBeNull();
});

test('there is nothing to move past the end, or over a rest', () => {
  const slots = slotsOf('key: C\n| C | N.C. | F |');
  expect(spanAt(slots, 0, 1920)).not.toBeNull();
  expect(spanAt(slots, 0, 3840)).toBeNull();
  expect(spanAt(slots, 5760, 1920)).toBeNull();
});
