import { useEffect, useRef, type MouseEvent, type PointerEvent, type RefObject } from 'react';
import { useLatest } from '../../keep/latest.ts';

/** A finger that rests so long on a column begins to select; one that goes farther before that scrolls. */
const LONG_PRESS_MS = 450;
const RESTS_WITHIN = 10;

interface SpanPointer {
  readonly track: RefObject<HTMLElement | null>;
  /** The column at some distance from the track's beginning, in pixels. */
  readonly columnAt: (x: number) => number;
  readonly onSelect: (column: number, extending?: boolean) => void;
}

/**
 * Columns selected by dragging: with a mouse at once, with a finger after a long press. Exactly those under the way of the
 * pointer are selected; `isDragging` tells it, so that nothing scrolls away meanwhile.
 */
export function useSpanPointer({ track, columnAt, onSelect }: SpanPointer) {
  const drag = useRef<{ readonly pointer: 'mouse' | 'touch'; last: number; moved: boolean } | null>(null);
  const press = useRef<{
    readonly timer: ReturnType<typeof setTimeout>;
    readonly x: number;
    readonly y: number;
  } | null>(null);
  const now = useLatest({ columnAt, onSelect });
  const at = (clientX: number) => now.current.columnAt(clientX - track.current!.getBoundingClientRect().left);
  const extendTo = (clientX: number) => {
    const column = at(clientX);
    if (drag.current === null || drag.current.last === column) return;
    drag.current.last = column;
    drag.current.moved = true;
    now.current.onSelect(column, true);
  };
  const letGo = () => {
    if (press.current) clearTimeout(press.current.timer);
    press.current = null;
  };

  const follow = useLatest(extendTo);
  useEffect(() => {
    // The page must not scroll under a finger that selects; only a listener that is not passive can keep it.
    const element = track.current;
    const onTouchMove = (event: TouchEvent) => {
      const touch = event.touches[0];
      if (drag.current?.pointer !== 'touch' || !touch) return;
      event.preventDefault();
      follow.current(touch.clientX);
    };
    const end = () => {
      // The click that ends a drag comes after this.
      setTimeout(() => (drag.current = null));
    };
    element?.addEventListener('touchmove', onTouchMove, { passive: false });
    for (const name of ['pointerup', 'touchend', 'touchcancel']) addEventListener(name, end);
    return () => {
      element?.removeEventListener('touchmove', onTouchMove);
      for (const name of ['pointerup', 'touchend', 'touchcancel']) removeEventListener(name, end);
    };
  }, [track, follow]);

  return {
    isDragging: () => drag.current !== null,
    /** Whether a click is only the end of a drag. */
    isDrop: () => drag.current?.moved === true,
    handlers: {
      onPointerDown(event: PointerEvent<HTMLElement>) {
        if (event.pointerType === 'mouse') {
          if (event.button !== 0) return;
          const column = at(event.clientX);
          drag.current = { pointer: 'mouse', last: column, moved: false };
          onSelect(column, event.shiftKey);
        } else {
          const { clientX: x, clientY: y } = event;
          letGo();
          const timer = setTimeout(() => {
            const column = at(x);
            drag.current = { pointer: 'touch', last: column, moved: true };
            now.current.onSelect(column, false);
            if ('vibrate' in navigator) navigator.vibrate(10);
          }, LONG_PRESS_MS);
          press.current = { timer, x, y };
        }
      },
      onPointerMove(event: PointerEvent<HTMLElement>) {
        if (drag.current?.pointer === 'mouse') {
          if (event.buttons === 1) extendTo(event.clientX);
          else drag.current = null;
        }
        const held = press.current;
        if (held && Math.hypot(event.clientX - held.x, event.clientY - held.y) > RESTS_WITHIN) letGo();
      },
      onMouseDown(event: MouseEvent<HTMLElement>) {
        // A drag over columns selects them, and not their letters; the keys are the bench's again.
        event.preventDefault();
        track.current?.focus({ preventScroll: true });
      },
      onPointerUp: letGo,
      onPointerCancel: letGo,
      onContextMenu(event: { preventDefault: () => void }) {
        // A long press selects; it asks for no menu.
        if (drag.current?.pointer === 'touch' || press.current) event.preventDefault();
      },
    },
  };
}
