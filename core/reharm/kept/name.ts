/* What a passage is called when nobody has said: its degrees, and the line that holds them together. */
import { pitchClass } from '../../pitch/note.ts';
import { plainNumeral } from '../../reading/numeral.ts';
import { keyOn, passageIn, type Passage } from './passage.ts';

/** A line in the bass, or another thing one hears of a passage at once. */
export type Feature =
  'bass-half-steps-down' | 'bass-half-steps-up' | 'bass-steps-down' | 'bass-steps-up' | 'pedal' | 'fifths';

/** What a passage is, for its name: its degrees, ASCII, a chord said again once; and what it lives by. */
export interface PassageIs {
  readonly numerals: readonly string[];
  readonly feature: Feature | null;
}

/** The fewest chords that make a line. */
const FEWEST = 3;

/** What a passage is. */
export function passageIs(passage: Passage): PassageIs {
  const key = keyOn('C', passage.mode);
  const chords = passageIn(passage, key).parts.map(({ chord }) => chord);
  const numerals = chords.map((chord) => plainNumeral(chord, key)).filter((one, i, all) => one !== all[i - 1]);
  const basses = chords.map(({ root, bass }) => pitchClass(bass ?? root)).filter((one, i, all) => one !== all[i - 1]);
  const steps = basses.slice(1).map((to, i) => ((to - basses[i]! + 18) % 12) - 6);
  const goes = (...by: readonly number[]) => basses.length >= FEWEST && steps.every((step) => by.includes(step));
  const roots = chords.map(({ root }) => pitchClass(root)).filter((one, i, all) => one !== all[i - 1]);
  const isFifths = roots.length >= FEWEST && roots.slice(1).every((to, i) => (to - roots[i]! + 12) % 12 === 5);
  /** Columns: what is heard, whether it is. The first that is gives the name. */
  const heard: readonly (readonly [Feature, boolean])[] = [
    ['pedal', basses.length === 1 && chords.length >= FEWEST && numerals.length > 1],
    ['bass-half-steps-down', goes(-1)],
    ['bass-half-steps-up', goes(1)],
    ['bass-steps-down', goes(-1, -2)],
    ['bass-steps-up', goes(1, 2)],
    ['fifths', isFifths],
  ];
  const feature = heard.find(([, holds]) => holds)?.[0] ?? null;
  return { numerals, feature };
}
