import { beforeAll, expect, test } from '@jest/globals';
import { Key as TonalKey, Note } from 'tonal';
import { sheetOf, ticksPerBar, writtenPitch, type Sheet, type SheetBar, type Voice } from '../core/index.ts';
import { demoScores, type DemoScore } from './demo-scores.oracle.ts';

/* What every page promises, held on the sheets of all demo tunes: as their takes, as chord-melodies. */

const ALL = { staves: ['guitar', 'melody', 'bass'], diagrams: true, lyrics: true } as const;
let sheets: readonly (DemoScore & { readonly sheet: Sheet })[];
beforeAll(() => {
  sheets = demoScores().map((one) => ({ ...one, sheet: sheetOf(one.chart, one.score, one.scored, one.melody, ALL) }));
}, 120_000);

interface Seen {
  readonly name: string;
  readonly bar: SheetBar;
  readonly next: SheetBar | undefined;
  readonly voice: Voice;
  readonly voices: readonly Voice[];
}
function* everyVoice(): Generator<Seen> {
  for (const { name, sheet } of sheets)
    for (const [i, bar] of sheet.bars.entries())
      for (const voices of Object.values(bar.staves))
        for (const voice of voices)
          yield { name: `${name}, bar ${bar.bar.number}`, bar, next: sheet.bars[i + 1], voice, voices };
}

test('bars add up in each voice, sign by sign, and no rest is negative', () => {
  for (const { name, bar, voice } of everyVoice()) {
    let at = 0;
    for (const { tick, ticks } of voice.signs) {
      expect([name, tick]).toEqual([name, at]);
      expect(ticks).toBeGreaterThan(0);
      at += ticks;
    }
    expect([name, at]).toEqual([name, Math.min(bar.bar.ticks, ticksPerBar(bar.bar.meter))]);
  }
});

test('each note of the score stands on the page where it begins, once for each time it is played', () => {
  for (const { name, score, sheet } of sheets)
    for (const part of ['guitar', 'melody', 'bass'] as const) {
      // In a chord-melody it is the guitar that sings; the lead sheet has the melody all the same.
      if (part === 'melody' && score.parts.melody.length === 0) continue;
      const written = sheet.bars.flatMap(({ played, staves }) =>
        staves[part].flatMap(({ events }) =>
          events
            .filter(({ tiedIn }) => !tiedIn)
            .flatMap(({ tick, notes }) =>
              notes.flatMap(({ pitch, string }) =>
                played.map((k) => `${score.bars[k]!.start + tick} ${pitch} ${string}`),
              ),
            ),
        ),
      );
      const sounds = score.parts[part].flatMap(({ start, notes }) =>
        notes.map(({ pitch, string }) => `${start} ${pitch} ${string}`),
      );
      expect([name, part, [...written].sort()]).toEqual([name, part, [...sounds].sort()]);
    }
});

test('what is written is as long as it sounds, unless it is let go early or rings on under its voice', () => {
  for (const { name, score, sheet } of sheets)
    for (const { played, staves } of sheet.bars)
      for (const { events } of staves.guitar)
        for (const event of events.filter(({ tied, tiedIn, rings }) => !tied && !tiedIn && !rings)) {
          const start = score.bars[played[0]!]!.start + event.tick;
          const sounds = score.parts.guitar.filter((one) => one.start === start);
          for (const { pitch } of event.notes) {
            const sound = sounds.find(({ notes }) => notes.some((note) => note.pitch === pitch))!;
            const long = event.staccato ? sound.ticks + sound.letGo! : sound.ticks;
            if (!event.staccato) expect([name, start, event.ticks]).toEqual([name, start, long]);
            else expect(event.ticks).toBeLessThanOrEqual(long);
          }
        }
});

test('there are two voices at most, and nothing of a voice sounds twice', () => {
  for (const { name, voice, voices } of everyVoice()) {
    expect(voices.length).toBeLessThanOrEqual(2);
    voice.events.forEach(({ tick, ticks }, i) => {
      const next = voice.events[i + 1]?.tick ?? Infinity;
      expect([name, tick + ticks <= next]).toEqual([name, true]);
    });
  }
});

test('ties join equal pitches, within bars and over bar lines', () => {
  for (const { name, bar, next, voice } of everyVoice()) {
    voice.signs.forEach(({ note, goesOn }, i) => {
      if (goesOn) expect([name, voice.signs[i + 1]!.note]).toEqual([name, note]);
    });
    // A repeat or an ending in between leads elsewhere: what is tied there is tied for the reader to see.
    if (!next || bar.bar.closes || bar.bar.jump || next.bar.ending) continue;
    const on = Object.values(next.staves)
      .flat()
      .flatMap(({ events }) => events.filter(({ tiedIn }) => tiedIn).flatMap(({ notes }) => notes));
    for (const event of voice.events.filter(({ tied }) => tied))
      for (const { pitch } of event.notes)
        expect([name, on.some((note) => note.pitch === pitch)]).toEqual([name, true]);
  }
});

test('the signs before notes leave every note with the pitch it has, as a reader takes them (signatures by tonal)', () => {
  let read = 0;
  for (const { bar, voices } of everyVoice()) {
    const { tonic, mode } = bar.bar.key;
    const scale =
      mode === 'minor'
        ? TonalKey.minorKey(tonic).natural.scale
        : mode === 'major'
          ? TonalKey.majorKey(tonic).scale
          : null;
    if (!scale) continue;
    const heads = voices.flatMap((voice, v) =>
      voice.events.flatMap((event, e) =>
        event.notes.map((note, n) => ({ v, tick: event.tick, event, note, sign: voice.accidentals[e]![n]! })),
      ),
    );
    const signed = new Map<string, string>();
    for (const { event, note, sign } of heads.sort((a, b) => a.tick - b.tick || a.v - b.v)) {
      if (event.tiedIn || event.muted) continue;
      const name = writtenPitch(note.pitch, note.spelling);
      const place = name.replace(/[#b]/, '');
      if (sign) signed.set(place, { sharp: '#', flat: 'b', natural: '' }[sign]);
      const inflection = signed.get(place) ?? scale.find((one) => one[0] === note.spelling[0])!.slice(1);
      expect(Note.midi(`${note.spelling[0]}${inflection}${place.slice(1)}`)).toBe(note.pitch);
      read++;
    }
  }
  expect(read).toBeGreaterThan(3000);
});

test('beams join eighths and shorter that follow one another, within half a bar at most', () => {
  let beams = 0;
  for (const { name, bar, voice } of everyVoice())
    for (const group of voice.beams) {
      beams++;
      const signs = group.map((at) => voice.signs[at]!);
      expect([name, signs.every(({ note, value }) => note !== null && value >= 8)]).toEqual([name, true]);
      expect(group.every((at, i) => i === 0 || at === group[i - 1]! + 1)).toBe(true);
      const long = signs.at(-1)!.tick + signs.at(-1)!.ticks - signs[0]!.tick;
      expect(long).toBeLessThanOrEqual(ticksPerBar(bar.bar.meter) / 2);
    }
  expect(beams).toBeGreaterThan(100);
});

test('a bass that walks or plays in two is written as long as it goes on, without a rest between', () => {
  const lengths = new Map<number, number>();
  for (const { sheet } of sheets)
    for (const { bar, staves } of sheet.bars)
      for (const { events } of staves.bass)
        for (const { ticks } of events) {
          expect([bar.number, ticks % 240]).toEqual([bar.number, 0]);
          lengths.set(ticks, (lengths.get(ticks) ?? 0) + 1);
        }
  expect(lengths.get(480)).toBeGreaterThan(100);
});
