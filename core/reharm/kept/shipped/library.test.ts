import { describe, expect, test } from '@jest/globals';
import { Note } from 'tonal';
import { symbolOf } from '../../../chord/chord.ts';
import { keysOfMode } from '../../../chart/transpose.ts';
import { formatKey, type Key } from '../../../pitch/key.ts';
import { passageIn, PASSAGE_USES } from '../passage.ts';
import { SHIPPED_MOVES } from './library.ts';
import type { ShippedMove } from './row.ts';

/* Every passage of ours, in every key, is what it says of itself; and a few are held against what is commonly written of them. */

const keysOf = ({ mode }: ShippedMove): readonly Key[] => keysOfMode({ mode });
const chordsIn = (move: ShippedMove, key: Key) => passageIn(move, key).parts.map(({ chord }) => chord);
const byId = (id: string) => SHIPPED_MOVES.find((move) => move.id === id)!;

describe.each(SHIPPED_MOVES.map((move) => [move.id, move] as const))('%s', (_, move) => {
  test('says something of itself that holds in every key', () => {
    expect(move.claims.length).toBeGreaterThan(0);
    for (const key of keysOf(move)) {
      const chords = chordsIn(move, key);
      const held = move.claims.map((claim) => claim(chords, key));
      expect([formatKey(key), ...held]).toEqual([formatKey(key), ...move.claims.map(() => true)]);
    }
  });

  test('fills whole bars, in all keys alike', () => {
    const [first, ...rest] = keysOf(move).map((key) => passageIn(move, key));
    expect(Number.isInteger(first!.bars)).toBe(true);
    const lengths = first!.parts.map(({ beats }) => beats);
    expect(lengths.reduce((sum, beats) => sum + beats, 0)).toBe(
      first!.bars * (move.meter.unit === 8 ? 2 : move.meter.count),
    );
    for (const one of rest) expect(one.parts.map(({ beats }) => beats)).toEqual(lengths);
  });

  test('says no more in its claims than it could be wrong about: another chord in its place, and one fails', () => {
    const key = keysOf(move)[0]!;
    const chords = chordsIn(move, key);
    // Every chord a half step up: nothing that is said of the key holds any more, unless it is said of the shapes alone.
    const moved = chords.map((chord) => ({
      ...chord,
      root: Note.simplify(Note.transpose(chord.root, '2m')),
      bass: chord.bass && Note.simplify(Note.transpose(chord.bass, '2m')),
    }));
    const swapped = [...chords.slice(1), chords[0]!];
    const all = (some: typeof chords) => move.claims.every((claim) => claim(some, key));
    expect(all(moved) && all(swapped)).toBe(false);
  });
});

test('there are sixty at least besides the ii–V–I of each area, of every use, in both modes, in 3/4 and 6/8', () => {
  const plain = SHIPPED_MOVES.filter(({ id }) => !/^two-five-[a-z-]+-\d+$/.test(id));
  expect(plain.length).toBeGreaterThanOrEqual(60);
  expect(SHIPPED_MOVES.length - plain.length).toBe(25);
  expect(new Set(SHIPPED_MOVES.map(({ id }) => id)).size).toBe(SHIPPED_MOVES.length);
  expect(new Set(SHIPPED_MOVES.map(({ use }) => use))).toEqual(new Set(PASSAGE_USES));
  expect(new Set(SHIPPED_MOVES.map(({ mode }) => mode)).size).toBe(2);
  expect(new Set(SHIPPED_MOVES.map(({ meter }) => `${meter.count}/${meter.unit}`))).toEqual(
    new Set(['4/4', '3/4', '6/8']),
  );
});

/* Common practice, written out by hand in one key each. */
test.each([
  ['turn-plain', 'Eb major', 'Eb6 Cm7 Fm7 Bb7'],
  ['turn-substitutes', 'F major', 'Am7 Ab7 Gm7 Gb7'],
  ['turn-lent', 'C major', 'Cmaj7 Ebmaj7 Abmaj7 Dbmaj7'],
  ['intro-minor-stairs', 'A minor', 'Am Am/G Fmaj7 E7b9 Am Am/G Fmaj7 E7b9'],
  ['bass-scale-down', 'G major', 'G D/F# Em Bm/D C G/B Am7 D7'],
  ['ladder-major-up', 'C major', 'C6 Ddim7 C6/E Fdim7 C6/G Abdim7 C6/A Bdim7'],
  ['ending-minor-iv', 'D major', 'Gmaj7 Gm6 D6/9'],
  ['blues-minor-plain', 'C minor', 'Dm7b5 G7b9 Cm7 Ab9 Dm7b5 G7#9'],
  ['line-minor', 'E minor', 'Em Em(maj7) Em7 Em6'],
])('%s in %s is %s', (id, key, symbols) => {
  const [tonic, mode] = key.split(' ') as [string, 'major' | 'minor'];
  expect(chordsIn(byId(id), { tonic, mode }).map(symbolOf).join(' ')).toBe(symbols);
});
