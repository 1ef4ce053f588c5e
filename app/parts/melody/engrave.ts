import bravura from '@vexflow-fonts/bravura/bravura.woff2?url';
import {
  Accidental,
  Barline,
  Beam,
  Dot,
  Font,
  Formatter,
  Fraction,
  Renderer,
  Stave,
  StaveNote,
  StaveTie,
  Tuplet,
  VexFlow,
  Voice,
} from 'vexflow/core';
import { formatMeter, isCompound, signature, staveStep, type Pitched, type StaveBar } from '../../../core/index.ts';
import type { ShownBar } from './lines.ts';

/* Sets lines of a stave with VexFlow; loaded when a stave is first shown. */

/** Where things came to lie, in px from the left and the top of the line. */
export interface SetLine {
  readonly height: number;
  /** Of the top line of the stave, and from one step to the next. */
  readonly top: number;
  readonly step: number;
  readonly bars: readonly SetBar[];
}
export interface SetBar {
  readonly from: number;
  readonly to: number;
  /** Heads and rests in order: the tick each begins at, its middle, and how far up it lies; null for a rest. */
  readonly signs: readonly { readonly tick: number; readonly x: number; readonly y: number | null }[];
}

/** How much larger than the font's own size it is set: read with a guitar on the lap. */
const SCALE = 1.1;
/** Lines of the stave lie so far apart, before scaling. */
const BETWEEN = 10;
/** F5, the top line, by steps from C0. */
const TOP_STEP = 5 * 7 + 3;
const BOTTOM_STEP = TOP_STEP - 8;
/** Room over the stave and under it, in px: chord symbols stand above. */
const OVER = 56;
const UNDER = 26;
/** What a sign takes at least, an accidental, a bar without any, before scaling. */
const SIGN_ROOM = 25;
const BAR_ROOM = 22;
const LEAST_BAR = 90;
const CLEF_ROOM = 42;
const ACCIDENTAL_ROOM = 11;
const METER_ROOM = 26;

const FONT = 'Bravura';
export const ready = (async () => {
  await Font.load(FONT, bravura);
  // Figures and words are not in the music font.
  VexFlow.setFonts(FONT, 'Figtree Variable');
})();

/** What a bar takes at least, in px. */
export const roomFor = ({ bar, written }: Pick<ShownBar, 'bar' | 'written'>): number =>
  SCALE * Math.max(bar.number === 0 ? LEAST_BAR / 2 : LEAST_BAR, BAR_ROOM + SIGN_ROOM * written.signs.length);
/** What clef and signature take at the head of a line. */
export const headRoom = (sharpsOrFlats: number): number =>
  SCALE * (CLEF_ROOM + METER_ROOM + ACCIDENTAL_ROOM * Math.abs(sharpsOrFlats));

/** Major keys by their signature, from seven flats. */
const MAJORS = ['Cb', 'Gb', 'Db', 'Ab', 'Eb', 'Bb', 'F', 'C', 'G', 'D', 'A', 'E', 'B', 'F#', 'C#'];
export const keyOf = ({ key }: Pick<StaveBar, 'key'>): string => MAJORS[signature(key) + 7]!;

