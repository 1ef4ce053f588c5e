import { useLayoutEffect, useRef, type RefObject } from 'react';

/** A box that always has the newest value, for what runs later than it is drawn. */
export function useLatest<T>(value: T): RefObject<T> {
  const latest = useRef(value);
  useLayoutEffect(() => {
    latest.current = value;
  });
  return latest;
}
