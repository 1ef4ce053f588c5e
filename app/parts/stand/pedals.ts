import { useEffect, useRef } from 'react';
import { useLatest } from '../../keep/latest.ts';

export type Side = 'right' | 'left';
type Deeds = Partial<Record<Side, (() => void) | undefined>>;

/** A pedal that is still down after so many milliseconds is held: a foot that taps is up sooner (common practice). */
const HELD = 700;

/** What two pedals do when they are pressed, at once; and, where they stay down, what they do then. */
export function usePedals(pressed: Deeds, held: Deeds) {
  const now = useLatest({ pressed, held });
  const waiting = useRef<ReturnType<typeof setTimeout>>(undefined);
  const letGo = () => clearTimeout(waiting.current);
  useEffect(() => () => clearTimeout(waiting.current), []);
  const press = (side: Side) => {
    letGo();
    now.current.pressed[side]?.();
    waiting.current = setTimeout(() => now.current.held[side]?.(), HELD);
  };
  /** Pressed and let go: of some switches nobody can say how long they are down. */
  const tap = (side: Side) => {
    press(side);
    letGo();
  };
  return { press, letGo, tap };
}
export type Pedals = ReturnType<typeof usePedals>;