/** Sets a line in an empty element of some width. Colours are the element's. */
export function setLine(into: HTMLDivElement, bars: readonly ShownBar[], width: number): SetLine {
  const steps = bars.flatMap(({ notes }) => notes.map(staveStep));
  const [highest, lowest] = [Math.max(TOP_STEP, ...steps), Math.min(BOTTOM_STEP, ...steps)];
  // A stem up from below the stave, or down from above it, stays within it.
  const over = OVER + ((highest - TOP_STEP) * BETWEEN * SCALE) / 2;
  const under = UNDER + ((BOTTOM_STEP - lowest) * BETWEEN * SCALE) / 2;
  const height = over + 4 * BETWEEN * SCALE + under;
  const renderer = new Renderer(into, Renderer.Backends.SVG);
  renderer.resize(width, height);
  const context = renderer.getContext();
  context.scale(SCALE, SCALE);
  context.setFillStyle('currentColor');
  context.setStrokeStyle('currentColor');

  const first = bars[0]!;
  const head = headRoom(signature(first.bar.key)) / SCALE - (first.showsMeter ? 0 : METER_ROOM);
  const weights = bars.map((bar) => roomFor(bar));
  const free = width / SCALE - head - 2;
  const whole = weights.reduce((sum, one) => sum + one, 0);
  let x = 1;
  const staves = bars.map((toSet, i) => {
    const { bar, opens, closes, showsMeter, showsKey } = toSet;
    const wide = (i === 0 ? head : 0) + (free * weights[i]!) / whole;
    const stave = new Stave(x, over / SCALE, wide, { spaceAboveStaffLn: 0, spaceBelowStaffLn: 0 });
    x += wide;
    if (i === 0) stave.addClef('treble');
    if (i === 0 || showsKey) stave.addKeySignature(keyOf(bar));
    if (showsMeter) stave.addTimeSignature(formatMeter(bar.meter));
    if (opens) stave.setBegBarType(Barline.type.REPEAT_BEGIN);
    if (closes) stave.setEndBarType(Barline.type.REPEAT_END);
    stave.setStyle({ strokeStyle: 'var(--stave-line)', fillStyle: 'currentColor' });
    stave.setContext(context).drawWithStyle();
    return stave;
  });

  let tiedFrom: StaveNote | null = null;
  const set = bars.map((toSet, i): SetBar => {
    const { heads, tied } = setBar(toSet, staves[i]!, context, { tiedFrom, isFirst: i === 0 });
    tiedFrom = tied;
    const stave = staves[i]!;
    return {
      from: stave.getNoteStartX() * SCALE,
      to: (stave.getX() + stave.getWidth()) * SCALE,
      signs: toSet.written.signs.map(({ tick, note }, k) => ({
        tick,
        x: ((heads[k]!.getNoteHeadBeginX() + heads[k]!.getNoteHeadEndX()) / 2) * SCALE,
        y: note === null ? null : heads[k]!.getYs()[0]! * SCALE,
      })),
    };
  });
  if (tiedFrom) new StaveTie({ firstNote: tiedFrom, lastNote: null }).setContext(context).draw();
  return { height, top: staves[0]!.getYForLine(0) * SCALE, step: (BETWEEN * SCALE) / 2, bars: set };
}

interface Before {
  /** The head that goes on into this bar. */
  readonly tiedFrom: StaveNote | null;
  readonly isFirst: boolean;
}

function setBar(
  { bar, notes, written, tiedIn }: ShownBar,
  stave: Stave,
  context: ReturnType<Renderer['getContext']>,
  { tiedFrom, isFirst }: Before,
): { heads: readonly StaveNote[]; tied: StaveNote | null } {
  const isEmpty = notes.length === 0;
  const heads = written.signs.map(({ note, value, dots }) => {
    const kind = note === null ? 'r' : '';
    const keys = [note === null ? 'b/4' : vexKey(notes[note]!)];
    const head = new StaveNote({ keys, duration: `${value}${kind}`, dots, autoStem: true, alignCenter: isEmpty });
    for (let i = 0; i < dots; i++) Dot.buildAndAttach([head], { all: true });
    return head;
  });
  const voice = new Voice().setMode(Voice.Mode.SOFT).addTickables(heads);
  const tuplets = written.tuplets.map(({ notes: numNotes, inTimeOf }, which) => {
    const own = heads.filter((_, i) => written.signs[i]!.tuplet === which);
    return new Tuplet(own, { numNotes, notesOccupied: inTimeOf, ratioed: false });
  });
  Accidental.applyAccidentals([voice], keyOf(bar));
  const beams = Beam.generateBeams(heads, { groups: beamsIn(bar), maintainStemDirections: false });
  const room = stave.getNoteEndX() - stave.getNoteStartX() - 12;
  new Formatter().joinVoices([voice]).format([voice], Math.max(room, 20));
  voice.draw(context, stave);
  for (const one of [...beams, ...tuplets]) one.setContext(context).draw();
  for (const [i, sign] of written.signs.entries())
    if (sign.goesOn) new StaveTie({ firstNote: heads[i]!, lastNote: heads[i + 1]! }).setContext(context).draw();
  if (tiedFrom || (isFirst && tiedIn))
    new StaveTie({ firstNote: tiedFrom, lastNote: tiedIn ? heads[0]! : null }).setContext(context).draw();
  // Tied notes within the bar that are not one were tied on purpose to another pitch; the last may go on into the next bar.
  const last = written.signs.at(-1);
  const goesOn = last && last.note !== null && notes[last.note]!.tied;
  return { heads, tied: goesOn ? heads.at(-1)! : null };
}

/** `f#/4`: the letter's own octave. */
export function vexKey(note: Pitched): string {
  return `${note.spelling.toLowerCase()}/${Math.floor(staveStep(note) / 7)}`;
}

/** Eighths are beamed by beats; in four, by halves of the bar (common practice). */
function beamsIn({ meter }: StaveBar): Fraction[] {
  if (isCompound(meter)) return [new Fraction(3, meter.unit)];
  return [meter.count === 4 && meter.unit === 4 ? new Fraction(2, 4) : new Fraction(1, Math.min(meter.unit, 4))];
}
