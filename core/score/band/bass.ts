import { degreePitchClass } from '../../pitch/degree.ts';
import { pitchClass } from '../../pitch/note.ts';
import type { Midi, PitchClass } from '../../pitch/pitch.ts';
import type { Chord } from '../../chord/chord.ts';
import { beatsPerBar, isCompound, ticksPerBeat, type Ticks } from '../../time/meter.ts';
import type { Layer, Scored, Sound } from '../score.ts';
import { seeded } from '../seeded.ts';

/** How the bass plays: two to the bar, a note each beat, or the lowest note of each chord held. */
export const BASS_WAYS = ['two', 'four', 'pedal'] as const;
export type BassWay = (typeof BASS_WAYS)[number];

/** The upright bass: four strings a fourth apart from E1, and what is comfortable on them (common practice). */
const OPEN: readonly Midi[] = [28, 33, 38, 43];
const LOWEST: Midi = 28;
const HIGHEST: Midi = 55;
const VELOCITY = 86;
const LIGHT = 76;
/** A note is let go a little before the next, as a finger lifts. */
const GAP = 0.94;

/** What sounds from one change of chord to the next. */
interface Stretch {
  readonly start: Ticks;
  readonly beats: number;
  readonly beat: Ticks;
  readonly chord: Chord;
  /** The note the bass stands on, and where it goes on to; null at the end. */
  readonly low: PitchClass;
  readonly next: PitchClass | null;
  readonly column: number;
  /** Beats of its bar that lie before it. */
  readonly from: number;
  readonly perBar: number;
}

/** A bass player: from the chart's chords by stated rules, the same each time for the same seed. */
export const bassLayer =
  (way: BassWay, seed = 1): Layer =>
  (score, of) => ({ ...score, parts: { ...score.parts, bass: bassFor(of, way, seed) } });

function bassFor(of: Scored, way: BassWay, seed: number): readonly Sound[] {
  let last: Midi = 38;
  return stretchesOf(of).flatMap((stretch, k) => {
    const pitches = LINES[way](stretch, last, (n) => seeded(seed, k, n));
    const sounds = pitches.flatMap((pitch, i): Sound[] => {
      if (pitch === null) return [];
      const silent = pitches.slice(i + 1).findIndex((one) => one !== null);
      const beats = silent < 0 ? stretch.beats - i : silent + 1;
      const written = Math.round(Math.min(beats, stretch.beats - i) * stretch.beat);
      const ticks = Math.round(written * GAP);
      return [
        {
          ...AS_BASS,
          start: stretch.start + i * stretch.beat,
          ticks,
          letGo: written - ticks,
          velocity: i === 0 ? VELOCITY : LIGHT,
          column: stretch.column,
          notes: [noteOf(pitch)],
        },
      ];
    });
    last = pitches.findLast((pitch) => pitch !== null) ?? last;
    return sounds;
  });
}
const AS_BASS = { kind: 'bass', spreadMs: 0 } as const;

function stretchesOf({ columns }: Scored): readonly Stretch[] {
  const sounding = columns.flatMap(({ column: { slot, chord } }, column) => (chord ? [{ slot, chord, column }] : []));
  return sounding.map(({ slot, chord, column }, i): Stretch => {
    const beat = ticksPerBeat(slot.meter);
    const next = sounding[i + 1];
    const follows = next && next.slot.start === slot.start + slot.entry.ticks ? next.chord : null;
    return {
      start: slot.start,
      beat,
      beats: Math.max(1, Math.floor(slot.entry.ticks / beat)),
      chord,
      low: lowOf(chord),
      next: follows && lowOf(follows),
      column,
      from: Math.round(slot.entry.tick / beat),
      perBar: beatsPerBar(slot.meter) === 2 && isCompound(slot.meter) ? 2 : beatsPerBar(slot.meter),
    };
  });
}

const lowOf = ({ root, bass }: Chord) => pitchClass(bass ?? root);

