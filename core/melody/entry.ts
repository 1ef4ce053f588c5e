import { nameInKey, scale, type Key } from '../pitch/key.ts';
import { pitchClass } from '../pitch/note.ts';
import { pitchClassOf, type Midi } from '../pitch/pitch.ts';
import { ticksPerBeat, type Ticks } from '../time/meter.ts';
import { breathOf } from './melody.ts';
import { barAt, endOf, type Stave, type StaveNote } from './stave.ts';

/* What one does to the notes of a stave. Each gives a new stave; notes never overlap. */

export type Pitched = Pick<StaveNote, 'pitch' | 'spelling'>;
type Put = Pitched & Pick<StaveNote, 'breath'>;
/** From one place up to another, in ticks from the start of the stave. */
export interface StaveSpan {
  readonly from: Ticks;
  readonly to: Ticks;
}

/** What can be sung, and stands on a stave with few ledger lines: C2 to C7. */
export const LOWEST: Midi = 36;
export const HIGHEST: Midi = 96;

const endsAt = ({ start, ticks }: StaveNote): Ticks => start + ticks;
const withNotes = (stave: Stave, notes: readonly StaveNote[]): Stave => ({
  ...stave,
  notes: [...notes].sort((a, b) => a.start - b.start),
});

/** The notes that begin in a span. */
export const notesIn = ({ notes }: Stave, { from, to }: StaveSpan): readonly StaveNote[] =>
  notes.filter(({ start }) => start >= from && start < to);

/** The note that sounds at a place, or null. */
export const noteAt = ({ notes }: Stave, at: Ticks): StaveNote | null =>
  notes.find((note) => note.start <= at && endsAt(note) > at) ?? null;

/** Silences a span: what began before it stops there, and what would sound on after it does not. */
export function clear(stave: Stave, { from, to }: StaveSpan): Stave {
  const notes = stave.notes.flatMap((note) => {
    if (endsAt(note) <= from || note.start >= to) return [note];
    return note.start < from ? [{ ...note, ticks: from - note.start, tied: false }] : [];
  });
  return { ...stave, notes };
}

/** Puts a note, or a rest (null), over what stands there; at the end of the tune it is cut. */
export function put(stave: Stave, at: Ticks, long: Ticks, sound: Put | null): Stave {
  const to = Math.min(at + long, endOf(stave));
  if (to <= at) return stave;
  const cleared = clear(stave, { from: at, to });
  return sound ? withNotes(cleared, [...cleared.notes, { ...sound, start: at, ticks: to - at, tied: false }]) : cleared;
}

/** Makes room at a place: what follows goes back, until a rest takes it up, or the tune ends: null, there is no room. */
export function push(stave: Stave, at: Ticks, by: Ticks): Stave | null {
  const cut = clear(stave, { from: at, to: at });
  const notes = cut.notes.map((note) =>
    note.start < at && endsAt(note) > at ? { ...note, ticks: at - note.start, tied: false } : note,
  );
  let free = at + by;
  const moved = notes.map((note) => {
    if (note.start < at || note.start >= free) return note;
    const back = { ...note, start: free };
    free = endsAt(back);
    return back;
  });
  return free > endOf(stave) && moved.some((note) => endsAt(note) > endOf(stave)) ? null : withNotes(cut, moved);
}

/** Takes a span out: what follows without a rest between comes forward. */
export function pull(stave: Stave, { from, to }: StaveSpan): Stave {
  const cleared = clear(stave, { from, to });
  let edge = to;
  const notes = cleared.notes.map((note) => {
    if (note.start !== edge) return note;
    edge = endsAt(note);
    return { ...note, start: note.start - (to - from) };
  });
  return withNotes(cleared, notes);
}

/** Changes the sound of the notes that begin in a span. */
export function alter(stave: Stave, span: StaveSpan, change: (note: StaveNote) => Pitched): Stave {
  const inside = new Set(notesIn(stave, span));
  return { ...stave, notes: stave.notes.map((note) => (inside.has(note) ? { ...note, ...change(note) } : note)) };
}

