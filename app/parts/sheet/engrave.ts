import {
  Accidental,
  Articulation,
  Barline,
  Beam,
  Dot,
  Formatter,
  FretHandFinger,
  GhostNote,
  Modifier,
  Stave,
  StaveConnector,
  StaveNote,
  StaveTie,
  Stroke,
  SVGContext,
  TabNote,
  TabSlide,
  TabStave,
  TabTie,
  Tuplet,
  Voice,
  type RenderContext,
  type StemmableNote,
} from 'vexflow/core';
import {
  formatMeter,
  ROOM,
  type Midi,
  type SheetBar,
  type SheetEvent,
  type SheetLine,
  type SheetLook,
  type StaveName,
  type Voice as SheetVoice,
} from '../../../core/index.ts';
import { keyOf, vexKey } from '../melody/engrave.ts';

/* Sets the staves of a line of a sheet with VexFlow; loaded with the sheet. */

/** Where things came to lie in a bar of a line, from its left. */
export interface EngravedBar {
  readonly from: number;
  readonly to: number;
  /** Where each moment of the bar is, in order. */
  readonly moments: readonly { readonly tick: number; readonly x: number }[];
}

/** How a stave is read: its clef, and how much higher than it sounds it is written. */
const READ: Readonly<
  Record<StaveName, { clef: string; octave?: '8vb'; up: number; rest: readonly [string, string, string] }>
> = {
  melody: { clef: 'treble', up: 0, rest: ['b/4', 'e/5', 'e/4'] },
  guitar: { clef: 'treble', octave: '8vb', up: 12, rest: ['b/4', 'e/5', 'e/4'] },
  // An upright bass is written an octave higher, too; its clef does not say so (common practice).
  bass: { clef: 'bass', up: 12, rest: ['d/3', 'f/3', 'b/2'] },
};
const ACCIDENTALS = { sharp: '#', flat: 'b', natural: 'n' } as const;

interface Ringing {
  readonly note: StemmableNote;
  readonly index: number;
  readonly pitch: Midi;
}
interface Setting {
  readonly look: SheetLook;
  readonly context: RenderContext;
  /** Heads that are tied into the next bar, by stave. */
  readonly tied: Map<StaveName, readonly Ringing[]>;
}

/** Sets the staves of a line into an empty group; tells where its bars and their moments lie. */
export function engraveLine(
  into: SVGGElement,
  bars: readonly SheetBar[],
  line: SheetLine,
  look: SheetLook,
): readonly EngravedBar[] {
  const context = new SVGContext(into as unknown as HTMLElement);
  context.svg.setAttribute('overflow', 'visible');
  context.setFillStyle('currentColor');
  context.setStrokeStyle('currentColor');
  context.setBackgroundFillStyle('var(--sheet-ground)');
  const setting: Setting = { look, context, tied: new Map() };
  let x = 0;
  return bars.map((bar, i) => {
    const wide = line.widths[i]! + (i === 0 ? line.head : 0);
    const set = engraveBar(bar, line, { x, wide, isFirst: i === 0, isLast: i === bars.length - 1 }, setting);
    x += wide;
    return set;
  });
}

interface Box {
  readonly x: number;
  readonly wide: number;
  readonly isFirst: boolean;
  readonly isLast: boolean;
}

