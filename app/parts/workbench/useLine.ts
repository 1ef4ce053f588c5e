import { useState } from 'react';
import {
  lineName,
  lineText,
  pitchName,
  standingOver,
  type LineNote,
  type SpanNamed,
  type SpanWay,
  t,
} from '../../../core/index.ts';
import { useSpanWays } from '../../work/answers.ts';
import { placeText } from './placeText.ts';
import { spanTicks } from './spanTicks.ts';
import type { Wishing } from './wishing.ts';

interface Lined extends Wishing {
  readonly keys: readonly string[];
  readonly hear: (first: number, last: number, chords: SpanWay['grips']) => void;
}

/** A line of one's own on top of the selected span, or of the one that stands where it begins; and the ways to play that. */
export function useLine({ columns, arranged, slots, keys, cells, from, to, place, edit, solved, hear }: Lined) {
  const [asked, setAsked] = useState<string | null>(null);
  const standing = standingOver(slots, keys, cells, 'line')(columns[from]!.slot.start);
  const over = columns.slice(from, to + 1);
  const start = standing?.start ?? over[0]!.slot.start;
  const ticks = standing?.decision.ticks ?? spanTicks(over);
  const first = Math.max(
    0,
    columns.findIndex(({ slot }) => slot.start >= start),
  );
  const last = columns.findLastIndex(({ slot }) => slot.start < start + ticks);
  const span: SpanNamed = { at: columns[first]!.at, start, ticks };
  const key = `${span.at}/${ticks}/${JSON.stringify(standing?.decision.notes ?? null)}`;
  const ways = useSpanWays(asked === key ? span : null, solved);
  const tops = arranged?.slice(first, last + 1) ?? [];
  const where = standing ? placeText(columns[first]!, columns[last]!) : place;
  return {
    place: where,
    ticks,
    /** What is near on top, where a note is typed without an octave. */
    near: tops.find(({ grip }) => grip !== null)?.grip?.pitches.at(-1) ?? USUAL_TOP,
    standing: standing ? lineText(standing.decision.notes, ticks) : null,
    put: (notes: readonly LineNote[]) =>
      edit(
        { [standing?.name ?? lineName(span.at)]: { layer: 'line', ticks, notes } },
        t('a line on top in {where}', { where }),
      ),
    takeBack: () => standing && edit({ [standing.name]: null }, t('no line on top in {where}', { where })),
    /** The top notes of the grips that stand, as a line. */
    topLine(): readonly LineNote[] {
      const notes: LineNote[] = [];
      for (const { column, grip } of tops) {
        const pitch = grip?.pitches.at(-1);
        if (pitch === undefined) continue;
        const tick = column.slot.start - start;
        const before = notes.at(-1);
        if (before?.pitch === pitch && before.tick + before.ticks === tick)
          notes[notes.length - 1] = { ...before, ticks: before.ticks + column.slot.entry.ticks };
        else
          notes.push({ tick, ticks: column.slot.entry.ticks, pitch, spelling: pitchName(pitch).replace(/-?\d+$/, '') });
      }
      return notes;
    },
    asked: asked === key,
    ask: () => setAsked(key),
    /** Null while they are looked for. */
    ways,
    hear: ({ grips }: SpanWay) => hear(first, last, grips),
    take: ({ patch }: SpanWay) => edit(patch, t('another way to play {where}', { where })),
  };
}
/** Where the top of a grip most often lies: C5. */
const USUAL_TOP = 72;
export type OwnLines = ReturnType<typeof useLine>;
