/** How many of a grip's notes are played. */
export const PARTIAL_TEXTURES = ['full', 'three', 'top-four', 'bass-and-chord', 'top-two'] as const;
/**
 * Two notes at a time, found as such by the search: a certain distance, any (double stops), or two voices of which one is held
 * while the other moves.
 */
export const SMALL_TEXTURES = [
  'double-stops',
  'thirds',
  'fourths',
  'sixths',
  'sevenths',
  'octaves',
  'tenths',
  'low-moves',
  'top-moves',
] as const;
export type SmallTexture = (typeof SMALL_TEXTURES)[number];
export type PartialTexture = (typeof PARTIAL_TEXTURES)[number];
/** What of a grip is played, or what stands in its place. */
export const TEXTURES = [...PARTIAL_TEXTURES, ...SMALL_TEXTURES] as const;
export type Texture = (typeof TEXTURES)[number];

export const isSmall = (texture: Texture | null | undefined): texture is SmallTexture =>
  SMALL_TEXTURES.some((one) => one === texture);

/** Two voices of which one is held while the other moves. */
export const isInVoices = (texture: Texture | null | undefined): boolean =>
  texture === 'low-moves' || texture === 'top-moves';

/** How often two notes change over a chord that lasts: with it, in the middle of the bar, on each beat. */
export const PACES = ['chord', 'half', 'beat'] as const;
export type Pace = (typeof PACES)[number];
/** What one begins with. */
export const USUAL_PACE: Pace = 'half';
