import { otherGripsText, priceText, t } from '../../../core/index.ts';
import type { useTrial } from './useTrial.ts';

interface AnnouncerProps {
  readonly trial: ReturnType<typeof useTrial>;
  /** What is tried, in a word or two. */
  readonly tried: string;
  /** What was done last, as undo calls it. */
  readonly lastEdit: string | null;
}

/** Says what is tried and what was done, once each, to whoever listens. */
export function Announcer({ trial: { change, consequence, others }, tried, lastEdit }: AnnouncerProps) {
  const trying =
    change && consequence
      ? t('Trying {tried}, {price}: {others}.', {
          tried,
          price: priceText(consequence.extra),
          others: otherGripsText(others.size),
        })
      : null;
  return (
    <p className="visually-hidden" role="status">
      {trying ?? (change === null && lastEdit !== null ? t('Done: {edit}.', { edit: lastEdit }) : '')}
    </p>
  );
}
