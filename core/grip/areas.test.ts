import { describe, expect, test } from '@jest/globals';
import { Chord as TonalChord, Note } from 'tonal';
import { structuresOf } from '../chord/structures.ts';
import { parseChord } from '../chord/symbol.ts';
import { DEFAULT_HAND, neckOf } from '../neck/hand.ts';
import { whyNotHeld } from '../neck/hold.ts';
import { areasOf, arpeggioIn, shapesIn, tonesIn } from './areas.ts';
import { formatFrets } from './grips.ts';

const neck = neckOf(DEFAULT_HAND);
const areas = areasOf(neck);
const chordOf = (symbol: string) => {
  const chord = parseChord(symbol);
  if (!chord.ok) throw new Error(symbol);
  return chord.value;
};
/** Pitch classes by tonal, the second opinion. */
const notesOf = (symbol: string) => TonalChord.get(symbol).notes.map((note) => Note.chroma(note)!);

describe('the five areas', () => {
  test('run from the nut to the last fret, five frets each, with no fret left out', () => {
    expect(areas).toEqual([
      [0, 4],
      [3, 7],
      [6, 10],
      [8, 12],
      [11, 15],
    ]);
    for (const capo of [0, 2, 5, 8, 11]) {
      const short = neckOf({ ...DEFAULT_HAND, capo });
      const all = areasOf(short);
      expect(all[0]![0]).toBe(0);
      expect(all.at(-1)![1]).toBe(15 - capo);
      all.forEach(([from], i) => expect(i === 0 || from <= all[i - 1]![1] + 1).toBe(true));
    }
  });

  test('each holds all twelve notes (field practice), so every chord has all its tones in each', () => {
    for (const symbol of ['Dm7', 'G13', 'Cmaj7', 'Ebdim7', 'F#m7b5']) {
      for (const area of areas) {
        const found = tonesIn(chordOf(symbol), neck, area);
        for (const pc of notesOf(symbol))
          expect([symbol, area, found.some(({ pitch }) => pitch % 12 === pc)]).toContain(true);
        for (const { fret, pitch, string } of found) {
          expect(fret >= area[0] && fret <= area[1]).toBe(true);
          expect(pitch).toBe(neck.open[string]! + fret);
        }
      }
    }
  });

  test('an arpeggio climbs through them tone by tone, no tone left out and none twice', () => {
    for (const symbol of ['Am7', 'Gaug', 'Fmaj7', 'Bdim']) {
      for (const area of areas) {
        const pitches = arpeggioIn(chordOf(symbol), neck, area).map(({ pitch }) => pitch);
        const [low, high] = [neck.open[0]! + area[0], neck.open.at(-1)! + area[1]];
        const tones = notesOf(symbol);
        // Every pitch between the lowest and the highest of the area lies on some string of it.
        const expected = Array.from({ length: high - low + 1 }, (_, i) => low + i).filter((pitch) =>
          tones.includes(pitch % 12),
        );
        expect([symbol, area, pitches]).toEqual([symbol, area, expected]);
      }
    }
  });
});

describe('small shapes in an area', () => {
  test.each(['C', 'Dm', 'Gaug', 'Bdim', 'Fmaj7', 'Dm7'])(
    '%s: found by trying every finger on every string',
    (symbol) => {
      const tones = notesOf(symbol);
      for (const area of areas) {
        const expected: string[] = [];
        for (let low = 0; low + tones.length <= 6; low++) {
          const tryFrom = (frets: number[]): void => {
            const string = low + frets.length;
            if (frets.length === tones.length) {
              const whole = [
                ...Array<number>(low).fill(-1),
                ...frets,
                ...Array<number>(6 - low - frets.length).fill(-1),
              ];
              const sounding = new Set(frets.map((fret, i) => (neck.open[low + i]! + fret) % 12));
              const isWhole = sounding.size === tones.length && tones.every((pc) => sounding.has(pc));
              if (isWhole && whyNotHeld(whole, DEFAULT_HAND) === null) expected.push(formatFrets(whole));
              return;
            }
            for (let fret = area[0]; fret <= area[1]; fret++) if (string < 6) tryFrom([...frets, fret]);
          };
          tryFrom([]);
        }
        const found = shapesIn(chordOf(symbol), DEFAULT_HAND, area).map(({ frets }) => formatFrets(frets));
        expect([...found].sort()).toEqual(expected.sort());
        expect(found.length).toBeGreaterThan(0);
      }
    },
  );

  test('a ninth chord has none of its own, but those of what lies above it', () => {
    expect(shapesIn(chordOf('Dm9'), DEFAULT_HAND, [3, 7])).toEqual([]);
    expect(shapesIn(structuresOf(chordOf('Dm9'))[0]!.chord, DEFAULT_HAND, [3, 7]).length).toBeGreaterThan(0);
  });
});
