import { expect, test } from '@jest/globals';
import { inVoices, type SheetEvent } from './voices.ts';

const E = 240;
/** `0+6 C` from its tick in eighths, so long, by pitches. */
const event = (tick: number, ticks: number, ...pitches: number[]): SheetEvent => ({
  tick: tick * E,
  ticks: ticks * E,
  notes: pitches.map((pitch) => ({ pitch, spelling: 'C', string: null, fret: null, finger: null })),
  tiedIn: false,
  tied: false,
  muted: false,
  stroke: null,
  legato: null,
  staccato: false,
  accent: false,
  rings: false,
  breath: false,
});
const told = (events: readonly SheetEvent[]) =>
  inVoices(events).map((voice) =>
    voice.map(
      ({ tick, ticks, notes, rings }) =>
        `${tick / E}+${ticks / E} ${notes.map(({ pitch }) => pitch).join(' ')}${rings ? '~' : ''}`,
    ),
  );

test.each<readonly [string, readonly SheetEvent[], readonly (readonly string[])[]]>([
  [
    'chords one after another are one voice',
    [event(0, 2, 48, 55, 64), event(2, 6, 50, 57, 65)],
    [['0+2 48 55 64', '2+6 50 57 65']],
  ],
  ['an empty bar has one voice', [], [[]]],
  [
    'a bass that sounds under chords is a voice of its own',
    [event(0, 4, 40), event(2, 2, 55, 60), event(4, 4, 47), event(6, 2, 55, 60)],
    [
      ['2+2 55 60', '6+2 55 60'],
      ['0+4 40', '4+4 47'],
    ],
  ],
  [
    'a broken chord: the thumb holds, the fingers are one voice that rings on',
    [event(0, 6, 43), event(1, 5, 55), event(2, 4, 60), event(3, 3, 64), event(4, 2, 60), event(5, 1, 55)],
    [['1+1 55~', '2+1 60~', '3+1 64~', '4+1 60~', '5+1 55'], ['0+6 43']],
  ],
  [
    'a line over held notes is the upper voice',
    [event(0, 8, 52, 57), event(0, 2, 64), event(2, 2, 65), event(4, 4, 67)],
    [['0+2 64', '2+2 65', '4+4 67'], ['0+8 52 57']],
  ],
  [
    'a line under held notes is the lower voice',
    [event(0, 8, 60, 64), event(0, 4, 48), event(4, 4, 47)],
    [['0+8 60 64'], ['0+4 48', '4+4 47']],
  ],
  [
    'a line alone is one voice, however low it goes',
    [event(0, 2, 64), event(2, 2, 43), event(4, 4, 60)],
    [['0+2 64', '2+2 43', '4+4 60']],
  ],
])('%s', (_, events, voices) => {
  expect(told(events)).toEqual(voices);
});
