import Slider from '@mui/material/Slider';
import { useState } from 'react';

interface DialProps {
  readonly label: string;
  readonly value: number;
  readonly min?: number;
  readonly max?: number;
  readonly step?: number;
  readonly disabled?: boolean;
  readonly said: (value: number) => string;
  /** When it is let go. */
  readonly onValue: (value: number) => void;
}

/** A value to be set, said as it moves, and set when it is let go. */
export function Dial({ label, value, min = 0, max = 100, step = 10, disabled = false, said, onValue }: DialProps) {
  const [moving, setMoving] = useState<number | null>(null);
  return (
    <label className="in-time-dial">
      <span>
        {label} <small>{said(moving ?? value)}</small>
      </span>
      <Slider
        size="small"
        {...{ min, max, step, disabled }}
        value={moving ?? value}
        aria-label={label}
        getAriaValueText={said}
        onChange={(_, next) => setMoving(next as number)}
        onChangeCommitted={(_, next) => {
          setMoving(null);
          onValue(next as number);
        }}
      />
    </label>
  );
}
