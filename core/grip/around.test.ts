import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { namesOf } from '../chord/names.ts';
import { DEFAULT_HAND } from '../neck/hand.ts';
import { whyNotHeld } from '../neck/hold.ts';
import { STANDARD_TUNING } from '../neck/tuning.ts';
import {
  COMMON_FORMS,
  inversionsOf,
  neighboursOf,
  octaveAway,
  openStringsOf,
  otherSpacings,
  otherStrings,
  smallChangeOf,
} from './around.ts';
import { formatFrets, fretsAt, parseFrets } from './grips.ts';
import { buildLibrary } from './library.ts';

const library = buildLibrary(DEFAULT_HAND);
const shown = (shapes: readonly number[]) => shapes.map((shape) => formatFrets(fretsAt(library, shape)));
const pitches = (frets: readonly number[]) =>
  frets.flatMap((fret, s) => (fret < 0 ? [] : [STANDARD_TUNING[s]! + fret])).sort((a, b) => a - b);

describe('the same notes elsewhere', () => {
  test('each sounds exactly the same pitches, and none is left out', () => {
    const frets = parseFrets('x-x-5-5-5-8')!;
    const found = otherStrings(library, frets);
    for (const shape of found) expect(pitches(fretsAt(library, shape))).toEqual(pitches(frets));
    expect(shown(found)).toContain('x-10-10-9-x-8');
    expect(shown(found)).not.toContain('x-x-5-5-5-8');
    let all = 0;
    for (let shape = 0; shape < library.size; shape++)
      if (pitches(fretsAt(library, shape)).join() === pitches(frets).join()) all++;
    expect(found).toHaveLength(all - 1);
  });

  test('in another order: the same notes, as many, the nearest first and each voicing once', () => {
    const own = parseFrets('x-3-5-4-5-x')!;
    const found = otherSpacings(library, own).map((shape) => pitches(fretsAt(library, shape)));
    const classes = (sounding: readonly number[]) => [...new Set(sounding.map((pitch) => pitch % 12))].sort().join();
    expect(found.length).toBeGreaterThan(20);
    expect(new Set(found.map(String)).size).toBe(found.length);
    const away = found.map((sounding) =>
      sounding.reduce((sum, pitch, i) => sum + Math.abs(pitch - pitches(own)[i]!), 0),
    );
    expect(away).toEqual([...away].sort((a, b) => a - b));
    for (const sounding of found) {
      expect(sounding).toHaveLength(4);
      expect(classes(sounding)).toBe(classes(pitches(own)));
    }
  });

  test('an octave away', () => {
    const found = shown(octaveAway(library, parseFrets('x-3-5-4-5-x')!));
    expect(found).toContain('x-x-10-12-12-12');
    for (const grip of found)
      expect(pitches(parseFrets(grip)!)).toEqual(pitches(parseFrets('x-3-5-4-5-x')!).map((pitch) => pitch + 12));
  });

  test('inversions climb on the same strings, each note once', () => {
    // Drop 2 of Am7 on the upper four strings, from C6 at the second fret up (common practice).
    const found = inversionsOf(library, parseFrets('x-x-2-2-1-3')!);
    expect(shown(found)).toEqual(expect.arrayContaining(['x-x-5-5-5-5', 'x-x-7-9-8-8', 'x-x-10-12-10-12']));
    const lows = found.map((shape) => library.lowest[shape]!);
    expect([...lows].sort((a, b) => a - b)).toEqual(lows);
    for (const grip of shown(found)) expect(grip).toMatch(/^x-x-\d+-\d+-\d+-\d+$/);
    // With a note twice, the others have one twice, too.
    expect(inversionsOf(library, parseFrets('x-x-5-5-5-8')!).length).toBeGreaterThan(1);
  });
});

test('one finger a fret away: grips this hand holds, each different on one string by one fret', () => {
  const frets = parseFrets('x-3-5-4-5-3')!;
  const found = neighboursOf(frets, DEFAULT_HAND);
  expect(found.map((one) => formatFrets(one.frets))).toContain('x-3-5-3-5-3');
  for (const { string, by, frets: other } of found) {
    expect(other[string]).toBe(frets[string]! + by);
    expect(other.filter((fret, s) => fret !== frets[s])).toHaveLength(1);
    expect(whyNotHeld(other, DEFAULT_HAND)).toBeNull();
  }
});

test('the strings to leave out to make a grip movable', () => {
  expect(openStringsOf(parseFrets('0-2-2-1-0-0')!)).toEqual([0, 4, 5]);
  expect(openStringsOf(parseFrets('x-3-5-4-5-3')!)).toEqual([]);
});

describe('a small change of a grip one knows', () => {
  const changeOf = (grip: string) => smallChangeOf(parseFrets(grip)!, COMMON_FORMS, 15);
  test.each([
    // A♭maj7 is the A♭ barre with one note a fret lower.
    ['4-6-5-5-4-4', '4-6-6-5-4-4', [{ string: 2, by: -1 }]],
    ['x-3-5-4-5-3', 'x-3-5-4-5-3', null],
    ['x-4-6-5-6-x', 'x-4-6-5-6-4', [{ string: 5, by: null }]],
  ])('%s', (grip, known, changes) => {
    const found = changeOf(grip);
    if (changes === null) {
      expect(found).toBeNull();
      return;
    }
    expect(found && { at: formatFrets(found.at), changes: found.changes }).toEqual({ at: known, changes });
  });

  test('what is said to change makes the grip of the known one', () => {
    fc.assert(
      fc.property(fc.nat(), (n) => {
        const frets = fretsAt(library, n % library.size);
        const found = smallChangeOf(frets, COMMON_FORMS, 15);
        if (found === null) return;
        const changed = found.at.map((fret, s) => {
          const change = found.changes.find(({ string }) => string === s);
          if (!change) return fret;
          return change.by === null ? frets[s]! : fret + change.by;
        });
        expect(changed).toEqual(frets);
      }),
      { numRuns: 2000 },
    );
  });

  test('the forms are chords everyone names at once', () => {
    for (const { frets } of COMMON_FORMS) {
      const sounding = pitches(frets);
      const [name] = namesOf({
        mask: sounding.reduce((mask, pitch) => mask | (1 << (pitch % 12)), 0),
        bass: sounding[0]! % 12,
      });
      expect(name!.symbol).toMatch(/^[A-G][b#]?(m|7|m7|maj7)?$/);
    }
  });
});
