import { useEffect, useState } from 'react';
import type { PlainTake } from '../../core/index.ts';
import type { Job } from './questions.ts';
import { solver } from './solver.ts';

/** The plain chart of a tune for a hand, once it is asked for; null until it is there. */
export function usePlain(job: Job | null): PlainTake | null {
  const [plain, setPlain] = useState<{ readonly of: Job; readonly take: PlainTake } | null>(null);
  useEffect(() => {
    if (job === null) return;
    let wanted = true;
    void solver()
      .plain(job)
      .then((take) => wanted && setPlain({ of: job, take }));
    return () => {
      wanted = false;
    };
  }, [job]);
  return job === null ? null : (plain?.take ?? null);
}
