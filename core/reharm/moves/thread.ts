/* One pitch that sounds on through every chord of a span, best on an open string: each takes a colour that holds it. */
import { symbolOf, type Chord } from '../../chord/chord.ts';
import { tonesOf, type Kind } from '../../chord/kind.ts';
import { semitones, type Degree } from '../../pitch/degree.ts';
import { nameInKey } from '../../pitch/key.ts';
import { pitchClass, pitchName } from '../../pitch/note.ts';
import { pitchClassOf, type Midi, type PitchClass } from '../../pitch/pitch.ts';
import { colourKinds, coloursOf, defaultColour } from '../colours.ts';
import type { ColourContext } from '../grates.ts';
import type { Found, Move, Part } from './move.ts';
import type { Span } from './span.ts';

/** Pitches that can be kept: from the lowest string of seven to where a neck ends. */
const LOWEST: Midi = 35;
const HIGHEST: Midi = 84;

interface WithNote {
  readonly chord: Chord;
  readonly degree: Degree;
  /** The degree that rubs, where only a colour that grates holds the note. */
  readonly rubs: Degree | null;
}

/** What a chord becomes so that it holds a note, by pitch class: the colour it takes anyway, else the steadiest, else one that grates. */
function holding(chord: Chord, context: ColourContext): readonly (WithNote | null)[] {
  const held = Array.from({ length: 12 }, (): WithNote | null => null);
  const root = pitchClass(chord.root);
  const hold = (kind: Kind, rubs: (degree: Degree) => Degree | null) => {
    for (const degree of tonesOf(kind))
      held[(root + semitones(degree)) % 12] ??= { chord: { ...chord, kind }, degree, rubs: rubs(degree) };
  };
  const steady = [defaultColour(chord, context).chord.kind, ...colourKinds(chord, context).map(([, kind]) => kind)];
  for (const kind of steady) hold(kind, () => null);
  for (const { chord: coloured, clashes } of coloursOf(chord, context, { grating: true }))
    hold(coloured.kind, (degree) => clashes[0]?.degree ?? degree);
  return held;
}

/** The span with one pitch class in all its chords, once for each octave it can be kept in; `rubbing`: whether one grates. */
function threaded(
  span: Span,
  chords: readonly (readonly (WithNote | null)[])[],
  pc: PitchClass,
  rubbing: boolean,
): readonly Found[] {
  const held = chords.flatMap((holds) => holds[pc] ?? []);
  if (held.length < chords.length) return [];
  const rubs = held.filter((one) => one.rubs !== null);
  if (rubs.length > 0 !== rubbing) return [];
  const parts = held.map(({ chord }, i): Part => {
    const { role, beats } = span.chords[i]!;
    return { chord, role, beats };
  });
  const args = {
    note: nameInKey(span.key, pc),
    degrees: held.map(({ degree }) => degree).join(', '),
    ...(rubbing && { rubs: rubs.map(({ chord, rubs: degree }) => `${degree} in ${symbolOf(chord)}`).join(', ') }),
  };
  return PITCHES.filter((pitch) => pitchClassOf(pitch) === pc).map((pitch) => ({
    parts,
    variant: pitchName(pitch),
    ring: pitch,
    args,
  }));
}

const PITCHES: readonly Midi[] = Array.from({ length: HIGHEST - LOWEST + 1 }, (_, i) => LOWEST + i);

const finding =
  (rubbing: boolean): Move['find'] =>
  (span) => {
    if (span.chords.length < 2) return [];
    const chords = span.chords.map(({ chord, role }, i) => {
      const next = span.chords[i + 1]?.chord ?? span.next?.chord ?? null;
      return holding(chord, { role, next, key: span.key, around: [] });
    });
    return Array.from({ length: 12 }, (_, pc) => threaded(span, chords, pc, rubbing)).flat();
  };

export const THREAD_MOVES: readonly Move[] = [
  {
    id: 'thread',
    group: 'thread',
    name: 'thread',
    reason: '{note} sounds on through all of them: as {degrees}.',
    mood: 'a light in the window',
    stray: 0,
    find: finding(false),
  },
  {
    id: 'thread-rubbing',
    group: 'thread',
    name: 'thread that rubs',
    reason: '{note} sounds on through all of them: as {degrees}. It rubs: {rubs}.',
    mood: 'a rope under strain',
    stray: 1,
    find: finding(true),
  },
];
