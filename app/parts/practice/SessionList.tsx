import { Fragment } from 'react';
import { SESSION_WORDS, type SessionStep, t } from '../../../core/index.ts';
import { What } from './What.tsx';

interface SessionListProps {
  readonly steps: readonly SessionStep[];
  readonly onBegin: (at: number) => void;
}

/** What a session is made of, in order; it can be begun anywhere. */
export function SessionList({ steps, onBegin }: SessionListProps) {
  if (steps.length === 0)
    return (
      <p className="practice-empty">
        {t('Nothing is due, and nothing of a take was chosen. Take up a plan on the right, or play any step of it.')}
      </p>
    );
  return (
    <ol className="session" aria-label={t('What comes')}>
      {steps.map(({ what, reason, minutes }, i) => (
        <Fragment key={i}>
          {reason !== steps[i - 1]?.reason && <li className="session-group">{t(SESSION_WORDS[reason])}</li>}
          <li>
            <button type="button" onClick={() => onBegin(i)}>
              <What what={what} />
              <span className="session-long">{inMinutes(minutes)}</span>
            </button>
          </li>
        </Fragment>
      ))}
    </ol>
  );
}

/** `1½ min`. */
const inMinutes = (minutes: number) =>
  t('{minutes}{which} min', { minutes: minutes >= 1 ? Math.floor(minutes) : '', which: minutes % 1 > 0 ? '½' : '' });
