import { hasOnly, isText, LONGEST_ON, recordOf } from './fields.ts';

/** How a chord is held: one value, so that nothing of it is lost when a part of it is changed. */
export interface Voicing {
  /** `x-3-5-4-5-3`: it stays whatever else changes. */
  readonly grip: string;
  /** Its voices were led there: then it stands also where it lacks what its chord should have, or adds to it. */
  readonly led?: true;
  /** The fingers it is to have, `x-1-3-1-4-1`; else those that lie best. */
  readonly fingers?: string;
}

/** What a player decided for one chord. */
export interface ChordDecision {
  readonly layer: 'chord';
  /** The chart's symbol it was decided for. Where the chart says another meanwhile, the decision waits. */
  readonly on: string;
  /** The same by degree (`chordDegree`), by which it is found again when the tune is in another key. */
  readonly degree?: string;
  /** A suffix; null: as the chart has it. */
  readonly colour: string | null;
  readonly voicing?: Voicing;
}

/** A grip by its frets, lowest string first. */
export const GRIP = /^(x|\d{1,2})(-(x|\d{1,2})){5,6}$/;
const FINGERS = /^[x0-4T](-[x0-4T]){5,6}$/;
export const LONGEST_SUFFIX = 32;

function readVoicing(value: unknown): Voicing | null {
  const { grip, led, fingers } = recordOf(value) ?? {};
  if (typeof grip !== 'string' || !GRIP.test(grip) || (led !== undefined && led !== true)) return null;
  if (fingers !== undefined && (typeof fingers !== 'string' || !FINGERS.test(fingers))) return null;
  return { grip, ...(led && { led }), ...(fingers !== undefined && { fingers: fingers as string }) };
}

/** A decision for a chord as it comes from outside, or null where it is none. */
export function readChordDecision(value: Readonly<Record<string, unknown>>): ChordDecision | null {
  const { on, degree, colour, voicing } = value;
  if (!hasOnly(value, 'layer', 'on', 'degree', 'colour', 'voicing')) return null;
  if (!isText(on, LONGEST_ON) || (degree !== undefined && !isText(degree, LONGEST_ON))) return null;
  if (colour !== null && !isText(colour, LONGEST_SUFFIX)) return null;
  const held = voicing === undefined ? undefined : readVoicing(voicing);
  if (held === null) return null;
  return { layer: 'chord', on, ...(degree !== undefined && { degree }), colour, ...(held && { voicing: held }) };
}
