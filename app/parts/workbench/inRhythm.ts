import { t, type Column, type Decision, type Decisions, type Patch, type Score } from '../../../core/index.ts';
import type { InTimeProps } from './InTime.tsx';
import type { hearings } from './hearings.ts';
import { rhythmEdits } from './rhythmEdits.ts';

interface Standing {
  readonly columns: readonly Column[];
  readonly cells: Decisions;
  /** The first and last selected column, and where they are, in words. */
  readonly from: number;
  readonly to: number;
  readonly place: string;
  readonly score: Score | null;
  readonly edit: (patch: Patch<Decision>, label: string) => void;
}

interface Taking {
  readonly undo: (() => void) | null;
  readonly redo: (() => void) | null;
}

/** What the tune is played in, and what is selected, with how to change it and hear it as it is made. */
export function inRhythm(
  { columns, cells, from, to, place, score, edit }: Standing,
  hearing: ReturnType<typeof hearings>,
  { active, stop }: { readonly active: boolean; readonly stop: () => void },
  taking: Taking,
): Pick<InTimeProps, 'tune' | 'selection' | 'making'> {
  return {
    tune: rhythmEdits(columns, cells, t('the tune'), edit),
    selection: from === to ? null : { edits: rhythmEdits(columns.slice(from, to + 1), cells, place, edit), place },
    making: { active, stop, score, round: hearing.round, hit: hearing.hit, ...taking },
  };
}
