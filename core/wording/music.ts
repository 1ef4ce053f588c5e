import { msg, speech, t, type Msg, type NoteNames } from '../words/words.ts';
import { pitchName, type NoteName } from '../pitch/note.ts';
import type { Midi } from '../pitch/pitch.ts';

/**
 * Accidentals as musicians write them, in symbols, degrees and numerals: `Bb7` → `B♭7`, `#11` → `♯11`,
 * `bVII/bIII` → `♭VII/♭III`, `bb7` → `♭♭7`. A `b` counts as a flat after a note letter, and before a number or numeral.
 */
export function musical(ascii: string): string {
  return ascii
    .replace(/(?<=^|\/|\s)([A-G])b/g, '$1♭')
    .replace(/b(?=b?(\d|[IVivx]))/g, '♭')
    .replaceAll('#', '♯');
}

/** What notes are called in fixed do. */
const SYLLABLES: Readonly<Record<string, string>> = { C: 'Do', D: 'Re', E: 'Mi', F: 'Fa', G: 'Sol', A: 'La', B: 'Si' };
/** German letters with their accidentals; what is not here adds -es or -is. */
const GERMAN: Readonly<Record<string, string>> = { B: 'H', Bb: 'B', Eb: 'Es', Ab: 'As', Ebb: 'Eses', Abb: 'Asas' };

/** A note's name as a player reads it, with its octave if there is one: `Bb` → B♭, in German B, in fixed do Si♭. */
export function noteText(note: NoteName, names: NoteNames = speech().notes): string {
  const [, letter, accidental, octave] = /^([A-G])(b{0,2}|#{0,2})(-?\d*)$/.exec(note) ?? [];
  if (letter === undefined) return musical(note);
  if (names === 'fixed-do') return SYLLABLES[letter]! + signs(accidental!) + octave!;
  if (names === 'letters') return letter + signs(accidental!) + octave!;
  const known = GERMAN[letter + accidental!];
  if (known !== undefined) return known + octave!;
  const ending = accidental!.replaceAll('b', 'es').replaceAll('#', 'is');
  return (letter === 'B' ? 'H' : letter) + ending + octave!;
}
const signs = (accidental: string) => accidental.replaceAll('b', '♭').replaceAll('#', '♯');

/** A pitch with its octave, as a player reads it: `E2`. */
export const pitchText = (midi: Midi): string => noteText(pitchName(midi));

/** A root or bass of a chord symbol: letters, or, on wish, as notes are called; German symbols keep their signs but for H and B (common practice). */
function rootText(root: string): { readonly letter: string; readonly accidental: '♭' | '♯' | '' } {
  const { notes, namesChords } = speech();
  const accidental = root.endsWith('b') ? '♭' : root.endsWith('#') ? '♯' : '';
  const letter = root[0]!;
  if (!namesChords || notes === 'letters') return { letter, accidental };
  if (notes === 'fixed-do') return { letter: SYLLABLES[letter]!, accidental };
  return letter !== 'B'
    ? { letter, accidental }
    : accidental === '♭'
      ? { letter: 'B', accidental: '' }
      : { letter: 'H', accidental };
}

/** Chord symbols in a text, as musicians write them: `Bb7 Eb/G` → `B♭7 E♭/G`; roots named as notes are, where one wishes it. */
export function symbolText(symbols: string): string {
  const named = symbols.replace(/(?<=^|\/|\s|–)([A-G][b#]?)/g, (root) => {
    const { letter, accidental } = rootText(root);
    return letter + accidental;
  });
  return musical(named);
}

/** A key: `Bb major` → B♭ major. Of `Bb`, `Cm` or `D dorian`, as charts have them, the same short. */
export function keyWords(key: string): string {
  const [, tonic, rest] = /^([A-G][b#]?)(.*)$/.exec(key) ?? [];
  if (tonic === undefined) return musical(key);
  // `Fism` is no word.
  const mode = rest === 'm' && speech().notes !== 'letters' ? 'minor' : rest!.trim();
  return mode === 'major' || mode === 'minor'
    ? t(mode === 'major' ? '{tonic} major' : '{tonic} minor', { tonic: noteText(tonic) })
    : noteText(tonic) + rest!;
}

/** A symbol in parts for setting in type: root, its accidental, and what is raised behind it. */
export interface SymbolParts {
  readonly letter: string;
  readonly accidental: '♭' | '♯' | '';
  /** The small part that stays on the line: a minor's `m`. */
  readonly quality: string;
  /** The raised part, accidentals as ♭ and ♯. */
  readonly raised: string;
  /** A slash bass, or empty. */
  readonly bass: string;
}

/** `Bbm7b5/Ab` → B, ♭, m, 7♭5, A♭. N.C. is all letter. */
export function symbolParts(symbol: string): SymbolParts {
  const match = /^([A-G])([b#]?)(m(?!aj))?(.*?)(?:\/([A-G][b#]?))?$/.exec(symbol);
  if (!match) return { letter: symbol, accidental: '', quality: '', raised: '', bass: '' };
  const [, letter, accidental, quality, raised, bass] = match;
  return {
    ...rootText(letter! + accidental!),
    quality: quality ?? '',
    raised: raised!
      .replace(/^dim7$/, '°7')
      .replace(/^dim$/, '°')
      .replaceAll(/b(?=\d)/g, '♭')
      .replaceAll('#', '♯'),
    bass: bass ? Object.values(rootText(bass)).join('') : '',
  };
}

const SPOKEN: readonly (readonly [RegExp, Msg | null])[] = [
  [/\(|\)/g, null],
  [/maj/g, msg('major')],
  [/dim/g, msg('diminished')],
  [/aug/g, msg('augmented')],
  [/sus/g, msg('suspended')],
  [/alt/g, msg('altered')],
  [/add/g, msg('add')],
  [/no(?=\d)/g, msg('no')],
  [/6\/9/g, msg('six nine')],
  [/b(?=\d)/g, msg('flat')],
  [/#(?=\d)/g, msg('sharp')],
  [/^m(?= |\d|$)/, msg('minor')],
];

/** A symbol in words, for a screen reader: `Bbm7b5/Ab` → "B flat minor 7 flat 5 over A flat". */
export function spokenSymbol(symbol: string): string {
  const match = /^([A-G][b#]?)(.*?)(?:\/([A-G][b#]?))?$/.exec(symbol);
  if (!match) return symbol === 'N.C.' ? t('no chord') : symbol;
  const [, root, kind, bass] = match;
  const rest = SPOKEN.reduce((text, [sign, words]) => text.replace(sign, words ? ` ${t(words)} ` : ' '), kind!);
  const chord = `${spokenNote(root!)} ${rest}`.replace(/\s+/g, ' ').trim();
  return bass ? t('{chord} over {bass}', { chord, bass: spokenNote(bass) }) : chord;
}

function spokenNote(note: string): string {
  const { notes, namesChords } = speech();
  if (namesChords && notes === 'german') return noteText(note);
  const { letter, accidental } = rootText(note);
  return [letter, ...(accidental === '' ? [] : [t(accidental === '♭' ? 'flat' : 'sharp')])].join(' ');
}
