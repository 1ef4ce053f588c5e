import type { Chord } from '../chord/chord.ts';
import { suffixOf, type Kind } from '../chord/kind.ts';

/** How MusicXML names a chord: a kind, and degrees that are added to it or altered in it (MusicXML 4.0, kind-value). */
export interface Harmony {
  readonly kind: string;
  readonly degrees: readonly {
    readonly value: number;
    readonly alter: number;
    readonly type: 'add' | 'alter' | 'subtract';
  }[];
  /** As it is shown. */
  readonly text: string;
}

type Base = Pick<Kind, 'third' | 'fifth' | 'seventh'>;
/** The kinds that a third, a fifth and a seventh have a name for. */
const KINDS: readonly (readonly [string, Base])[] = [
  ['major', { third: '3', fifth: '5', seventh: null }],
  ['minor', { third: 'b3', fifth: '5', seventh: null }],
  ['augmented', { third: '3', fifth: '#5', seventh: null }],
  ['diminished', { third: 'b3', fifth: 'b5', seventh: null }],
  ['dominant', { third: '3', fifth: '5', seventh: 'b7' }],
  ['major-seventh', { third: '3', fifth: '5', seventh: '7' }],
  ['minor-seventh', { third: 'b3', fifth: '5', seventh: 'b7' }],
  ['diminished-seventh', { third: 'b3', fifth: 'b5', seventh: 'bb7' }],
  ['half-diminished', { third: 'b3', fifth: 'b5', seventh: 'b7' }],
  ['augmented-seventh', { third: '3', fifth: '#5', seventh: 'b7' }],
  ['major-minor', { third: 'b3', fifth: '5', seventh: '7' }],
  ['major-sixth', { third: '3', fifth: '5', seventh: '6' }],
  ['minor-sixth', { third: 'b3', fifth: '5', seventh: '6' }],
  ['suspended-fourth', { third: '4', fifth: '5', seventh: null }],
  ['suspended-second', { third: '2', fifth: '5', seventh: null }],
  ['power', { third: null, fifth: '5', seventh: null }],
];
const isSame = (a: Base, b: Base) => a.third === b.third && a.fifth === b.fifth && a.seventh === b.seventh;
const alterOf = (name: string): number => (name.startsWith('#') ? 1 : name.startsWith('b') ? -1 : 0);

/** A chord as MusicXML says it: the nearest kind by name, the rest by degrees. */
export function harmonyOf({ kind }: Pick<Chord, 'kind'>): Harmony {
  const text = suffixOf(kind);
  const degrees: Harmony['degrees'][number][] = kind.tensions.map((name) => ({
    value: Number(name.replace(/\D/g, '')),
    alter: alterOf(name),
    type: 'add',
  }));
  const altered = kind.altered
    ? [
        { value: 5, alter: -1, type: 'alter' as const },
        { value: 9, alter: -1, type: 'add' as const },
      ]
    : [];
  const exact = KINDS.find(([, base]) => isSame(base, kind));
  if (exact) return { kind: exact[0], degrees: [...altered, ...degrees], text };
  // A fourth in the place of the third, or another fifth, under a seventh.
  const third = kind.third === '4' || kind.third === '2' ? '3' : (kind.third ?? '3');
  const [name] = KINDS.find(
    ([, base]) => base.third === third && base.seventh === kind.seventh && base.fifth === '5',
  ) ?? ['major'];
  const moved: Harmony['degrees'] =
    kind.third === '4' || kind.third === '2'
      ? [
          { value: 3, alter: 0, type: 'subtract' },
          { value: Number(kind.third), alter: 0, type: 'add' },
        ]
      : [];
  const fifth: Harmony['degrees'] =
    kind.fifth === 'b5' || kind.fifth === '#5' ? [{ value: 5, alter: alterOf(kind.fifth), type: 'alter' }] : [];
  return { kind: name, degrees: [...moved, ...fifth, ...altered, ...degrees], text };
}
