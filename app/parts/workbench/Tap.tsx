import { useState } from 'react';
import { tappedTempo, t } from '../../../core/index.ts';

interface TapProps {
  /** In beats a minute. */
  readonly onTempo: (tempo: number) => void;
}

/** Sets a tempo by tapping its beats. */
export function Tap({ onTempo }: TapProps) {
  const [taps, setTaps] = useState<readonly number[]>([]);
  const tap = (seconds: number) => {
    const all = [...taps, seconds];
    setTaps(all);
    const tempo = tappedTempo(all);
    if (tempo !== null) onTempo(tempo);
  };
  return (
    <button
      type="button"
      className="in-time-tap"
      // When it is pressed, not when it is let go: that is the beat.
      onPointerDown={({ timeStamp }) => tap(timeStamp / 1000)}
      onKeyDown={({ key, repeat, timeStamp }) => !repeat && (key === ' ' || key === 'Enter') && tap(timeStamp / 1000)}
    >
      {t('Tap')}
    </button>
  );
}
