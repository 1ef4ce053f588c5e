import {
  t,
  type BarNotes,
  type Clip,
  type MelodyCells,
  type Patch,
  type Pitched,
  type Stave,
  type StaveNote,
  type StaveSpan,
  type Ticks,
  type Value,
} from '../../../core/index.ts';
import { useState } from 'react';
import * as core from '../../../core/index.ts';

/** What the next note is to be, and where. */
interface Entry {
  /** Where the next note goes, in ticks of the bars as written. */
  readonly at: Ticks;
  /** The other end of what is chosen; null: nothing is. */
  readonly from: Ticks | null;
  /** The note just put or changed, which accidentals and octaves are for; null: the one at the place, or before it. */
  readonly last: Ticks | null;
  readonly value: Value;
  readonly dotted: boolean;
  /** Three in the time of two. */
  readonly thirds: boolean;
  /** Whether what follows makes room, instead of being written over. */
  readonly inserting: boolean;
}
const FIRST: Entry = { at: 0, from: null, last: null, value: 4, dotted: false, thirds: false, inserting: false };
/** Where a tune without a note begins: B4, the middle line. */
const MIDDLE = 71;
const WHOLE: Ticks = 1920;

export const lengthOf = ({ value, dotted, thirds }: Pick<Entry, 'value' | 'dotted' | 'thirds'>): Ticks =>
  ((WHOLE / value) * (dotted ? 3 : 2)) / (thirds ? 3 : 2);

interface EntryProps {
  readonly stave: Stave;
  readonly cells: MelodyCells;
  /** Where the notes begin that end phrases. */
  readonly ends: ReadonlySet<Ticks>;
  readonly edit: (patch: Patch<BarNotes>, label: string) => void;
  readonly undo: () => string | null;
  readonly redo: () => string | null;
  readonly hear: (pitch: number) => void;
}

/** A clip that was cut or copied, for every tune that is opened. */
let clipboard: Clip | null = null;

