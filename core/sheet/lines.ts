import type { SheetBar, Sheet } from './sheet.ts';
import type { StaveName } from './music.ts';
import { staveStep } from '../melody/entry.ts';

/** How a sheet is set. Lengths are in units of a stave: ten from one of its lines to the next. */
export interface SheetLook {
  /** Staves from the top; none: the chords stand alone, large. */
  readonly staves: readonly StaveName[];
  /** Whether the guitar has tab under its stave, and on how many strings. */
  readonly tab: boolean;
  readonly strings: number;
  readonly diagrams: boolean;
  readonly lyrics: boolean;
  /** At most so many bars stand on a line; a pickup is not counted. */
  readonly barsALine: number;
}

/** A line of a sheet. */
export interface SheetLine {
  /** Its bars, by their places, and how wide each is. */
  readonly from: number;
  readonly widths: readonly number[];
  /** What clef and signature take before the first. */
  readonly head: number;
  readonly height: number;
  /** Where things lie, from the top of the line; staves by their top lines. */
  readonly at: LineLevels;
}
export interface LineLevels {
  readonly signs: number;
  /** The base line of chord symbols. */
  readonly symbols: number;
  readonly diagrams: number;
  readonly staves: readonly {
    readonly name: StaveName;
    readonly top: number;
    /** Over all that stands on it. */
    readonly over: number;
    readonly tab: number | null;
  }[];
  /** Base lines of the verses that are sung. */
  readonly lyrics: readonly number[];
}

/** What things take (measured on what is drawn). */
export const ROOM = {
  sign: 23,
  bar: 34,
  leastBar: 92,
  /** A letter of a chord symbol, and what parts two. */
  letter: 15,
  symbolGap: 14,
  diagram: 122,
  clef: 46,
  tabClef: 46,
  accidental: 11,
  meter: 28,
  signs: 24,
  symbols: 36,
  diagrams: 94,
  stave: 40,
  tabGap: 8,
  string: 13,
  verse: 20,
  /** Over and under a stave, so that stems and rests are clear of what is beside it. */
  air: 16,
  stem: 36,
  /** A dot or an accent. */
  mark: 13,
  gap: 30,
  /** A bar of a chart that has no staves. */
  chartBar: 62,
} as const;

/** A line that would be emptier than this is not drawn out to the margin. */
const DRAWN_OUT = 0.6;

/** Bars in lines of some width: a section begins a line of its own, and no bar stands alone at the end of one. */
export function sheetLines({ bars }: Pick<Sheet, 'bars'>, look: SheetLook, width: number): readonly SheetLine[] {
  const least = bars.map((bar) => leastWidth(bar, look));
  const lines: { from: number; to: number }[] = [];
  let from = 0;
  for (let to = 1; to <= bars.length; to++) {
    // A pickup goes with what it leads into.
    const isAfterPickup = to === 1 && bars[0]!.bar.number === 0;
    const isEnd = to === bars.length || (bars[to]!.bar.section !== null && !isAfterPickup);
    if (!isEnd) continue;
    lines.push(...linesOf(bars, least, look, width, from, to));
    from = to;
  }
  return lines.map((line, i) => lineOf(bars.slice(line.from, line.to), line.from, least, look, width, i));
}

/** The lines of a section. */
function linesOf(
  bars: readonly SheetBar[],
  least: readonly number[],
  look: SheetLook,
  width: number,
  from: number,
  to: number,
): { from: number; to: number }[] {
  const lines: { from: number; to: number }[] = [];
  let at = from;
  while (at < to) {
    const room = width - headOf(bars[at]!, look);
    const pickup = bars[at]!.bar.number === 0 ? 1 : 0;
    let end = at + 1;
    let used = least[at]!;
    while (end < to && end - at < look.barsALine + pickup && used + least[end]! <= room) used += least[end++]!;
    lines.push({ from: at, to: end });
    at = end;
  }
  const [last, before] = [lines.at(-1)!, lines.at(-2)];
  // One bar alone on a line is an orphan: another keeps it company.
  if (before && last.to - last.from === 1 && before.to - before.from > 2) {
    before.to--;
    last.from--;
  }
  return lines;
}

/** What a bar takes at least. */
function leastWidth(bar: SheetBar, look: SheetLook): number {
  const symbols = bar.chords
    .filter(({ held }) => !held)
    .reduce((sum, { symbol }) => sum + ROOM.letter * symbol.length + ROOM.symbolGap, 0);
  const diagrams = look.diagrams ? bar.grips.length * ROOM.diagram : 0;
  const ticks = new Set(
    look.staves.flatMap((name) => bar.staves[name].flatMap(({ signs }) => signs.map(({ tick }) => tick))),
  );
  const accidentals = Math.max(
    0,
    ...look.staves.map(
      (name) => bar.staves[name].flatMap((voice) => voice.accidentals.filter((all) => all.some(Boolean))).length,
    ),
  );
  const music = look.staves.length === 0 ? 0 : ROOM.bar + ROOM.sign * ticks.size + ROOM.accidental * accidentals;
  const words = look.lyrics
    ? Math.max(0, ...bar.words.map(({ text }) => (text.length * ROOM.letter) / 2)) * (look.staves.length > 0 ? 1 : 0)
    : 0;
  // The first bar tells them beside its clef.
  const changes = bar.played[0] === 0 ? 0 : (bar.newMeter ? ROOM.meter : 0) + (bar.newKey ? 3 * ROOM.accidental : 0);
  const usual = bar.bar.number === 0 ? ROOM.leastBar / 2 : ROOM.leastBar;
  return Math.max(usual, symbols, diagrams, music, words) + (look.staves.length > 0 ? changes : 0);
}