/** The pitch of a class that lies nearest to another, within the instrument; of two as near the lower. */
function nearest(pc: PitchClass, to: Midi): Midi {
  const all = Array.from({ length: HIGHEST - LOWEST + 1 }, (_, i) => LOWEST + i).filter((pitch) => pitch % 12 === pc);
  return all.reduce((best, pitch) => (Math.abs(pitch - to) < Math.abs(best - to) ? pitch : best));
}

/** The pitch classes of a chord: its root, third (or what stands for it), fifth, and seventh or sixth. */
const tonesIn = ({ root, kind: { third, fifth, seventh } }: Chord): readonly PitchClass[] =>
  (['1', third, fifth, seventh] as const).flatMap((degree) => (degree ? [degreePitchClass(root, degree)] : []));
const fifthOf = ({ root, kind }: Chord): PitchClass => degreePitchClass(root, kind.fifth ?? '5');

/** By way: the pitch of each beat of a stretch, null where none begins. `last`: the one before; `chance`: 0 to 1 by number. */
const LINES: Readonly<
  Record<BassWay, (of: Stretch, last: Midi, chance: (n: number) => number) => readonly (Midi | null)[]>
> = {
  // The lowest note, held.
  pedal: ({ low, beats }, last) => [nearest(low, last), ...Array.from({ length: beats - 1 }, () => null)],
  // The lowest note on the first beat of the bar, the fifth in its middle.
  two: ({ chord, low, beats, from, perBar }, last) => {
    const first = nearest(low, last);
    return Array.from({ length: beats }, (_, i) => {
      if (i === 0) return first;
      const inBar = (from + i) % perBar;
      if (inBar === 0) return first;
      return inBar === Math.ceil(perBar / 2) && perBar !== 3 ? nearest(chord.bass ? low : fifthOf(chord), first) : null;
    });
  },
  // The lowest note, chord tones on the strong beats, steps between, and into the next chord by a step.
  four: (stretch, last, chance) => {
    const { chord, low, next, beats } = stretch;
    const first = nearest(low, last);
    const line: Midi[] = [first];
    const target = next === null ? first : nearest(next, first);
    const rises = target === first ? chance(0) < 1 / 2 : target > first;
    for (let i = 1; i < beats; i++) {
      const before = line[i - 1]!;
      const isLast = i === beats - 1 && next !== null;
      line.push(isLast ? approach(nearest(next, before), before, chance(i)) : onward(chord, before, rises, chance(i)));
    }
    return line;
  },
};

/** A step or half step from the note that follows, from the side on which the line is; where there is a choice, by chance. */
function approach(target: Midi, before: Midi, chance: number): Midi {
  const side = before === target ? (chance < 1 / 2 ? 1 : -1) : Math.sign(before - target);
  const ways = [side, 2 * side, -side]
    .map((by) => target + by)
    .filter((pitch) => pitch !== before && pitch >= LOWEST && pitch <= HIGHEST);
  return chance < 3 / 4 ? ways[0]! : (ways[1] ?? ways[0]!);
}

/** The next chord tone in the direction of the line; at the end of the instrument it turns. */
function onward(chord: Chord, before: Midi, rises: boolean, chance: number): Midi {
  const tones = tonesIn(chord);
  const all = Array.from({ length: HIGHEST - LOWEST + 1 }, (_, i) => LOWEST + i).filter(
    (pitch) => tones.includes(pitch % 12) && pitch !== before,
  );
  const ahead = all
    .filter((pitch) => (rises ? pitch > before : pitch < before))
    .sort((a, b) => Math.abs(a - before) - Math.abs(b - before));
  if (ahead.length === 0)
    return all.reduce((best, pitch) => (Math.abs(pitch - before) < Math.abs(best - before) ? pitch : best));
  return chance < 4 / 5 ? ahead[0]! : (ahead[1] ?? ahead[0]!);
}

function noteOf(pitch: Midi) {
  const string = OPEN.findLastIndex((open) => open <= pitch);
  return { pitch, string, fret: pitch - OPEN[string]!, finger: null, voice: 0 };
}
