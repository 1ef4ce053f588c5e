import VolumeUpOutlined from '@mui/icons-material/VolumeUpOutlined';
import Button from '@mui/material/Button';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import {
  applyPatch,
  headerKey,
  MOVES,
  NO_MELODY,
  parseChart,
  problemText,
  symbolOf,
  type Decisions,
  type Frets,
  type Key,
  type Player,
  t,
} from '../../../core/index.ts';
import type { PricedMove } from '../../work/questions.ts';
import { useMoves } from '../../work/answers.ts';
import { useArrangement } from '../../work/solver.ts';
import { DraftField } from '../frame/DraftField.tsx';
import type { Guitar } from '../neck/layout.ts';
import { ChordSymbol } from '../symbol/ChordSymbol.tsx';
import { keyOf, makes, MoveRow } from '../workbench/MoveRow.tsx';
import { GripRow } from './GripRow.tsx';
import './grips.css';

interface ThreadViewProps {
  /** Chords that one note is to sound through, as typed. */
  readonly through: string;
  readonly onThrough: (text: string) => void;
  readonly musicalKey: Key | null;
  readonly player: Player;
  readonly guitar: Guitar;
  readonly banished: readonly string[];
  /** The tune one comes from. */
  readonly tuneId: string | null;
  readonly playing: number | null;
  readonly onHear: (row: readonly (readonly number[])[], seconds: number) => void;
  readonly onShow: (frets: Frets) => void;
}

/** Seconds to a chord. */
const CHORD = 1.4;
/** Nothing but threads. */
const OFF = MOVES.flatMap(({ id, group }) => (group === 'thread' ? [] : [id]));
const NO_CELLS: Decisions = {};
const MOST_CHORDS = 16;

/** Which notes could sound on through some chords, what the chords become, and how that is held. */
export function ThreadView(props: ThreadViewProps) {
  const { through, onThrough, musicalKey, player, guitar, banished, tuneId, playing, onHear, onShow } = props;
  const chartText = chartOf(through, musicalKey);
  const [made, setMade] = useState<{ readonly of: string; readonly cells: Decisions }>({ of: '', cells: NO_CELLS });
  const cells = made.of === chartText ? made.cells : NO_CELLS;
  const count = through.split(/\s+/).length;
  const barIds = useMemo(() => Array.from({ length: count }, (_, i) => `bar-${i}`), [count]);
  const job = useMemo(
    () => ({ chartText, barIds, melody: NO_MELODY, cells, player, manner: null, banished }),
    [chartText, barIds, cells, player, banished],
  );
  const solving = useArrangement('threads', job);
  const wanted = { from: 0, to: count - 1, style: null, stray: 1, off: OFF };
  const { list, fresh, done } = useMoves(wanted, solving.solved, !solving.busy && count > 1);
  const columns = solving.arrangement?.columns ?? [];
  const stands = columns[0]?.column.move ?? null;
  const make = ({ patch }: PricedMove) => {
    if (fresh) setMade({ of: chartText, cells: applyPatch(cells, patch).cells });
  };
  const pitches = columns.map(({ grip }) => grip?.pitches ?? []);
  return (
    <div className="thread" aria-busy={solving.busy || !done}>
      <div className="areas-ask">
        <DraftField
          label={t('Chords a note is to sound through')}
          value={through}
          hint={t('two or more, as in F#m D A E')}
          faultOf={(text) => faultOf(text, musicalKey)}
          onTake={(text) => onThrough(text.trim().replace(/\s+/g, ' '))}
          width={420}
        />
        {stands && (
          <Button size="small" variant="outlined" onClick={() => setMade({ of: '', cells: NO_CELLS })}>
            {t('Without a thread')}
          </Button>
        )}
        {tuneId !== null && (
          <Button size="small" variant="outlined" component={Link} to={`/tunes/${tuneId}/bench`}>
            {t('In the tune: select a span, then M')}
          </Button>
        )}
      </div>
      <GripRow
        title={
          <>
            {stands ? t('With the thread') : t('As they stand')}
            <Button
              size="small"
              variant="outlined"
              startIcon={<VolumeUpOutlined />}
              disabled={columns.length === 0}
              onClick={() => onHear(pitches, CHORD)}
            >
              {t('Hear them')}
            </Button>
          </>
        }
        label={t('The chords')}
        playing={playing ?? -1}
        grips={columns.flatMap(({ column, grip }) =>
          grip ? [{ grip, head: <ChordSymbol symbol={symbolOf(column.chord!)} /> }] : [],
        )}
        guitar={guitar}
        onShow={onShow}
      />
      {solving.failed && <p role="alert">{solving.failed}</p>}
      <ul className="options thread-options" aria-label={t('Threads')}>
        {list.map((move) => (
          <MoveRow
            key={keyOf(move)}
            move={move}
            stands={stands !== null && makes(move, stands)}
            onMake={make}
            onHear={({ grips }) =>
              onHear(
                grips.map((grip) => grip.pitches),
                CHORD,
              )
            }
          />
        ))}
      </ul>
      {list.length === 0 && (
        <p className="side-empty" role="status">
          {done ? t('No note can sound through all of them.') : t('Looking for notes that can stay…')}
        </p>
      )}
    </div>
  );
}

const chartOf = (chords: string, key: Key | null) =>
  `${
    key
      ? `${t('key: {key}', { key: headerKey(key) })}
`
      : ''
  }| ${chords.split(' ').join(' | ')} |`;

function faultOf(text: string, key: Key | null): string | null {
  const words = text.trim().split(/\s+/);
  if (words.length < 2 || words.length > MOST_CHORDS) return t('Two chords to {most}.', { most: MOST_CHORDS });
  const chart = parseChart(chartOf(words.join(' '), key));
  return chart.ok ? null : chart.problems.map(problemText).join(' ');
}
