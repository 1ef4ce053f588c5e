import { describe, expect, test } from '@jest/globals';
import * as fc from 'fast-check';
import { problemText } from '../wording/problems.ts';
import { DEFAULT_HAND } from './hand.ts';
import { DEFAULT_PLAYER, handOf, PLAYER_FIELDS, readPlayer } from './player.ts';

const problemsOf = (data: unknown) => {
  const read = readPlayer(data);
  return read.ok ? [] : read.problems.map(problemText);
};

test('what is left out is as the default', () => {
  expect(readPlayer({})).toEqual({ ok: true, value: DEFAULT_PLAYER });
  expect(readPlayer({ reach: 95, thumb: true })).toMatchObject({
    ok: true,
    value: { reach: 95, thumb: true, capo: 0 },
  });
});

test('a player is read back as written', () => {
  const player = {
    ...DEFAULT_PLAYER,
    name: 'Mara',
    capo: 2,
    area: [5, 9] as const,
    resting: [4] as const,
    leftHanded: true,
    matters: { topLeap: 2, parallel: 1 } as const,
  };
  expect(readPlayer(JSON.parse(JSON.stringify(player)))).toEqual({ ok: true, value: player });
});

test('tunings are named, spelled or numbered', () => {
  const tuned = (tuning: unknown) => {
    const read = readPlayer({ tuning });
    return read.ok ? read.value.tuning : null;
  };
  expect(tuned('drop-d')).toEqual([38, 45, 50, 55, 59, 64]);
  expect(tuned('D2 A2 D3 G3 A3 D4')).toEqual([38, 45, 50, 55, 57, 62]);
  expect(tuned(['B1', 'E2', 'A2', 'D3', 'G3', 'B3', 'E4'])).toEqual([35, 40, 45, 50, 55, 59, 64]);
  expect(tuned([40, 45, 50, 55, 60, 65])).toEqual([40, 45, 50, 55, 60, 65]);
  for (const wrong of ['E2 A2', 'H2 A2 D3 G3 B3 E4', [40, 45, 50, 55, 59], [40, 45, 50, 55, 59, 640], 7])
    expect(tuned(wrong)).toBeNull();
});

describe('what is wrong is said, by setting, with what would be right', () => {
  test.each([
    [{ reach: 'wide' }, /reach cannot be "wide": it is millimetres.*50 to 160/],
    [{ reach: 400 }, /reach/],
    [{ resting: [5] }, /resting.*1 \(index\) to 4/],
    [{ resting: [1, 2, 3, 4] }, /three at most/],
    [{ barres: 'all' }, /none, partial, full, slanted/],
    [{ area: [9, 5] }, /two frets in order/],
    [{ matters: { topLeap: 3 } }, /matters.*topLeap.*each 0, 0.5, 1, 2, 4/],
    [{ matters: { luck: 1 } }, /terms and how much they matter/],
    [{ matters: { wish: 0 } }, /terms and how much they matter/],
    [{ hands: 2 }, /“hands” is no setting.*scaleLength/],
    [{ capo: 9, highestFret: 12 }, /capo at fret 9.*four at least/],
    [{ unusedStrings: [6] }, /three are in use/],
    [{ unusedStrings: [0, 1, 2, 3] }, /three are in use|leaves three/],
    [[], /written as/],
    ['x', /written as/],
    [null, /written as/],
  ])('%j', (data, words) => {
    expect(problemsOf(data).join(' ')).toMatch(words);
  });

  test('every wrong setting at once', () => {
    expect(problemsOf({ reach: -1, capo: 1.5, thumb: 1 })).toHaveLength(3);
  });

  test('nothing whatever is read without a word or a whole player', () => {
    fc.assert(
      fc.property(fc.dictionary(fc.constantFrom(...PLAYER_FIELDS, '__proto__'), fc.jsonValue()), (data) => {
        const read = readPlayer(data);
        if (read.ok) expect(Object.keys(read.value).sort()).toEqual([...PLAYER_FIELDS].sort());
        else expect(read.problems.length).toBeGreaterThan(0);
      }),
      { numRuns: 500, seed: 3 },
    );
  });
});

test('the hand is the part that decides what can be held', () => {
  expect(handOf(DEFAULT_PLAYER)).toEqual(DEFAULT_HAND);
  expect(handOf({ ...DEFAULT_PLAYER, leftHanded: true, area: [5, 9], company: 'bass', name: 'x' } as never)).toEqual(
    DEFAULT_HAND,
  );
});

test('a left-hander’s grips are the same: only the picture is mirrored', () => {
  expect(handOf({ ...DEFAULT_PLAYER, leftHanded: true } as never)).toEqual(handOf(DEFAULT_PLAYER));
});
