import { useEffect, useState } from 'react';
import type { Engraver } from './engrave.ts';

/** What sets staves, once it and its font are there; why it is not. */
export function useEngraver(wanted: boolean) {
  const [engraver, setEngraver] = useState<Engraver | null>(null);
  const [failed, setFailed] = useState(false);
  useEffect(() => {
    if (!wanted || engraver) return;
    let isHere = true;
    void (async () => {
      try {
        const [own, { ready }] = await Promise.all([import('./engrave.ts'), import('../melody/engrave.ts')]);
        await ready;
        if (isHere) setEngraver({ engraveLine: own.engraveLine, xAt: own.xAt });
      } catch {
        if (isHere) setFailed(true);
      }
    })();
    return () => {
      isHere = false;
    };
  }, [wanted, engraver]);
  return { engraver: wanted ? engraver : null, failed: wanted && failed };
}