function engraveBar(bar: SheetBar, line: SheetLine, box: Box, setting: Setting): EngravedBar {
  const { look, context } = setting;
  const staves = line.at.staves.map(({ name, top, tab }) => ({
    name,
    stave: staveAt(name, bar, top, box),
    tab: tab === null ? null : tabAt(bar, tab, box, look.strings),
  }));
  const all = staves.flatMap(({ stave, tab }) => (tab ? [stave, tab] : [stave]));
  const start = Math.max(...all.map((one) => one.getNoteStartX()));
  for (const one of all) {
    one.setNoteStartX(start);
    one.setStyle({ strokeStyle: 'var(--sheet-line)', fillStyle: 'currentColor' });
    one.setContext(context).drawWithStyle();
  }
  if (box.isFirst && all.length > 1)
    new StaveConnector(all[0]!, all.at(-1)!).setType('singleLeft').setContext(context).draw();
  const set = staves.map(({ name, stave, tab }) => {
    const voices = bar.staves[name].map((voice, v) =>
      voiceOf(voice, name, stave, {
        which: bar.staves[name].length > 1 ? v + 1 : 0,
        fingers: !look.diagrams,
      }),
    );
    const tabs = tab ? bar.staves[name].map((voice) => tabOf(voice, tab, look.strings)) : [];
    return { name, stave, tab, voices, tabs };
  });
  const formatter = new Formatter();
  for (const { voices, tabs } of set) {
    formatter.joinVoices(voices.map(({ voice }) => voice));
    if (tabs.length > 0) formatter.joinVoices(tabs.map(({ voice }) => voice));
  }
  const room = Math.max(20, box.x + box.wide - start - 14);
  formatter.format(
    set.flatMap(({ voices, tabs }) => [...voices, ...tabs].map(({ voice }) => voice)),
    room,
  );
  const moments = new Map<number, number>();
  for (const { name, stave, tab, voices, tabs } of set) {
    const before = setting.tied.get(name) ?? [];
    const next: Ringing[] = [];
    for (const one of voices) {
      one.voice.draw(context, stave);
      for (const extra of [...one.beams, ...one.tuplets]) extra.setContext(context).draw();
      next.push(...tiesOf(one, before, box, context));
      one.heads.forEach((head, i) => moments.set(one.from.signs[i]!.tick, headX(head)));
    }
    setting.tied.set(name, next);
    if (box.isLast) for (const { note, index } of next) drawTie(context, note, null, index);
    for (const one of tabs) {
      one.voice.draw(context, tab!);
      legatoOf(one.from, one.heads, voices[tabs.indexOf(one)]!.heads, context);
    }
  }
  return {
    from: box.isFirst ? start - 12 : box.x,
    to: box.x + box.wide,
    moments: [...moments].map(([tick, x]) => ({ tick, x })).sort((a, b) => a.tick - b.tick),
  };
}

function staveAt(name: StaveName, { bar, newMeter, newKey }: SheetBar, top: number, { x, wide, isFirst }: Box): Stave {
  const stave = new Stave(x, top, wide, { spaceAboveStaffLn: 0, spaceBelowStaffLn: 0 });
  const { clef, octave } = READ[name];
  if (isFirst) stave.addClef(clef, 'default', octave);
  if (isFirst || newKey) stave.addKeySignature(keyOf(bar));
  if (newMeter) stave.addTimeSignature(formatMeter(bar.meter));
  return signed(stave, bar);
}

function tabAt({ bar }: SheetBar, top: number, { x, wide, isFirst }: Box, strings: number): TabStave {
  const tab = new TabStave(x, top, wide, { spaceAboveStaffLn: 0, spaceBelowStaffLn: 0, numLines: strings });
  tab.setNumLines(strings);
  if (isFirst) tab.addClef('tab');
  return signed(tab, bar);
}

function signed<T extends Stave>(stave: T, { opens, closes }: SheetBar['bar']): T {
  if (opens) stave.setBegBarType(Barline.type.REPEAT_BEGIN);
  if (closes) stave.setEndBarType(Barline.type.REPEAT_END);
  return stave;
}

interface SetVoice {
  readonly from: SheetVoice;
  readonly heads: readonly StemmableNote[];
  readonly voice: Voice;
}
interface SetStaveVoice extends SetVoice {
  readonly beams: readonly Beam[];
  readonly tuplets: readonly Tuplet[];
}

interface Among {
  /** 0 alone, 1 the upper of two, 2 the lower. */
  readonly which: number;
  /** Fingers are told on the stave: no diagram tells them. */
  readonly fingers: boolean;
}

