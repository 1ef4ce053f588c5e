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
import { DEFAULT_HAND, type Hand } from '../neck/hand.ts';
import { MOST_STRINGS } from '../neck/tuning.ts';
import { run } from '../steps.ts';
import { chordMelodyLayer, playedColumn } from './chord-melody.ts';
import { scoreOf, type Sound, type SoundNote } from './score.ts';

const library = buildLibrary(DEFAULT_HAND);
const pricing = pricingFor({ company: 'alone', area: null, matters: {} });

/** A tune as a chord-melody: its score, how each column is played, what it costs, and how many octaves up it lies. */
function played(text: string, { density = 25, lib = library }: { density?: number; lib?: ShapeLibrary } = {}) {
  const tune = parseTune(text);
  if (!tune.ok) throw new Error(JSON.stringify(tune.problems));
  const { chart } = tune.value;
  const melody = tune.value.melody!;
  const session = sessionOf(lib, { pricing });
  const plain = prepareTake(session, { chart, melody }).columns;
  const octave = whereItLies(plain, library)[0]!.octave;
  const ticks = plain.at(-1)!.slot.start + plain.at(-1)!.slot.entry.ticks;
  const cells = { [plain[0]!.at.replace(/:(\d+)$/, ':$1:carry')]: { layer: 'carry', ticks, density, octave } } as const;
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

const sounding = (sounds: readonly Sound[], at: number) =>
  sounds.filter(({ start, ticks }) => start <= at && at < start + ticks);
const endOf = ({ start, ticks }: Pick<SungNote, 'start' | 'ticks'>) => start + ticks;

/** Whether a hand holds some notes with these very fingers, by the search that grips are fingered with. */
function isHeld(notes: readonly SoundNote[], hand: Hand, fingerer: Fingerer): boolean {
  const frets = Array.from({ length: hand.tuning.length }, () => -1);
  for (const { string, fret } of notes) frets[string!] = fret!;
  const fretted = notes.filter(({ fret }) => fret! > 0);
  if (fretted.length === 0) return true;
  const ways = fingerer.search(frets, true);
  return Array.from({ length: ways }, (_, i) => i).some(
    (way) =>
      fretted.every(({ string, finger }) => fingerer.fingers[way * MOST_STRINGS + string!] === finger) &&
      notes.every(({ string, fret }) => fret! > 0 || (fingerer.blocked[way]! & (1 << string!)) === 0),
  );
}

describe('each traditional tune', () => {
  test.each(tunes)('%s is there note for note, on top of all that rings, and the hand holds it', (_, text) => {
    const { score, sung } = played(text);
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
      const now = sounding(guitar, at);
      const note = now.find(({ kind }) => kind === 'melody')?.notes[0];
      const all = now.flatMap(({ notes }) => notes);
      if (note) expect(Math.max(...all.map(({ pitch }) => pitch))).toBe(note.pitch);
      expect(new Set(all.map(({ string }) => string)).size).toBe(all.length);
      expect([at, all, isHeld(all, DEFAULT_HAND, fingerer)]).toEqual([at, all, true]);
      expect(all.every(({ fret }) => fret! >= 0 && fret! <= DEFAULT_HAND.highestFret)).toBe(true);
    }
  });
});

const carriedIn = ({ columns }: ReturnType<typeof played>) =>
  columns.flatMap(({ notes }) => notes.flatMap(({ how, start }) => (how === 'carried' ? [start] : [])));
const AULD = tunes.find(([name]) => name === 'Auld Lang Syne')![1];

test('more density carries more notes, all of those before among them, and loses none', () => {
  let before: readonly number[] = [];
  for (const density of [0, 25, 50, 75, 100]) {
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
  const costs = [80, 100, 120].map(costOf);
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
