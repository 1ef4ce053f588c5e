import {
  earLines,
  earSummary,
  heardFaultText,
  sureWord,
  type ArrangedColumn,
  type EarLine,
  type Midi,
  t,
} from '../../../core/index.ts';
import type { HeardGrip } from '../../sound/ear/grip.ts';
import type { Heard } from './useEar.ts';

interface EarSaysProps {
  readonly heard: Heard;
  readonly columns: readonly ArrangedColumn[];
  readonly open: readonly Midi[];
}

/** So much is said of a round at once: what the ear is surest of. */
const MOST_LINES = 3;

/** What the ear says of the round before. */
export function EarSays({ heard: { judged, hear }, columns, open }: EarSaysProps) {
  const chords = columns.map(({ column: { chord, symbol } }) => ({ chord, symbol }));
  const lines = earLines(judged, hear, chords, open);
  const told = [...lines].sort((a, b) => b.sure - a.sure).slice(0, MOST_LINES);
  return (
    <div className="ear-says">
      <p>{earSummary(judged, hear)}</p>
      <ul>
        {lines
          .filter((line) => told.includes(line))
          .map((line, i) => (
            <li key={i}>
              <Line {...line} />
            </li>
          ))}
      </ul>
      {lines.length > MOST_LINES && <small>{t('and {lines} more', { lines: lines.length - MOST_LINES })}</small>}
    </div>
  );
}

const Line = ({ where, words, sure }: EarLine) => (
  <>
    <b>{where}</b> {words} <small>{sureWord(sure)}</small>
  </>
);

/** What the ear says of a grip. */
export function EarSaysGrip({
  heard,
  column,
  open,
}: {
  heard: HeardGrip;
  column: ArrangedColumn;
  open: readonly Midi[];
}) {
  return (
    <div className="ear-says">
      <p>
        {heard.faults.length === 0 ? t('Every string sounds as it should.') : t('Heard {how}:', { how: heard.how })}
      </p>
      <ul>
        {heard.faults.map((fault, i) => (
          <li key={i}>
            {heardFaultText(fault, column.column.chord, open, 1)} <small>{sureWord(fault.sure)}</small>
          </li>
        ))}
      </ul>
    </div>
  );
}
