import { msg, plural, t, type Msg } from '../words/words.ts';
import type { NoteWay } from '../take/layers/note.ts';
import type { Finger } from '../neck/hold.ts';
import type { Midi } from '../pitch/pitch.ts';
import type { PlayedNote, RingingString } from '../score/chord-melody.ts';
import type { Legato } from '../score/legato.ts';
import { noteText, pitchText } from './music.ts';

/** How a note of the tune is played, as it is chosen; and where it is not, what is missing. */
export const NOTE_WAY_WORDS: Readonly<Record<NoteWay, { readonly name: Msg; readonly lacks: Msg }>> = {
  carried: { name: msg('a grip'), lacks: msg('no grip carries it') },
  bass: { name: msg('a grip with its bass'), lacks: msg('no grip under it has the bass lowest') },
  'bass-before': { name: msg('bass before the beat'), lacks: msg('no bass is in reach') },
  'bass-after': { name: msg('bass after the beat'), lacks: msg('no bass is in reach') },
  two: { name: msg('two voices'), lacks: msg('no grip of two notes has it on top') },
  octave: { name: msg('octaves'), lacks: msg('its octave is not in reach') },
  moved: { name: msg('the next grip, moved'), lacks: msg('it does not step on to a note that gets a grip') },
  diminished: {
    name: msg('a passing diminished'),
    lacks: msg('no diminished seventh under it steps on to a note that gets a grip'),
  },
  free: { name: msg('single'), lacks: msg('it is not on the neck') },
};

const FINGERS: Readonly<Record<string, Msg>> = {
  0: msg('open'),
  1: msg('index'),
  2: msg('middle'),
  3: msg('ring'),
  4: msg('little'),
  T: msg('thumb'),
};

const LEGATO_WORDS: Readonly<Record<Legato, Msg>> = {
  hammer: msg('hammered on'),
  pull: msg('pulled off'),
  slide: msg('slid to'),
};

const placeText = (string: number, fret: number, finger: Finger, strings: number): string =>
  t('string {strings}{more}', {
    strings: strings - string,
    more: fret === 0 ? t(', open') : ` ${t('at fret {fret}, {fingers}', { fret, fingers: FINGERS[finger]! })}`,
  });

/** Where a note of the tune is played: `D5 on string 1 at fret 10, little`. */
export function playedNoteText({ pitch, string, fret, finger, how, legato }: PlayedNote, strings: number): string {
  const at = placeText(string, fret, finger, strings);
  return t('{pitch} on {at}{more}', {
    pitch: pitchText(pitch),
    at,
    more: how === 'alone' ? t(', alone') : legato ? `, ${t(LEGATO_WORDS[legato])}` : '',
  });
}

/** Where a bass off the beat is played: `the bass A2 on string 5, open`. */
export const playedBassText = ({ string, fret, finger }: RingingString, open: readonly Midi[]): string =>
  t('the bass {pitch} on {place}', {
    pitch: pitchText(open[string]! + fret),
    place: placeText(string, fret, finger, open.length),
  });

const FEW = 3;

/** Why the tune's note has the grip it has: `B4 lies on string 1, under 41 grips; this one keeps two fingers.` */
export function carriedText(
  { string, count }: { readonly string: number; readonly count: number },
  note: string,
  { strings, stay }: { readonly strings: number; readonly stay: number },
): string {
  const choice =
    count <= FEW ? plural(count, 'the only grip is this', 'only {n} grips') : t('{count} grips', { count });
  const kept =
    stay === 0
      ? ''
      : `; ${plural(stay, 'this one keeps one finger down', 'this one keeps {fingers} fingers down', { fingers: t(COUNTS[stay]!) })}`;
  return t('{note} on string {strings}: {choice}{kept}.', {
    note: noteText(note),
    strings: strings - string,
    choice,
    kept,
  });
}
const COUNTS = [msg('no'), msg('one'), msg('two'), msg('three'), msg('four')];
