import { memo, useDeferredValue, type ComponentType } from 'react';

/** A part of a place that is drawn after the music: a moment later, and it never holds it up. */
export function afterMusic<P extends object>(Part: ComponentType<P>): ComponentType<P> {
  const Kept = memo(Part) as unknown as ComponentType<P>;
  return function AfterMusic(props: P) {
    return <Kept {...useDeferredValue(props)} />;
  };
}
