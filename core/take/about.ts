/** How a take came to be; without one it is a tune's first. */
export type TakeAbout =
  | { readonly from: 'copy'; readonly of: string }
  /** What another window had decided when both changed the same. */
  | { readonly from: 'conflict' }
  /** Found for what was asked: a style by name, how far it might stray, which bars (null: all); with what sets it apart. */
  | {
      readonly from: 'search';
      readonly style: string | null;
      readonly stray: number;
      readonly bars: string | null;
      readonly words: string;
    };
