import { describe, expect, test } from '@jest/globals';
import { parseChord } from '../../chord/symbol.ts';
import { masksOf, type Chord } from '../../chord/chord.ts';
import { buildLibrary } from '../../grip/library.ts';
import { pricingFor } from '../../leading/pricing.ts';
import { arrangedTake, sessionOf, solveTake } from '../../leading/solve.ts';
import { NO_MELODY, sungNotes } from '../../melody/melody.ts';
import { parseTune } from '../../melody/tune-text.ts';
import { DEFAULT_HAND } from '../../neck/hand.ts';
import { scale } from '../../pitch/key.ts';
import { pitchClass } from '../../pitch/note.ts';
import { run } from '../../steps.ts';
import { secondsBetween } from '../../time/clock.ts';
import { melodyLayer } from '../melody.ts';
import { scoreOf, type Score, type Scored, type Sound } from '../score.ts';
import { withAdded } from './added.ts';
import { chosenDecorations, decorationsOf, type Offered } from './decorate.ts';
import { decorPlaces } from './place.ts';
import { DECORATIONS } from './table.ts';

/* What each kind sounds is what its reason says, told here apart from the code. */

const library = buildLibrary({ ...DEFAULT_HAND, highestFret: 12 });
const session = sessionOf(library, { pricing: pricingFor({ company: 'alone', area: null, matters: {} }) });
const OPEN = library.neck.open;

interface Told {
  readonly score: Score;
  readonly of: Scored;
  readonly offers: readonly Offered[];
}
function told(text: string, pins: Readonly<Record<string, string>> = {}): Told {
  const tune = parseTune(text);
  if (!tune.ok) throw new Error(JSON.stringify(tune.problems));
  const { chart, melody } = tune.value;
  const barIds = chart.bars.map(({ number }) => `b${number}`);
  const cells = Object.fromEntries(
    Object.entries(pins).map(([bar, pin]) => {
      const [on, colour, grip] = pin.split(' ');
      return [`b${bar}:all:0`, { layer: 'chord', on: on!, colour: colour!, voicing: { grip: grip! } } as const];
    }),
  );
  const asked = { chart, barIds, cells, melody: melody ?? NO_MELODY };
  const { columns } = arrangedTake(run(solveTake(session, asked)));
  const of = { chart, open: OPEN, columns };
  const score = scoreOf(of, melody ? [melodyLayer(sungNotes(chart, melody))] : []);
  return { score, of, offers: decorationsOf(score, of, DEFAULT_HAND) };
}
const ROOTS = ['C', 'Db', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'Ab', 'A', 'Bb', 'B'] as const;
const up = (k: number, by: number) => ROOTS[(k + by + 12) % 12]!;
/** Every key, in changes of every kind. */
const IN_KEYS = ROOTS.flatMap((key, k): readonly Told[] => [
  told(
    `key: ${key}\ntempo: 92\n| ${key}6 | ${up(k, 2)}m7 | ${up(k, 4)}m7 | ${up(k, 2)}m7 | ${up(k, 7)}7 | ${key}6 |\n`,
  ),
  told(
    `key: ${['Db', 'Ab'].includes(key) ? up(k, 0).replace('Db', 'C#').replace('Ab', 'G#') : key}m\ntempo: 92\n| ${key}m6 | ${up(k, 3)}maj7 | ${up(k, 5)}m7 | ${up(k, 7)}7sus4 | ${key}m7 |\n`,
  ),
]);
const SONG = told('key: C\ntempo: 84\n| C | F | G7 | C |\nmelody:\nL:1/4\nc d e c | A4 | B2 d2 | e c z2 |\n');
const LONG = told('key: C\ntempo: 84\n| C | C | F | C |\nmelody:\nL:1/4\nc2 d e | z4 | A4 | c4 |\n');
const QUARTAL = told('key: Am\ntempo: 80\n| Am7sus4 | Dm7 | Am |\n', { 1: 'A7sus4 7sus4 5-5-5-x-x-x' });
const SUS = told('key: Am\ntempo: 80\n| A7sus4 | Dm7 | Am |\n', { 1: 'A7sus4 7sus4 5-7-5-7-x-x' });
const FALLING = told('key: C\ntempo: 80\n| C6 | F6 | G7 | C6 |\n', { 1: 'C 6 x-x-10-9-10-8' });
const BARRE = told('key: C\ntempo: 80\n| C | F | C |\n', { 1: 'C  8-10-10-9-8-8' });
const MINOR = told('key: Dm\ntempo: 80\n| Dm | Gm | Dm |\n', { 1: 'Dm m x-x-0-2-3-1' });
const TOLD = [...IN_KEYS, BARRE, MINOR, SONG, LONG, QUARTAL, SUS, FALLING];

