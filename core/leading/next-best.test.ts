import { expect, test } from '@jest/globals';
import { formatFrets, gripOf } from '../grip/grips.ts';
import { buildLibrary } from '../grip/library.ts';
import { DEFAULT_HAND } from '../neck/hand.ts';
import type { StandingWish } from '../take/wishes.ts';
import { nextBestText } from '../wording/why.ts';
import { chordOf, nodeOf, solvedChain } from './by-hand.oracle.ts';
import { wishFor } from './next-best.ts';

const library = buildLibrary({ ...DEFAULT_HAND, highestFret: 7 });
const chords = ['C6', 'Am7', 'Dm9', 'G13', 'Cmaj9', 'F6', 'Bm7b5', 'E7'].map(chordOf);

test('the wish that is told takes what stands away, and is met by the next best', () => {
  const { search, path } = solvedChain(
    library,
    chords.map((chord) => nodeOf(chord)),
  );
  const grips = path.shapes.map((shape, i) => gripOf(chords[i]!, library, shape));
  let told = 0;
  chords.forEach((chord, i) => {
    const [stands, next] = search.gripAlternatives(i, chord);
    // The first is what stands, or costs just as much.
    expect(stands!.cost).toBe(path.cost);
    const rival = (shape: number) => ({ shape, grip: gripOf(chord, library, shape) });
    const here = path.shapes[i]!;
    const other = next!.shape === here ? stands! : next!;
    const wish = wishFor(rival(other.shape), rival(here), grips[i - 1] ?? null, chord, library);
    if (wish === null) return;
    told++;
    const standing: StandingWish = { at: 'a', wish, hard: true, start: 0, ticks: 1 };
    const isLine = ['top', 'bass', 'contrary'].includes(wish.kind);
    // All else stays: the wish shows what it does to this grip alone.
    const asked = solvedChain(
      library,
      chords.map((each, k) =>
        k === i
          ? nodeOf(each, { wishes: [standing] })
          : nodeOf(each, { pin: grips[k]!.frets, wishes: isLine && k === i - 1 ? [standing] : [] }),
      ),
    );
    expect(formatFrets(gripOf(chord, library, asked.path.shapes[i]!).frets)).not.toBe(grips[i]!.grip);
  });
  expect(told).toBeGreaterThan(4);
});

test.each([
  [
    { kind: 'top', way: 'rising' } as const,
    'Next best x-3-5-4-5-3: 5 semitones, costs 0.8 more; wish that the top line rises, and it comes',
  ],
  [
    { kind: 'area', from: 5, to: 9 } as const,
    'Next best x-3-5-4-5-3: 5 semitones, costs 0.8 more; wish that it be in frets 5 to 9, and it comes',
  ],
  [null, 'Next best x-3-5-4-5-3: 5 semitones, costs 0.8 more; only a pin would bring it'],
])('what would bring it is said: %j', (wish, text) => {
  expect(nextBestText({ grip: 'x-3-5-4-5-3', movement: 5, extra: 8, wish })).toBe(text);
});
