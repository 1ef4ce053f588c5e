/* A span of a take as a kept move: whole bars of it, with as much beside the chords as one wants. */
import { entriesText } from '../chart/write.ts';
import { symbolOf, type Chord } from '../chord/chord.ts';
import { intervalTo } from './degree.ts';
import type { Key } from '../pitch/key.ts';
import { nameInKey } from '../pitch/key.ts';
import { noteAbove, pitchClass } from '../pitch/note.ts';
import { pitchClassOf, type Midi } from '../pitch/pitch.ts';
import { bad, good, problem, type Outcome } from '../problem.ts';
import type { ReadSlot } from '../reading/read.ts';
import { chordOfText, degreeTextOf } from '../reharm/kept/degree-text.ts';
import { fitted } from '../reharm/kept/fit.ts';
import { letterOf, lettersOf, stretchesOf } from '../reharm/kept/functions.ts';
import { keyOn, MOST_PASSAGE_BARS, type Passage, type PassageUse } from '../reharm/kept/passage.ts';
import type { Bond } from '../reharm/moves/bond.ts';
import type { Stray } from '../reharm/moves/groups.ts';
import { moveOf } from '../reharm/moves/table.ts';
import { spanAt, type Span } from '../reharm/moves/span.ts';
import { beatsPerBar, ticksPerBar, ticksPerBeat, type Meter, type Ticks } from '../time/meter.ts';
import { chordDegree } from './degree.ts';
import { opensChord, type Column } from './columns.ts';
import type { Decision, Decisions } from './decision.ts';
import { nameOf, readName, slotsAt } from './key.ts';
import { gripBy, shiftTo } from './kept-in-key.ts';
import { KEPT_IN, type KeptMove } from './kept-move.ts';

/** A take as it stands, voiced. */
export interface TakeToKeep {
  readonly title: string;
  readonly slots: readonly ReadSlot[];
  readonly keys: readonly string[];
  readonly cells: Decisions;
  readonly columns: readonly {
    readonly column: Column;
    readonly grip: { readonly grip: string; readonly pitches: readonly Midi[] } | null;
  }[];
  /** The open strings its grips lie on, as `tuningKey` writes them. */
  readonly tuning: string;
}

/** What can be kept beside the chords; what is not is left open. */
export const KEEP_PARTS = ['grips', 'top', 'bass', 'rhythm', 'added', 'wishes'] as const;
export type KeepPart = (typeof KEEP_PARTS)[number];
/** The chords alone, found anew by the search wherever they are put. */
export const USUALLY_KEPT: readonly KeepPart[] = ['rhythm', 'added', 'wishes'];

/** What would be kept of a span. */
export interface Keepable {
  readonly move: KeptMove;
  /** Written-out bars, the last included: more than were asked for where those were not whole. */
  readonly from: number;
  readonly to: number;
  /** What there is to keep beside the chords. */
  readonly has: readonly KeepPart[];
  /** Grips with open strings that do not go along to other keys. */
  readonly openGrips: number;
}

const endOf = ({ start, entry }: ReadSlot): Ticks => start + entry.ticks;

/** A span of a take as a kept move without a name; problems where it cannot be kept. */
export function keepable(take: TakeToKeep, from: number, to: number, parts: readonly KeepPart[]): Outcome<Keepable> {
  const asked = take.columns.slice(from, to + 1).map(({ column }) => column.slot);
  const bars = asked.map(({ bar }) => bar);
  const [first, last] = [Math.min(...bars), Math.max(...bars)];
  const slots = take.slots.filter(({ bar }) => first <= bar && bar <= last);
  const meter = slots[0]!.meter;
  if (slots.some((slot) => ticksPerBar(slot.meter) !== ticksPerBar(meter))) return bad(problem('passage-meters', {}));
  const [start, end] = [slots[0]!.start, endOf(slots.at(-1)!)];
  const count = (end - start) / ticksPerBar(meter);
  if (!Number.isInteger(count)) return bad(problem('passage-pickup', {}));
  if (count > MOST_PASSAGE_BARS) return bad(problem('passage-long', { bars: count, most: MOST_PASSAGE_BARS }));
  const span = spanAt(take.slots, start, end - start);
  const held = chordsIn(take, start, end);
  if (span === null || held === null) return bad(problem('passage-rest', {}));
  const mode = span.minor ? 'minor' : 'major';
  const home = keyOn(KEPT_IN, mode);
  const inC = movedTo(home, span.key);
  const named = parts.includes('bass') ? held.map(withItsBass) : held;
  const passage = passageOf(named, span, { meter, mode, inC });
  const grips = gripCells(named, span, { home, inC, start, meter });
  const spans = spanCells(take, { start, end, meter });
  const cells = {
    ...(parts.includes('grips') ? grips.cells : {}),
    ...(parts.includes('top') ? topCells(held, span, { start, ticks: end - start }) : {}),
    ...Object.fromEntries(
      Object.entries(spans).filter(([, cell]) => parts.some((part) => LAYERS_OF[part].includes(cell.layer))),
    ),
  };
  const move: KeptMove = {
    ...passage,
    ...(isLate(passage, span, meter) && { isLate: true }),
    name: '',
    use: purposeOf(span),
    stray: strayOf(held),
    mood: '',
    reason: '',
    tags: [],
    note: '',
    cells,
    tuning: parts.includes('grips') && Object.keys(grips.cells).length > 0 ? take.tuning : null,
    sung: sungIn(slots, span.key),
    from: { title: take.title, bars: first === last ? String(first) : `${first}–${last}` },
  };
  const has = KEEP_PARTS.filter((part) =>
    part === 'grips' || part === 'top'
      ? held.some(({ grip }) => grip !== null)
      : part === 'bass'
        ? held.some((one) => one !== withItsBass(one))
        : Object.values(spans).some(({ layer }) => LAYERS_OF[part].includes(layer)),
  );
  return good({ move, from: first, to: last, has, openGrips: grips.open });
}