/** Gives the notes that begin in a span another length; a longer one goes over what follows, but not over others of them. */
export function lengthen(stave: Stave, span: StaveSpan, long: Ticks): Stave {
  const chosen = notesIn(stave, span);
  return chosen.reduce((now, { start, pitch, spelling, breath }, i) => {
    const room = (chosen[i + 1]?.start ?? Infinity) - start;
    const before = now.notes.find((note) => note.start === start)!;
    const silent = clear(now, { from: start, to: endsAt(before) });
    return put(silent, start, Math.min(long, room), { pitch, spelling, ...breathOf({ breath }) });
  }, stave);
}

/** Ties a note to the next one on its pitch, or parts it where it goes over bar lines; else it is marked to sound on, or not. */
export function tie(stave: Stave, note: StaveNote): Stave {
  const rest = stave.notes.filter((other) => other !== note);
  const next = rest.find(({ start, pitch }) => start === endsAt(note) && pitch === note.pitch);
  if (next)
    return withNotes(stave, [
      ...rest.filter((other) => other !== next),
      { ...note, ticks: note.ticks + next.ticks, tied: next.tied, breath: next.breath },
    ]);
  const lines = stave.bars.map(({ start }) => start).filter((line) => line > note.start && line < endsAt(note));
  if (lines.length === 0) return withNotes(stave, [...rest, { ...note, tied: !note.tied }]);
  const points = [note.start, ...lines, endsAt(note)];
  const { breath, ...sound } = note;
  const parts = points.slice(0, -1).map((start, i) => ({
    ...sound,
    start,
    ticks: points[i + 1]! - start,
    tied: false,
    ...(i === lines.length ? breathOf({ breath }) : {}),
  }));
  return withNotes(stave, [...rest, ...parts]);
}

/** Says that a phrase ends with each of some notes, or that none does. */
export function breathe(stave: Stave, ends: ReadonlyMap<Ticks, boolean>): Stave {
  const said = (note: StaveNote) => ends.get(note.start);
  return { ...stave, notes: stave.notes.map((note) => ({ ...note, ...breathOf({ breath: said(note) }) })) };
}

/** Notes as they are copied, from the start of what was copied, with how long all of it is. */
export interface Clip {
  readonly ticks: Ticks;
  readonly notes: readonly StaveNote[];
}
export const copy = (stave: Stave, span: StaveSpan): Clip => ({
  ticks: span.to - span.from,
  notes: notesIn(stave, span).map((note) => ({
    ...note,
    start: note.start - span.from,
    ticks: Math.min(note.ticks, span.to - note.start),
  })),
});
/** Puts what was copied over what stands at a place. */
export const paste = (stave: Stave, at: Ticks, { ticks, notes }: Clip): Stave =>
  notes.reduce(
    (now, { start, ticks: long, pitch, spelling, breath }) =>
      put(now, at + start, long, { pitch, spelling, ...breathOf({ breath }) }),
    clear(stave, { from: at, to: Math.min(at + ticks, endOf(stave)) }),
  );

/** The next place to go to (`by` 1), or the one before (-1): where a note begins or ends, a beat, a bar line. */
export function stopFrom(stave: Stave, at: Ticks, by: 1 | -1): Ticks {
  const { start, ticks, meter } = barAt(stave, by < 0 ? at - 1 : at);
  const beat = ticksPerBeat(meter);
  const beats = Array.from({ length: Math.ceil(ticks / beat) + 1 }, (_, i) => start + Math.min(i * beat, ticks));
  const edges = stave.notes.flatMap((note) => [note.start, endsAt(note)]);
  // Within a note that sounds no stop is made at its beats.
  const places = [...beats.filter((one) => !isInside(stave, one)), ...edges].filter((one) => (one - at) * by > 0);
  const next = by > 0 ? Math.min(...places) : Math.max(...places);
  return Number.isFinite(next) ? next : at;
}
const isInside = ({ notes }: Stave, at: Ticks) => notes.some((note) => note.start < at && endsAt(note) > at);

