import { semitones, type Degree } from '../pitch/degree.ts';

/** Named tensions in the order they are written. */
export const TENSIONS = ['b9', '9', '#9', '11', '#11', 'b13', '13'] as const;
export type Tension = (typeof TENSIONS)[number];

/** What a chord is above its root, independent of how its symbol was spelled. */
export interface Kind {
  /** 4 and 2 are suspensions; null is a chord without a third. */
  readonly third: '3' | 'b3' | '4' | '2' | null;
  readonly fifth: '5' | 'b5' | '#5' | null;
  readonly seventh: '6' | 'b7' | '7' | 'bb7' | null;
  /** Tensions the symbol names, in {@link TENSIONS} order; a higher natural one implies the lower. */
  readonly tensions: readonly Tension[];
  /** `7alt`: one of ♭9 ♯9 and one of ♯11 ♭13, whichever lie well. */
  readonly altered: boolean;
}

/** Ninths (and elevenths) a higher natural extension implies; they may sound, they need not. */
function implied({ third, fifth, seventh, tensions }: Kind): Degree[] {
  if (seventh === null || seventh === '6' || seventh === 'bb7') return [];
  const named = new Set<Tension>(tensions);
  const ninth = named.has('b9') || named.has('#9') || named.has('9');
  const result: Degree[] = [];
  // A half-diminished eleventh leaves the ninth out: the scale's own is ♭9, and it grates.
  if ((named.has('13') || named.has('11')) && !ninth && fifth !== 'b5') result.push('9');
  // A natural 11 sits well only above a minor third.
  if (named.has('13') && third === 'b3' && !named.has('11') && fifth !== 'b5') result.push('11');
  return result;
}

/** Every degree the chord may sound, in order of size from the root. */
export function tonesOf(kind: Kind): readonly Degree[] {
  if (kind.altered) return ['1', 'b9', '#9', '3', '#11', 'b13', 'b7'];
  // A ♭13 takes the perfect fifth's place: side by side the two grate.
  const fifth = kind.fifth === '5' && kind.tensions.includes('b13') ? null : kind.fifth;
  const all: (Degree | null)[] = ['1', kind.third, fifth, kind.seventh, ...kind.tensions, ...implied(kind)];
  return all.filter((degree): degree is Degree => degree !== null).sort((a, b) => semitones(a) - semitones(b));
}

/**
 * What must sound for the chord to be itself (contract, "required tones"): each entry is a choice
 * of degrees of which one sounds. A perfect fifth says least and is the first to go; a named colour
 * is never dropped.
 */
export function requiredOf(kind: Kind): readonly (readonly Degree[])[] {
  if (kind.altered) return [['3'], ['b7'], ['b9', '#9'], ['#11', 'b13']];
  const { third, fifth, seventh, tensions } = kind;
  const required: Degree[] = [];
  if (third !== null) required.push(third);
  if (seventh === null || third === null) required.push('1');
  const fifthMatters = seventh === null || third === null || fifth === 'b5' || fifth === '#5';
  // A diminished shell is root, third and seventh: the ♭♭7 says the fifth (common practice).
  const isDiminished = seventh === 'bb7';
  if (fifth !== null && fifthMatters && !isDiminished) required.push(fifth);
  // 6/9 is 3 6 9; every other seventh or sixth is required as named.
  if (seventh !== null) required.push(seventh);
  required.push(...tensions);
  return [...required.map((degree) => [degree]), ...(isDiminished && fifth !== null ? [[fifth, '1' as const]] : [])];
}

/** The family a chord is heard in, decided by its third and seventh. */
export type Family =
  'major' | 'minor' | 'dominant' | 'half-diminished' | 'diminished' | 'augmented' | 'suspended' | 'power';

/** The family that third, fifth and seventh decide (common practice). */
export function familyOf({ third, fifth, seventh }: Kind): Family {
  if (third === 'b3' && fifth === 'b5') return seventh === 'b7' ? 'half-diminished' : 'diminished';
  if (third === 'b3') return 'minor';
  if (seventh === 'b7' && third === '3') return 'dominant';
  if (third === '4' || third === '2') return 'suspended';
  if (third === null) return 'power';
  return fifth === '#5' && seventh === null ? 'augmented' : 'major';
}

/** The number a stack of thirds is called by: its highest natural extension, else 7. */
function stackNumber({ third, seventh, tensions }: Kind): '7' | '9' | '11' | '13' {
  if (tensions.includes('13')) return '13';
  // An eleventh above a dominant's third is an addition (7add11): "11" alone has no third.
  if (tensions.includes('11') && !(third === '3' && seventh === 'b7')) return '11';
  return tensions.includes('9') ? '9' : '7';
}

/** Triad and seventh as written, with the tensions that writing already names. */
function head(kind: Kind): { text: string; named: readonly Tension[] } {
  const { third, fifth, seventh, tensions } = kind;
  if (third === 'b3' && fifth === 'b5' && seventh !== 'b7' && seventh !== '6') {
    return { text: { null: 'dim', bb7: 'dim7', '7': 'dim(maj7)' }[String(seventh)]!, named: [] };
  }
  if (seventh === null && third === '3' && fifth === '#5') return { text: 'aug', named: [] };
  if (seventh === null && third === null) return { text: '5', named: [] };
  const minor = third === 'b3' ? 'm' : '';
  const altered = fifth === 'b5' || fifth === '#5' ? fifth : '';
  if (seventh === null) return { text: minor + (altered && `(${altered})`), named: [] };
  if (seventh === '6') {
    const ninth = tensions.includes('9');
    return { text: `${minor}6${ninth ? '/9' : ''}${altered}`, named: ninth ? ['9'] : [] };
  }
  const number = stackNumber(kind);
  const named: Tension[] = number === '7' ? [] : [number];
  if (seventh === '7') return { text: (minor ? `m(maj${number})` : `maj${number}`) + altered, named };
  return { text: minor + number + altered, named };
}

/** The one spelling in which a kind is shown, ASCII: `maj9`, `m7b5`, `13b9`, `7b9sus4`, `m(add9)`. */
export function suffixOf(kind: Kind): string {
  if (kind.altered) return '7alt';
  const { third, fifth, seventh, tensions } = kind;
  const { text, named } = head(kind);
  const bare = seventh === 'b7' || seventh === '7' || seventh === '6';
  const rest = tensions
    .filter((tension) => !named.includes(tension))
    .map((tension) => (bare && /^[b#]/.test(tension) ? tension : `add${tension}`))
    .join('');
  const tail = rest && !bare && third === 'b3' ? `(${rest})` : rest;
  const suspension = third === '4' || third === '2' ? `sus${third}` : '';
  const omitted = (third === null && seventh !== null ? 'no3' : '') + (fifth === null ? 'no5' : '');
  return (bare ? text + tail + suspension : text + suspension + tail) + omitted;
}

/** Whether a chord leads up a half step, and is written so: F♯° in C, and F♯ø (common practice). */
export const leadsUp = ({ third, fifth }: Kind): boolean => third === 'b3' && fifth === 'b5';