function voiceOf(from: SheetVoice, name: StaveName, stave: Stave, { which, fingers }: Among): SetStaveVoice {
  const { clef, up, rest } = READ[name];
  const hasUps = from.events.some(({ stroke }) => stroke === 'up');
  const heads = from.signs.map(({ note: event, value, dots }, i): StemmableNote => {
    const own = event === null ? null : from.events[event]!;
    // Rests of the lower voice are understood: the upper one tells the time (common practice of guitar music).
    if (!own && which === 2) return new GhostNote({ duration: String(value), dots }).setStave(stave);
    const keys = own
      ? own.notes.map((note) => `${vexKey({ ...note, pitch: note.pitch + up })}${own.muted ? '/x2' : ''}`)
      : [rest[which]!];
    const head = new StaveNote({
      keys,
      duration: `${value}${own ? '' : 'r'}`,
      dots,
      clef,
      ...(which === 0 ? { autoStem: true } : { stemDirection: which === 1 ? 1 : -1 }),
      alignCenter: from.events.length === 0,
    });
    head.setStave(stave);
    for (let d = 0; d < dots; d++) Dot.buildAndAttach([head], { all: true });
    if (own && from.signs[i - 1]?.note !== event)
      marked(head, own, from.accidentals[event!]!, { which, hasUps, fingers });
    return head;
  });
  const beams = from.beams.map(
    (group) =>
      new Beam(
        group.map((at) => heads[at]!),
        which === 0,
      ),
  );
  const tuplets = from.tuplets.map(({ notes: numNotes, inTimeOf }, t) => {
    const own = heads.filter((_, i) => from.signs[i]!.tuplet === t);
    return new Tuplet(own, {
      numNotes,
      notesOccupied: inTimeOf,
      ratioed: false,
      bracketed: !beams.some((beam) => own.every((head) => beam.getNotes().includes(head))),
    });
  });
  return { from, heads, voice: new Voice().setMode(Voice.Mode.SOFT).addTickables(heads), beams, tuplets };
}

interface Marks extends Pick<Among, 'which' | 'fingers'> {
  /** A stroke goes upwards somewhere in the bar: then all are told. */
  readonly hasUps: boolean;
}

/** What stands at a note: accidentals, how it is struck, its finger where it is alone. */
function marked(
  head: StaveNote,
  event: SheetEvent,
  accidentals: SheetVoice['accidentals'][number],
  { which, hasUps, fingers }: Marks,
): void {
  accidentals.forEach((sign, n) => {
    if (sign) head.addModifier(new Accidental(ACCIDENTALS[sign]), n);
  });
  // Of two voices outside; alone, at the heads.
  const isBelow = which === 0 ? head.getStemDirection() === 1 : which === 2;
  const outside = isBelow ? Modifier.Position.BELOW : Modifier.Position.ABOVE;
  const articulate = (type: string) => head.addModifier(new Articulation(type).setPosition(outside), 0);
  if (event.staccato) articulate('a.');
  if (event.accent) articulate('a>');
  if (event.stroke === 'roll') head.addStroke(0, new Stroke(Stroke.Type.ARPEGGIO_DIRECTIONLESS));
  else if (event.stroke && hasUps) articulate(event.stroke === 'up' ? 'a|' : 'am');
  const [first] = event.notes;
  if (fingers && event.notes.length === 1 && first!.finger !== null && !event.tiedIn)
    head.addModifier(new FretHandFinger(String(first!.finger)).setPosition(outside), 0);
}

/** Ties within a bar, and from the bar before; what goes on into the next bar. */
function tiesOf(
  { from, heads }: SetVoice,
  before: readonly Ringing[],
  { isFirst }: Box,
  context: RenderContext,
): readonly Ringing[] {
  const on: Ringing[] = [];
  from.signs.forEach(({ note: event, goesOn }, i) => {
    if (event === null) return;
    const { notes, tied, tiedIn } = from.events[event]!;
    notes.forEach(({ pitch }, index) => {
      const head = heads[i]!;
      if (goesOn) drawTie(context, head, heads[i + 1]!, index);
      else if (tied) on.push({ note: head, index, pitch });
      if (!tiedIn || from.signs[i - 1]?.note === event) return;
      const last = before.find((one) => one.pitch === pitch);
      if (last)
        new StaveTie({ firstNote: last.note, firstIndexes: [last.index], lastNote: head, lastIndexes: [index] })
          .setContext(context)
          .draw();
      else if (isFirst)
        new StaveTie({ firstNote: null, lastNote: head, firstIndexes: [index], lastIndexes: [index] })
          .setContext(context)
          .draw();
    });
  });
  return on;
}

