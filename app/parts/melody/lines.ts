import {
  barNotes,
  ticksPerBar,
  writtenBar,
  type Bar,
  type BarNotes,
  type Chart,
  type Meter,
  type Stave,
  type StaveBar,
  type WrittenBar,
} from '../../../core/index.ts';

/** A bar of the stave, with what stands in it and over it. */
export interface ShownBar {
  readonly bar: StaveBar;
  readonly notes: BarNotes;
  readonly written: WrittenBar;
  /** Whether its first note sounds on from the bar before. */
  readonly tiedIn: boolean;
  readonly opens: boolean;
  readonly closes: boolean;
  readonly showsMeter: boolean;
  readonly showsKey: boolean;
  /** As the chart has it. */
  readonly chart: Bar;
}

const sameMeter = (a: Meter, b: Meter) => a.count === b.count && a.unit === b.unit;

/** The bars of a stave, ready to be set. */
export function shownBars(chart: Chart, stave: Stave): readonly ShownBar[] {
  return stave.bars.map((bar, i): ShownBar => {
    const [own, before] = [chart.bars[i]!, stave.bars[i - 1]];
    const notes = barNotes(stave, bar);
    const tied = before && barNotes(stave, before).at(-1);
    const isSame = before && before.key.tonic === bar.key.tonic && before.key.mode === bar.key.mode;
    return {
      bar,
      notes,
      written: writtenBar(notes, bar.meter, Math.min(bar.ticks, ticksPerBar(bar.meter))),
      tiedIn: tied !== undefined && tied.tied && notes[0]?.tick === 0 && notes[0].pitch === tied.pitch,
      opens: own.opens !== null,
      closes: own.closes !== null,
      showsMeter: !before || !sameMeter(before.meter, bar.meter),
      showsKey: before !== undefined && !isSame,
      chart: own,
    };
  });
}

const MOST_IN_LINE = 4;
/** Bars by the lines of the chart, four at most, and no more than there is room for. */
export function linesOf(
  bars: readonly ShownBar[],
  width: number,
  roomFor: (bar: ShownBar) => number,
  headRoom: (bar: ShownBar) => number,
): readonly (readonly ShownBar[])[] {
  const lines: ShownBar[][] = [];
  let room = 0;
  for (const bar of bars) {
    const last = lines.at(-1);
    const isPickup = last?.length === 1 && last[0]!.bar.number === 0;
    const full = (last?.filter(({ bar: { number } }) => number !== 0).length ?? 0) >= MOST_IN_LINE;
    const sameLine = last?.at(-1)!.chart.line === bar.chart.line && bar.chart.section === null;
    const goesOn = last && !full && (sameLine || isPickup);
    const takes = roomFor(bar);
    if (goesOn && takes <= room) {
      last.push(bar);
      room -= takes;
    } else {
      lines.push([bar]);
      room = width - headRoom(bar) - takes;
    }
  }
  return lines;
}
