import { describe, expect, test } from '@jest/globals';
import { buildLibrary, type ShapeLibrary } from '../grip/library.ts';
import { pricingFor } from '../leading/pricing.ts';
import { arrangedTake, sessionOf, solveTake, prepareTake } from '../leading/solve.ts';
import { whereItLies } from '../leading/where-it-lies.ts';
import { sungNotes, type SungNote } from '../melody/melody.ts';
import { chartOf, TUNES } from '../melody/traditional.oracle.ts';
import { parseTune } from '../melody/tune-text.ts';
import { Fingerer } from '../neck/fingering.ts';
import { FreeHand } from '../neck/free-notes.ts';
import { DEFAULT_HAND } from '../neck/hand.ts';
import { run } from '../steps.ts';
import type { Decisions } from '../take/decision.ts';
import { carryName, chordNameAt, noteDecisionName } from '../take/key.ts';
import { NOTE_WAYS, type NoteWay } from '../take/layers/note.ts';
import { chordMelodyLayer, playedColumn } from './chord-melody.ts';
import { isHeld, soundingAt } from './held.oracle.ts';
import { scoreOf } from './score.ts';
import { some } from '../../scripts/thorough.oracle.ts';

const library = buildLibrary(DEFAULT_HAND);
const pricing = pricingFor({ company: 'alone', area: null, matters: {} });

interface Asked {
  readonly density?: number;
  readonly lib?: ShapeLibrary;
  /** How each of its notes is to be played, by its number. */
  readonly wayOf?: (i: number) => NoteWay | null;
}

/** A tune as a chord-melody: its score, how each column is played, what it costs, and how many octaves up it lies. */
function played(text: string, { density = 25, lib = library, wayOf }: Asked = {}) {
  const tune = parseTune(text);
  if (!tune.ok) throw new Error(JSON.stringify(tune.problems));
  const { chart } = tune.value;
  const melody = tune.value.melody!;
  const session = sessionOf(lib, { pricing });
  const plain = prepareTake(session, { chart, melody }).columns;
  const octave = whereItLies(plain, library)[0]!.octave;
  const ticks = plain.at(-1)!.slot.start + plain.at(-1)!.slot.entry.ticks;
  const notes = plain.flatMap(({ at, slot: { start, entry, sung } }) =>
    sung
      .filter((note) => note.start >= start && note.start < start + entry.ticks)
      .map((note) => noteDecisionName(chordNameAt(at, entry.tick + note.start - start))),
  );
  const cells: Decisions = {
    [carryName(plain[0]!.at)]: { layer: 'carry', ticks, density, octave },
    ...Object.fromEntries(
      notes.flatMap((name, i) => {
        const way = wayOf?.(i) ?? null;
        return way === null ? [] : [[name, { layer: 'note', way }]];
      }),
    ),
  };
  const take = arrangedTake(run(solveTake(session, { chart, melody, cells })));
  const hand = new FreeHand(lib.hand);
  const { open } = lib.neck;
  const score = scoreOf({ chart, open, columns: take.columns }, [chordMelodyLayer(hand)]);
  const columns = take.columns.map((column) => playedColumn(column, open, hand)!);
  const sung = sungNotes(chart, melody).map((note) => ({ ...note, pitch: note.pitch + 12 * octave }));
  return { take, score, columns, sung, octave };
}

/** The tunes of the melody's tests, over the chord of their key alone. */
const tunes = TUNES.map((row): readonly [string, string] => {
  const minor = /m$|dorian/.test(row[1]);
  const chord = row[1].replace(/m$| .*/, '') + (minor ? 'm' : '');
  const chart = chartOf(row).replace(/\bC\b(?=[ |\n])/g, (found, at: number, whole: string) =>
    whole.lastIndexOf('\n', at) > whole.indexOf('meter:') ? chord : found,
  );
  return [row[0], `${chart}melody:\nL:${row[3]}\nK:${row[1]}\n${row[5]}\n`];
});

const endOf = ({ start, ticks }: Pick<SungNote, 'start' | 'ticks'>) => start + ticks;

