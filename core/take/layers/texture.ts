import { TEXTURES, type Texture } from '../../texture.ts';
import type { Ticks } from '../../time/meter.ts';
import { hasOnly, isOf, isSpan } from './fields.ts';

/** How many notes of its grips are played over a span. */
export interface TextureDecision {
  readonly layer: 'texture';
  readonly ticks: Ticks;
  readonly texture: Texture;
}

/** A texture over a span, as it comes from outside, or null where it is none. */
export function readTextureDecision(value: Readonly<Record<string, unknown>>): TextureDecision | null {
  const { ticks, texture } = value;
  if (!hasOnly(value, 'layer', 'ticks', 'texture') || !isSpan(ticks) || !isOf(TEXTURES, texture)) return null;
  return { layer: 'texture', ticks, texture };
}
