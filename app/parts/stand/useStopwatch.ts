import { useCallback, useEffect, useRef } from 'react';

/** Tells at each call how long it was since the last one, in seconds; longer than `most` is a pause. */
export function useStopwatch(most: number): () => number {
  const since = useRef(0);
  useEffect(() => {
    since.current = Date.now();
  }, []);
  return useCallback(() => {
    const now = Date.now();
    const seconds = (now - since.current) / 1000;
    since.current = now;
    return Math.min(most, seconds);
  }, [most]);
}
