import { useCallback, useMemo } from 'react';
import { useSearchParams } from 'react-router';
import {
  formatFrets,
  headerKey,
  parseChord,
  parseFrets,
  parseKey,
  parseNote,
  type Chord,
  type Frets,
  type Key,
  type NoteName,
} from '../../../core/index.ts';
import type { Guitar } from '../neck/layout.ts';

/** What is shown below the neck. */
export const GRIPS_VIEWS = ['around', 'areas', 'climb', 'thread'] as const;
export type GripsView = (typeof GRIPS_VIEWS)[number];

/** The grip one sees first: C major seventh. */
const FIRST = 'x-3-5-4-5-3';

/** What the Grips place is asked, all of it in the address: it can be reloaded, and sent. */
export function useAsked(guitar: Guitar, tuneKey: Key | null) {
  const [params, setParams] = useSearchParams();
  const strings = guitar.open.length;
  const frets = useMemo((): Frets => {
    const asked = parseFrets(params.get('grip') ?? FIRST);
    const fits = asked?.length === strings && asked.every((fret) => fret < guitar.mm.length);
    return fits ? asked : parseFrets(`${'x-'.repeat(strings - 6)}${FIRST}`)!;
  }, [params, strings, guitar]);
  const set = useCallback(
    (part: Readonly<Record<string, string | null>>) =>
      setParams(
        (before) => {
          for (const [name, value] of Object.entries(part)) {
            if (value === null || value === '') before.delete(name);
            else before.set(name, value);
          }
          return before;
        },
        { replace: true, preventScrollReset: true },
      ),
    [setParams],
  );
  const keyText = params.get('key') ?? (tuneKey ? headerKey(tuneKey) : '');
  const key = keyText === '' ? null : parseKey(keyText);
  const asked = useMemo((): Chord | null => {
    const chord = parseChord(params.get('chord') ?? '');
    return chord.ok ? chord.value : null;
  }, [params]);
  return {
    frets,
    notes: (params.get('notes') ?? '')
      .split(' ')
      .map(parseNote)
      .filter((note) => note !== null),
    keyText,
    key: key?.ok ? key.value : null,
    /** A note that another instrument plays below. */
    below: parseNote(params.get('below') ?? ''),
    /** A chord whose grips are asked for. */
    asked,
    view: GRIPS_VIEWS.find((view) => view === params.get('view')) ?? 'around',
    /** Chords set side by side, and chords a note is to sound through, as typed. */
    beside: params.get('beside'),
    through: params.get('through'),
    set,
    show: useCallback((next: Frets) => set({ grip: formatFrets(next), notes: null }), [set]),
    showNotes: (next: readonly NoteName[]) => set({ notes: next.join(' '), chord: null }),
  };
}
export type Asked = ReturnType<typeof useAsked>;
