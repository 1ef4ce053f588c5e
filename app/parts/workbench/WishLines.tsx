import { wishText, type TakenWish } from '../../../core/index.ts';
import { Glyphs } from '../symbol/glyphs.tsx';
import './workbench.css';

/** The height of a line of wishes, in pixels. */
export const LANE = 20;

/** In which line each wish is drawn, from 0, so that no two lie on each other. */
export function lanesOf(wishes: readonly TakenWish[]): readonly number[] {
  const ends: number[] = [];
  return wishes.map(({ from, to }) => {
    const free = ends.findIndex((end) => end < from);
    const lane = free < 0 ? ends.length : free;
    ends[lane] = to;
    return lane;
  });
}

interface WishLinesProps {
  readonly wishes: readonly TakenWish[];
  /** The line of each. */
  readonly lanes: readonly number[];
  /** Where the first line lies. */
  readonly top: number;
  /** Where each column lies, as far as that is known. */
  readonly spans: readonly { readonly start: number; readonly size: number }[];
  readonly onOpen: (wish: TakenWish) => void;
}

/** Wishes over their bars. Where they can be read aloud is the list under the columns. */
export function WishLines({ wishes, lanes, top, spans, onOpen }: WishLinesProps) {
  return wishes.map((wish, i) => {
    const [first, last] = [spans[wish.from], spans[wish.to]];
    if (!first || !last) return null;
    const isUnmet = wish.stoppedBy.length > 0;
    return (
      <div
        key={`${wish.at}/${wish.from}`}
        className={isUnmet ? 'wish-line wish-unmet' : 'wish-line'}
        style={{
          left: first.start + 2,
          width: last.start + last.size - first.start - 6,
          top: top + LANE * lanes[i]!,
        }}
        aria-hidden="true"
        onPointerDown={(event) => event.stopPropagation()}
        onClick={(event) => {
          event.stopPropagation();
          onOpen(wish);
        }}
      >
        <span>
          <Glyphs text={wishText(wish.wish)} />
          {isUnmet && ' ✕'}
        </span>
      </div>
    );
  });
}
