/* At the end of a phrase, where nothing is sung, single notes lead on to what comes (common practice: fills). */
import { symbolOf } from '../../chord/chord.ts';
import { arpeggioOf, scaleOver } from '../../chord/scale-over.ts';
import { pitchClassOf, type Midi, type PitchClass } from '../../pitch/pitch.ts';
import { ticksPerBeat, type Ticks } from '../../time/meter.ts';
import type { Sound } from '../score.ts';
import { NOTHING } from './added.ts';
import { foundOn, type Decoration, type Found } from './decoration.ts';
import { fingeredLine, heldAlone } from './fingered-line.ts';
import { isInTime } from './grips-between.ts';
import { offBeat, type DecorPlace } from './place.ts';

const FEWEST = 2;
const MOST = 8;
const MOST_OF_TWO = 14;
const VELOCITY = 78;

/** Columns: id, name, the notes before a target, the last first, going by the notes of a scale or a chord; reason. */
const RUNS: readonly (readonly [string, string, (line: Line) => readonly Midi[], string])[] = [
  ['run-up', 'a run up', ({ scale: notes, to, count }) => along(notes, to, -1, count), 'Step by step up to {target}.'],
  [
    'run-down',
    'a run down',
    ({ scale: notes, to, count }) => along(notes, to, 1, count),
    'Step by step down to {target}.',
  ],
  [
    'run-arpeggio',
    'an arpeggio',
    ({ chord, to, count, rises }) => along(chord, to, rises ? -1 : 1, count),
    'Through the notes of {chord} to {target}.',
  ],
  [
    'run-enclosure',
    'an enclosure',
    ({ scale: notes, to, count }) => [to - 1, ...along(notes, to, 1, 1), ...along(notes, to, -1, count - 2)],
    'Around {target}: the note above, the half step below, and there.',
  ],
  [
    'run-chromatic',
    'half steps up',
    ({ to, count }) => Array.from({ length: count }, (_, i) => to - 1 - i),
    'By half steps up to {target}.',
  ],
];

interface Line {
  readonly scale: ReadonlySet<PitchClass>;
  readonly chord: ReadonlySet<PitchClass>;
  /** Where it leads, and whether that lies above where it comes from. */
  readonly to: Midi;
  readonly rises: boolean;
  readonly count: number;
}

/** Notes of a set one after another, away from a pitch. */
function along(notes: ReadonlySet<PitchClass>, from: Midi, way: 1 | -1, count: number): readonly Midi[] {
  const found: Midi[] = [];
  for (let pitch = from + way; found.length < count && Math.abs(pitch - from) < 36; pitch += way)
    if (notes.has(pitchClassOf(pitch))) found.push(pitch);
  return found;
}

export const RUNNING: readonly Decoration[] = RUNS.map(([id, name, notesTo, reason]): Decoration => ({
  id,
  name,
  kind: 'run',
  needs: 'the end of a phrase, with time in which nothing is sung',
  reason,
  find: (place) => foundOn([ran(place, notesTo), ...(place.held ? [ranOn(place, place.held, notesTo)] : [])]),
}));

type NotesTo = (line: Line) => readonly Midi[];

/** The same over two bars of a chord: it begins in the first. */
function ranOn(place: DecorPlace, held: NonNullable<DecorPlace['held']>, notesTo: NotesTo): Found {
  const found = ran({ ...place, ...held, held: null }, notesTo, MOST_OF_TWO);
  if (typeof found === 'string') return found;
  const long = found.filter(({ added }) => added.alone! < place.end);
  return long.map((offer) => ({ ...offer, variant: 'two bars', added: { ...offer.added, until: held.end } }));
}

function ran(place: DecorPlace, notesTo: NotesTo, most = MOST): Found {
  const { next, grip, chord, key, end, column, meter, neck, isPushed, ms } = place;
  if (!next) return 'last';
  if (!next.opensPhrase) return 'condition';
  if (isPushed) return 'early';
  const gap = lastGap(place);
  const step = offBeat(meter);
  const count = gap === null ? 0 : Math.min(most, Math.floor((gap.to - gap.from) / step));
  if (gap === null || count < FEWEST) return place.sung(place.start, end).length > 0 ? 'tune' : 'short';
  // It leads to what is sung next, or to the top of the next grip.
  const to = gap.to < end ? place.sung(gap.to, gap.to + 1)[0]!.notes[0]!.pitch : next.grip.pitches.at(-1)!;
  const line: Line = {
    scale: scaleOver(chord, key),
    chord: arpeggioOf(chord),
    to,
    rises: to >= grip.pitches.at(-1)!,
    count,
  };
  const pitches = [...notesTo(line)].reverse();
  if (pitches.length !== count) return 'condition';
  const plays = fingeredLine(pitches, grip, place);
  if (plays === null) return 'hand';
  const hands = [grip, ...plays.map((play) => heldAlone(play, neck.open.length)), next.grip];
  const from = gap.to - count * step;
  if (!isInTime(hands, ms(from, from + step), place)) return 'fast';
  const sounds = plays.map(({ finger, ...note }, i): Sound => ({
    start: from + i * step,
    ticks: step,
    velocity: VELOCITY,
    kind: 'run',
    column,
    spreadMs: 0,
    notes: [{ ...note, finger: finger === 0 ? null : finger, voice: 0 }],
  }));
  const target = symbolOf(next.chord);
  return [{ variant: '', added: { ...NOTHING, sounds, alone: from }, args: { target, chord: symbolOf(chord) } }];
}

/** The last time within a chord in which nothing is sung, once the chord has been heard for a beat; on the off-beats' grid. */
function lastGap({ start, end, meter, sung }: DecorPlace): { readonly from: Ticks; readonly to: Ticks } | null {
  const step = offBeat(meter);
  const heard = start + ticksPerBeat(meter);
  let to = end;
  // A pickup belongs to the next phrase.
  for (let at = end - step; at >= heard && sung(at, at + step).some((sound) => sound.start >= at); at -= step) to = at;
  let from = to;
  while (from - step >= heard && sung(from - step, from).length === 0) from -= step;
  return from < to ? { from, to } : null;
}