const all = (id: string) =>
  TOLD.flatMap((one) =>
    one.offers.filter(({ decoration }) => decoration.id === id).map((offer) => ({ ...one, offer })),
  );
const pitchesOf = ({ notes }: Sound) => notes.map(({ pitch }) => pitch).sort((a, b) => a - b);
const gripOf = ({ of, offer }: { readonly of: Scored; readonly offer: Offered }) => of.columns[offer.column]!.grip!;
const chordOf = (symbol: string): Chord => {
  const chord = parseChord(symbol);
  if (!chord.ok) throw new Error(symbol);
  return chord.value;
};
const spanOf = ({ score, offer }: { readonly score: Score; readonly offer: Offered }) => {
  const { start, ticks } = score.columns[offer.column]!;
  return { start, end: start + ticks };
};
const moved = (frets: readonly number[], by: number) => frets.map((fret) => (fret < 0 ? fret : fret + by));
const fretsOf = ({ notes }: Sound) => OPEN.map((_, s) => notes.find(({ string }) => string === s)?.fret ?? -1);

test('every kind is offered somewhere', () => {
  const kinds = new Set(TOLD.flatMap(({ offers }) => offers.map(({ decoration }) => decoration.id)));
  // A run needs the end of a phrase (decorate.test.ts).
  const missing = DECORATIONS.map(({ id }) => id).filter((id) => !kinds.has(id) && !id.startsWith('run'));
  expect(missing).toEqual([]);
});

describe('a chord that passes', () => {
  /** By how much its root lies above that of its chord, and below the next: by kind, written apart. */
  const ROOT: Readonly<Record<string, readonly [(own: number) => number | null, (next: number) => number | null]>> = {
    'passing-diminished-up': [(own) => own + 1, (next) => next - 1],
    'passing-diminished-down': [(own) => own - 1, (next) => next + 1],
    'passing-leading-tone': [() => null, (next) => next - 1],
    'passing-diatonic': [() => null, () => null],
    'approach-dominant': [() => null, (next) => next + 1],
    'approach-minor-major': [() => null, (next) => next + 1],
  };
  test.each(Object.keys(ROOT))('%s: is the chord it says, on the last beat or off-beat, between the roots', (id) => {
    const found = all(id);
    expect(found.length).toBeGreaterThan(3);
    for (const one of found) {
      const { offer, of } = one;
      const [sound, ...more] = offer.added.sounds;
      expect(more).toEqual([]);
      const chord = chordOf(offer.args.chord!);
      const { allowed, required } = masksOf(chord);
      const mask = pitchesOf(sound!).reduce((bits, pitch) => bits | (1 << (pitch % 12)), 0);
      expect([mask & ~allowed, required.every((choice) => (mask & choice) !== 0)]).toEqual([0, true]);
      const rootAt = (i: number) => pitchClass(of.columns[i]!.column.chord!.root);
      const [fromOwn, fromNext] = ROOT[id]!;
      for (const want of [fromOwn(rootAt(offer.column)), fromNext(rootAt(offer.column + 1))])
        if (want !== null) expect(pitchClass(chord.root)).toBe((want + 12) % 12);
      const { end } = spanOf(one);
      expect([sound!.start + sound!.ticks, sound!.ticks]).toEqual([end, id.startsWith('approach') ? 240 : 480]);
    }
  });
  test('rises and falls by half steps in the bass between roots', () => {
    for (const id of ['passing-diminished-up', 'passing-diminished-down'])
      for (const one of all(id)) {
        const next = one.of.columns[one.offer.column + 1]!;
        const own = one.of.columns[one.offer.column]!;
        const isRooted = [own, next].every(
          ({ grip, column }) => grip!.pitches[0]! % 12 === pitchClass(column.chord!.root),
        );
        if (!isRooted) continue;
        const [bass] = pitchesOf(one.offer.added.sounds[0]!);
        expect(bass! % 12).toBe(pitchClass(chordOf(one.offer.args.chord!).root));
      }
  });
});

