import Button from '@mui/material/Button';
import { useEffect, useState } from 'react';
import { REST_SECONDS, restText, type RestReason, t } from '../../../core/index.ts';

interface RestProps {
  readonly reason: RestReason;
  /** Stretched grips since the last rest. */
  readonly stretched: number;
  readonly onRested: () => void;
}

/** A rest is due: how long, and why; nobody has to wait for its end. */
export function Rest({ reason, stretched, onRested }: RestProps) {
  const [until] = useState(() => Date.now() + REST_SECONDS[reason] * 1000);
  const [left, setLeft] = useState(REST_SECONDS[reason]);
  useEffect(() => {
    const timer = setInterval(() => setLeft(Math.max(0, Math.round((until - Date.now()) / 1000))), 500);
    return () => clearInterval(timer);
  }, [until]);
  return (
    <div className="stand-rest" role="status">
      <p>{restText(reason, stretched)}</p>
      <p className="stand-rest-left" aria-hidden="true">
        {Math.floor(left / 60)}:{String(left % 60).padStart(2, '0')}
      </p>
      <Button variant="outlined" onClick={onRested}>
        {left === 0 ? t('Rested; go on') : t('Go on without')}
      </Button>
    </div>
  );
}
