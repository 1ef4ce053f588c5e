/** What sort of thing a decoration is: how it is drawn and listed. */
export const DECOR_KINDS = ['line', 'run', 'approach', 'passing', 'ornament', 'broken', 'answer', 'rest'] as const;
export type DecorKind = (typeof DECOR_KINDS)[number];

/** The styles in which a take is decorated, by the ids that whole takes have, too (reharm/moves/styles.ts), and one that prefers nothing. */
export const DECOR_STYLES = ['any', 'dancehall', 'afterglow', 'choir-loft', 'grit', 'open-water'] as const;
export type DecorStyle = (typeof DECOR_STYLES)[number];
