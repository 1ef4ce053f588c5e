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
    letter: letter!,
    accidental: accidental === 'b' ? '♭' : accidental === '#' ? '♯' : '',
    quality: quality ?? '',
    raised: raised!
      .replace(/^dim7$/, '°7')
      .replace(/^dim$/, '°')
      .replaceAll(/b(?=\d)/g, '♭')
      .replaceAll('#', '♯'),
    bass: bass ? bass.replace('b', '♭').replace('#', '♯') : '',
  };
}

const SPOKEN: readonly (readonly [RegExp, string])[] = [
  [/\(|\)/g, ' '],
  [/maj/g, ' major '],
  [/dim/g, ' diminished '],
  [/aug/g, ' augmented '],
  [/sus/g, ' suspended '],
  [/alt/g, ' altered '],
  [/add/g, ' add '],
  [/no(?=\d)/g, ' no '],
  [/6\/9/g, ' six nine '],
  [/b(?=\d)/g, ' flat '],
  [/#(?=\d)/g, ' sharp '],
  [/^m(?= |\d|$)/, ' minor '],
];

/** A symbol in words, for a screen reader: `Bbm7b5/Ab` → "B flat minor 7 flat 5 over A flat". */
export function spokenSymbol(symbol: string): string {
  const match = /^([A-G])([b#]?)(.*?)(?:\/([A-G][b#]?))?$/.exec(symbol);
  if (!match) return symbol === 'N.C.' ? 'no chord' : symbol;
  const name = (note: string) => note.replace('b', ' flat').replace('#', ' sharp');
  const rest = SPOKEN.reduce((text, [sign, words]) => text.replace(sign, words), match[3]!);
  const bass = match[4] ? ` over ${name(match[4])}` : '';
  return `${name(match[1]! + match[2]!)} ${rest}${bass}`.replace(/\s+/g, ' ').trim();
}
