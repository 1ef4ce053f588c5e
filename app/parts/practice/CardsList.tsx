import Button from '@mui/material/Button';
import { GRADE_WORDS, practisedText, type Practised, t } from '../../../core/index.ts';
import type { PracticeLog } from '../../keep/practice.ts';
import type { LoadedCard } from './cards.ts';
import { What } from './What.tsx';
import { dueText } from './when.ts';

interface CardsListProps {
  readonly cards: readonly LoadedCard[];
  readonly now: number;
  readonly log: PracticeLog;
  readonly onPractise: (what: Practised) => void;
}

/** All that comes back, what is due first; each can be played now, or laid down. */
export function CardsList({ cards, now, log, onPractise }: CardsListProps) {
  const shown = cards.filter(({ id }) => log.onTheWay.get(id) !== 'laid-down');
  if (shown.length === 0) return null;
  return (
    <details className="cards">
      <summary>{t('All that comes back ({shown})', { shown: shown.length })}</summary>
      <ul>
        {shown.map(({ id, what, due, state }) => (
          <li key={id}>
            <button type="button" className="cards-play" onClick={() => onPractise(what)}>
              <What what={what} />
              <span className="session-why">
                {dueText(due!, now)}
                {state.grade && ` ${t('· went {how}', { how: GRADE_WORDS[state.grade] })}`}
                {state.clean !== null && ` ${t('· clean at {clean}', { clean: state.clean })}`}
              </span>
            </button>
            <Button
              size="small"
              aria-label={t('Lay down {practised}', { practised: practisedText(what) })}
              onClick={() => log.layDown(what)}
            >
              {t('Lay down')}
            </Button>
          </li>
        ))}
      </ul>
    </details>
  );
}