function drawTie(
  context: RenderContext,
  firstNote: StemmableNote,
  lastNote: StemmableNote | null,
  index: number,
): void {
  new StaveTie({ firstNote, lastNote, firstIndexes: [index], lastIndexes: [index] }).setContext(context).draw();
}

/** The frets of a voice: what is tied is not plucked again. */
function tabOf(from: SheetVoice, tab: TabStave, strings: number): SetVoice {
  const heads = from.signs.map(({ note: event, value, dots }, i): StemmableNote => {
    const own = event === null ? null : from.events[event]!;
    const plucked = own && !own.tiedIn && from.signs[i - 1]?.note !== event;
    const positions = plucked
      ? own.notes.flatMap(({ string, fret }) =>
          string === null || fret === null ? [] : [{ str: strings - string, fret: own.muted ? 'X' : fret }],
        )
      : [];
    const head =
      positions.length > 0
        ? new TabNote({ positions, duration: String(value), dots }, false)
        : new GhostNote({ duration: String(value), dots });
    head.setStave(tab);
    return head;
  });
  return { from, heads, voice: new Voice().setMode(Voice.Mode.SOFT).addTickables([...heads]) };
}

/** A note that the left hand brings on: a bow from the one before it on its string. */
function legatoOf(
  from: SheetVoice,
  tabs: readonly StemmableNote[],
  heads: readonly StemmableNote[],
  context: RenderContext,
): void {
  const placeOf = (event: number) => from.signs.findIndex(({ note }) => note === event);
  from.events.forEach(({ legato, notes }, e) => {
    const string = notes[0]?.string;
    const before = from.events.findLastIndex((one, i) => i < e && one.notes.some((note) => note.string === string));
    if (legato === null || before < 0) return;
    const [a, b] = [placeOf(before), placeOf(e)];
    const at = from.events[before]!.notes.findIndex((note) => note.string === string);
    const ends = { firstIndexes: [at], lastIndexes: [0] };
    drawSlur(context, heads[a]!, heads[b]!, ends);
    const [firstNote, lastNote] = [tabs[a]!, tabs[b]!];
    if (!(firstNote instanceof TabNote) || !(lastNote instanceof TabNote)) return;
    const notesOf = { firstNote, lastNote, ...ends };
    const mark = legato === 'slide' ? new TabSlide(notesOf) : new TabTie(notesOf, legato === 'hammer' ? 'H' : 'P');
    mark.setContext(context).draw();
  });
}

function drawSlur(
  context: RenderContext,
  firstNote: StemmableNote,
  lastNote: StemmableNote,
  ends: { firstIndexes: number[]; lastIndexes: number[] },
): void {
  new StaveTie({ firstNote, lastNote, ...ends }).setContext(context).draw();
}

/** The left of a head, or of a rest. */
const headX = (head: StemmableNote): number =>
  head instanceof StaveNote ? head.getNoteHeadBeginX() : head.getAbsoluteX();

/** Where a tick of a bar lies between what is set there. */
export function xAt({ from, to, moments }: EngravedBar, tick: number, ticks: number): number {
  const before = moments.findLast((one) => one.tick <= tick);
  if (before?.tick === tick) return before.x;
  const next = moments.find((one) => one.tick > tick) ?? { tick: ticks, x: to };
  const [fromTick, fromX] = before ? [before.tick, before.x] : [0, from + ROOM.bar / 2];
  return fromX + ((next.x - fromX) * (tick - fromTick)) / Math.max(1, next.tick - fromTick);
}

/** What sets staves, once it is loaded. */
export interface Engraver {
  readonly engraveLine: typeof engraveLine;
  readonly xAt: typeof xAt;
}
