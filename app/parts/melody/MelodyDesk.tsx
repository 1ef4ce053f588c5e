import { useDeferredValue, useMemo, useState } from 'react';
import { createPortal } from 'react-dom';
import {
  checkedText,
  checkMelody,
  clockOfChart,
  melodyIn,
  musical,
  notesOfCells,
  phraseEnds,
  playedBars,
  readChart,
  secondsBetween,
  standingIn,
  staveOf,
  sungNotes,
  symbolOf,
  timesThrough,
  type Chart,
  type PlayedBar,
  type Stave,
  type SungNote,
  type Ticks,
  t,
  symbolText,
} from '../../../core/index.ts';
import type { useMelodyEdits } from '../../keep/useMelodyEdits.ts';
import { Notice } from '../frame/Notice.tsx';
import { usePlayback } from '../workbench/usePlayback.ts';
import { EntryTools } from './EntryTools.tsx';
import { MelodyStave } from './MelodyStave.tsx';
import type { Clashes } from './StaveLine.tsx';
import { useEntry } from './useEntry.ts';

interface MelodyDeskProps {
  readonly chart: Chart;
  readonly barIds: readonly string[];
  readonly melody: ReturnType<typeof useMelodyEdits>;
  /** Where the tools stand: beside the name of the part. */
  readonly tools: HTMLElement | null;
  /** Whether one just came to write on it. */
  readonly focuses: boolean;
}

const HEARD_SECONDS = 0.5;

/** The stave with its tools: a melody is written, heard, and held against the chords. */
export function MelodyDesk({ chart, barIds, melody, tools, focuses }: MelodyDeskProps) {
  const { cells, edit, undo, redo } = melody;
  /** The time through repeats that is seen; null: each. */
  const [time, setTime] = useState<number | null>(null);
  const [erasing, setErasing] = useState(false);
  const stave = useMemo(() => staveOf(chart, barIds, cells, time), [chart, barIds, cells, time]);
  const times = useMemo(() => Math.max(1, ...timesThrough(chart)), [chart]);
  const sound = usePlayback();
  const hear = (pitch: number) => sound.sing([{ pitch, at: 0, seconds: HEARD_SECONDS }]);
  const bars = useMemo(() => playedBars(chart), [chart]);
  const sung = useMemo(
    () => sungNotes(chart, melodyIn(notesOfCells(cells), barIds, chart.bars)),
    [chart, barIds, cells],
  );
  const ends = useMemo(() => phraseEnds(bars, sung, stave), [bars, sung, stave]);
  // Once what was put in is drawn.
  const settled = useDeferredValue(useMemo(() => ({ sung, stave }), [sung, stave]));
  const clashes = useMemo(() => clashesIn(chart, bars, settled.sung, settled.stave), [chart, bars, settled]);
  const entry = useEntry({ stave, cells, ends, edit, undo, redo, hear });
  const [played, setPlayed] = useState<readonly Ticks[]>([]);
  const play = () => {
    if (sound.active) {
      sound.stop();
      return;
    }
    const from = stave.notes.some(({ start }) => start >= entry.entry.at) ? entry.entry.at : 0;
    const clock = clockOfChart(chart);
    const notes = stave.notes.filter(({ start }) => start >= from);
    setPlayed(notes.map(({ start }) => start));
    sound.sing(
      notes.map(({ start, ticks, pitch }) => ({
        pitch,
        at: secondsBetween(clock, from, start),
        seconds: secondsBetween(clock, start, start + ticks),
      })),
    );
  };
  return (
    <>
      {tools &&
        createPortal(
          <EntryTools
            entry={entry}
            time={time}
            times={times}
            onTime={setTime}
            erasing={erasing}
            onErasing={setErasing}
            canUndo={melody.canUndo}
            canRedo={melody.canRedo}
            playing={sound.active}
            onPlay={play}
          />,
          tools,
        )}
      <div className="melody-paper">
        <MelodyStave
          chart={chart}
          stave={stave}
          clashes={clashes}
          ends={ends}
          entry={entry}
          sounding={sound.playing === null ? null : (played[sound.playing] ?? null)}
          erasing={erasing}
          focuses={focuses}
          onSpace={play}
        />
      </div>
      <p id="stave-said" className="visually-hidden" role="status">
        {entry.said}
      </p>
      <Notice open={sound.failed !== null} message={sound.failed} />
    </>
  );
}

/** Which notes of the stave clash with the chord as the chart has it, and how: by where they begin. */
function clashesIn(chart: Chart, bars: readonly PlayedBar[], sung: readonly SungNote[], stave: Stave): Clashes {
  const clashing = checkMelody(standingIn(readChart(chart)), bars, sung).filter(
    ({ verdict, inPassing }) => verdict?.verdict === 'clash' && !inPassing,
  );
  const found: Record<Ticks, string> = {};
  for (const one of clashing) {
    const bar = bars.find(({ number }) => number === one.note.bar)!;
    const at = stave.bars[bar.index]!.start + one.note.tick;
    const over = one.chord ? ` ${t('over {symbol}', { symbol: symbolText(symbolOf(one.chord)) })}` : '';
    found[at] = `${musical(one.verdict!.degree)}${over}: ${checkedText(one)}`;
  }
  return found;
}
