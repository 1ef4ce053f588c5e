import { memo, startTransition, useEffect, useState, type ComponentType } from 'react';

/** A value as it was when the music was last painted: the newest follows a moment later. */
export function useAfterMusic<T>(value: T): T {
  const [shown, setShown] = useState(value);
  useEffect(() => {
    // In the frame that paints what is more urgent; the work itself comes after it, and lets others go first.
    const frame = requestAnimationFrame(() => startTransition(() => setShown(() => value)));
    return () => cancelAnimationFrame(frame);
  }, [value]);
  return shown;
}

/** A part of a place that is drawn after the music, and never holds it up. */
export function afterMusic<P extends object>(Part: ComponentType<P>): ComponentType<P> {
  const Kept = memo(Part) as unknown as ComponentType<P>;
  return function AfterMusic(props: P) {
    return <Kept {...useAfterMusic(props)} />;
  };
}