describe('a ladder', () => {
  const DIMINISHED = [2, 5, 8, 11];
  test.each([
    ['ladder-up', 1],
    ['ladder-down', -1],
  ] as const)('%s: sixth chord and diminished by turns, every voice a step on', (id, way) => {
    const found = all(id);
    expect(found.length).toBeGreaterThan(2);
    for (const one of found) {
      const { offer, of } = one;
      const root = pitchClass(of.columns[offer.column]!.column.chord!.root);
      const grip = gripOf(one);
      const third = of.columns[offer.column]!.column.chord!.kind.third === '3' ? 4 : 3;
      const grips = [[...grip.pitches], ...offer.added.sounds.map(pitchesOf)];
      for (const [i, pitches] of grips.entries()) {
        const above = pitches.map((pitch) => (pitch - root + 120) % 12);
        if (i % 2 === 1) for (const pc of above) expect(DIMINISHED).toContain(pc);
        else for (const pc of above) expect([0, third, 7, 9]).toContain(pc);
        if (i > 0)
          pitches.forEach((pitch, v) => {
            const by = (pitch - grips[i - 1]![v]!) * way;
            expect([1, 2]).toContain(by);
          });
      }
    }
  });
  test.each([
    ['scale-up', [1, 2, 1]],
    ['scale-down', [-1, -2, -1]],
  ] as const)('%s: every voice goes along the key', (id, steps) => {
    const found = all(id);
    expect(found.length).toBeGreaterThan(2);
    for (const one of found) {
      const { slot } = one.of.columns[one.offer.column]!.column;
      const notes = scale(slot.key).map(pitchClass);
      const ladder = Array.from({ length: 128 }, (_, pitch) => pitch).filter((pitch) => notes.includes(pitch % 12));
      const at = (pitch: number) => ladder.indexOf(pitch);
      one.offer.added.sounds.forEach((sound, i) => {
        for (const { string, pitch } of sound.notes)
          expect(at(pitch) - at(OPEN[string!]! + gripOf(one).frets[string!]!)).toBe(steps[i]);
      });
    }
  });
  test.each(['climb-up', 'climb-down'])('%s: keeps its own notes', (id) => {
    const found = all(id);
    expect(found.length).toBeGreaterThan(0);
    for (const one of found) {
      const own = new Set(gripOf(one).pitches.map((pitch) => pitch % 12));
      const tops = [gripOf(one).pitches.at(-1)!, ...one.offer.added.sounds.map((sound) => pitchesOf(sound).at(-1)!)];
      for (const sound of one.offer.added.sounds)
        for (const pitch of pitchesOf(sound)) expect(own.has(pitch % 12)).toBe(true);
      tops.slice(1).forEach((top, i) => expect((top - tops[i]!) * (id === 'climb-up' ? 1 : -1)).toBeGreaterThan(0));
    }
  });
  test('planing moves the shape whole, and back', () => {
    for (const one of all('plane-whole'))
      expect(one.offer.added.sounds.map(fretsOf)).toEqual([0, 2, 0].map((by) => moved(gripOf(one).frets, by)));
    const [five] = all('plane-pentatonic');
    const by = five!.offer.added.sounds.map((sound) => fretsOf(sound)[0]! - gripOf(five!).frets[0]!);
    // From A up: C, D, C.
    expect(by).toEqual([3, 5, 3]);
    expect(five!.offer.added.sounds.map(fretsOf)).toEqual(by.map((frets) => moved(gripOf(five!).frets, frets)));
  });
});

