import type { Data, Layout } from 'plotly.js';
import type { TOKENS } from '../../theme.ts';

/** The colours of the page as they are now. */
export type Colours = (typeof TOKENS)[keyof typeof TOKENS];

/** What is drawn, in the colours of the page. */
export interface Drawing {
  readonly data: Data[];
  readonly layout: Partial<Layout>;
}

/** An axis: its lines quiet, its range not to be dragged. */
export const axisOf = ({ rule, slate }: Colours) =>
  ({ gridcolor: rule, zeroline: false, fixedrange: true, color: slate }) as const;