/** That a tune is there note for note and for its whole length, nothing above it, and all that sounds is held at any moment. */
function isThere({ score, sung }: ReturnType<typeof played>): void {
  const { guitar } = score.parts;
  // Struck once more over a new grip, a note is in two parts.
  const tune = guitar.filter(({ kind }) => kind === 'melody');
  for (const note of sung) {
    const parts = tune.filter(({ start }) => start >= note.start && start < endOf(note));
    expect(parts.map(({ notes }) => notes[0]!.pitch)).toEqual(parts.map(() => note.pitch));
    expect([parts[0]?.start, parts.at(-1) && endOf(parts.at(-1)!)]).toEqual([note.start, endOf(note)]);
  }
  expect(tune.every(({ start }) => sung.some((note) => note.start <= start && start < endOf(note)))).toBe(true);
  const fingerer = new Fingerer(DEFAULT_HAND);
  for (const at of new Set(guitar.map(({ start }) => start))) {
    const now = soundingAt(guitar, at);
    const note = now.find(({ kind }) => kind === 'melody')?.notes[0];
    const all = now.flatMap(({ notes }) => notes);
    if (note) expect(Math.max(...all.map(({ pitch }) => pitch))).toBe(note.pitch);
    expect(new Set(all.map(({ string }) => string)).size).toBe(all.length);
    expect([at, all, isHeld(all, DEFAULT_HAND, fingerer)]).toEqual([at, all, true]);
    expect(all.every(({ fret }) => fret! >= 0 && fret! <= DEFAULT_HAND.highestFret)).toBe(true);
  }
}

describe('each traditional tune', () => {
  test.each(some(tunes, 4))('%s is there note for note, on top of all that rings, and the hand holds it', (_, text) => {
    isThere(played(text));
  });
  test.each(some(tunes, 5))('%s is there, whatever is said of its single notes', (_, text) => {
    // Every third note in a way of its own, each in turn.
    isThere(played(text, { density: 50, wayOf: (i) => (i % 3 === 0 ? NOTE_WAYS[(i / 3) % NOTE_WAYS.length]! : null) }));
  });
});

describe('single notes', () => {
  const over = (melody: string, way: NoteWay, at: number, chords = 'C | C') =>
    played(`key: C\n| ${chords} |\nmelody:\n${melody}`, { wayOf: (i) => (i === at ? way : null) });
  const told = ({ take, columns }: ReturnType<typeof played>) =>
    columns.map(({ notes, basses }, i) =>
      `${take.columns[i]!.grip?.grip ?? '-'} ${notes.map(({ how }) => how).join()} ${basses.map(({ string }) => 6 - string).join()}`.trim(),
    );
  test('in octaves, in two voices, with the bass lowest', () => {
    const octaves = over('g8|e8|', 'octave', 0).take.columns[0]!.grip!.pitches;
    expect(octaves).toEqual([octaves[1]! - 12, octaves[1]]);
    expect(over('g8|e8|', 'two', 0).take.columns[0]!.grip!.pitches).toHaveLength(2);
    expect(over('e8|b8|', 'bass', 1).take.columns[1]!.grip!.pitches[0]! % 12).toBe(0);
  });
  test('the bass after the beat rings on under the note, from the grip itself', () => {
    const made = over('g8|e8|', 'bass-after', 0);
    const [bass] = made.columns[0]!.basses;
    expect(bass).toMatchObject({ start: 240, end: 1920 });
    const sounds = made.score.parts.guitar;
    expect(sounds.find(({ kind }) => kind === 'bass')!.notes[0]!.pitch % 12).toBe(0);
    // Nothing of it is struck on the beat.
    expect(
      sounds.filter(({ start }) => start === 0).flatMap(({ notes }) => notes.map(({ string }) => string)),
    ).not.toContain(bass!.string);
  });
  test('the bass before the beat is played from the grip before', () => {
    const [first] = over('g8|a8|', 'bass-before', 1, 'C | F').columns;
    expect(first!.basses).toMatchObject([{ start: 1680, end: 1920 }]);
  });
  test('alone, its chord after it', () => {
    expect(told(over('g4e4|e8|', 'free', 0))[0]).toBe('- alone');
    expect(over('g4e4|e8|', 'free', 0).take.problems).toEqual([]);
  });
  test('the next grip, from a fret away, is the very same one', () => {
    const { take } = over('g4^f4|g8|', 'moved', 1);
    const [, passing, next] = take.columns;
    const frets = ({ grip }: typeof next & object) => grip!.grip.split('-');
    expect(frets(passing!).map((fret) => (fret === 'x' ? fret : String(Number(fret) + 1)))).toEqual(frets(next!));
  });
  test('what cannot be is said', () => {
    // C to E is no step.
    const { take } = over('c4e4|e8|', 'moved', 0);
    expect(take.problems).toMatchObject([{ code: 'note-not-so', args: { note: 'C4', way: 'moved' } }]);
  });
});