describe('an ornament', () => {
  const MINOR_OR_MAJOR: Readonly<Record<string, readonly string[]>> = {
    '3': ['11'],
    b3: ['11'],
    '5': ['6', '13', 'b13', '#5'],
    '1': ['9', 'b9', '2'],
  };
  test('a pull-off falls from the note above to that of the grip', () => {
    for (const { offer, ...one } of all('pull-off')) {
      const [{ fret, string, to }] = offer.added.revoiced as [(typeof offer.added.revoiced)[number]];
      const own = gripOf({ ...one, offer }).frets[string]!;
      expect([1, 2]).toContain(fret - own);
      expect(MINOR_OR_MAJOR[offer.args.to!]).toContain(offer.args.from);
      expect(offer.added.sounds).toMatchObject([{ start: to, legato: 'pull', notes: [{ string, fret: own }] }]);
    }
  });
  test('a note that is lifted sounds the one below for a beat, and comes back', () => {
    for (const { offer, ...one } of all('lift')) {
      const [{ fret, string, from, to }] = offer.added.revoiced as [(typeof offer.added.revoiced)[number]];
      const own = gripOf({ ...one, offer }).frets[string]!;
      expect([to - from, [1, 2].includes(own - fret)]).toEqual([480, true]);
      expect(offer.added.sounds).toMatchObject([{ start: to, legato: 'hammer', notes: [{ string, fret: own }] }]);
    }
  });
  test.each([
    ['grace-below', -1],
    ['grace-above', 1],
  ] as const)('%s: is the same shape a fret off, for a moment', (id, by) => {
    for (const one of all(id)) {
      const [grace, own] = one.offer.added.sounds;
      expect(fretsOf(grace!)).toEqual(moved(gripOf(one).frets, by));
      expect(fretsOf(own!)).toEqual(gripOf(one).frets);
      expect(own).toMatchObject({ start: grace!.start + grace!.ticks, legato: 'slide' });
      expect(secondsBetween(one.score.clock, grace!.start, own!.start)).toBeLessThanOrEqual(0.11);
    }
  });
  test.each(['broken-up', 'broken-wave', 'broken-pinched', 'rolled'])('%s: sounds each note of the grip', (id) => {
    const found = all(id);
    expect(found.length).toBeGreaterThan(5);
    for (const one of found) {
      const plucked = one.offer.added.sounds.flatMap(pitchesOf);
      expect([...new Set(plucked)].sort((a, b) => a - b)).toEqual([...new Set(gripOf(one).pitches)]);
      const firsts = one.offer.added.sounds.map((sound) => pitchesOf(sound)[0]!);
      if (id === 'broken-up') expect(firsts).toEqual([...firsts].sort((a, b) => a - b));
      if (id === 'broken-pinched')
        expect(pitchesOf(one.offer.added.sounds[0]!)).toEqual([gripOf(one).pitches[0], gripOf(one).pitches.at(-1)]);
      if (id === 'broken-wave') {
        const top = firsts.indexOf(Math.max(...firsts));
        expect(firsts.slice(top)).toEqual([...firsts.slice(top)].sort((a, b) => b - a));
      }
      if (id === 'rolled') expect(one.offer.added.sounds[0]!.spreadMs).toBeGreaterThan(150);
    }
  });
});

test('a run over two bars of a chord begins in the first, and leads on from the second', () => {
  const { score, of, offers } = told('key: G\ntempo: 100\n[A]\n| G | C | D7 | D7 |\n[B]\n| G | C | D7 | G |\n');
  const long = offers.filter(({ added }) => added.until !== null);
  expect(long.map(({ column }) => column)).toEqual(long.map(() => 2));
  expect(long.length).toBeGreaterThan(0);
  for (const offer of long) {
    const { sounds, until, alone } = offer.added;
    expect([alone! < score.columns[3]!.start, until]).toEqual([true, score.columns[4]!.start]);
    expect(sounds.length).toBeGreaterThan(8);
    const made = withAdded(score, offer.column, offer.added, OPEN);
    const heard = made.parts.guitar.filter((sound) => sound.start >= alone! && sound.start < until!);
    expect(heard.map(({ kind }) => kind)).toEqual(sounds.map(() => 'run'));
    const last = sounds.at(-1)!.notes[0]!.pitch;
    expect(Math.abs(of.columns[4]!.grip!.pitches.at(-1)! - last)).toBeLessThanOrEqual(3);
  }
  // The second of the two has nothing of its own then.
  const chosen = chosenDecorations(decorPlaces(score, of, DEFAULT_HAND), {
    amountAt: () => ({ amount: 1, seed: 1 }),
    ownAt: ({ column }) => (column === 2 ? { decoration: long[0]!.decoration.id, variant: 'two bars' } : null),
  });
  expect(chosen.map(({ column }) => column)).not.toContain(3);
});

