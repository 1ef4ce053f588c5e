import { msg, STANDARD_TUNING, type Melody, type Msg, type SheetLook, type StaveName } from '../../../core/index.ts';

/** A way to set a tune on paper. */
export interface Layout extends Pick<SheetLook, 'staves' | 'tab' | 'diagrams' | 'lyrics'> {
  readonly id: LayoutId;
  readonly name: Msg | string;
  readonly says: Msg;
}
export const LAYOUT_IDS = ['chart', 'grips', 'tab', 'score', 'lead', 'bass', 'set'] as const;
export type LayoutId = (typeof LAYOUT_IDS)[number];

const look = (staves: readonly StaveName[], more: Partial<Layout> = {}) => ({
  staves,
  tab: staves.includes('guitar'),
  diagrams: false,
  lyrics: false,
  ...more,
});

/** What can be put on a stand. */
export const LAYOUTS: readonly Layout[] = [
  { id: 'chart', name: msg('Chart'), says: msg('the chords and the form, large'), ...look([], { lyrics: false }) },
  {
    id: 'grips',
    name: msg('Chart and grips'),
    says: msg('each chord with its grip and the words'),
    ...look([], { diagrams: true, lyrics: true }),
  },
  { id: 'tab', name: msg('Stave and tab'), says: msg('what the guitar plays'), ...look(['guitar']) },
  {
    id: 'score',
    name: msg('Everything'),
    says: msg('melody, words, grips, stave and tab'),
    ...look(['melody', 'guitar'], { diagrams: true, lyrics: true }),
  },
  { id: 'lead', name: msg('Lead sheet'), says: msg('melody, words and chords'), ...look(['melody'], { lyrics: true }) },
  { id: 'bass', name: msg('Bass'), says: msg('what the bass plays'), ...look(['bass']) },
  { id: 'set', name: msg('All grips'), says: msg('every grip once'), ...look([], { diagrams: true }) },
];

/** A layout for a tune: staves that would be empty are left out. */
export function layoutFor(id: LayoutId, melody: Melody): Layout {
  const layout = LAYOUTS.find((one) => one.id === id)!;
  return melody.length > 0 || id === 'lead'
    ? layout
    : { ...layout, staves: layout.staves.filter((name) => name !== 'melody') };
}

/** Paper in px, 96 to the inch: ISO 216 A4, and ANSI Letter. */
export const PAPERS = {
  a4: { name: 'A4', width: 793.7, height: 1122.5, css: 'A4' },
  letter: { name: msg('Letter'), width: 816, height: 1056, css: 'letter' },
} as const;
export type PaperId = keyof typeof PAPERS;

/** How a browser shows sheets; remembered. */
export interface SheetSettings {
  readonly layout: LayoutId;
  readonly paper: PaperId;
  /** Px of paper to a unit of the stave. */
  readonly size: number;
  readonly barsALine: number;
  readonly onePage: boolean;
  /** In px. */
  readonly margin: number;
}
export const USUAL_SETTINGS: SheetSettings = {
  layout: 'tab',
  paper: 'a4',
  size: 0.72,
  barsALine: 4,
  onePage: false,
  margin: 48,
};
/** Type sizes by name. */
export const SIZES = [
  [0.58, msg('small')],
  [0.72, msg('usual')],
  [0.9, msg('large')],
  [1.15, msg('for two metres')],
] as const;
/** So small it gets on one page, beside the size that is set. */
export const SMALLEST = 0.6;

export const isStandard = (tuning: readonly number[]): boolean => tuning.join() === STANDARD_TUNING.join();
