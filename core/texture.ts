/** How many of a grip's notes are played. */
export const TEXTURES = ['full', 'three', 'top-four', 'bass-and-chord', 'top-two'] as const;
export type Texture = (typeof TEXTURES)[number];