/** What stands before the first bar of a line. */
function headOf(bar: SheetBar, { staves }: SheetLook): number {
  return staves.length === 0 ? 0 : ROOM.clef + ROOM.accidental * 4 + (bar.newMeter ? ROOM.meter : 0);
}

function lineOf(
  bars: readonly SheetBar[],
  from: number,
  least: readonly number[],
  look: SheetLook,
  width: number,
  index: number,
): SheetLine {
  const head = headOf(bars[0]!, look);
  const room = width - head;
  const own = bars.map((_, i) => least[from + i]!);
  const used = own.reduce((sum, one) => sum + one, 0);
  const counted = bars.filter(({ bar }) => bar.number !== 0).length;
  // The bars of a chart stand under one another.
  const share = look.staves.length === 0 ? Math.min(1, counted / look.barsALine) : 1;
  const isFull = counted >= look.barsALine || used >= room * DRAWN_OUT || index === 0;
  const wide =
    look.staves.length === 0 ? Math.max(used, room * share) : isFull ? room : Math.min(room, used / DRAWN_OUT / 1.2);
  const squeezed = Math.min(1, room / used);
  const spare = Math.max(0, Math.min(wide, room) - used);
  const pickup = bars[0]!.bar.number === 0 ? own[0]! : 0;
  const evenly = (wide - pickup) / Math.max(1, counted);
  const isEven = look.staves.length === 0 && own.every((one, i) => bars[i]!.bar.number === 0 || one <= evenly);
  const widths = own.map((one, i) => {
    if (isEven) return bars[i]!.bar.number === 0 ? pickup : evenly;
    return one * squeezed + (spare * one) / used;
  });
  return { from, widths, head, ...levelsOf(bars, look) };
}

/** How far heads, stems and what stands at them go over the top line of a stave and under its lowest. */
function reachOf(bars: readonly SheetBar[], name: StaveName): { readonly over: number; readonly under: number } {
  const [top, bottom] = STAVE_STEPS[name];
  const middle = (top + bottom) / 2;
  let [over, under] = [0, 0];
  for (const { staves } of bars)
    staves[name].forEach(({ events }, voice, { length }) => {
      const strums = events.some(({ stroke }) => stroke === 'up');
      for (const { notes, staccato, accent } of events) {
        const [low, high] = [staveStep(notes[0]!), staveStep(notes.at(-1)!)];
        const isUp = length > 1 ? voice === 0 : (low + high) / 2 < middle;
        const marks = (staccato ? ROOM.mark : 0) + (accent ? ROOM.mark : 0) + (strums ? ROOM.mark : 0);
        // Alone they stand at the heads, of two voices outside, at the stems.
        const [atStem, atHeads] = length > 1 ? [ROOM.stem + marks, 0] : [ROOM.stem, marks];
        over = Math.max(over, 5 * (high - top) + (isUp ? atStem : atHeads));
        under = Math.max(under, 5 * (bottom - low) + (isUp ? atHeads : atStem));
      }
    });
  return { over, under };
}
/** The top and the bottom line of each stave as it sounds, by steps from C0: F5 and E4; a guitar and an upright bass are written an octave up. */
const STAVE_STEPS: Readonly<Record<StaveName, readonly [number, number]>> = {
  melody: [38, 30],
  guitar: [31, 23],
  // A3 and G2 in the bass clef.
  bass: [19, 11],
};

function levelsOf(bars: readonly SheetBar[], look: SheetLook): Pick<SheetLine, 'height' | 'at'> {
  const hasSigns = bars.some(({ bar, ending, differs }) => bar.section !== null || ending || differs || hasSign(bar));
  let y = hasSigns ? ROOM.signs : 4;
  const signs = hasSigns ? ROOM.signs - 6 : 0;
  const verses = look.lyrics ? Math.max(0, ...bars.flatMap(({ words }) => words.map(({ verse }) => verse + 1))) : 0;
  if (look.staves.length === 0) {
    const symbols = y + ROOM.chartBar * 0.66;
    y += ROOM.chartBar;
    const diagrams = y;
    if (look.diagrams && bars.some(({ grips }) => grips.length > 0)) y += ROOM.diagrams + 6;
    const lyrics = Array.from({ length: verses }, (_, i) => y + ROOM.verse * (i + 0.75));
    y += ROOM.verse * verses;
    return { height: y + 8, at: { signs, symbols, diagrams, staves: [], lyrics } };
  }
  const symbols = y + ROOM.symbols - 10;
  y += ROOM.symbols;
  const diagrams = y;
  if (look.diagrams && bars.some(({ grips }) => grips.length > 0)) y += ROOM.diagrams;
  let lyrics: readonly number[] = [];
  const staves = look.staves.map((name, i) => {
    const { over, under } = reachOf(bars, name);
    const top = y + over + ROOM.air;
    y = top + ROOM.stave + under + ROOM.air;
    const tab = name === 'guitar' && look.tab ? y + ROOM.tabGap : null;
    if (tab !== null) y = tab + ROOM.string * (look.strings - 1) + ROOM.air / 2;
    // Words stand under what is sung; without it, under all.
    const isSung = name === 'melody' || (i === look.staves.length - 1 && !look.staves.includes('melody'));
    if (isSung && verses > 0) {
      lyrics = Array.from({ length: verses }, (_, v) => y + ROOM.verse * (v + 0.6));
      y += ROOM.verse * verses;
    }
    return { name, top, over: top - over - ROOM.air / 2, tab };
  });
  return { height: y, at: { signs, symbols, diagrams, staves, lyrics } };
}

const hasSign = ({ signs, jump, times }: SheetBar['bar']) =>
  jump !== null || times !== null || Object.keys(signs).length > 0;
