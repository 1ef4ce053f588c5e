import { some } from '../../../scripts/thorough.oracle.ts';
import { describe, expect, test } from '@jest/globals';
import { buildLibrary } from '../../grip/library.ts';
import { pricingFor } from '../../leading/pricing.ts';
import { arrangedTake, sessionOf, solveTake } from '../../leading/solve.ts';
import { NO_MELODY, sungNotes } from '../../melody/melody.ts';
import { parseTune } from '../../melody/tune-text.ts';
import { Fingerer } from '../../neck/fingering.ts';
import { DEFAULT_HAND } from '../../neck/hand.ts';
import { run } from '../../steps.ts';
import { hurries } from '../hand-in-time.ts';
import { isHeld, soundingAt } from '../held.oracle.ts';
import { melodyLayer } from '../melody.ts';
import { patternOf } from '../rhythm/patterns.ts';
import { rhythmLayer, throughout } from '../rhythm/rhythm.ts';
import { AS_WRITTEN } from '../rhythm/vary.ts';
import { scoreOf, type Score, type Scored, type Sound } from '../score.ts';
import { withAdded } from './added.ts';
import { decorPlaces } from './place.ts';
import { DECORATIONS } from './table.ts';
import {
  chosenDecorations,
  decorationReason,
  decorationsOf,
  notOfferedAt,
  offersAt,
  decoratedBy,
  type Offered,
} from './decorate.ts';

const library = buildLibrary({ ...DEFAULT_HAND, highestFret: 12 });
const pricing = pricingFor({ company: 'alone', area: null, matters: {} });
const OPEN = [40, 45, 50, 55, 59, 64];

/** A tune as it sounds, each chord once or in a rhythm. */
function sounding(text: string, rhythm: string | null = null, own = library): { score: Score; of: Scored } {
  const tune = parseTune(text);
  if (!tune.ok) throw new Error(JSON.stringify(tune.problems));
  const { chart, melody } = tune.value;
  const session = sessionOf(own, { pricing });
  const { columns } = arrangedTake(run(solveTake(session, { chart, melody: melody ?? NO_MELODY })));
  const of = { chart, open: OPEN, columns };
  const { end } = scoreOf(of);
  const layers = [
    ...(melody ? [melodyLayer(sungNotes(chart, melody))] : []),
    rhythmLayer(rhythm === null ? [] : [throughout(patternOf(rhythm)!, { end }, AS_WRITTEN)]),
  ];
  return { score: scoreOf(of, layers), of };
}

/** Four bars and four more in a key, two chords in some, and a phrase that ends in the middle. */
const inKey = (key: string, [i, iv, v]: readonly string[]) =>
  `key: ${key}\ntempo: 100\n| ${i} | ${iv} | ${i} ${v} | ${i} |\n| ${iv} | ${v} | ${i} | ${i} |\n`;
const MAJORS = ['C', 'Db', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'Ab', 'A', 'Bb', 'B'];
const FOURTHS: Readonly<Record<string, readonly [string, string]>> = Object.fromEntries(
  MAJORS.map((key, k) => [key, [MAJORS[(k + 5) % 12]!, MAJORS[(k + 7) % 12]!]]),
);
const TUNES = MAJORS.flatMap((key) => {
  const [four, five] = FOURTHS[key]!;
  const minor = key === 'Db' ? 'C#' : key === 'Ab' ? 'G#' : key;
  return [
    [`${key} major`, inKey(key, [key, four, `${five}7`])],
    [`${minor} minor`, inKey(`${minor}m`, [`${minor}m`, `${four}m`, `${five}7`])],
  ] as const;
});

const added = (score: Score, of: Scored, one: Offered) => withAdded(score, one.column, one.added, of.open);
const pitchesOf = ({ notes }: Sound) => notes.map(({ pitch }) => pitch).sort((a, b) => a - b);

const AWAY: Readonly<Record<string, readonly number[]>> = {
  'approach-above': [1],
  'approach-below': [-1],
  'approach-above-twice': [2, 1],
  'approach-below-twice': [-2, -1],
  'approach-whole': [2],
};

