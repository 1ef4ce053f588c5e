import type { Chord } from '../chord/chord.ts';
import { degreeIn } from '../chord/chord.ts';
import { tonesOf } from '../chord/kind.ts';
import type { Hand, Neck } from '../neck/hand.ts';
import { neckOf } from '../neck/hand.ts';
import { holdingsOf, type Finger } from '../neck/hold.ts';
import type { Fret, StringIndex } from '../neck/tuning.ts';
import type { Degree } from '../pitch/degree.ts';
import { pitchClassOf, type Midi } from '../pitch/pitch.ts';

/** The first and the last fret, from the nut or the capo; 0 is open. */
export type Area = readonly [Fret, Fret];

/** Any four frets of a position hold all twelve notes; a hand opens over five (field practice). */
const FRETS = 5;
const AREAS = 5;

/** The neck in five areas of five frets, evenly along it and overlapping; a short neck has fewer. */
export function areasOf({ mm }: Pick<Neck, 'mm'>): readonly Area[] {
  const last = mm.length - 1;
  const room = Math.max(0, last - FRETS + 1);
  const starts = Array.from({ length: AREAS }, (_, i) => Math.round((i * room) / (AREAS - 1)));
  return [...new Set(starts)].map((from) => [from, Math.min(last, from + FRETS - 1)]);
}

/** A tone of a chord on the neck. */
export interface NeckTone {
  readonly string: StringIndex;
  readonly fret: Fret;
  readonly pitch: Midi;
  readonly degree: Degree | 'bass';
}

/** Every tone of a chord in an area, string by string. */
export function tonesIn(chord: Chord, { open }: Pick<Neck, 'open'>, [from, to]: Area): readonly NeckTone[] {
  return open.flatMap((pitch, string) =>
    Array.from({ length: to - from + 1 }, (_, i) => from + i).flatMap((fret): NeckTone[] => {
      const degree = degreeIn(chord, pitchClassOf(pitch + fret));
      return degree === null ? [] : [{ string, fret, pitch: pitch + fret, degree }];
    }),
  );
}

/**
 * A chord one tone after another through an area, from the lowest up; a pitch that lies on two strings is played on the
 * higher one, where the hand is already.
 */
export function arpeggioIn(chord: Chord, neck: Pick<Neck, 'open'>, area: Area): readonly NeckTone[] {
  const byPitch = new Map(tonesIn(chord, neck, area).map((tone) => [tone.pitch, tone]));
  return [...byPitch.values()].sort((a, b) => a.pitch - b.pitch);
}

/** A small shape of a chord in an area: each of its tones once, on neighbouring strings. */
export interface AreaShape {
  readonly frets: readonly number[];
  readonly fingers: readonly (Finger | null)[];
  /** Ascending. */
  readonly pitches: readonly Midi[];
  /** What lies lowest. */
  readonly lowest: Degree | 'bass';
}

/** Every shape of a triad or a seventh chord in an area that a hand can hold, from the lowest strings up; none of larger chords. */
export function shapesIn(chord: Chord, hand: Hand, area: Area): readonly AreaShape[] {
  const neck = neckOf(hand);
  const count = tonesOf(chord.kind).length;
  if (count < FEWEST || count > MOST) return [];
  const tones = tonesIn(chord, neck, area).filter(
    ({ degree, string }) => degree !== 'bass' && !hand.unusedStrings.includes(string),
  );
  const shapes: AreaShape[] = [];
  for (let low = 0; low + count <= neck.open.length; low++) {
    let found: (readonly NeckTone[])[] = [[]];
    for (let string = low; string < low + count; string++)
      found = found.flatMap((chosen) =>
        tones
          .filter((tone) => tone.string === string && chosen.every(({ degree }) => degree !== tone.degree))
          .map((tone) => [...chosen, tone]),
      );
    for (const chosen of found) {
      const frets = neck.open.map((_, s) => chosen.find(({ string }) => string === s)?.fret ?? -1);
      const held = holdingsOf(frets, hand)[0];
      const sorted = [...chosen].sort((a, b) => a.pitch - b.pitch);
      if (held)
        shapes.push({
          frets,
          fingers: held.fingers,
          pitches: sorted.map(({ pitch }) => pitch),
          lowest: sorted[0]!.degree,
        });
    }
  }
  return shapes;
}

/** A triad has three tones, a seventh chord four. */
const FEWEST = 3;
const MOST = 4;
