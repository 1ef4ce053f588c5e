/* What the listening ear says of a round: what was not as written, and how sure it is. */
import type { Midi } from '../pitch/pitch.ts';
import type { Expected, ToHear } from './ear.ts';

/** What was heard of a stroke. */
export interface HeardStroke {
  /** When, in seconds from where the round begins. */
  readonly at: number;
  /** How strong each pitch was beside the strongest, 0 to 1; what is not there was not heard. */
  readonly strengths: ReadonlyMap<Midi, number>;
}

/** Something that was not as written; `sure`: how sure the ear is, 0 to 1. */
export type Fault = { readonly sure: number } & (
  | { readonly kind: 'unstruck' }
  /** After its time, in seconds; below 0 before it. */
  | { readonly kind: 'off-time'; readonly seconds: number }
  /** A string that did not sound; what was heard in its place, as a finger beside its string gives it. */
  | { readonly kind: 'missing'; readonly pitch: Midi; readonly string: number | null; readonly instead: Midi | null }
  | { readonly kind: 'extra'; readonly pitch: Midi }
  /** A string out of tune, heard alone: so many cents sharp, below 0 flat. */
  | { readonly kind: 'out-of-tune'; readonly string: number; readonly cents: number }
);

/** What was not as written in one stroke, by its number. */
export interface StrokeVerdict {
  readonly stroke: number;
  readonly faults: readonly Fault[];
}

/** What was heard is not what was to be played at all; `off`: as if all of it were tuned so many semitones higher. */
export type Unlike =
  { readonly kind: 'silence' } | { readonly kind: 'other' } | { readonly kind: 'tuned'; readonly off: number };

export interface Judged {
  readonly unlike: Unlike | null;
  readonly verdicts: readonly StrokeVerdict[];
  /** How late all of it came, in seconds: the way through the machine, which is nobody's fault. */
  readonly latency: number;
}

/** From here on a pitch sounds, beside the strongest; measured on plucked strings (`npm run ear`). */
const SOUNDS = 0.25;
/** What is a partial of another string is drowned by it: from here on it may sound, and is hardly told apart. */
const SOUNDS_IN_PARTIAL = 0.13;
/** From here on something that is not written sounds along. */
const ALONG = 0.4;
/** Semitones from a string to its second, third, fourth, fifth, sixth and eighth partial. */
const PARTIALS: readonly number[] = [12, 19, 24, 28, 31, 36];
/** In time is what is off by less, in seconds and in quarters, whichever is more (common practice: a player hears a sixteenth at once). */
const IN_TIME = { seconds: 0.06, quarters: 0.12 };
/** All of it may be late by so much, in seconds: longer takes no sound card. */
const MOST_LATENCY = 0.2;
/** A player's ear is sure of more than this, and says so; a round is clean without a fault that is as sure. */
export const SURE_ENOUGH = 0.5;

/** What the ear says of a round; `heard[i]` of its stroke i, null: it was not struck. */
export function judged({ strokes, quarter }: ToHear, heard: readonly (HeardStroke | null)[]): Judged {
  const struck = strokes.flatMap((stroke, i) => (heard[i] ? [{ stroke, heard: heard[i] }] : []));
  if (strokes.length > 0 && struck.length === 0) return { unlike: { kind: 'silence' }, verdicts: [], latency: 0 };
  const unlike = unlikeIn(struck);
  if (unlike) return { unlike, verdicts: [], latency: 0 };
  const latency = latencyOf(struck.map(({ stroke, heard: { at } }) => at - stroke.at));
  const tolerated = Math.max(IN_TIME.seconds, IN_TIME.quarters * quarter);
  /** What sounds along since a stroke before is told of once. */
  let along: readonly Midi[] = [];
  const verdicts = strokes.flatMap((stroke, i): StrokeVerdict[] => {
    const of = heard[i] ?? null;
    if (!of) return stroke.soft ? [] : [{ stroke: i, faults: [{ kind: 'unstruck', sure: SURE_UNSTRUCK }] }];
    const all = pitchFaults({ ...stroke, ringing: [...stroke.ringing, ...along] }, of.strengths);
    along = [...along.filter((pitch) => (of.strengths.get(pitch) ?? 0) >= RINGS_ON), ...all.flatMap(unwritten)];
    const faults = [...offTime(of.at - stroke.at - latency, tolerated), ...all];
    return faults.length > 0 ? [{ stroke: i, faults }] : [];
  });
  return { unlike: null, verdicts, latency };
}

