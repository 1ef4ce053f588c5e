/** What can matter to a player in a way through a tune; each is a term of its price (`leading/weights.ts`). */
export const TERMS = [
  'movement',
  'leap',
  'tendency',
  'entry',
  'parallel',
  'topLeap',
  'bassLeap',
  'shift',
  'anchor',
  'strings',
  'same',
  'unheard',
  'shape',
  'omission',
  'fifth',
  'difficulty',
  'register',
  'low',
  'mud',
  'deep',
  'thin',
  'full',
  'bass',
  'bassString',
  'bassHigh',
  'rest',
  'open',
  'gaps',
  'holes',
  'stock',
  'seconds',
  'unison',
  'neck',
  'area',
  'above',
  'told',
  'free',
  'thick',
  'unsaid',
  'dissonance',
  'similar',
  'bare',
  'wish',
] as const;
export type Term = (typeof TERMS)[number];

/** How much a term may matter: not at all, less, as usual, more, most. */
export const MATTERS = [0, 0.5, 1, 2, 4] as const;
export type Matter = (typeof MATTERS)[number];

/** Terms that a player weighs together with another: they are of one kind. */
const GOES_WITH: Readonly<Partial<Record<Term, Term>>> = {
  unheard: 'same',
  shape: 'same',
  fifth: 'omission',
  low: 'register',
  mud: 'register',
  deep: 'register',
  bassString: 'bass',
  bassHigh: 'bass',
  rest: 'bass',
  gaps: 'strings',
  holes: 'strings',
  seconds: 'stock',
  unison: 'stock',
  full: 'thin',
  told: 'omission',
  unsaid: 'omission',
  free: 'anchor',
  thick: 'register',
};

/** What differs from the usual. */
export type Matters = Readonly<Partial<Record<Term, Matter>>>;

/** Terms a player weighs; wishes have their own words for how much they matter. */
export const WEIGHED_TERMS = TERMS.filter((term) => term !== 'wish' && GOES_WITH[term] === undefined);

/** What does not matter as usual to begin with: comping lives on parallels. */
const USUAL: Matters = { parallel: 0 };

/** How much a term matters to a player. */
export function matterOf(term: Term, matters: Matters): Matter {
  const weighed = GOES_WITH[term] ?? term;
  return matters[weighed] ?? USUAL[weighed] ?? 1;
}
