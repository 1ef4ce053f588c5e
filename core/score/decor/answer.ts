/* Something answers the chord: an open string, its top note an octave off; what was just sung, in the other register; or nothing (common practice). */
import { masksOf, noteIn, symbolOf } from '../../chord/chord.ts';
import { scaleThrough } from '../../chord/scale-over.ts';
import { pitchClassOf, type Midi } from '../../pitch/pitch.ts';
import { beatsPerBar, ticksPerBeat, type Ticks } from '../../time/meter.ts';
import type { Sound } from '../score.ts';
import { NOTHING } from './added.ts';
import { foundOn, type Decoration, type Found } from './decoration.ts';
import { fingeredLine, heldAlone } from './fingered-line.ts';
import { isInTime, isUnderTune } from './grips-between.ts';
import { isCovering, offBeat, type DecorPlace } from './place.ts';

const VELOCITY = 62;
/** An answer is of two to six notes; what was sung longer ago is forgotten. */
const FEWEST = 2;
const MOST = 6;
/** A middle register: who sings above is answered below, and the other way round. */
const MIDDLE: Midi = 67;

export const ANSWERS: readonly Decoration[] = [
  {
    id: 'open-string',
    name: 'an open string answers',
    kind: 'answer',
    needs: 'an open string of the chord that no finger is on',
    reason: 'The open {note} string, a note of {chord}, answers off the beat and costs no finger.',
    find: openString,
  },
  {
    id: 'octave',
    name: 'an octave answers',
    kind: 'answer',
    needs: 'a top note that lies an octave lower in the grip, too',
    reason: 'The top note of {chord} is answered an octave below, off the beat.',
    find: octave,
  },
  {
    id: 'answer',
    name: 'an answer',
    kind: 'answer',
    needs: 'something sung just before, and time in which nothing is',
    reason: 'What was just sung comes back in the other register, in its rhythm, on the notes of {chord}.',
    find: answered,
  },
  {
    id: 'rest',
    name: 'space',
    kind: 'rest',
    needs: 'a chord of two beats or more',
    reason: 'Half of {chord} is left silent: there is room for others.',
    find: rested,
  },
];

/** The last off-beats of a chord that lasts a bar or half of one. */
function offBeatsIn({ start, end, meter }: DecorPlace): readonly Ticks[] {
  const beat = ticksPerBeat(meter);
  const times: Ticks[] = [];
  for (let at = start + beat + offBeat(meter); at < end; at += beat) times.push(at);
  return times.slice(-2);
}

const single = (place: DecorPlace, kind: Sound['kind'], start: Ticks, ticks: Ticks, note: Sound['notes'][number]) =>
  ({ start, ticks, velocity: VELOCITY, kind, column: place.column, spreadMs: 0, notes: [note] }) satisfies Sound;

function openString(place: DecorPlace): Found {
  const { grip, neck, chord, meter, hits, end } = place;
  const times = offBeatsIn(place);
  if (hits !== 1) return 'struck';
  if (times.length === 0) return 'short';
  const { allowed } = masksOf(chord);
  const onString = (pitch: Midi, string: number): Found => {
    // A string of its own, above the bass, that no finger lies on.
    const isFree = grip.frets[string]! < 0 && pitch > grip.pitches[0]! && (allowed & (1 << pitchClassOf(pitch))) !== 0;
    const barred = grip.frets.some((fret, s) => s < string && fret > 0 && grip.frets.slice(string).includes(fret));
    if (!isFree || barred) return 'condition';
    const note = { pitch, string, fret: 0, finger: null, voice: 0 };
    const sounds = times.map((at) => single(place, 'ornament', at, Math.min(offBeat(meter), end - at), note));
    if (!isUnderTune(sounds, place)) return 'tune';
    const args = { note: noteIn(chord, pitchClassOf(pitch))!, chord: symbolOf(chord) };
    return [{ variant: String(string), added: { ...NOTHING, sounds }, args }];
  };
  return foundOn(neck.open.map(onString));
}