const carriedIn = ({ columns }: ReturnType<typeof played>) =>
  columns.flatMap(({ notes }) => notes.flatMap(({ how, start }) => (how === 'carried' ? [start] : [])));
const AULD = tunes.find(([name]) => name === 'Auld Lang Syne')![1];

test('more density carries more notes, all of those before among them, and loses none', () => {
  let before: readonly number[] = [];
  for (const density of some([0, 25, 50, 75, 100], 2)) {
    const made = played(AULD, { density });
    const carried = carriedIn(made);
    expect(carried).toEqual(expect.arrayContaining([...before]));
    expect(made.columns.reduce((sum, { missing }) => sum + missing, 0)).toBe(0);
    before = carried;
  }
  const made = played(AULD, { density: 100 });
  // All but the pickup, where no chord sounds.
  expect(before).toHaveLength(made.sung.length - 1);
});

test('a longer reach never costs more', () => {
  const costOf = (reach: number) =>
    played(AULD, { lib: buildLibrary({ ...DEFAULT_HAND, reach, highestFret: 12 }) }).take.cost;
  const costs = some([80, 100, 120], 2).map(costOf);
  expect(costs).toEqual([...costs].sort((a, b) => b - a));
});

describe('what is out of the ordinary is played as far as it can be', () => {
  const hows = (text: string, density?: number) => {
    const { columns, take } = played(text, density === undefined ? {} : { density });
    const counts: Record<string, number> = {};
    for (const { how } of columns.flatMap(({ notes }) => notes)) counts[how] = (counts[how] ?? 0) + 1;
    return [counts, columns.reduce((sum, { missing }) => sum + missing, 0), take.problems.map(({ code }) => code)];
  };
  test.each<[string, string, ReturnType<typeof hows>]>([
    ['one note', 'key: C\n| C |\nmelody:\nG8|\n', [{ carried: 1 }, 0, []]],
    ['no note', 'key: C\n| C | F |\nmelody:\nz8|z8|\n', [{}, 0, []]],
    ['no chords', 'key: C\n| N.C. | N.C. |\nmelody:\nG2A2B2c2|d8|\n', [{ alone: 5 }, 0, []]],
    ['rests', 'key: C\n| C | F | G | C |\nmelody:\nG2z2z2c2|z8|z4 d2z2|c8|\n', [{ carried: 3, free: 1 }, 0, []]],
  ])('%s', (_, text, expected) => {
    expect(hows(text)).toEqual(expected);
  });
  test('five in the time of four', () => {
    expect(hows('key: C\n| C | F |\nmelody:\n(5:4:5GABcd e4|(5:4:5fedcB A4|\n', 100)).toEqual([{ carried: 12 }, 0, []]);
  });
  test('notes that are on no string are said one by one', () => {
    const [counts, missing, codes] = hows("key: C\n| C | F |\nmelody:\nC,,,4c''4|E8|\n");
    expect([counts, missing, codes]).toEqual([{ carried: 1 }, 2, ['tune-off-neck', 'tune-off-neck']]);
  });
  test('two thousand notes', () => {
    const lines = Array.from({ length: 125 }, () => '| C | Am7 | Dm7 | G7 |').join('\n');
    const bars = Array.from({ length: 500 }, (_, i) => ['E2G2c2G2', 'A2c2e2A2', 'D2F2A2d2', 'G2B2d2B2'][i % 4]);
    expect(hows(`key: C\n${lines}\nmelody:\n${bars.join('|')}|\n`)).toEqual([{ carried: 1000, free: 1000 }, 0, []]);
  });
});
