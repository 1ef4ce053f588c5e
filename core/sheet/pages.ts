/** A page: which lines stand on it, and how far each lies under the top of what can be printed. */
export interface SheetPage {
  readonly from: number;
  readonly tops: readonly number[];
}

interface Rows {
  /** How high each line is, and what parts two. */
  readonly heights: readonly number[];
  readonly gap: number;
  /** What can be printed of a page, and what the title takes of the first. */
  readonly height: number;
  readonly title: number;
}

/** A page with less air than this between its lines is full; one with more is spread by so much at most. */
const MOST_SPREAD = 0.6;

/** Lines in pages: none is split, and the last page has no line alone where another can be spared and has room. */
export function sheetPages({ heights, gap, height, title }: Rows): readonly SheetPage[] {
  const starts: number[] = [];
  let used = Infinity;
  heights.forEach((high, i) => {
    const fits = used + gap + high <= height;
    if (fits) used += gap + high;
    else {
      used = (starts.length === 0 ? title : 0) + high;
      starts.push(i);
    }
  });
  const [last, before] = [starts.at(-1), starts.at(-2)];
  const isAlone = last !== undefined && last === heights.length - 1;
  const fitTogether = heights.slice(-2).reduce((sum, high) => sum + high, gap) <= height;
  if (isAlone && before !== undefined && last - before > 2 && fitTogether) starts[starts.length - 1] = last - 1;
  return starts.map((from, page): SheetPage => {
    const to = starts[page + 1] ?? heights.length;
    const own = heights.slice(from, to);
    const first = page === 0 ? title : 0;
    const bare = first + own.reduce((sum, one) => sum + one, 0) + gap * (own.length - 1);
    // A full page goes down to its foot; the last one ends where it ends.
    const isFull = page < starts.length - 1 && own.length > 1;
    const more = isFull ? Math.max(0, Math.min((height - bare) / (own.length - 1), gap * MOST_SPREAD)) : 0;
    const tops: number[] = [];
    let y = first;
    for (const high of own) {
      tops.push(y);
      y += high + gap + more;
    }
    return { from, tops };
  });
}