/** The layers that each part of what is kept stands for. */
const LAYERS_OF: Readonly<Record<KeepPart, readonly Decision['layer'][]>> = {
  grips: [],
  top: [],
  bass: [],
  rhythm: ['rhythm', 'texture'],
  added: ['decor', 'added'],
  wishes: ['wish', 'manner'],
};

/** A chord of the take, and how it is held. */
interface Held {
  readonly chord: Chord;
  readonly start: Ticks;
  readonly end: Ticks;
  readonly into: Bond | null;
  readonly stray: number;
  readonly grip: { readonly grip: string; readonly pitches: readonly Midi[] } | null;
}

/** The chords of a span as they stand; null: there is a rest. */
function chordsIn({ columns }: TakeToKeep, start: Ticks, end: Ticks): readonly Held[] | null {
  const held: Held[] = [];
  for (const { column, grip } of columns) {
    const { slot, chord, into, move } = column;
    const [from, to] = [Math.max(slot.start, start), Math.min(endOf(slot), end)];
    if (from >= to) continue;
    if (chord === null) return null;
    const before = held.at(-1);
    if (before && !opensChord(column) && symbolOf(before.chord) === symbolOf(chord))
      held[held.length - 1] = { ...before, end: to, into };
    else {
      const stray = move ? (move.told ?? moveOf(move.id) ?? { stray: 0 }).stray : 0;
      held.push({ chord, start: from, end: to, into, stray, grip });
    }
  }
  return held;
}

/** A chord over the lowest note of its grip. */
function withItsBass(held: Held): Held {
  const { chord, grip } = held;
  const lowest = grip ? pitchClassOf(Math.min(...grip.pitches)) : null;
  if (lowest === null || lowest === pitchClass(chord.bass ?? chord.root)) return held;
  if (lowest === pitchClass(chord.root)) return { ...held, chord: { ...chord, bass: null } };
  return { ...held, chord: { ...chord, bass: nameInKey({ tonic: chord.root, mode: 'major' }, lowest) } };
}

/** A chord of one key in another, spelled as its degree is written. */
const movedTo =
  (to: Key, from: Key) =>
  (chord: Chord): Chord =>
    chordOfText(degreeTextOf(chord, from), to)!;

interface InC {
  readonly meter: Meter;
  readonly inC: (chord: Chord) => Chord;
}

function passageOf(
  held: readonly Held[],
  span: Span,
  { meter, mode, inC }: InC & { readonly mode: Passage['mode'] },
): Passage {
  const bar = ticksPerBar(meter);
  const home = keyOn(KEPT_IN, mode);
  const texts = Array.from({ length: span.ticks / bar }, (_, b) => {
    const [from, to] = [span.start + b * bar, span.start + (b + 1) * bar];
    const entries = held
      .filter(({ start, end }) => start < to && from < end)
      .map(({ chord, start, end }) => ({
        chord: inC(chord),
        beats: (Math.min(end, to) - Math.max(start, from)) / ticksPerBeat(meter),
      }));
    return entriesText(entries, meter, beatsPerBar(meter), (chord) => degreeTextOf(chord, home));
  });
  const into = held.slice(0, -1).map((one) => one.into);
  return {
    mode,
    meter,
    chords: texts.join(' | '),
    over: [lettersOf(stretchesOf(span.chords))],
    before: span.prev ? null : 'start',
    next: span.next ? letterOf(span.next) : 'end',
    ...(letterOf(span.here) === 'T' && span.here.degree !== 0 && { opens: span.here.degree }),
    ...(span.next && letterOf(span.next) === 'T' && span.next.degree !== 0 && { goesTo: span.next.degree }),
    ...(into.some((bond) => bond !== null) && { into }),
  };
}

/** Whether it comes home later than the chart does. */
const isLate = (passage: Passage, span: Span, meter: Meter): boolean => fitted(passage, span, meter) === 'over';

