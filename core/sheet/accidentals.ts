import { signature, type Key } from '../pitch/key.ts';
import type { NoteName } from '../pitch/note.ts';
import { staveStep } from '../melody/entry.ts';
import type { Midi } from '../pitch/pitch.ts';

export type Accidental = 'sharp' | 'flat' | 'natural';

/** The order in which a signature takes letters: sharps from F, flats from B. */
const SHARPENED = 'FCGDAEB';
const FLATTENED = 'BEADGCF';

type Inflection = '' | '#' | 'b';
const SIGNS: Readonly<Record<Inflection, Accidental>> = { '#': 'sharp', b: 'flat', '': 'natural' };

/** What the signature does to a letter. */
function signedIn(key: Key, letter: string): Inflection {
  const fifths = signature(key);
  if (fifths > 0 && SHARPENED.indexOf(letter) < fifths) return '#';
  return fifths < 0 && FLATTENED.indexOf(letter) < -fifths ? 'b' : '';
}

/** A head in a bar. */
interface Head {
  readonly pitch: Midi;
  readonly spelling: NoteName;
  /** It goes on from another, and needs no sign. */
  readonly tiedIn: boolean;
}

/**
 * The sign before each head of one bar of a stave, in the order in which they are read: it holds for its line or space to the end
 * of the bar (common practice).
 */
export function accidentalsOf(heads: readonly Head[], key: Key): readonly (Accidental | null)[] {
  const now = new Map<number, Inflection>();
  return heads.map(({ pitch, spelling, tiedIn }) => {
    const step = staveStep({ pitch, spelling });
    const wanted = spelling.slice(1) as Inflection;
    const held = now.get(step) ?? signedIn(key, spelling[0]!);
    if (tiedIn || wanted === held) return null;
    now.set(step, wanted);
    return SIGNS[wanted];
  });
}
