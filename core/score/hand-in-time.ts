import type { Grip } from '../grip/grips.ts';
import { handChange, neededMs, rateChange } from '../leading/change.ts';
import type { Neck } from '../neck/hand.ts';
import { secondsBetween } from '../time/clock.ts';
import type { Score, Sound, SoundKind } from './score.ts';

/** What a hand has no time for: a change of grip; two strokes; a string plucked again; the thumb on its way to another string. */
export type HurryKind = 'change' | 'strokes' | 'string' | 'thumb';

/** A place where the hand has too little time, in milliseconds. */
export interface Hurry {
  readonly kind: HurryKind;
  /** Where it should be done. */
  readonly column: number;
  readonly bar: number;
  readonly has: number;
  readonly needs: number;
}

/*
 * What a practised right hand needs, in milliseconds (from memory, common practice): a stroke back the way it came about half of
 * one the same way, for which the hand goes back first; a finger plucks a string about ten times a second; the thumb, which
 * leaps from string to string, about eight times.
 */
const SAME_STROKE_MS = 130;
const STROKE_BACK_MS = 65;
const PLUCK_MS = 95;
const THUMB_LEAP_MS = 120;
/** From so many notes on, a hit is a stroke of the whole hand. */
const STROKE_NOTES = 3;
/** From so many strings on, the thumb leaps. */
const LEAP_STRINGS = 2;
/** A hit may be let go when half of it has sounded, so that the hand can go on (common practice, as between held chords). */
const LET_GO = 1 / 2;

const ADDED: readonly SoundKind[] = ['approach', 'passing', 'run', 'line', 'ornament'];

/**
 * Where a hand has too little time for what is written, at a rate (1 as written): by what it did last, from the first sound to
 * the last. `grips` are those of the score's columns.
 */
export function hurries(score: Score, grips: readonly (Grip | null)[], neck: Neck, rate = 1): readonly Hurry[] {
  const { guitar } = score.parts;
  const ms = (from: number, to: number) => Math.round((1000 * secondsBetween(score.clock, from, to)) / rate);
  /** What the left hand held last: a muted stroke leaves it free. */
  let held: Sound | undefined;
  return guitar.flatMap((sound, i): Hurry[] => {
    const last = guitar[i - 1];
    const before = held;
    // What is added was fitted to the hand where it stands.
    const isAdded = ADDED.includes(sound.kind);
    if (sound.kind !== 'muted' && !isAdded) held = sound;
    const { column } = sound;
    // What sounds at once is one deed of the hand.
    if (isAdded || !last || last.start === sound.start || column === null || last.column === null) return [];
    const [from, to] = [grips[before?.column ?? column], grips[column]];
    if (!from || !to) return [];
    const found: Hurry[] = [];
    const add = (kind: HurryKind, has: number, needs: number) =>
      found.push({ kind, column, bar: score.columns[column]!.bar, has, needs });
    if (before && sound.kind !== 'muted' && column !== before.column) {
      const has = ms(before.start + before.ticks * LET_GO, sound.start);
      const needs = neededMs(handChange(from, to), from, to, neck);
      if (rateChange(needs, has) === 'rushed') add('change', has, needs);
    }
    const has = ms(last.start, sound.start);
    for (const [kind, needs] of needsOf(last, sound)) if (has < needs) add(kind, has, needs);
    return found;
  });
}

/** What the plucking hand needs between two sounds. */
function needsOf(last: Sound, sound: Sound): readonly (readonly [HurryKind, number])[] {
  const isStroke = ({ notes }: Sound) => notes.length >= STROKE_NOTES;
  if (isStroke(last) && isStroke(sound))
    return [['strokes', last.spreadMs < 0 === sound.spreadMs < 0 ? SAME_STROKE_MS : STROKE_BACK_MS]];
  const [before, now] = [singleOf(last), singleOf(sound)];
  if (before === null || now === null) return [];
  if (before.string === now.string) return [['string', PLUCK_MS]];
  // The lowest notes of two chords are the thumb's; what else it takes is not told from a finger's.
  const isThumb = before.voice === 0 && now.voice === 0;
  return isThumb && Math.abs(now.string! - before.string!) >= LEAP_STRINGS ? [['thumb', THUMB_LEAP_MS]] : [];
}

/** The one note of a plucked sound. */
const singleOf = ({ notes }: Sound) => (notes.length === 1 && notes[0]!.string !== null ? notes[0]! : null);
