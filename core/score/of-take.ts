import type { SungNote } from '../melody/melody.ts';
import type { ReadSlot } from '../reading/read.ts';
import { FreeHand } from '../neck/free-notes.ts';
import type { Hand } from '../neck/hand.ts';
import { decisionsOf, type Decisions } from '../take/decision.ts';
import { stretchesOf } from '../take/spans.ts';
import { bassLayer, type BassWay } from './band/bass.ts';
import { brushesLayer } from './band/brushes.ts';
import { clickLayer, type ClickWay } from './band/click.ts';
import { chordMelodyLayer } from './chord-melody.ts';
import { chosenDecorations, decoratedBy } from './decor/decorate.ts';
import { decorPlaces } from './decor/place.ts';
import { wantedIn } from './decor/wanted.ts';
import { melodyLayer } from './melody.ts';
import { patternOf, usualPattern } from './rhythm/patterns.ts';
import { rhythmLayer, type RhythmSpan } from './rhythm/rhythm.ts';
import { scoreOf, type Layer, type Score, type Scored } from './score.ts';
import { textureLayer } from './texture.ts';
import { voicesLayer } from './voices.ts';

/** What of a take its score depends on, besides its grips. */
export interface InTime {
  readonly slots: readonly ReadSlot[];
  readonly keys: readonly string[];
  readonly cells: Decisions;
  /** The melody as it is heard, where the tune has one. */
  readonly sung?: readonly SungNote[];
  /** Whose hand plays a chord-melody. */
  readonly hand?: Hand;
}

/** Who plays along, and by which swing (time/clock.ts). */
export interface PlaysAlong {
  readonly bass?: BassWay | null;
  readonly brushes?: boolean;
  readonly click?: ClickWay;
  readonly swing?: number;
}

/** What is played of a take: its grips, in the textures and rhythms decided for it, with whoever plays along. */
export function scoreOfTake(
  of: Scored,
  { slots, keys, cells, sung = [], hand }: InTime,
  { bass = null, brushes = false, click = 'beats', swing }: PlaysAlong = {},
): Score {
  const { meter, feel } = of.chart;
  const rhythms = stretchesOf(slots, keys, cells, 'rhythm').map(({ start, end, decision }): RhythmSpan => {
    const { pattern, density, pushes, seed, room = false, yields = false } = decision;
    const known = pattern === null ? null : (patternOf(pattern) ?? usualPattern(meter, feel));
    return { start, end, pattern: known, density: density / 100, pushes: pushes / 100, seed, room, yields };
  });
  const textures = stretchesOf(slots, keys, cells, 'texture').map(({ start, end, decision: { texture } }) => ({
    start,
    end,
    texture,
  }));
  const wanted = hand ? wantedIn(of, { slots, keys, cells }) : null;
  const free = hand && decisionsOf(cells, 'carry').length > 0 ? new FreeHand(hand) : null;
  const layers: readonly Layer[] = [
    // Before the rhythm, which may make room for it.
    ...(sung.length > 0 ? [melodyLayer(sung)] : []),
    textureLayer(textures),
    rhythmLayer(rhythms),
    voicesLayer(textures),
    // Where the tune itself is played, that is the rhythm.
    ...(free ? [chordMelodyLayer(free)] : []),
    ...(hand && wanted
      ? [decoratedBy((score, scored) => chosenDecorations(decorPlaces(score, scored, hand), wanted))]
      : []),
    ...(bass ? [bassLayer(bass)] : []),
    ...(brushes ? [brushesLayer()] : []),
    ...(click === 'beats' ? [] : [clickLayer(click)]),
  ];
  return scoreOf(of, layers, swing);
}
