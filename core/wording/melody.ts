import type { CheckedNote, Remedy } from '../take/check-melody.ts';
import type { NoteAccord, NoteClash, Verdict } from '../reharm/over-melody.ts';
import type { Rub } from '../reharm/rubs.ts';
import { nameInKey, type Key } from '../pitch/key.ts';
import { writtenPitch, type NoteName } from '../pitch/note.ts';
import { pitchClassOf, type Midi } from '../pitch/pitch.ts';
import type { SungNote } from '../melody/melody.ts';
import type { MelodyRange } from '../melody/range.ts';
import { barAt, type Stave, type StaveNote } from '../melody/stave.ts';
import { ticksPerBar, ticksPerBeat, type Ticks } from '../time/meter.ts';
import { musical } from './music.ts';

const ACCORDS: Readonly<Record<NoteAccord, string>> = {
  'chord-tone': 'a tone of the chord',
  'bass-note': 'the note in the bass',
  usual: 'a usual tension there',
  resolving: 'a tension that leans into the next chord',
  care: 'a tension to take with care',
  'in-key': 'no tone of the chord, but of the key',
};

/** By what it grates with: `against` is that degree of the chord. */
const CLASHES: Readonly<Record<NoteClash, (against: string) => string>> = {
  'root-on-major-seventh': () => 'the root lies a half step above the 7',
  'third-on-suspension': () => 'the third is what the sus keeps away',
  'eleven-on-third': () => 'it rubs a minor ninth above the 3',
  'thirteen-on-minor': () => 'it makes a tritone with the ♭3',
  'other-third': (against) => `the chord has the ${against}`,
  'other-seventh': (against) => `the chord has the ${against}`,
  'other-tension': (against) => `the chord has the ${against}`,
  'leans-on-nothing': () => 'it asks for a chord a fifth below, and that does not come',
  'half-step-above': (against) => `it rubs a half step above the ${against === '1' ? 'root' : against}`,
  'outside-key': () => 'it is outside the key',
};

const verdictText = (verdict: Verdict): string =>
  verdict.verdict === 'clash' ? CLASHES[verdict.reason](musical(verdict.against ?? '')) : ACCORDS[verdict.reason];

/** What a note is over its chord, in a few words. */
export function checkedText({ verdict, inPassing }: Pick<CheckedNote, 'verdict' | 'inPassing'>): string {
  if (!verdict) return 'no chord sounds';
  return inPassing ? `in passing: ${verdictText(verdict)}` : verdictText(verdict);
}

/** What of the melody clashes with a chord, and why: `under D5 in bar 3: it rubs a half step above the root`. */
export const rubText = ({ note, verdict }: Rub): string =>
  `clashes with ${spelledPitch(note.pitch, note.spelling)} in bar ${note.bar}: ${verdictText(verdict)}`;

/** A pitch by the name it is written with, and its octave, as it is shown. */
export const spelledPitch = (pitch: Midi, spelling: NoteName): string => musical(writtenPitch(pitch, spelling));

/** A pitch as the key writes it. */
export const pitchInKey = (pitch: Midi, key: Key): string => spelledPitch(pitch, nameInKey(key, pitchClassOf(pitch)));

/** `In bar 3 the melody has C5 now, not B4.` */
export const retunedText = (note: SungNote, { pitch, spelling }: Pick<SungNote, 'pitch' | 'spelling'>): string =>
  `In bar ${note.bar} the melody has ${spelledPitch(pitch, spelling)} now, not ${spelledPitch(note.pitch, note.spelling)}.`;

/** `E4 to F♯5, mostly A4 to D5`. */
export function melodyRangeText({ low, high, from, to }: MelodyRange, key: Key): string {
  const name = (pitch: Midi) => pitchInKey(pitch, key);
  const mostly =
    from === low && to === high ? '' : `, mostly ${from === to ? name(from) : `${name(from)} to ${name(to)}`}`;
  return `${name(low)} to ${name(high)}${mostly}`;
}

/** What a remedy does. */
export const remedyText = (remedy: Remedy): string =>
  remedy.kind === 'pitch'
    ? 'the nearest note of the melody that agrees'
    : remedy.kind === 'move'
      ? remedy.proposal.move.name
      : remedy.takesIn
        ? 'takes the note into the chord'
        : 'leaves room for the note';

const LENGTHS: readonly (readonly [Ticks, string])[] = [
  [1920, 'whole'],
  [960, 'half'],
  [480, 'quarter'],
  [240, 'eighth'],
  [120, 'sixteenth'],
  [60, 'thirty-second'],
];

/** A length by what it is written with: `dotted quarter`, `triplet eighth`, `half tied to eighth`. */
export function lengthText(ticks: Ticks): string {
  for (const [long, name] of LENGTHS) {
    if (ticks === long) return name;
    if (ticks === (long * 3) / 2) return `dotted ${name}`;
    if (ticks === (long * 2) / 3) return `triplet ${name}`;
  }
  const first = LENGTHS.find(([long]) => long < ticks);
  return first ? `${first[1]} tied to ${lengthText(ticks - first[0])}` : 'very short';
}

/** A place on a stave: `bar 3, beat 2`. */
export function stavePlaceText(stave: Stave, at: Ticks): string {
  const { number, start, ticks, meter } = barAt(stave, at);
  if (at >= start + ticks) return 'the end';
  // A pickup counts from the bar line after it.
  const beat = (at - start + (number === 0 ? ticksPerBar(meter) - ticks : 0)) / ticksPerBeat(meter) + 1;
  return `${number === 0 ? 'pickup' : `bar ${number}`}, beat ${Math.round(beat * 100) / 100}`;
}

/** A note of a stave, where it stands and how long it is: `bar 3, beat 2: D5, dotted quarter`. */
export const staveNoteText = (stave: Stave, { start, ticks, pitch, spelling }: StaveNote): string =>
  `${stavePlaceText(stave, start)}: ${spelledPitch(pitch, spelling)}, ${lengthText(ticks)}`;
