import { saidPattern } from './useRhythms.ts';
import {
  inSentence,
  isSmall,
  patternOf,
  rhythmName,
  t,
  TEXTURE_WORDS,
  textureName,
  USUAL_PACE,
  type Column,
  type Decision,
  type Decisions,
  type Pace,
  type Patch,
  type Texture,
} from '../../../core/index.ts';
import { spanTicks } from './spanTicks.ts';

/** How a rhythm is played, in hundredths. */
export interface RhythmDials {
  readonly density: number;
  readonly pushes: number;
  readonly seed: number;
  /** Phrases end with room for somebody else. */
  readonly room?: true;
  /** Beats in which the melody moves are left to it. */
  readonly yields?: true;
}
const AS_IT_IS: RhythmDials = { density: 100, pushes: 0, seed: 1 };

/** What a span is played in, and how to change it; each is one step of undo. */
export function rhythmEdits(
  columns: readonly Column[],
  cells: Decisions,
  /** Where they are, in words. */
  place: string,
  edit: (patch: Patch<Decision>, label: string) => void,
) {
  const first = columns[0]!;
  const ticks = spanTicks(columns);
  const [rhythm, texture] = [rhythmName, textureName].map((name) => cells[name(first.at)]);
  const standing = rhythm?.layer === 'rhythm' ? rhythm : null;
  const dials: RhythmDials = standing ?? AS_IT_IS;
  const play = (pattern: string | null, next: RhythmDials, words: string) =>
    edit(
      {
        [rhythmName(first.at)]: {
          layer: 'rhythm',
          ticks,
          pattern,
          density: next.density,
          pushes: next.pushes,
          seed: next.seed,
          ...(next.room && { room: next.room }),
          ...(next.yields && { yields: next.yields }),
        },
      },
      t('{words} in {place}', { words, place }),
    );
  return {
    /** Undefined where nothing was decided; null: each chord once, held. */
    pattern: standing?.pattern,
    dials,
    texture: texture?.layer === 'texture' ? texture.texture : null,
    play: (pattern: string | null) =>
      play(
        pattern,
        dials,
        pattern === null ? t('held chords') : inSentence(saidPattern(patternOf(pattern))?.name ?? pattern),
      ),
    dial: (next: { readonly [K in keyof RhythmDials]?: RhythmDials[K] | undefined }, words: string) =>
      standing && play(standing.pattern, { ...dials, ...next }, words),
    /** As the rest of the tune. */
    drop: () => edit({ [rhythmName(first.at)]: null }, t('no rhythm of its own in {place}', { place })),
    /** Of two notes at a time: how often they change. */
    pace: (texture?.layer === 'texture' && texture.pace) || USUAL_PACE,
    sound: (next: Texture | null, pace?: Pace) => {
      const own = isSmall(next) && pace !== undefined && { pace };
      const decision: Decision | null = next && { layer: 'texture', ticks, texture: next, ...own };
      edit(
        { [textureName(first.at)]: decision },
        next
          ? t('{name} in {place}', { name: inSentence(t(TEXTURE_WORDS[next].name)), place })
          : t('as the rest of the tune in {place}', { place }),
      );
    },
  };
}
export type Edits = ReturnType<typeof rhythmEdits>;