function octave(place: DecorPlace): Found {
  const { grip, neck, chord, end, hits } = place;
  const at = offBeatsIn(place)[0];
  const below = grip.pitches.at(-1)! - 12;
  // It is a note of the grip: nothing is set anew.
  const string = grip.frets.findIndex((fret, s) => fret >= 0 && neck.open[s]! + fret === below);
  if (hits !== 1) return 'struck';
  if (string < 0 || below === grip.pitches[0]) return 'condition';
  if (at === undefined) return 'short';
  const again = { string, from: at, to: end, fret: grip.frets[string]!, finger: grip.fingers[string] ?? 0 };
  if (isCovering(place, below, at)) return 'tune';
  return [{ variant: '', added: { ...NOTHING, revoiced: [again] }, args: { chord: symbolOf(chord) } }];
}

/** What was sung last, once it is over within a chord, and long enough before its end. */
function answered(place: DecorPlace): Found {
  const { start, end, meter, chord, key, grip, neck, sung, isPushed } = place;
  const beat = ticksPerBeat(meter);
  const bar = beat * beatsPerBar(meter);
  const before = sung(Math.max(0, start - bar), end);
  const last = before.at(-1);
  if (!last) return 'condition';
  if (isPushed) return 'early';
  const over = Math.max(start + beat, Math.ceil((last.start + last.ticks) / beat) * beat);
  // The phrase is its last notes, back to a breath.
  const from = before.findLastIndex((sound, i) => i === 0 || sound.start > before[i - 1]!.start + before[i - 1]!.ticks);
  const phrase = before.slice(Math.max(from, before.length - MOST));
  const offset = over - phrase[0]!.start;
  const notes = phrase.filter((sound) => sound.start + offset + beat / 2 <= end);
  if (sung(over, end).length > 0) return 'tune';
  if (notes.length < FEWEST) return 'short';
  const mean = notes.reduce((sum, sound) => sum + sound.notes[0]!.pitch, 0) / notes.length;
  const way = mean >= MIDDLE ? -12 : 12;
  const at = scaleThrough(chord, key);
  const pitches = notes.map(({ notes: [note] }) => nearest(note!.pitch + way, at));
  const plays = fingeredLine(pitches, grip, place);
  if (plays === null) return 'hand';
  const sounds = notes.map((sound, i) => {
    const { finger, ...played } = plays[i]!;
    const begins = sound.start + offset;
    const next = notes[i + 1] ? notes[i + 1]!.start + offset : end;
    const note = { ...played, finger: finger === 0 ? null : finger, voice: 0 };
    const ticks = Math.min(sound.ticks, next - begins, end - begins);
    return { ...single(place, 'run', begins, ticks, note), velocity: 74 };
  });
  const shortest = Math.min(...sounds.map((sound) => place.ms(sound.start, sound.start + sound.ticks)));
  const hands = [grip, ...plays.map((play) => heldAlone(play, neck.open.length))];
  if (!isInTime(hands, shortest, place)) return 'fast';
  return [{ variant: '', added: { ...NOTHING, sounds, alone: over }, args: { chord: symbolOf(chord) } }];
}

/** The pitch itself where it is of a set of notes, else the nearest below or above. */
function nearest(pitch: Midi, notes: ReadonlySet<number>): Midi {
  return [0, -1, 1, -2, 2].map((by) => pitch + by).find((one) => notes.has(pitchClassOf(one))) ?? pitch;
}

function rested(place: DecorPlace): Found {
  const { start, end, meter, chord, isPushed } = place;
  const beat = ticksPerBeat(meter);
  const beats = (end - start) / beat;
  if (isPushed) return 'early';
  if (beats < 2) return 'short';
  return [
    {
      variant: '',
      added: { ...NOTHING, alone: start + Math.ceil(beats / 2) * beat },
      args: { chord: symbolOf(chord) },
    },
  ];
}
