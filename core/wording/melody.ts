import { moveText } from './move-names.ts';
import { msg, t, type Msg } from '../words/words.ts';
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
import { musical, noteText } from './music.ts';

const ACCORDS: Readonly<Record<NoteAccord, Msg>> = {
  'chord-tone': msg('a tone of the chord'),
  'bass-note': msg('the note in the bass'),
  usual: msg('a usual tension there'),
  resolving: msg('a tension that leans into the next chord'),
  care: msg('a tension to take with care'),
  'in-key': msg('no tone of the chord, but of the key'),
};

/** By what it grates with: `against` is that degree of the chord. */
const CLASHES: Readonly<Record<NoteClash, (against: string) => string>> = {
  'root-on-major-seventh': () => t('the root lies a half step above the 7'),
  'third-on-suspension': () => t('the third is what the sus keeps away'),
  'eleven-on-third': () => t('it rubs a minor ninth above the 3'),
  'thirteen-on-minor': () => t('it makes a tritone with the ♭3'),
  'other-third': (against) => t('the chord has the {against}', { against }),
  'other-seventh': (against) => t('the chord has the {against}', { against }),
  'other-tension': (against) => t('the chord has the {against}', { against }),
  'leans-on-nothing': () => t('it asks for a chord a fifth below, and that does not come'),
  'half-step-above': (against) =>
    t('it rubs a half step above the {against}', { against: against === '1' ? t('root') : against }),
  'outside-key': () => t('it is outside the key'),
};

const verdictText = (verdict: Verdict): string =>
  verdict.verdict === 'clash' ? CLASHES[verdict.reason](musical(verdict.against ?? '')) : t(ACCORDS[verdict.reason]);

/** What a note is over its chord, in a few words. */
export function checkedText({ verdict, inPassing }: Pick<CheckedNote, 'verdict' | 'inPassing'>): string {
  if (!verdict) return t('no chord sounds');
  return inPassing ? t('in passing: {verdict}', { verdict: verdictText(verdict) }) : verdictText(verdict);
}

/** What of the melody clashes with a chord, and why: `under D5 in bar 3: it rubs a half step above the root`. */
export const rubText = ({ note, verdict }: Rub): string =>
  t('clashes with {pitch} in bar {bar}: {verdict}', {
    pitch: spelledPitch(note.pitch, note.spelling),
    bar: note.bar,
    verdict: verdictText(verdict),
  });

/** A pitch by the name it is written with, and its octave, as it is shown. */
export const spelledPitch = (pitch: Midi, spelling: NoteName): string => noteText(writtenPitch(pitch, spelling));

/** A pitch as the key writes it. */
export const pitchInKey = (pitch: Midi, key: Key): string => spelledPitch(pitch, nameInKey(key, pitchClassOf(pitch)));

/** `In bar 3 the melody has C5 now, not B4.` */
export const retunedText = (note: SungNote, { pitch, spelling }: Pick<SungNote, 'pitch' | 'spelling'>): string =>
  t('In bar {bar} the melody has {pitch} now, not {before}.', {
    bar: note.bar,
    pitch: spelledPitch(pitch, spelling),
    before: spelledPitch(note.pitch, note.spelling),
  });

/** `E4 to F♯5, mostly A4 to D5`. */
export function melodyRangeText({ low, high, from, to }: MelodyRange, key: Key): string {
  const name = (pitch: Midi) => pitchInKey(pitch, key);
  const mostly =
    from === low && to === high
      ? ''
      : t(', mostly {more}', {
          more: from === to ? name(from) : t('{name} to {to}', { name: name(from), to: name(to) }),
        });
  return t('{name} to {to}{mostly}', { name: name(low), to: name(high), mostly });
}

/** What a remedy does. */
export const remedyText = (remedy: Remedy): string =>
  remedy.kind === 'pitch'
    ? t('the nearest note of the melody that agrees')
    : remedy.kind === 'move'
      ? moveText(remedy.proposal.move)
      : remedy.takesIn
        ? t('takes the note into the chord')
        : t('leaves room for the note');

const LENGTHS: readonly (readonly [Ticks, Msg])[] = [
  [1920, msg('whole')],
  [960, msg('half')],
  [480, msg('quarter')],
  [240, msg('eighth')],
  [120, msg('sixteenth')],
  [60, msg('thirty-second')],
];

/** A length by what it is written with: `dotted quarter`, `triplet eighth`, `half tied to eighth`. */
export function lengthText(ticks: Ticks): string {
  for (const [long, name] of LENGTHS) {
    if (ticks === long) return t(name);
    if (ticks === (long * 3) / 2) return t('dotted {name}', { name });
    if (ticks === (long * 2) / 3) return t('triplet {name}', { name });
  }
  const first = LENGTHS.find(([long]) => long < ticks);
  return first
    ? t('{first} tied to {length}', { first: first[1], length: lengthText(ticks - first[0]) })
    : t('very short');
}

/** A place on a stave: `bar 3, beat 2`. */
export function stavePlaceText(stave: Stave, at: Ticks): string {
  const { number, start, ticks, meter } = barAt(stave, at);
  if (at >= start + ticks) return t('the end');
  // A pickup counts from the bar line after it.
  const beat = (at - start + (number === 0 ? ticksPerBar(meter) - ticks : 0)) / ticksPerBeat(meter) + 1;
  return t('{more}, beat {beat}', {
    more: number === 0 ? t('pickup') : t('bar {number}', { number }),
    beat: Math.round(beat * 100) / 100,
  });
}

/** A note of a stave, where it stands and how long it is: `bar 3, beat 2: D5, dotted quarter`. */
export const staveNoteText = (stave: Stave, { start, ticks, pitch, spelling }: StaveNote): string =>
  `${stavePlaceText(stave, start)}: ${spelledPitch(pitch, spelling)}, ${lengthText(ticks)}`;
