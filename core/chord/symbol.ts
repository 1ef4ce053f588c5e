import { bad, good, problem, type Outcome } from '../problem.ts';
import { parseNote } from '../pitch/note.ts';
import type { Chord } from './chord.ts';
import { TENSIONS, type Kind, type Tension } from './kind.ts';

/** A kind while its symbol is being read. */
interface Draft {
  third: Kind['third'];
  fifth: Kind['fifth'];
  seventh: Kind['seventh'];
  tensions: Set<Tension>;
  altered: boolean;
  diminished: boolean;
}

/** Longest symbol worth reading; past it a text is no chord. */
const LONGEST = 32;

/** The many signs players write, as the ASCII the tables below read. */
const SIGNS: readonly (readonly [RegExp, string])[] = [
  [/[♭]/g, 'b'],
  [/[♯]/g, '#'],
  [/[Δ△∆^](?=\d)/g, 'maj'],
  [/[Δ△∆^]/g, 'maj7'],
  [/[øØ]/g, 'hdim'],
  [/[°º˚]/g, 'dim'],
  [/[−–—]/g, '-'],
];

const MAJOR = '(?:major|Major|maj|Maj|MAJ|ma(?!dd)|Ma|MA|M|j)';

type Reading = (draft: Draft, match: RegExpExecArray) => void;

/** What a symbol may begin with after its root, first match wins: the triad's quality. */
const QUALITIES: readonly (readonly [RegExp, Reading])[] = [
  [/^(?:hdim|half-?dim)7?/, (d) => set(d, { third: 'b3', fifth: 'b5', seventh: 'b7' })],
  // Before the minor dash: C-5 is a flat fifth, not a minor fifth.
  [/^[-+](?=5)/, () => undefined],
  [/^(?:diminished|dim|o)/, (d) => set(d, { third: 'b3', fifth: 'b5', diminished: true })],
  [/^(?:augmented|aug|\+)/, (d) => set(d, { fifth: '#5' })],
  [new RegExp(`^${MAJOR}(?!7|9|1[13])`), () => undefined],
  [/^(?:minor|min|mi|m(?!a(?!dd|lt|ug))|-)/, (d) => set(d, { third: 'b3' })],
];

