import { describe, expect, test } from '@jest/globals';
import { parseChart } from '../chart/parse.ts';
import { caution, changeText, colourReason, difficultyWord, priceText } from './grips.ts';
import { musical, spokenSymbol, symbolParts } from './music.ts';
import { readChart } from '../reading/read.ts';
import { problemLine, problemText } from './problems.ts';
import { foundKeyText, readingLabel, readingSentence } from './reading.ts';

test.each([
  ['Bb7', 'B♭7'],
  ['Bbm7b5/Ab', 'B♭m7♭5/A♭'],
  ['bVII7', '♭VII7'],
  ['ii/bVII', 'ii/♭VII'],
  ['#11', '♯11'],
  ['Eb major', 'E♭ major'],
  ['F# minor', 'F♯ minor'],
  ['Absus4', 'A♭sus4'],
  ['Gdim7', 'Gdim7'],
])('%s is written %s', (ascii, shown) => {
  expect(musical(ascii)).toBe(shown);
});

describe('a symbol', () => {
  test.each([
    ['Bbm7b5/Ab', { letter: 'B', accidental: '♭', quality: 'm', raised: '7♭5', bass: 'A♭' }],
    ['Cmaj9', { letter: 'C', accidental: '', quality: '', raised: 'maj9', bass: '' }],
    ['C#dim7', { letter: 'C', accidental: '♯', quality: '', raised: '°7', bass: '' }],
    ['C6/9', { letter: 'C', accidental: '', quality: '', raised: '6/9', bass: '' }],
    ['N.C.', { letter: 'N.C.', accidental: '', quality: '', raised: '', bass: '' }],
  ])('%s in parts', (symbol, parts) => {
    expect(symbolParts(symbol)).toEqual(parts);
  });

  test.each([
    ['Bbm7b5/Ab', 'B flat minor 7 flat 5 over A flat'],
    ['F#13#11', 'F sharp 13 sharp 11'],
    ['Cmaj9', 'C major 9'],
    ['C6/9', 'C six nine'],
    ['G7b9sus4', 'G 7 flat 9 suspended 4'],
    ['Am(maj7)', 'A minor major 7'],
    ['N.C.', 'no chord'],
  ])('%s aloud', (symbol, spoken) => {
    expect(spokenSymbol(symbol)).toBe(spoken);
  });
});

test('every problem has words that say what would be right, with its place', () => {
  const texts = [
    'key: Q\n| H7 | am | C/E/G | C/x | Do | zz |',
    '| C',
    '|: C |',
    '| C :|',
    '| | C F G A B |',
    '{9/9}\n| C |',
    'foo',
  ];
  for (const text of texts) {
    const chart = parseChart(text);
    if (chart.ok) throw new Error(text);
    for (const problem of chart.problems) {
      expect(problemText(problem)).toMatch(/[.|…]$/);
      expect(problemLine(problem)).toMatch(/^(bar|line) \d+: /);
      expect(problemText(problem)).not.toMatch(/undefined/);
    }
  }
});

test('prices, difficulties and cautions in a player’s words', () => {
  expect([0, 23, -4, 120].map(priceText)).toEqual(['0', '+2.3', '−0.4', '+12']);
  expect([10, 40, 80].map(difficultyWord)).toEqual(['easy', 'moderate', 'hard']);
  expect(caution(100, 20)).toMatch(/stretch.*warm up.*pain/i);
  expect(caution(50, 70)).toMatch(/rest/);
  expect(caution(50, 20)).toBeNull();
});

test('what the hand does, in words', () => {
  expect(changeText({ stay: 0, slide: 3, place: 0, shapeMoves: 3 }, 97.4, 9)).toBe(
    'the whole shape slides up 3 frets · hand 97 mm · 9 semitones',
  );
  expect(changeText({ stay: 1, slide: 0, place: 2, shapeMoves: 0 }, 0, 1)).toBe(
    '1 finger stays, 2 fingers set anew · hand stays · 1 semitone',
  );
});

test('a colour’s reason says what it adds and gives up', () => {
  const option = {
    suffix: '9',
    chord: null as never,
    adds: ['9', 'b7'] as const,
    drops: ['5'] as const,
    group: 'care' as const,
    clashes: [{ id: 'outside-key', degree: '9' }] as const,
  };
  expect(colourReason(option)).toBe('adds 9 ♭7, gives up 5 · with care: the 9 is outside the key');
  expect(colourReason({ ...option, group: 'grates', clashes: [{ id: 'eleven-on-third', degree: '11' }] })).toBe(
    'adds 9 ♭7, gives up 5 · grates: the 11 rubs a minor ninth above the 3',
  );
  expect(colourReason({ ...option, group: 'chart' })).toBe('as the chart has it');
});

test('every reason is told in a few words and in a sentence, with what it leads to', () => {
  const told = (text: string) => {
    const chart = parseChart(text);
    if (!chart.ok) throw new Error(text);
    return readChart(chart.value).map(({ reading }) => [readingLabel(reading!), readingSentence(reading!)]);
  };
  expect(told('key: Db\n| Db | Bb7 | Ebm7 | A7 | Ab7 | Gbm |')).toEqual([
    ['', 'In D♭ major, at rest.'],
    ['V of ii', 'The dominant of ii, a fifth above it.'],
    ['', 'In D♭ major, on the way to the dominant.'],
    ['♭II of V', 'Stands for the dominant of V: the same third and seventh, and the bass falls a half step.'],
    ['', 'In D♭ major, wants home.'],
    ['borrowed', 'Borrowed from the parallel mode on the same tonic.'],
  ]);
  const all = told(
    'key: C\n| C#m7 F#7 | Fm7 Bb7 | C | Cdim7 | C | C#dim7 | Dm7 | D7 | F | G#dim7 | Am | F#maj7 | Em7 | Ebm7 | Dm7 |',
  );
  for (const [label, sentence] of all) {
    expect(sentence).toMatch(/^[A-Z].*\.$/);
    expect(`${label} ${sentence}`).not.toMatch(/undefined|null|what follows|another key/);
  }
});

test('a key found from the chords is said, with the runner-up when it is in doubt', () => {
  const key = { tonic: 'Bb', mode: 'major' } as const;
  const runnerUp = { tonic: 'G', mode: 'minor' } as const;
  expect(foundKeyText({ key, confidence: 0.52, runnerUp })).toBe(
    'The key is read from the chords: B♭ major (or G minor). Write key: Bb to settle it.',
  );
  expect(foundKeyText({ key, confidence: 0.8, runnerUp })).not.toContain('or G minor');
});
