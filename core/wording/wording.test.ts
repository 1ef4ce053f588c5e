import { afterEach, describe, expect, test } from '@jest/globals';
import { ENGLISH, speakFrom, type Speech } from '../words/words.ts';
import { parseChart } from '../chart/parse.ts';
import { colourReason, priceText } from './grips.ts';
import {
  caution,
  changeText,
  difficultyText,
  difficultyWord,
  makeupText,
  mutedText,
  orderText,
  ratingText,
} from './hand.ts';
import { settingCaution, tuningText } from './player.ts';
import { asChord } from '../chord/names.ts';
import { parseChord } from '../chord/symbol.ts';
import { pitchClass } from '../pitch/note.ts';
import { asChordText, smallChangeText } from './around.ts';
import { keyWords, musical, noteText, pitchText, spokenSymbol, symbolParts, symbolText } from './music.ts';
import { PLAYER_FIELDS, readPlayer } from '../neck/player.ts';
import { readChart } from '../reading/read.ts';
import { formOfChart } from '../reading/form.ts';
import { phrasesText, playedText } from './form.ts';
import { capoText, keyFactsText, movedByText, voiceFitText } from './keys.ts';
import { problemLine, problemText } from './problems.ts';
import { foundKeyText, readingLabel, readingSentence } from './reading.ts';
import { carriedText, playedBassText, playedNoteText } from './carry.ts';

const reading = (how: Partial<Speech>) => speakFrom(() => ({ ...ENGLISH, ...how }));
afterEach(() => reading({}));

test.each([
  ['letters', true, 'B♭7 F♯m/B Bmaj7', 'B flat 7'],
  ['german', false, 'B♭7 F♯m/B Bmaj7', 'B flat 7'],
  ['german', true, 'B7 F♯m/H Hmaj7', 'B 7'],
  ['fixed-do', true, 'Si♭7 Fa♯m/Si Simaj7', 'Si flat 7'],
] as const)('chord symbols with notes as %s, on wish %s', (notes, namesChords, shown, spoken) => {
  reading({ notes, namesChords });
  expect(symbolText('Bb7 F#m/B Bmaj7')).toBe(shown);
  expect(symbolText('bVII7 ii–V #11')).toBe('♭VII7 ii–V ♯11');
  expect(spokenSymbol('Bb7')).toBe(spoken);
  expect(Object.values(symbolParts('F#m/B')).join('|')).toBe(
    { letters: 'F|♯|m||B', german: namesChords ? 'F|♯|m||H' : 'F|♯|m||B', 'fixed-do': 'Fa|♯|m||Si' }[notes],
  );
});

