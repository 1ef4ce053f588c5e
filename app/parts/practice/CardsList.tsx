import Button from '@mui/material/Button';
import { GRADE_WORDS, practisedText, type Practised } from '../../../core/index.ts';
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
      <summary>All that comes back ({shown.length})</summary>
      <ul>
        {shown.map(({ id, what, due, state }) => (
          <li key={id}>
            <button type="button" className="cards-play" onClick={() => onPractise(what)}>
              <What what={what} />
              <span className="session-why">
                {dueText(due!, now)}
                {state.grade && ` · went ${GRADE_WORDS[state.grade]}`}
                {state.clean !== null && ` · clean at ${state.clean}`}
              </span>
            </button>
            <Button size="small" aria-label={`Lay down ${practisedText(what)}`} onClick={() => log.layDown(what)}>
              Lay down
            </Button>
          </li>
        ))}
      </ul>
    </details>
  );
}
