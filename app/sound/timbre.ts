import { drumAt, renderDrum } from './drums.ts';
import type { Heard, PlayedChord } from './performance.ts';
import { renderReed } from './reed.ts';
import { renderBass, renderMuted, renderPluck } from './pluck.ts';

/** One sound to be rendered: of a string at a pitch, or of a drum by its key. */
export interface Timbre {
  readonly part: Heard;
  readonly pitch: number;
  /** About where its string is stopped: 0 open, else the middle of the frets that sound alike. */
  readonly fret: number;
  readonly muted: boolean;
}

/** So many frets of a string sound alike; above the last nothing changes any more. */
const ALIKE = 4;
const LAST_FRET = 14;
/** Where nobody says where a note is played: low on the neck, as most chords are. */
const USUAL_FRET = 1;

/** What a chord needs, lowest string first. */
export const timbresOf = ({
  pitches,
  frets,
  muted = false,
  part = 'guitar',
}: Pick<PlayedChord, 'pitches' | 'frets' | 'muted' | 'part'>): readonly Timbre[] =>
  pitches.map((pitch, i) => {
    const alike = part === 'guitar' && !muted ? Math.ceil((frets?.[i] ?? USUAL_FRET) / ALIKE) : 0;
    return { part, pitch, fret: Math.max(0, Math.min(LAST_FRET, (alike - 1 / 2) * ALIKE)), muted };
  });

/** The same for the same sound, another for another. */
export const timbreName = ({ part, pitch, fret, muted }: Timbre): string =>
  `${part} ${pitch} ${muted ? 'muted' : fret}`;

/** Its samples, mono, −1 to 1. */
export function renderTimbre({ part, pitch, fret, muted }: Timbre, rate: number): Float32Array {
  if (part === 'brushes') return renderDrum(drumAt(pitch), rate);
  if (part === 'melody') return renderReed(pitch, rate);
  if (part === 'bass') return renderBass(pitch, rate);
  return muted ? renderMuted(pitch, rate) : renderPluck(pitch, rate, fret);
}