test.each([
  ['Bb7', 'B♭7'],
  ['Bbm7b5/Ab', 'B♭m7♭5/A♭'],
  ['bVII7', '♭VII7'],
  ['ii/bVII', 'ii/♭VII'],
  ['#11', '♯11'],
  ['bb7', '♭♭7'],
  ['Bb7b9', 'B♭7♭9'],
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

test('every fault of a player has words that name the setting and what is right', () => {
  const faults = [
    null,
    { reech: 100 },
    ...PLAYER_FIELDS.map((field) => ({ [field]: 'nothing like it' })),
    { capo: 9, highestFret: 10 },
    { unusedStrings: [6] },
  ];
  for (const fault of faults) {
    const player = readPlayer(fault);
    // Any text is a name.
    if (player.ok) expect(fault).toHaveProperty('name');
    else
      for (const problem of player.problems) {
        expect(problemText(problem)).toMatch(/\.$/);
        expect(problemText(problem)).not.toMatch(/undefined/);
      }
  }
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
  expect([1, 4, 8].map(difficultyWord)).toEqual(['easy', 'moderate', 'hard']);
  expect(difficultyText({ reach: 1.7, fingers: 2.1, barre: 0, mutes: 0, position: 0.4, stretch: 0 })).toBe(
    'fingers 2.1 · reach 1.7 · place on the neck 0.4',
  );
  expect(caution(100, 2)).toMatch(/stretch.*warm up.*pain/i);
  expect(caution(50, 7)).toMatch(/rest/);
  expect(caution(50, 2)).toBeNull();
  expect(settingCaution({ reach: 130, barres: 'full' })).toMatch(/stop at pain/);
  expect(settingCaution({ reach: 110, barres: 'slanted' })).toMatch(/wrist.*rest/);
  expect(settingCaution({ reach: 110, barres: 'full' })).toBeNull();
});

describe('what the hand does, in words', () => {
  const still = { stay: [], slide: [], place: [], lift: [], shapeMoves: 0, order: [] };

  test('a shape that slides as a whole', () => {
    const change = { ...still, slide: [1, 2, 4] as const, shapeMoves: 3, order: [1, 2, 4] as const };
    expect(changeText(change, 97.4)).toBe('the whole shape slides up 3 frets · hand moves 97 mm');
    expect(orderText(change)).toBe('');
  });

  test('fingers by name, in the order to move them', () => {
    const change = {
      ...still,
      stay: [2] as const,
      slide: [3] as const,
      place: [1, 4] as const,
      order: [3, 1, 4] as const,
    };
    expect(changeText(change, 0)).toBe('middle stays, ring slides, index and little are set · hand stays');
    expect(orderText(change)).toBe('first ring, then index and little');
  });

  test('fingers that lift', () => {
    expect(changeText({ ...still, stay: [1], lift: [4] }, 0)).toBe('index stays, little lifts · hand stays');
  });

  test('how it lies in the time there is', () => {
    expect(ratingText('brisk', 200, 188)).toBe('just in time: the hand needs about 0.20 s, and has 0.19 s');
    expect(ratingText('easy', 0, 188)).toBe('time enough');
  });

  test('who damps what', () => {
    expect(mutedText([null, null, 3, 'T', null, null])).toBe('ring damps string 4, thumb damps string 3');
    expect(mutedText([null, null])).toBe('');
  });

  test('what a grip’s notes come to', () => {
    expect(makeupText({ strings: [1, 2, 3, 4], inversion: 1, omitted: ['5'], doubled: ['b3'] })).toBe(
      'first inversion · without 5 · ♭3 doubled',
    );
  });
});

test('a small change of a grip one knows', () => {
  const at = [4, 6, 6, 5, 4, 4];
  expect(smallChangeText('Ab', { at, changes: [{ string: 2, by: -1 }] })).toBe('your A♭, string 4 a fret lower');
  expect(
    smallChangeText('Ab', {
      at: [-1, 6, 6, 5, 4, 4],
      changes: [
        { string: 0, by: null },
        { string: 5, by: null },
      ],
    }),
  ).toBe('your A♭, with string 6, without string 1');
  expect(smallChangeText('G', { at, changes: [{ string: 5, by: 2 }] })).toBe('your G, string 1 two frets higher');
});

describe('note names as the player reads them', () => {
  test.each([
    ['Bb', 'B♭', 'B', 'Si♭'],
    ['B', 'B', 'H', 'Si'],
    ['F#', 'F♯', 'Fis', 'Fa♯'],
    ['Eb', 'E♭', 'Es', 'Mi♭'],
    ['Ab', 'A♭', 'As', 'La♭'],
    ['Gb', 'G♭', 'Ges', 'Sol♭'],
  ] as const)('%s', (note, letters, german, fixedDo) => {
    expect([noteText(note, 'letters'), noteText(note, 'german'), noteText(note, 'fixed-do')]).toEqual([
      letters,
      german,
      fixedDo,
    ]);
  });

  test('pitches and tunings', () => {
    reading({ notes: 'german' });
    expect([pitchText(47), noteText('Bb3'), keyWords('Bb major'), keyWords('F#m')]).toEqual([
      'H2',
      'B3',
      'B major',
      'Fis minor',
    ]);
    reading({ notes: 'fixed-do' });
    expect(tuningText([40, 45, 50, 55, 59, 64])).toBe('Standard');
    expect(tuningText([41, 45, 50, 55, 59, 64])).toBe('Fa La Re Sol Si Mi');
  });
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

test('every kind of reason has its words', () => {
  const charts = [
    'key: C\n| C | Caug | C6 | Cmaj7/C# | Cmaj7 | Cmaj7/C# | Dm7 | G7 | Abmaj7 | C | Db/C | C | Emaj7 | C |',
    'key: C\n| C7sus4 | Eb7sus4 | F7sus4 |',
    'key: C\n| C | D | C | D |',
    'key: C\n| C | Am7 | Dm7 | G7 | Eb | Cm7 | Fm7 | Bb7 | C | G7 |',
    'key: F\n| F7 | Bb7 | F7 | F7 | Bb7 | % | F7 | D7 | Gm7 | C7 | F7 | C7 |',
    'key: Cm\n| Cm | Fm | G7 | C |',
  ];
  const told = charts.flatMap((text) => {
    const chart = parseChart(text);
    if (!chart.ok) throw new Error(text);
    return readChart(chart.value).flatMap(({ reading }) => (reading?.outside ? [reading] : []));
  });
  const kinds = new Set(told.map(({ outside }) => outside!.kind));
  for (const kind of ['line', 'bass-slip', 'deceptive', 'pedal', 'planing', 'modal', 'modulation', 'blues', 'picardy'])
    expect(kinds).toContain(kind);
  for (const reading of told) {
    expect(readingLabel(reading)).not.toBe('');
    expect(readingSentence(reading)).toMatch(/^[A-Z♭♯].*\.$/);
    expect(`${readingLabel(reading)} ${readingSentence(reading)}`).not.toMatch(
      /undefined|null|what follows|another key/,
    );
  }
});

test('a key found from the chords is said, how sure it is, and what comes next', () => {
  const key = { tonic: 'Bb', mode: 'major' } as const;
  const runnerUp = { tonic: 'G', mode: 'minor' } as const;
  expect(foundKeyText({ key, confidence: 0.52, runnerUp })).toBe(
    'The key is read from the chords: B♭ major (52 % sure; next best G minor). Write key: Bb to settle it.',
  );
});

describe('the form in words', () => {
  test.each([
    ['key: C\n[A]\n| C | F |\n| G7 | C |\n[B]\n| F | % | % |', 'A, B · 7 bars', ['2 + 2 bars', '3 bars']],
    ['key: C\n[A]\n|: C | F :|\n', 'A, A · 4 bars', ['2 bars']],
    ['key: C\n[Vamp]\n|: C :| {vamp}\n', 'Vamp × 4 · 4 bars', ['1 bar']],
    ['key: C\n[pickup 1/4] | G7 | C | F | G7 | C |', '4 bars', ['4 bars']],
    ['key: C\n[A]\n| C {fine} |\n[B]\n| F {D.C. al fine} |', 'A, B, A · 3 bars', ['1 bar', '1 bar']],
  ])('%j', (text, played, phrases) => {
    const chart = parseChart(text);
    if (!chart.ok) throw new Error(text);
    expect(playedText(chart.value)).toBe(played);
    expect(formOfChart(chart.value, readChart(chart.value)).map(phrasesText)).toEqual(phrases);
  });
});

test('what a key means, in words', () => {
  const facts = { openStrings: 6, openBasses: 1, basses: 4, tonicFrets: [8, 3] as const };
  expect(keyFactsText(facts)).toBe('6 open strings · 1 open bass · tonic at 8 or 3');
  expect(capoText({ ...facts, fret: 3, openBasses: 2, shapes: { tonic: 'Bb', mode: 'minor' } })).toBe(
    'capo 3, as in B♭m: 2 open basses',
  );
  expect([movedByText(0), movedByText(3), movedByText(-5)]).toEqual(['as it is', 'up 3', 'down 5']);
  expect(voiceFitText({ up: 0, tooLow: 0, tooHigh: 0 })).toBe('fits the voice');
  expect(voiceFitText({ up: 0, tooLow: 1, tooHigh: 2 })).toBe('1 too low, 2 too high');
});

test.each([
  ['G7', 'G B D F', 'G7, whole'],
  // The ii's seventh led up to the V's flat fifth: G7♭5 without its third.
  ['G7', 'G Db F', 'G7, without its 3, with ♭5'],
  ['Dm7', 'D F', 'Dm7, without its 5 and ♭7'],
  ['C', 'C E G B D', 'C, with 9 and 7'],
])('as %s, %s is told by what is not there and what is beside it', (symbol, notes, text) => {
  const chord = parseChord(symbol);
  const mask = notes.split(' ').reduce((bits, note) => bits | (1 << pitchClass(note)), 0);
  expect(chord.ok && asChordText(chord.value, asChord(chord.value, { mask }))).toBe(text);
});

test.each<[Parameters<typeof carriedText>[0], number, string]>([
  [{ string: 5, count: 41 }, 2, 'B4 on string 1: 41 grips; this one keeps two fingers down.'],
  [{ string: 4, count: 3 }, 0, 'B4 on string 2: only 3 grips.'],
  [{ string: 3, count: 1 }, 1, 'B4 on string 3: the only grip is this; this one keeps one finger down.'],
])('under a note of the tune %j', (own, stay, words) => {
  expect(carriedText(own, 'B4', { strings: 6, stay })).toBe(words);
});

test('notes of a chord-melody are told by string, fret and finger', () => {
  const note = { start: 0, ticks: 240, pitch: 73, string: 5, fret: 9, finger: 2, ringing: 0 } as const;
  expect(playedNoteText({ ...note, how: 'free', legato: 'hammer' }, 6)).toBe(
    'C♯5 on string 1 at fret 9, middle, hammered on',
  );
  expect(playedNoteText({ ...note, how: 'alone', legato: null }, 6)).toBe('C♯5 on string 1 at fret 9, middle, alone');
  const open = [40, 45, 50, 55, 59, 64];
  expect(playedBassText({ string: 1, fret: 0, finger: 0, start: 0, end: 480 }, open)).toBe(
    'the bass A2 on string 5, open',
  );
});
