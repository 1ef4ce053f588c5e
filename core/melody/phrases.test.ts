import { describe, expect, test } from '@jest/globals';
import { playedBars } from '../chart/played.ts';
import { melodyCells, keptNotes } from './kept.ts';
import { sungNotes, type Melody } from './melody.ts';
import { phraseEnds, phrasesOf } from './phrases.ts';
import { breathe, lengthen, tie } from './entry.ts';
import { barNotes, cellsAfter, staveOf } from './stave.ts';
import { chartOf, TUNES } from './traditional.oracle.ts';
import { parseTune } from './tune-text.ts';
import { writeMelody } from './write.ts';

const tuneOf = (text: string) => {
  const tune = parseTune(text);
  if (!tune.ok) throw new Error(JSON.stringify(tune.problems));
  return { chart: tune.value.chart, melody: tune.value.melody! };
};
/** Each phrase by the bars of its first and last note, as played. */
const phrasesIn = ({ chart, melody }: ReturnType<typeof tuneOf>) => {
  const notes = sungNotes(chart, melody);
  return phrasesOf(playedBars(chart), notes).map(({ from, to }) => `${notes[from]!.bar}-${notes[to]!.bar}`);
};
const traditional = (name: string) => {
  const row = TUNES.find(([title]) => title === name)!;
  return tuneOf(`${chartOf(row)}melody:\nL:${row[3]}\nK:${row[1]}\n${row[5]}\n`);
};

/* Where singers breathe in these tunes is common knowledge; their charts here have no lines that say it. */
test.each([
  ['Greensleeves', ['0-4', '4-8', '9-12', '13-16']],
  ['Ah, vous dirai-je', ['1-4', '5-8', '9-12', '13-16']],
  ['Auld Lang Syne', ['0-4', '4-8', '8-12', '12-16']],
  ['New Britain', ['0-4', '4-7', '8-12', '12-15']],
  ['The Drunken Sailor', ['1-4', '5-8', '9-12', '13-16']],
  ['Londonderry Air, its first half', ['0-4', '4-8']],
])('the phrases of %s, pickups with what they lead to', (name, phrases) => {
  expect(phrasesIn(traditional(name))).toEqual(phrases);
});

test('a long note in the middle of a phrase ends none', () => {
  const tune = tuneOf('key: C\n| C | F | G | C |\nmelody:\nC2 D2 E2 F2 | G2 A2 G2 F2 | E6 D2 | C2 D2 C2 z2 |');
  expect(phrasesIn(tune)).toEqual(['1-4']);
});

describe('a breath that somebody put or took away', () => {
  const text = 'key: C\n| C | F | G | C |\nmelody:\n';
  const plain = tuneOf(`${text}C2 D2 E2 z2 | F2 G2 A2 F2 | G2 F2 E2 D2 | C8 |`);
  test('stands against the guess', () => {
    expect(phrasesIn(plain)).toEqual(['1-1', '2-4']);
    expect(phrasesIn(tuneOf(`${text}C2 D2 !nobreath!E2 z2 | F2 G2 A2 !breath!F2 | G2 F2 E2 D2 | C8 |`))).toEqual([
      '1-2',
      '3-4',
    ]);
  });
  test('is written with the notes and read again', () => {
    const { chart, melody } = tuneOf(`${text}C2 D2 !nobreath!E2 z2 | F2 G2 A2 !breath!F2 | G2 F2 E2 D2 | C8 |`);
    const said = melody.flatMap(({ bar, tick, breath }) => (breath === undefined ? [] : [[bar, tick, breath]]));
    expect(said).toEqual([
      [0, 960, false],
      [1, 1440, true],
    ]);
    expect(tuneOf(text + writeMelody(chart, melody).slice('melody:\n'.length)).melody).toEqual(melody);
  });
  test('before a rest says nothing', () => {
    expect(tuneOf(`${text}C2 D2 !breath!z2 E2 |`).melody.every(({ breath }) => breath === undefined)).toBe(true);
  });

  const ids = ['a', 'b', 'c', 'd'];
  const staveIn = ({ chart, melody }: { chart: ReturnType<typeof tuneOf>['chart']; melody: Melody }) =>
    staveOf(chart, ids, melodyCells(keptNotes(melody, ids)), null);
  test('is an edit of the bar that the note ends in, and stays when the note is made longer', () => {
    const stave = staveIn(plain);
    const cells = melodyCells(keptNotes(plain.melody, ids));
    const last = stave.notes.find(({ start }) => start === 1920 + 1440)!;
    const said = breathe(stave, new Map([[last.start, true]]));
    expect(Object.keys(cellsAfter(cells, stave, said))).toEqual(['b']);
    const longer = lengthen(said, { from: last.start, to: last.start + 1 }, 720);
    // Over the bar line it goes with the end of the note.
    expect(barNotes(longer, longer.bars[1]!).at(-1)).toMatchObject({ tied: true });
    expect(barNotes(longer, longer.bars[1]!).at(-1)).not.toHaveProperty('breath');
    expect(barNotes(longer, longer.bars[2]!)[0]).toMatchObject({ breath: true });
    const parted = tie(
      longer,
      longer.notes.find(({ start }) => start === last.start)!,
    );
    expect(parted.notes.filter(({ breath }) => breath).map(({ start }) => start)).toEqual([2 * 1920]);
  });
  test('is seen on the stave where it is guessed, too, but not after the last note', () => {
    const notes = sungNotes(plain.chart, plain.melody);
    expect([...phraseEnds(playedBars(plain.chart), notes, staveIn(plain))]).toEqual([960]);
  });
});
