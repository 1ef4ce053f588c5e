import { useState } from 'react';
import type { Pattern } from '../../../core/index.ts';

/**
 * A pattern in hand: what is done to it stands at once, so that quick keys each find the last one done; what comes back of it
 * later is passed over, and anything else (an undo, another window) takes its place.
 */
export function useDraft(
  stands: Pattern,
  tell: (pattern: Pattern) => void,
): [pattern: Pattern, change: (pattern: Pattern) => void, letGo: () => void] {
  /** Null: what stands is shown. */
  const [draft, setDraft] = useState<Pattern | null>(null);
  const [seen, setSeen] = useState(stands.id);
  const [sent, setSent] = useState<readonly string[]>([]);
  if (seen !== stands.id) {
    setSeen(stands.id);
    const at = sent.indexOf(stands.id);
    setSent(sent.slice(at + 1));
    if (at < 0) setDraft(null);
  }
  return [
    draft ?? stands,
    (next) => {
      setDraft(next);
      setSent([...sent, next.id]);
      tell(next);
    },
    () => {
      setDraft(null);
      setSent([]);
    },
  ];
}
