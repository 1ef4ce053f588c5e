import { nameInKey, rootInKey, scale, type Key } from '../pitch/key.ts';
import { degreePitchClass, semitones, spell, type Degree } from '../pitch/degree.ts';
import { pitchClass, type NoteName } from '../pitch/note.ts';
import type { PitchClass } from '../pitch/pitch.ts';
import { degreeIn, noteIn, symbolOf, type Chord } from './chord.ts';
import { leadsUp, tonesOf } from './kind.ts';
import { FITS, type Fit } from './namable.ts';
import { NAME_RULES, type Candidate, type NameRuleId } from './name-rules.ts';

/** What is to be named. */
export interface Sounding {
  /** Pitch classes that sound, as 12 bits (bit 0 = C). */
  readonly mask: number;
  /** The lowest of them. */
  readonly bass: PitchClass;
}

/** What helps to choose between names. */
export interface NamingContext {
  readonly key?: Key;
  /** What somebody else plays below. */
  readonly below?: NoteName;
  /** Whether somebody plays below, whatever it be: roots are theirs. */
  readonly withBass?: boolean;
  /** How notes were written, if they were: a name keeps to it. */
  readonly written?: readonly NoteName[];
}

/** A name for what sounds. */
export interface ChordName {
  readonly chord: Chord;
  readonly symbol: string;
  /** Degrees the name implies that do not sound: root or perfect fifth. Nothing else is ever implied. */
  readonly missing: readonly Degree[];
  /** 100 less what its rules take; the best first. */
  readonly score: number;
  readonly rules: readonly NameRuleId[];
}

/** Names that lose more than this are no help. */
const LEAST_SCORE = 20;

/** Every sensible name of what sounds, the best first; none where there is no common one. */
export function namesOf(sounding: Sounding, context: NamingContext = {}): ChordName[] {
  const { key, below } = context;
  const bass = below === undefined ? sounding.bass : pitchClass(below);
  const mask = sounding.mask | (1 << bass);
  // Somebody plays below, nobody knows what: then no inversion is heard.
  const isBelowUnknown = context.withBass === true && below === undefined;
  const inKey = key && new Set(scale(key).map(pitchClass));
  const names = new Map<string, ChordName>();
  for (let root = 0; root < 12; root++) {
    const own = FITS[rotated(mask, root)]!.map((fit) => ({ fit, foreign: false }));
    // Over a bass of its own a chord has to be whole.
    const rest = mask & ~(1 << bass);
    const over = FITS[rotated(rest, root)]!.filter(({ missing }) => missing.length === 0).map((fit) => ({
      fit,
      foreign: true,
    }));
    for (const { fit, foreign } of [...own, ...(root === bass || isBelowUnknown ? [] : over)]) {
      const degree = degreeUnder(fit, root, bass);
      const candidate: Candidate = {
        ...fit,
        root,
        under: isBelowUnknown ? '1' : foreign || degree === null ? 'foreign' : degree,
        outside: inKey
          ? tonesOf(fit.kind).filter((tone) => !fit.missing.includes(tone) && !inKey.has((root + semitones(tone)) % 12))
              .length
          : 0,
        rootOutside: inKey !== undefined && !inKey.has(root),
        withBass: context.withBass ?? false,
      };
      const rules = NAME_RULES.filter(({ of }) => of(candidate) > 0);
      const score = Math.round(100 - rules.reduce((sum, { of, points }) => sum + of(candidate) * points, 0));
      if (score < LEAST_SCORE) continue;
      // The same chord may hold the bass as a note of its own, or not.
      const same = `${root} ${fit.suffix}`;
      if ((names.get(same)?.score ?? 0) >= score) continue;
      const chord = spelled(candidate, isBelowUnknown ? root : bass, context);
      const symbol = symbolOf(chord);
      names.set(same, { chord, symbol, missing: fit.missing, score, rules: rules.map(({ id }) => id) });
    }
  }
  return [...names.values()].sort((a, b) => b.score - a.score || (a.symbol < b.symbol ? -1 : 1));
}

const rotated = (mask: number, root: number) => ((mask >> root) | (mask << (12 - root))) & 0xfff;

function degreeUnder({ kind }: Fit, root: PitchClass, bass: PitchClass): Degree | null {
  return tonesOf(kind).find((tone) => (root + semitones(tone)) % 12 === bass) ?? null;
}

/** Where no key says otherwise (common practice). */
const USUAL: readonly NoteName[] = ['C', 'Db', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'Ab', 'A', 'Bb', 'B'];
const OTHER: Readonly<Record<number, NoteName>> = { 1: 'C#', 3: 'D#', 6: 'Gb', 8: 'G#', 10: 'A#' };

/** Right by degree, but read twice: written so where the key has them. */
const FAR: readonly NoteName[] = ['B#', 'Cb', 'E#', 'Fb'];

/** The chord with its root spelled as written, as in the key, or so that it has the fewest accidentals. */
function spelled({ kind, root, under }: Candidate, bass: PitchClass, { key, written, below }: NamingContext): Chord {
  const own = written?.find((note) => pitchClass(note) === root);
  const name = own ?? (key ? (leadsUp(kind) ? nameInKey : rootInKey)(key, root) : easiest(root, { kind }));
  const chord: Chord = { root: name, kind, bass: null };
  if (root === bass) return chord;
  const told = below ?? written?.find((note) => pitchClass(note) === bass);
  if (told !== undefined) return { ...chord, bass: told };
  const tone = under === 'foreign' ? null : noteIn(chord, bass);
  const isPlain = tone !== null && !(FAR.includes(tone) && !(key && scale(key).includes(tone)));
  const onItsSide = (name.includes('#') ? OTHER[bass] : undefined) ?? USUAL[bass]!;
  return { ...chord, bass: isPlain ? tone : key ? nameInKey(key, bass) : onItsSide };
}

function easiest(root: PitchClass, { kind }: Pick<Chord, 'kind'>): NoteName {
  const accidentals = (name: NoteName) => tonesOf(kind).filter((tone) => spell(name, tone).length > 1).length;
  const [usual, other] = [USUAL[root]!, OTHER[root]];
  return other !== undefined && accidentals(other) < accidentals(usual) ? other : usual;
}

/** What a set of notes is as a chord that it is said to be: what it leaves out, and what it adds. */
export interface AsChord {
  readonly without: readonly Degree[];
  readonly with: readonly Degree[];
}

/** Degrees that a chord does not have, by semitones above its root: named as what they add to it. */
const ADDED: readonly Degree[] = ['1', 'b9', '9', '#9', '3', '11', 'b5', '5', 'b13', '13', 'b7', '7'];

/** `G7` for G B♭… : what is not there of a stated chord, and what is there beside it. */
export function asChord(chord: Chord, { mask }: Pick<Sounding, 'mask'>): AsChord {
  const tones = tonesOf(chord.kind);
  const root = pitchClass(chord.root);
  const sounds = (pc: PitchClass) => (mask & (1 << (pc % 12))) !== 0;
  return {
    without: tones.filter((tone) => !sounds(degreePitchClass(chord.root, tone))),
    with: ADDED.flatMap((degree, above) => {
      const pc = (root + above) % 12;
      if (!sounds(pc) || degreeIn(chord, pc) !== null) return [];
      // Without a major third there is no ♯9: it is the third.
      return [degree === '#9' && !sounds(root + 4) ? 'b3' : degree];
    }),
  };
}