/** The start of the next bar, or of this one and then of the one before. */
export function barFrom(stave: Stave, at: Ticks, by: 1 | -1): Ticks {
  if (by < 0) return barAt(stave, at - 1).start;
  const { start, ticks } = barAt(stave, at);
  return start + ticks;
}

/** Accidentals stay in their bar (common practice): what a letter means at a place, in the octave nearest to a pitch. */
export function soundOf(stave: Stave, at: Ticks, letter: string, near: Midi): Pitched {
  const { start, key } = barAt(stave, at);
  const inKey = scale(key).find((name) => name[0] === letter) ?? letter;
  const sound = nearest(inKey, near);
  const before = stave.notes.findLast(
    (note) => note.start >= start && note.start < at && note.spelling[0] === letter && stepsBetween(note, sound) === 0,
  );
  return before ? { pitch: before.pitch, spelling: before.spelling } : sound;
}

/** A name in the octave where it lies nearest, by steps of the stave, to a pitch. */
function nearest(spelling: string, near: Midi): Pitched {
  const pc = pitchClass(spelling);
  const pitches = [-12, 0, 12].map((octave) => near - pitchClassOf(near) + pc + octave);
  const pitch = pitches.reduce((best, one) => (Math.abs(one - near) < Math.abs(best - near) ? one : best));
  return { pitch: inRange(pitch), spelling };
}
const inRange = (pitch: Midi): Midi => (pitch < LOWEST ? pitch + 12 : pitch > HIGHEST ? pitch - 12 : pitch);

const LETTERS = 'CDEFGAB';
const alteration = (spelling: string): number => (spelling[1] === '#' ? 1 : spelling[1] === 'b' ? -1 : 0);
/** How many steps of a stave a note lies above C0; B♯3 lies with B3, though it sounds as C4. */
export function staveStep({ pitch, spelling }: Pitched): number {
  const octave = Math.floor((pitch - alteration(spelling)) / 12) - 1;
  return octave * LETTERS.length + LETTERS.indexOf(spelling[0]!);
}
const stepsBetween = (a: Pitched, b: Pitched): number => staveStep(b) - staveStep(a);

const NATURALS = [0, 2, 4, 5, 7, 9, 11];
/** What lies on a step of the stave (counted from C0) in a key. */
export function soundAtStep(step: number, key: Key): Pitched {
  const letter = LETTERS[((step % 7) + 7) % 7]!;
  const spelling = scale(key).find((name) => name[0] === letter) ?? letter;
  const natural = (Math.floor(step / 7) + 1) * 12 + NATURALS[LETTERS.indexOf(letter)]!;
  return { pitch: natural + alteration(spelling), spelling };
}

/** A sound some steps of the key higher; one outside the range stays. */
export const stepped = (sound: Pitched, key: Key, by: number): Pitched =>
  ifInRange(soundAtStep(staveStep(sound) + by, key), sound);
export const octaved = (sound: Pitched, by: number): Pitched =>
  ifInRange({ ...sound, pitch: sound.pitch + 12 * by }, sound);
/** A half step higher or lower, by its own letter where one accidental says it. */
export function inflected(sound: Pitched, key: Key, by: 1 | -1): Pitched {
  const pitch = sound.pitch + by;
  const accidental = ['b', '', '#'][alteration(sound.spelling) + by + 1];
  const spelling = accidental === undefined ? nameInKey(key, pitchClassOf(pitch)) : sound.spelling[0]! + accidental;
  return ifInRange({ pitch, spelling }, sound);
}
/** Without an accidental. */
export const natural = (sound: Pitched): Pitched => ({
  pitch: sound.pitch - alteration(sound.spelling),
  spelling: sound.spelling[0]!,
});
const ifInRange = (next: Pitched, before: Pitched): Pitched =>
  next.pitch < LOWEST || next.pitch > HIGHEST ? before : next;