/** Whether a round was clean, as far as the ear is sure. */
export const heardClean = ({ unlike, verdicts }: Judged): boolean =>
  unlike === null && verdicts.every(({ faults }) => faults.every(({ sure }) => sure < SURE_ENOUGH));

/** The ear hears that nothing was struck; it cannot hear why. */
const SURE_UNSTRUCK = 0.8;
/** From here on something rings on, beside the strongest. */
const RINGS_ON = 0.1;

/** What sounded that is not written, of a fault. */
function unwritten(fault: Fault): readonly Midi[] {
  if (fault.kind === 'extra') return [fault.pitch];
  return fault.kind === 'missing' && fault.instead !== null ? [fault.instead] : [];
}

function offTime(off: number, tolerated: number): readonly Fault[] {
  const beyond = Math.abs(off) / tolerated;
  return beyond <= 1 ? [] : [{ kind: 'off-time', seconds: off, sure: Math.min(1, beyond / 2) }];
}

/** What sounded of a stroke that should not have, and what did not. */
export function pitchFaults(
  { notes, ringing, soft }: Expected,
  strengths: ReadonlyMap<Midi, number>,
): readonly Fault[] {
  if (soft || notes.length === 0) return [];
  const of = (pitch: Midi) => strengths.get(pitch) ?? 0;
  const written = new Set(notes.map(({ pitch }) => pitch));
  const sounding = [...written, ...ringing];
  const extras = [...strengths].flatMap(([pitch, strength]) =>
    strength < ALONG || sounding.includes(pitch) ? [] : [{ pitch, strength, sure: surely(strength, ALONG) }],
  );
  const taken = new Set<Midi>();
  const missing = notes.flatMap(({ pitch, string }): Fault[] => {
    // What rings already sounds, struck again or not.
    if (ringing.includes(pitch)) return [];
    const isPartial = sounding.some((other) => PARTIALS.includes(pitch - other));
    const least = isPartial ? SOUNDS_IN_PARTIAL : SOUNDS;
    if (of(pitch) >= least) return [];
    const sure = (isPartial ? 1 / 2 : 1) * (1 - of(pitch) / least);
    const farthest = isPartial ? A_STRING_BESIDE : FARTHEST_INSTEAD;
    const instead = extras.find((one) => !taken.has(one.pitch) && Math.abs(one.pitch - pitch) <= farthest);
    if (instead) taken.add(instead.pitch);
    return [
      { kind: 'missing', pitch, string, instead: instead?.pitch ?? null, sure: Math.max(sure, instead?.sure ?? 0) },
    ];
  });
  const along = extras.flatMap(({ pitch, sure }): Fault[] =>
    taken.has(pitch) ? [] : [{ kind: 'extra', pitch, sure }],
  );
  return [...missing, ...along];
}
/** A finger on the string beside, or a string that is open in place of stopped, is no more than so many semitones away. */
const FARTHEST_INSTEAD = 12;
/** Where it is doubtful whether anything is missing, only what is as near as the string beside (usual tunings) stands for it. */
const A_STRING_BESIDE = 5;
/** From not at all at the threshold to quite at twice as much. */
const surely = (strength: number, least: number) => Math.min(1, 0.5 + (strength - least) / least / 2);

type Struck = readonly { readonly stroke: Expected; readonly heard: HeardStroke }[];

/** What share of the pitches that are written sounds, if all of it is tuned so many semitones higher. */
function share(struck: Struck, off: number): number {
  const all = struck.flatMap(({ stroke: { notes, soft }, heard: { strengths } }) =>
    soft ? [] : notes.map(({ pitch }) => (strengths.get(pitch + off) ?? 0) >= SOUNDS),
  );
  return all.length === 0 ? 1 : all.filter(Boolean).length / all.length;
}
/** Less than this share of the written pitches: it was something else. And more than this at another pitch: it was tuned so. */
const UNLIKE = 0.35;
const TUNED = 0.7;

function unlikeIn(struck: Struck): Unlike | null {
  if (share(struck, 0) >= UNLIKE) return null;
  const off = [-1, 1, -2, 2].find((by) => share(struck, by) >= TUNED);
  return off === undefined ? { kind: 'other' } : { kind: 'tuned', off };
}

/** How late all of it came: the middle of how late each stroke was, where that is no more than a machine's. */
function latencyOf(offs: readonly number[]): number {
  if (offs.length < ENOUGH_TO_TELL) return 0;
  const middle = [...offs].sort((a, b) => a - b)[Math.floor(offs.length / 2)]!;
  return Math.abs(middle) <= MOST_LATENCY ? middle : 0;
}
const ENOUGH_TO_TELL = 5;