/** Everything one can do on the stave, by key or by hand; `say` is what a screen reader hears of it. */
export function useEntry({ stave, cells, ends, edit, undo, redo, hear }: EntryProps) {
  const [entry, setEntry] = useState(FIRST);
  const [said, setSaid] = useState('');
  const end = core.endOf(stave);
  const at = Math.min(entry.at, end);
  const long = lengthOf(entry);
  const span: StaveSpan | null =
    entry.from === null || entry.from === at ? null : { from: Math.min(entry.from, at), to: Math.max(entry.from, at) };
  /** The note that changes are for where nothing is chosen. */
  const target: StaveNote | null =
    (entry.last !== null && core.notesIn(stave, { from: entry.last, to: entry.last + 1 })[0]) ||
    core.noteAt(stave, at) ||
    (stave.notes.findLast(({ start }) => start < at) ?? null);
  const chosen: StaveSpan | null = span ?? (target && { from: target.start, to: target.start + 1 });

  const set = (change: Partial<Entry>) => setEntry((now) => ({ ...now, at, ...change }));
  const change = (next: Stave | null, label: string, words: string, then: Partial<Entry> = {}) => {
    if (next === null) {
      setSaid(t('There is no room: the tune would end before the last note.'));
      return;
    }
    edit(core.cellsAfter(cells, stave, next), label);
    set(then);
    setSaid(words);
  };
  const told = (next: Stave, start: Ticks) => {
    const note = core.notesIn(next, { from: start, to: start + 1 })[0];
    return note ? core.staveNoteText(next, note) : t('{place}: rest', { place: core.stavePlaceText(next, start) });
  };
  const breathe = (said: readonly (readonly [StaveNote, boolean])[]) => {
    const changes = new Map(said.map(([{ start }, breath]) => [start, breath]));
    const words = said.map(([note, breath]) =>
      t('{which} with {note}', {
        which: breath ? t('a phrase ends') : t('no phrase ends'),
        note: core.staveNoteText(stave, note),
      }),
    );
    change(core.breathe(stave, changes), t('a phrase’s end'), words.join('; '));
  };

  const putSound = (sound: Pitched | null, place = at, length = long) => {
    if (place >= end) {
      setSaid(t('This is the end of the chart: more bars are typed there.'));
      return;
    }
    const room = entry.inserting ? core.push(stave, place, length) : stave;
    const next = room && core.put(room, place, length, sound);
    if (sound) hear(sound.pitch);
    const stop = Math.min(place + length, end);
    change(next, sound ? t('a note') : t('a rest'), next ? told(next, place) : '', {
      at: stop,
      from: null,
      last: sound ? place : null,
    });
  };
  const alter = (label: string, how: (note: StaveNote) => Pitched) => {
    if (!chosen) return;
    const next = core.alter(stave, chosen, how);
    const first = core.notesIn(next, chosen)[0];
    if (!first) return;
    if (!span) hear(first.pitch);
    change(
      next,
      label,
      span ? t('{label}: {notes} notes', { label, notes: core.notesIn(next, span).length }) : told(next, first.start),
      {
        last: span ? null : first.start,
      },
    );
  };
  const goTo = (place: Ticks, choosing: boolean) => {
    set({ at: place, from: choosing ? (entry.from ?? at) : null, last: null });
    const note = core.noteAt(stave, place);
    setSaid(
      choosing
        ? t('chosen: {place} to {last}', {
            place: core.stavePlaceText(stave, Math.min(entry.from ?? at, place)),
            last: core.stavePlaceText(stave, Math.max(entry.from ?? at, place)),
          })
        : note?.start === place
          ? `${core.staveNoteText(stave, note)}${ends.has(place) ? t(', where a phrase ends') : ''}`
          : `${core.stavePlaceText(stave, place)}${note ? '' : t(': rest')}`,
    );
    if (!choosing && note?.start === place) hear(note.pitch);
  };
  const erase = (what: StaveSpan, place: Ticks) => {
    const next = entry.inserting ? core.pull(stave, what) : core.clear(stave, what);
    change(next, 'erasing', t('erased; {place}', { place: core.stavePlaceText(stave, place) }), {
      at: place,
      from: null,
      last: null,
    });
  };
  const near = target?.pitch ?? MIDDLE;
  const length = (change_: Partial<Pick<Entry, 'value' | 'dotted' | 'thirds'>>) => {
    const { value, dotted, thirds } = { ...entry, ...change_ };
    const ticks = lengthOf({ value, dotted, thirds });
    if (span) change(core.lengthen(stave, span, ticks), 'lengths', core.lengthText(ticks), { value, dotted, thirds });
    else {
      set({ value, dotted, thirds });
      setSaid(core.lengthText(ticks));
    }
  };

  return {
    entry: { ...entry, at },
    span,
    target,
    said,
    long,
    letter: (letter: string) => putSound(core.soundOf(stave, at, letter, near)),
    rest: () => putSound(null),
    again: () => target && putSound({ pitch: target.pitch, spelling: target.spelling }),
    /** Puts what a pointer points at, or what is let fall there. */
    putAt: (place: Ticks, sound: Pitched) => putSound(sound, place),
    value: (value: Value) => length({ value, dotted: false }),
    dot: () => length({ dotted: !entry.dotted, thirds: false }),
    thirds: () => length({ thirds: !entry.thirds, dotted: false }),
    insert: () => {
      set({ inserting: !entry.inserting });
      setSaid(entry.inserting ? t('writing over what follows') : t('what follows makes room'));
    },
    step: (by: number) =>
      alter(by > 0 ? t('a step up') : t('a step down'), (note) =>
        core.stepped(note, core.barAt(stave, note.start).key, by),
      ),
    octave: (by: number) => alter(by > 0 ? t('an octave up') : t('an octave down'), (note) => core.octaved(note, by)),
    inflect: (by: 1 | -1) =>
      alter(by > 0 ? 'sharper' : 'flatter', (note) => core.inflected(note, core.barAt(stave, note.start).key, by)),
    natural: () => alter('natural', core.natural),
    /** Gives one note another pitch: it was dragged. */
    drag: (note: StaveNote, sound: Pitched) => {
      const next = core.alter(stave, { from: note.start, to: note.start + 1 }, () => sound);
      change(next, t('a note dragged'), told(next, note.start), { last: note.start, from: null });
    },
    tie: () => {
      if (target)
        change(
          core.tie(stave, target),
          t('a tie'),
          t('tie, {told}', { told: told(core.tie(stave, target), target.start) }),
        );
    },
    /** Ends a phrase with the note that changes are for, or does not. */
    breathe: () => {
      if (!target) return;
      if (target.start === stave.notes.at(-1)?.start) setSaid(t('The last phrase ends with the last note.'));
      else breathe([[target, !(target.breath ?? ends.has(target.start))]]);
    },
    /** Ends a phrase with another note than it did; null: with none here. */
    moveBreath: (from: StaveNote, to: StaveNote | null) =>
      breathe(to ? [[from, false] as const, [to, true] as const] : [[from, false]]),
    move: (by: 1 | -1, choosing: boolean) => goTo(core.stopFrom(stave, at, by), choosing),
    moveBar: (by: 1 | -1, choosing: boolean) => goTo(core.barFrom(stave, at, by), choosing),
    goTo,
    toStart: (choosing: boolean) => goTo(0, choosing),
    toEnd: (choosing: boolean) => goTo(stave.notes.length > 0 ? endAfter(stave) : 0, choosing),
    all: () => {
      set({ from: 0, at: end, last: null });
      setSaid(t('all chosen'));
    },
    none: () => set({ from: null, last: null }),
    /** Takes away what is chosen, or the note before the place. */
    back: () => {
      const before = stave.notes.findLast(({ start }) => start < at);
      const stop = core.stopFrom(stave, at, -1);
      if (span) erase(span, span.from);
      else if (before && before.start + before.ticks >= at) erase({ from: before.start, to: at }, before.start);
      else goTo(stop, false);
    },
    /** Takes away what is chosen, or the note at the place. */
    forward: () => {
      const here = core.noteAt(stave, at);
      if (span) erase(span, span.from);
      else if (here) erase({ from: here.start, to: here.start + here.ticks }, here.start);
    },
    eraseNote: (note: StaveNote) => erase({ from: note.start, to: note.start + note.ticks }, note.start),
    copy: () => {
      if (!span) return;
      clipboard = core.copy(stave, span);
      setSaid(t('copied: {notes} notes', { notes: clipboard.notes.length }));
    },
    cut: () => {
      if (!span) return;
      clipboard = core.copy(stave, span);
      erase(span, span.from);
    },
    paste: () => {
      if (!clipboard) return;
      const stop = Math.min(at + clipboard.ticks, end);
      change(
        core.paste(stave, at, clipboard),
        'pasting',
        t('pasted: {notes} notes', { notes: clipboard.notes.length }),
        {
          at: stop,
          from: null,
          last: null,
        },
      );
    },
    undo: () => setSaid(saidOf('undone', undo())),
    redo: () => setSaid(saidOf(t('made again'), redo())),
  };
}
export type EntryDeeds = ReturnType<typeof useEntry>;

const saidOf = (deed: string, label: string | null) => (label === null ? t('nothing more') : `${deed}: ${label}`);
const endAfter = ({ notes }: Stave): Ticks => notes.at(-1)!.start + notes.at(-1)!.ticks;
