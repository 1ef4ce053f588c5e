import { t, type Ladder, type LadderHow } from '../../../core/index.ts';

interface LadderViewProps {
  readonly ladder: Ladder;
  readonly how: LadderHow;
  readonly goal: number;
}

/** The rungs from the start to the top: where one stands, how far it was clean, and the rounds that are still to come. */
export function LadderView({ ladder, how, goal }: LadderViewProps) {
  const low = Math.min(how.start, ladder.rate);
  const count = Math.max(1, Math.round((how.top - low) / how.step)) + 1;
  const rungs = Array.from({ length: count }, (_, i) => Math.round((low + i * how.step) * 100) / 100);
  return (
    <div className="ladder">
      <ol aria-label={t('The ladder')} className="ladder-rungs">
        {rungs.map((rate) => (
          <li
            key={rate}
            className={[
              ladder.best !== null && rate <= ladder.best ? 'rung-clean' : '',
              Math.abs(rate - ladder.rate) < how.step / 2 ? 'rung-now' : '',
            ].join(' ')}
            aria-current={Math.abs(rate - ladder.rate) < how.step / 2 ? 'step' : undefined}
          >
            <span className="visually-hidden">{t('{rate} beats a minute', { rate: Math.round(rate * goal) })}</span>
          </li>
        ))}
      </ol>
      <p className="ladder-rounds" role="status">
        {ladder.done
          ? t('Clean at the top. Go on, or once more.')
          : Array.from({ length: how.rounds }, (_, i) => (i < ladder.clean ? '●' : '○')).join(' ')}
        <span className="visually-hidden">
          {ladder.done
            ? ''
            : t('{clean} of {rounds} clean rounds at this tempo', { clean: ladder.clean, rounds: how.rounds })}
        </span>
      </p>
    </div>
  );
}
