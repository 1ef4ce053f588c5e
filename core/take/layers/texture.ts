import { isSmall, PACES, TEXTURES, type Pace, type Texture } from '../../texture.ts';
import type { Ticks } from '../../time/meter.ts';
import { hasOnly, isOf, isSpan } from './fields.ts';

/** How many notes of its grips are played over a span, or what two notes stand in their place. */
export interface TextureDecision {
  readonly layer: 'texture';
  readonly ticks: Ticks;
  readonly texture: Texture;
  /** Of two notes: how often they change; without it as usual (`USUAL_PACE`). */
  readonly pace?: Pace;
}

/** A texture over a span, as it comes from outside, or null where it is none. */
export function readTextureDecision(value: Readonly<Record<string, unknown>>): TextureDecision | null {
  const { ticks, texture, pace } = value;
  if (!hasOnly(value, 'layer', 'ticks', 'texture', 'pace') || !isSpan(ticks) || !isOf(TEXTURES, texture)) return null;
  if (pace === undefined) return { layer: 'texture', ticks, texture };
  return isSmall(texture) && isOf(PACES, pace) ? { layer: 'texture', ticks, texture, pace } : null;
}