/** What a passage is for, as far as its place says so. */
function purposeOf({ prev, next, here, chords }: Span): PassageUse {
  if (prev === null && next !== null) return 'intro';
  if (next === null) return 'ending';
  const [opens, goesOn] = [letterOf(here), letterOf(next)];
  if (goesOn === 'T' && opens === 'T') return 'turnaround';
  if (lettersOf(stretchesOf(chords)).endsWith('D T')) return 'cadence';
  return goesOn === 'T' ? 'pickup' : 'line';
}

/** As far as the farthest of its chords strays, 1 at least: what is worth keeping is more than a colour. */
const strayOf = (held: readonly Held[]): Stray => Math.max(1, ...held.map(({ stray }) => stray)) as Stray;

/** The bar of a passage, and the tick in it, of a time from its beginning. */
const placeIn = (time: Ticks, meter: Meter) => {
  const bar = ticksPerBar(meter);
  return { bar: `bar-${Math.floor(time / bar) + 1}`, pass: 'all', tick: time % bar } as const;
};

/** Pins for the grips of a span, in C, as low on the neck as all of them can lie; those with open strings do not go along. */
function gripCells(
  held: readonly Held[],
  span: Span,
  { home, inC, start, meter }: InC & { readonly home: Key; readonly start: Ticks },
): { readonly cells: Decisions; readonly open: number } {
  const shift = shiftTo(span.key);
  const isOpen = (grip: string) => /(^|-)0(-|$)/.test(grip);
  const movable = held.filter(({ grip }) => grip && (shift === 0 || !isOpen(grip.grip)));
  const lowest = Math.min(...movable.flatMap(({ grip }) => (grip!.grip.match(/\d+/g) ?? []).map(Number)));
  /** Down an octave as long as every fret stays above the nut. */
  let by = shift === 0 ? 0 : -shift;
  if (shift !== 0) {
    while (lowest + by > 12) by -= 12;
    while (lowest + by < 1) by += 12;
  }
  const cells = movable.map(({ chord, start: at, grip }): [string, Decision] => {
    const there = inC(chord);
    const on = symbolOf(there);
    const voicing = { grip: gripBy(grip!.grip, by) };
    return [
      nameOf(placeIn(at - start, meter), 'chord'),
      { layer: 'chord', on, degree: chordDegree(there, home), colour: null, voicing },
    ];
  });
  return { cells: Object.fromEntries(cells), open: held.filter(({ grip }) => grip && isOpen(grip.grip)).length };
}

/** The top notes of a span as a line over it, in C. */
function topCells(
  held: readonly Held[],
  span: Span,
  { start, ticks }: { readonly start: Ticks; readonly ticks: Ticks },
): Decisions {
  const by = shiftTo(span.key);
  const interval = intervalTo(span.key.tonic, KEPT_IN);
  const notes = held.flatMap(({ start: from, end, grip }) => {
    if (!grip) return [];
    const pitch = Math.max(...grip.pitches);
    const spelling = noteAbove(nameInKey(span.key, pitchClassOf(pitch)), interval);
    return [{ tick: from - start, ticks: end - from, pitch: pitch - by, spelling }];
  });
  return notes.length === 0
    ? {}
    : { [nameOf({ bar: 'bar-1', pass: 'all', tick: 0 }, 'line')]: { layer: 'line', ticks, notes } };
}

/** What is decided over the span beside its chords, cut to it. */
function spanCells(
  { slots, keys, cells }: TakeToKeep,
  { start, end, meter }: { readonly start: Ticks; readonly end: Ticks; readonly meter: Meter },
): Decisions {
  const kept = Object.values(LAYERS_OF).flat();
  const found: Record<string, Decision> = {};
  for (const [name, decision] of Object.entries(cells)) {
    if (!kept.includes(decision.layer)) continue;
    const { at, layer, kind } = readName(name)!;
    for (const slot of slotsAt(slots, keys, at)) {
      const from = slot.start + at.tick - slot.entry.tick;
      const to = 'ticks' in decision ? from + decision.ticks : endOf(slot);
      const [begins, ends] = [Math.max(from, start), Math.min(to, end)];
      // What belongs to a chord belongs to one that begins in the span.
      if (begins >= ends || (!('ticks' in decision) && from < start)) continue;
      const there = nameOf(placeIn(begins - start, meter), layer, kind);
      found[there] = 'ticks' in decision ? ({ ...decision, ticks: ends - begins } as Decision) : decision;
    }
  }
  return found;
}

/** The degrees of the key that are sung over some slots, as semitones above the tonic, in order. */
const sungIn = (slots: readonly ReadSlot[], { tonic }: Key): readonly number[] =>
  [...new Set(slots.flatMap(({ sung }) => sung.map(({ pitch }) => (pitch - pitchClass(tonic) + 120) % 12)))].sort(
    (a, b) => a - b,
  );