/** That a hand holds all that sounds at any moment with the fingers it says, and no string has two notes. */
function isPlayable({ parts: { guitar } }: Score): void {
  const fingerer = new Fingerer(DEFAULT_HAND);
  for (const at of new Set(guitar.map(({ start }) => start))) {
    const notes = soundingAt(guitar, at).flatMap((sound) => sound.notes);
    expect(new Set(notes.map(({ string }) => string)).size).toBe(notes.length);
    expect([at, notes, isHeld(notes, DEFAULT_HAND, fingerer)]).toEqual([at, notes, true]);
  }
}

describe.each(some(TUNES, 3))('in %s', (_, text) => {
  const { score, of } = sounding(text);
  const offers = decorationsOf(score, of, DEFAULT_HAND);

  test('each sounds as its reason says', () => {
    for (const one of offers) {
      const { id } = one.decoration;
      const next = of.columns[one.column + 1]?.grip;
      const own = of.columns[one.column]!.grip!;
      const { sounds, revoiced } = one.added;
      const away = AWAY[id];
      if (away) {
        expect(sounds.map(pitchesOf)).toEqual(away.map((by) => [...next!.pitches].map((pitch) => pitch + by)));
        // On the off-beat, or an eighth early.
        const { start, ticks } = score.columns[one.column]!;
        expect(start + ticks - sounds.at(-1)!.start).toBe(one.variant === 'early' ? 480 : 240);
      }
      if (id === 'hammer-on') {
        const [{ string, fret, from, to }] = revoiced as [(typeof revoiced)[number]];
        expect(sounds[0]).toMatchObject({ start: to, legato: 'hammer' });
        expect(sounds[0]!.notes[0]!.fret).toBe(own.frets[string]);
        expect([1, 2]).toContain(own.frets[string]! - fret);
        expect(from).toBe(score.columns[one.column]!.start);
      }
      if (id.startsWith('line')) {
        const string = revoiced[0]!.string;
        const steps = {
          'line-down': [-1, -2, -3],

          'line-fifth-up': [1, 2, 1],
          'line-root-up': [1, 2, 1],
        }[id]!;
        expect(revoiced.map(({ fret }) => fret - own.frets[string]!)).toEqual(steps);
        expect(own.degrees[string]).toBe(id === 'line-fifth-up' ? '5' : '1');
        // What says the chord, its lowest note, stays.
        expect(OPEN[string]! + own.frets[string]!).toBeGreaterThan(own.pitches[0]!);
      }
      if (id === 'run-up' || id === 'run-down') {
        const pitches = sounds.map((sound) => sound.notes[0]!.pitch);
        const way = id === 'run-up' ? 1 : -1;
        const target = of.columns[one.column + (one.added.until === null ? 1 : 2)]!.grip!;
        for (const [i, pitch] of [...pitches, target.pitches.at(-1)!].entries())
          if (i > 0) expect([1, 2, 3]).toContain((pitch - pitches[i - 1]!) * way);
      }
      expect(decorationReason(one)).not.toMatch(/[{}]/);
    }
  });

  test('each fits in its time, is on the neck, and the hand holds it', () => {
    for (const one of offers) {
      const { start, ticks } = score.columns[one.column]!;
      for (const sound of one.added.sounds) {
        expect(sound.start).toBeGreaterThanOrEqual(start);
        expect(sound.start + sound.ticks).toBeLessThanOrEqual(one.added.until ?? start + ticks);
      }
      const made = added(score, of, one);
      isPlayable(made);
      // Nothing of the other chords is another.
      const isLong = one.added.until !== null;
      const others = (parts: Score) =>
        parts.parts.guitar.filter(({ column }) => column !== one.column && !(isLong && column === one.column + 1));
      expect(others(made)).toEqual(others(score));
    }
  });

  test('all of them at once can be played, too, in a rhythm as well', () => {
    for (const rhythm of [null, 'four-leaning']) {
      const played = rhythm === null ? { score, of } : sounding(text, rhythm);
      const all = decoratedBy((so, it) =>
        chosenDecorations(decorPlaces(so, it, DEFAULT_HAND), { amountAt: () => ({ amount: 1, seed: 7 }) }),
      )(played.score, played.of);
      isPlayable(all);
      // The hand has no less time for the chords themselves.
      const grips = played.of.columns.map(({ grip }) => grip);
      expect(hurries(all, grips, library.neck).length).toBeLessThanOrEqual(
        hurries(played.score, grips, library.neck).length,
      );
    }
  });
});