describe('an answer', () => {
  test('an open string is a note of the chord, and costs no finger', () => {
    for (const one of all('open-string')) {
      const { allowed } = masksOf(one.of.columns[one.offer.column]!.column.chord!);
      for (const { notes } of one.offer.added.sounds)
        expect([notes[0]!.fret, notes[0]!.finger, (allowed >> (notes[0]!.pitch % 12)) & 1]).toEqual([0, null, 1]);
    }
  });
  test('an octave below the top is struck again', () => {
    for (const one of all('octave')) {
      const [{ string, fret }] = one.offer.added.revoiced as [(typeof one.offer.added.revoiced)[number]];
      expect(OPEN[string]! + fret).toBe(gripOf(one).pitches.at(-1)! - 12);
    }
  });
  test('what was sung comes back in its rhythm an octave off, when it is over', () => {
    const found = all('answer');
    expect(found.length).toBeGreaterThan(0);
    for (const { score, offer } of found) {
      const [first] = offer.added.sounds;
      const { melody } = score.parts;
      const { length } = offer.added.sounds;
      const gaps = (sounds: readonly Sound[]) => sounds.map(({ start }) => start - sounds[0]!.start).join();
      const asked = melody
        .map((_, i) => melody.slice(i, i + length))
        .find((some) => some[0]!.start < first!.start && gaps(some) === gaps(offer.added.sounds));
      expect(asked).toHaveLength(length);
      offer.added.sounds.forEach((sound, i) => {
        expect(Math.abs(asked![i]!.notes[0]!.pitch - 12 - sound.notes[0]!.pitch)).toBeLessThanOrEqual(2);
      });
      const sung = score.parts.melody.filter(
        ({ start, ticks }) => first!.start < start + ticks && start < first!.start + 480,
      );
      expect(sung).toEqual([]);
    }
  });
  test('space is silence', () => {
    const [one] = all('rest');
    const made = withAdded(one!.score, one!.offer.column, one!.offer.added, OPEN);
    const { start, end } = spanOf(one!);
    const late = made.parts.guitar.filter(
      (sound) => sound.start < end && start + (end - start) / 2 < sound.start + sound.ticks,
    );
    expect(late).toEqual([]);
  });
});

describe('the hand has the time', () => {
  /** Millimetres from the nut (648 mm, equal temperament). */
  const mm = (fret: number) => 648 * (1 - 2 ** (-fret / 12));
  const place = (fingered: readonly { readonly fret: number | null; readonly finger: unknown }[]) => {
    const index = fingered.flatMap(({ fret, finger }) =>
      typeof fret === 'number' && fret > 0 ? [typeof finger === 'number' && finger > 0 ? fret - finger + 1 : fret] : [],
    );
    return index.length === 0 ? null : mm(Math.max(1, Math.min(...index)));
  };
  /** What a practised hand covers along the neck in a millisecond, in millimetres, once it is on its way (from memory). */
  const FASTEST = 0.75;
  const STARTS_MS = 30;

  test('to get from each added sound to the next, told apart from the code by the way and the time', () => {
    let looked = 0;
    for (const { score, of, offers } of TOLD)
      for (const { column, added } of offers) {
        const own = of.columns[column]!.grip!;
        const next = of.columns[column + 1]?.grip;
        const held = (grip: typeof own) =>
          grip.frets.map((fret, s) => ({ fret: fret < 0 ? null : fret, finger: grip.fingers[s] }));
        const { start, ticks } = score.columns[column]!;
        // Grips moved whole, and notes in position; what is revoiced in a grip stays in it.
        const stops = [
          { at: start, where: place(held(own)) },
          ...added.sounds.map((sound) => ({ at: sound.start, where: place(sound.notes) })),
          ...(next && added.until === null ? [{ at: start + ticks, where: place(held(next)) }] : []),
        ].filter(({ where }) => where !== null);
        stops.slice(1).forEach(({ at, where }, i) => {
          const before = stops[i]!;
          const way = Math.abs(where! - before.where!);
          if (way < 1 || at === before.at) return;
          const ms = 1000 * secondsBetween(score.clock, before.at, at);
          looked++;
          expect([column, way, ms, ms >= STARTS_MS + way / FASTEST]).toEqual([column, way, ms, true]);
        });
      }
    expect(looked).toBeGreaterThan(1000);
  });
});