/** The parts that may follow, first match wins, until nothing is left. */
const PARTS: readonly (readonly [RegExp, Reading])[] = [
  [/^[(),\s]+/, () => undefined],
  [new RegExp(`^${MAJOR}(7|9|11|13)?`), (d, m) => stack(d, '7', m[1] ?? '7')],
  [
    /^(?:6\/9|69)/,
    (d) => {
      d.seventh = '6';
      d.tensions.add('9');
    },
  ],
  [/^sus(?:pended)?(b9|9|13|4|2)?/, (d, m) => suspend(d, m[1] ?? '4')],
  [/^add(b|#)?(2|4|6|9|11|13)/, (d, m) => add(d, `${m[1] ?? ''}${m[2]}`)],
  [/^(?:no|omit)(3|5)/, (d, m) => set(d, m[1] === '3' ? { third: null } : { fifth: null })],
  [/^alt(?:ered)?/, (d) => set(d, { altered: true, seventh: 'b7' })],
  [/^(b|#|-|\+)(5|9|11|13|6|4|2)/, (d, m) => alter(d, m[1]!, m[2]!)],
  [/^\+/, (d) => set(d, { fifth: '#5' })],
  [/^(7|9|11|13)/, (d, m) => stack(d, d.diminished ? 'bb7' : 'b7', m[1]!)],
  [/^\/?(6|9)(?!\/)/, (d, m) => add(d, m[1]!)],
  [/^5/, (d) => set(d, { third: null })],
  [/^(2|4)/, (d, m) => suspend(d, m[1]!)],
];

function set(draft: Draft, part: Partial<Draft>): void {
  Object.assign(draft, part);
}

function stack(draft: Draft, seventh: '7' | 'b7' | 'bb7', number: string): void {
  // A number inside parentheses after a seventh, as in C7(13), only adds its tension.
  if (draft.seventh === null) draft.seventh = seventh;
  else if (seventh === '7') draft.seventh = '7';
  if (number === '7') return;
  if (
    number === '11' &&
    draft.third === '3' &&
    draft.seventh === 'b7' &&
    draft.tensions.size === 0 &&
    draft.fifth === '5'
  ) {
    // A dominant eleventh has no third: it is the suspended ninth under another name.
    draft.third = '4';
    draft.tensions.add('9');
  } else draft.tensions.add(number as Tension);
}

function suspend(draft: Draft, number: string): void {
  draft.third = number === '2' ? '2' : '4';
  if (number === 'b9') draft.tensions.add('b9');
  if (number === '9' || number === '13') {
    draft.seventh ??= 'b7';
    draft.tensions.add(number);
  }
}

const ADDED: Record<string, Tension> = { '2': '9', '4': '11', b2: 'b9', '#2': '#9', '#4': '#11', b6: 'b13' };

function add(draft: Draft, degree: string): void {
  if (degree === '6' && draft.seventh === null) draft.seventh = '6';
  else if (degree === '6') draft.tensions.add('13');
  else draft.tensions.add(ADDED[degree] ?? (degree as Tension));
}

function alter(draft: Draft, sign: string, number: string): void {
  const flat = sign === 'b' || sign === '-';
  if (number === '5') draft.fifth = flat ? 'b5' : '#5';
  else add(draft, `${flat ? 'b' : '#'}${number}`);
}

function finish(draft: Draft): Kind | null {
  const { third, fifth, seventh, altered } = draft;
  const tensions = new Set(draft.tensions);
  if ([...tensions].some((tension) => !TENSIONS.includes(tension))) return null;
  // Without its third a chord is root and fifth, and a diminished seventh is of a diminished chord: Cdim5, Cdim9sus and
  // their like say two things at once.
  if (third === null && (fifth !== '5' || (seventh !== null && tensions.has('11')))) return null;
  if (seventh === 'bb7' && (third !== 'b3' || fifth !== 'b5')) return null;
  if (altered) return { third: '3', fifth: null, seventh: 'b7', tensions: [], altered };
  if (third === '4') tensions.delete('11');
  if (seventh === 'b7' || seventh === '7') {
    // One spelling for one sound: a higher natural extension implies the lower.
    if (tensions.has('13') && third !== '2') tensions.delete('9');
    if (tensions.has('13') && third === 'b3') tensions.delete('11');
    if (tensions.has('11') && third !== '3') tensions.delete('9');
  }
  if (seventh === '6') tensions.delete('13');
  return { third, fifth, seventh, tensions: TENSIONS.filter((tension) => tensions.has(tension)), altered };
}

/** Reads what follows a root (`m7b5`, `Δ9`, `7(b9,#11)`); null when it is no chord. */
export function parseSuffix(suffix: string): Kind | null {
  if (suffix.length > LONGEST) return null;
  let rest = SIGNS.reduce((text, [sign, ascii]) => text.replace(sign, ascii), suffix).replace(/^\((?=m)/, '');
  const draft: Draft = {
    third: '3',
    fifth: '5',
    seventh: null,
    tensions: new Set(),
    altered: false,
    diminished: false,
  };
  const quality = QUALITIES.find(([pattern]) => pattern.test(rest));
  if (quality) {
    const match = quality[0].exec(rest)!;
    quality[1](draft, match);
    if (!/^[-+]$/.test(match[0]) || rest[1] !== '5') rest = rest.slice(match[0].length);
  }
  while (rest.length > 0) {
    const part = PARTS.find(([pattern]) => pattern.test(rest));
    if (!part) return null;
    const match = part[0].exec(rest)!;
    part[1](draft, match);
    rest = rest.slice(match[0].length);
  }
  return finish(draft);
}

const SYMBOL = /^([A-G](?:[b#♭♯])?)(.*?)(?:\/([A-G](?:[b#♭♯])?))?$/s;

/** Reads a chord symbol in any usual spelling: `Bb-7`, `CΔ9`, `F#ø7`, `G7(b9,#11)/B`. */
export function parseChord(text: string): Outcome<Chord> {
  const symbol = text.trim();
  const unknown = () => bad(problem('chord-unknown', { text: symbol.slice(0, LONGEST) }));
  if (symbol.length === 0 || symbol.length > LONGEST) return unknown();
  if (/^[a-g]/.test(symbol)) {
    const instead = symbol[0]!.toUpperCase() + symbol.slice(1);
    if (parseChord(instead).ok) return bad(problem('chord-lower-case', { text: symbol, instead }));
    return unknown();
  }
  if (/^H/.test(symbol)) {
    const instead = `B${symbol.slice(1)}`;
    return parseChord(instead).ok ? bad(problem('chord-german-h', { text: symbol, instead })) : unknown();
  }
  // The syllables Do and So(l) would otherwise read as D° and nothing: never guess between the two.
  if (symbol === 'Do' || symbol === 'do') return bad(problem('chord-syllable', { text: symbol }));
  if (/\/[A-G][b#♭♯]?\/[A-G][b#♭♯]?$/.test(symbol)) return bad(problem('chord-two-basses', { text: symbol }));
  const match = SYMBOL.exec(symbol);
  if (!match) return unknown();
  const kind = parseSuffix(match[2]!);
  if (kind === null) {
    const slash = /\/([^/]*)$/.exec(match[2]!);
    if (slash && parseSuffix(match[2]!.slice(0, slash.index)) !== null) {
      return bad(problem('chord-bass-unknown', { text: symbol, bass: slash[1]! }));
    }
    return unknown();
  }
  const root = parseNote(match[1]!)!;
  const bass = match[3] === undefined ? null : parseNote(match[3]);
  return good({ root, kind, bass: bass === root ? null : bass });
}

/** A kind from its shown spelling, for tables in the code; throws on a misspelt entry. */
export function kindOf(suffix: string): Kind {
  const kind = KINDS.get(suffix) ?? parseSuffix(suffix);
  if (kind === null) throw new RangeError(`no chord kind is written "${suffix}"`);
  KINDS.set(suffix, kind);
  return kind;
}
/** The tables name some fifty kinds over and over. */
const KINDS = new Map<string, Kind>();
