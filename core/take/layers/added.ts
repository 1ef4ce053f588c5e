import { hasOnly, isText } from './fields.ts';

/** What is added to one chord, whatever is added over its span: a decoration by its id, one of several such; or nothing. */
export interface AddedDecision {
  readonly layer: 'added';
  readonly decoration: string | null;
  readonly variant: string;
}

/** The longest id of a decoration, and of a variant. */
const LONGEST = 40;

/** What is added to a chord, as it comes from outside, or null where it is none. An id that is not known any more adds nothing. */
export function readAddedDecision(value: Readonly<Record<string, unknown>>): AddedDecision | null {
  const { decoration, variant } = value;
  if (!hasOnly(value, 'layer', 'decoration', 'variant') || !isText(variant, LONGEST)) return null;
  return decoration === null || isText(decoration, LONGEST) ? { layer: 'added', decoration, variant } : null;
}
