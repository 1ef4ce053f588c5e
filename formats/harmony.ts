import { parseChord, tonesOf } from '../core/index.ts';
import { childOf, childrenOf, numberOf, textOf, type Element } from './xml.ts';

/** The kinds of MusicXML 4.0 (type kind-value) by the suffix we write. */
const KINDS: Readonly<Record<string, string>> = {
  major: '',
  minor: 'm',
  augmented: 'aug',
  diminished: 'dim',
  dominant: '7',
  'major-seventh': 'maj7',
  'minor-seventh': 'm7',
  'diminished-seventh': 'dim7',
  'augmented-seventh': '7#5',
  'half-diminished': 'm7b5',
  'major-minor': 'm(maj7)',
  'major-sixth': '6',
  'minor-sixth': 'm6',
  'dominant-ninth': '9',
  'major-ninth': 'maj9',
  'minor-ninth': 'm9',
  'dominant-11th': '11',
  'major-11th': 'maj11',
  'minor-11th': 'm11',
  'dominant-13th': '13',
  'major-13th': 'maj13',
  'minor-13th': 'm13',
  'suspended-second': 'sus2',
  'suspended-fourth': 'sus4',
  power: '5',
};

const accidental = (alter: number): string => (alter > 0 ? '#' : alter < 0 ? 'b' : '');
const nameOf = (of: Element, step: string, alter: string): string =>
  `${textOf(of, step) ?? ''}${accidental(numberOf(of, alter) ?? 0)}`;

/** A harmony as a chord symbol; `exact`: all that it says is in the symbol. */
export function symbolOfHarmony(harmony: Element): { readonly text: string; readonly exact: boolean } {
  const kind = childOf(harmony, 'kind');
  if (kind?.text === 'none') return { text: 'N.C.', exact: true };
  const rootOf = childOf(harmony, 'root');
  const root = rootOf ? nameOf(rootOf, 'root-step', 'root-alter') : '';
  const bassOf = childOf(harmony, 'bass');
  const bass = bassOf ? `/${nameOf(bassOf, 'bass-step', 'bass-alter')}` : '';
  const shown = kind?.attributes.text ?? '';
  const suffix = KINDS[kind?.text ?? 'major'];
  const added = degreesText(childrenOf(harmony, 'degree'), suffix ?? '');
  const whole = shownWhole(root, shown, suffix, added);
  if (whole !== null) return { text: `${whole}${bass}`, exact: true };
  const ways = [
    ...(suffix === undefined
      ? []
      : [`${root}${withDegrees(suffix, added)}${bass}`, `${root}${suffix}(${added.join(',')})${bass}`]),
    `${root}${shown}${bass}`,
  ].filter((text) => parseChord(text.replace('()', '')).ok);
  const known = suffix !== undefined || shown !== '';
  if (ways[0] !== undefined && known)
    return { text: ways[0].replace('()', ''), exact: suffix !== undefined || added.length === 0 };
  const plain = `${root}${suffix ?? ''}${bass}`;
  return { text: parseChord(plain).ok ? plain : `${root}${bass}`, exact: false };
}

/** The symbol as it is shown, where that says the same chord as the kind, and all degrees. */
function shownWhole(root: string, shown: string, suffix: string | undefined, added: readonly string[]): string | null {
  const [text, plain] = [parseChord(`${root}${shown}`), parseChord(`${root}${suffix ?? ''}`)];
  if (shown === '' || suffix === undefined || !text.ok || !plain.ok) return null;
  const [own, base] = [text.value.kind, plain.value.kind];
  const isSus = added.some((one) => one.startsWith('sus') || one === 'no3');
  const sameThird = own.third === base.third || (isSus && (own.third === '4' || own.third === '2'));
  const tones = tonesOf(own);
  const has = (one: string) => {
    const degree = one.replace(/^(add|sus|no)/, '');
    return one.startsWith('no') || own.altered || tones.includes(degree as never) || own.seventh === degree;
  };
  return sameThird && own.seventh === base.seventh && added.every(has) ? `${root}${shown}` : null;
}

/** Degrees as suffixes have them: `b9`, `#11`, `add9`, `sus4` for a fourth in the place of a third. */
function degreesText(degrees: readonly Element[], suffix: string): readonly string[] {
  const read = degrees.map((one) => ({
    value: numberOf(one, 'degree-value') ?? 0,
    alter: numberOf(one, 'degree-alter') ?? 0,
    type: textOf(one, 'degree-type') ?? 'add',
  }));
  const isSus =
    read.some(({ type, value }) => type === 'subtract' && value === 3) && read.some(({ value }) => value === 4);
  const hasSeventh = /7|9|11|13/.test(suffix);
  return read.flatMap(({ value, alter, type }): string[] => {
    if (type === 'subtract') return isSus && value === 3 ? [] : [`no${value}`];
    if (isSus && value === 4) return ['sus4'];
    const text = `${accidental(alter)}${value}`;
    return [type === 'add' && !hasSeventh && alter === 0 ? `add${text}` : text];
  });
}

/** `7` with `b9` is `7b9`; `m` with `add9` is `m(add9)`; `7` with a plain 13 is `13`. */
function withDegrees(suffix: string, added: readonly string[]): string {
  if (added.length === 0) return suffix;
  const plain = added.find((one) => /^(9|13)$/.test(one));
  if (suffix === '7' && plain !== undefined) return `${plain}${added.filter((one) => one !== plain).join('')}`;
  if (suffix === 'm' && added.join() === 'add9') return 'm(add9)';
  return `${suffix}${added.join('')}`;
}