describe('what is sung', () => {
  const text =
    'key: C\ntempo: 90\n| C | F | G7 | C |\n| F | G7 | C | C |\nmelody:\nL:1/4\nc4 | A2 c2 | B2 d2 | c z z z |\nA4 | B4 | c4 | c z z c |\n';
  const { score, of } = sounding(text);
  test('is never covered', () => {
    const offers = decorationsOf(score, of, DEFAULT_HAND);
    expect(offers.length).toBeGreaterThan(0);
    for (const { added: one } of offers)
      for (const sound of one.sounds) {
        const sung = score.parts.melody.filter(
          (note) => note.start < sound.start + sound.ticks && sound.start < note.start + note.ticks,
        );
        for (const note of sung) expect(Math.max(...pitchesOf(sound))).toBeLessThan(note.notes[0]!.pitch);
      }
  });
  test('leaves room for a run where its phrase is over', () => {
    const runs = decorationsOf(score, of, DEFAULT_HAND).filter(({ decoration }) => decoration.id === 'run-up');
    expect(runs.map(({ column }) => column)).toEqual([3]);
    expect(runs[0]!.added.sounds.map(({ start }) => start)).toEqual([6240, 6480, 6720, 6960, 7200, 7440]);
  });
});

describe('a seed', () => {
  const { score, of } = sounding(inKey('G', ['G', 'C', 'D7']));
  const said = (amount: number, seed: number) =>
    chosenDecorations(decorPlaces(score, of, DEFAULT_HAND), { amountAt: () => ({ amount, seed }) }).map(
      ({ column, decoration, variant }) => `${column} ${decoration.id} ${variant}`,
    );
  test('chooses the same, another one otherwise; nothing by nothing, and more by more', () => {
    expect(said(0.5, 3)).toEqual(said(0.5, 3));
    expect(said(0, 3)).toEqual([]);
    expect(new Set([1, 2, 3, 4, 5].map((seed) => said(0.6, seed).join())).size).toBeGreaterThan(2);
    expect(said(1, 3).length).toBeGreaterThan(said(0.3, 3).length);
  });
});

test('where there is no time, nothing is offered', () => {
  const { score, of } = sounding('key: C\ntempo: 300\n| C F C F | G7 C G7 C |\n');
  expect(
    decorationsOf(score, of, DEFAULT_HAND).filter(({ decoration }) => decoration.id.startsWith('approach')),
  ).toEqual([]);
  const alone = sounding('key: C\n| C |\n');
  const ids = decorationsOf(alone.score, alone.of, DEFAULT_HAND).map(({ decoration }) => decoration.id);
  expect(ids.filter((id) => id.startsWith('approach') || id.startsWith('run'))).toEqual([]);
});

describe('a hand that cannot, and a tempo that is too fast', () => {
  const text = inKey('C', ['C', 'F', 'G7']);
  test('without a little finger what needs it is not offered, and it says so', () => {
    const small = { ...DEFAULT_HAND, resting: [4] as const };
    const { score, of } = sounding(text, null, buildLibrary({ ...small, highestFret: 12 }));
    expect(decorationsOf(score, of, small).length).toBeGreaterThan(0);
    const whys = decorPlaces(score, of, small).flatMap(notOfferedAt);
    expect(whys.some(({ why }) => why === 'hand')).toBe(true);
    for (const one of decorationsOf(score, of, small))
      for (const { notes } of one.added.sounds) expect(notes.map(({ finger }) => finger)).not.toContain(4);
  });
  test('at a tempo no hand keeps up with, it says that', () => {
    const { score, of } = sounding(text.replace('tempo: 100', 'tempo: 320'));
    const whys = decorPlaces(score, of, DEFAULT_HAND).flatMap(notOfferedAt);
    expect(whys.some(({ why }) => why === 'fast')).toBe(true);
  });
  test('whatever is not offered has a reason, and whatever has none is', () => {
    const { score, of } = sounding(text);
    for (const place of decorPlaces(score, of, DEFAULT_HAND)) {
      const [offered, not] = [offersAt(place), notOfferedAt(place)];
      const ids = [
        ...new Set(offered.map(({ decoration }) => decoration.id)),
        ...not.map(({ decoration }) => decoration.id),
      ];
      expect(ids.sort()).toEqual(DECORATIONS.map(({ id }) => id).sort());
    }
  });
});
