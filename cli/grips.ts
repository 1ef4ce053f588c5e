import {
  attributesIn,
  bad,
  buildLibrary,
  difficultyText,
  FAMILIES,
  familiesIn,
  firstTried,
  gripOf,
  handOf,
  isPairFamily,
  holdingAt,
  labelsOf,
  makeupOf,
  masksOf,
  optionalStrings,
  pairsOf,
  parseChord,
  parseNote,
  parsePitch,
  passing,
  pick,
  pitchClass,
  problem,
  type GripFamily,
  type GripFilter,
} from '../core/index.ts';
import { playerOf } from './player.ts';
import { table } from './table.ts';
import { UsageError, type Answer, type World } from './verb.ts';

interface Filters {
  readonly player?: string | undefined;
  readonly top?: string | undefined;
  readonly bass?: string | undefined;
  readonly family?: string | undefined;
  readonly 'max-difficulty'?: string | undefined;
}

/** `grips SYMBOL`: every grip of a player's hand, those first that one would try first, filtered if asked. */
export function grips(symbol: string, filters: Filters, world: World): Answer {
  const chord = parseChord(symbol);
  if (!chord.ok) return chord;
  const player = playerOf(filters.player, world);
  if (!player.ok) return player;
  const top = filters.top === undefined ? undefined : parsePitch(filters.top);
  if (top === null) return bad(problem('note-unknown', { text: filters.top! }));
  const bass = filters.bass === undefined ? undefined : parseNote(filters.bass);
  if (bass === null) return bad(problem('note-unknown', { text: filters.bass! }));
  const difficulty = filters['max-difficulty'] === undefined ? undefined : Number(filters['max-difficulty']);
  if (difficulty !== undefined && !(difficulty >= 0 && difficulty <= 10))
    throw new UsageError('--max-difficulty is a number from 0 to 10');
  const family = filters.family as GripFamily | undefined;
  if (family !== undefined && !FAMILIES.includes(family))
    throw new UsageError(`--family is one of ${FAMILIES.join('; ')}`);
  const filter: GripFilter = {
    ...(top !== undefined && { top }),
    ...(bass !== undefined && { bass: pitchClass(bass) }),
    ...(family !== undefined && { family }),
    ...(difficulty !== undefined && { difficulty }),
  };

  const library = buildLibrary(handOf(player.value), masksOf(chord.value).allowed);
  // Two notes are a part of a chord: they are listed where they are asked for.
  const shapes = pick(library, isPairFamily(family) ? pairsOf(chord.value, library) : firstTried(chord.value, library));
  const labels = labelsOf(chord.value, shapes);
  const json = passing(filter, shapes, labels).map((i) => {
    const { frets, difficulty: hardness, ...grip } = gripOf(chord.value, shapes, i);
    const { parts, mutedBy } = holdingAt(shapes, i);
    return {
      ...grip,
      difficulty: hardness,
      difficultyParts: parts,
      mutedBy,
      families: familiesIn(labels.families[i]!),
      attributes: attributesIn(labels.attributes[i]!),
      ...makeupOf(chord.value, grip),
      optional: optionalStrings(chord.value, { frets, pitches: grip.pitches }, shapes).map((s) => shapes.strings - s),
    };
  });
  const line = (entries: readonly (string | number | null)[]) => entries.map((entry) => entry ?? 'x').join(' ');
  const rows = json.map((grip) => [
    grip.grip,
    line(grip.degrees),
    line(grip.fingers),
    grip.reachMm,
    `${grip.difficulty} (${difficultyText(grip.difficultyParts)})`,
    grip.families.join(', '),
  ]);
  return {
    json,
    text: table([['grip', 'degrees', 'fingers', 'mm', 'difficulty', 'family'], ...rows]) + `\n${json.length} grips\n`,
  };
}
