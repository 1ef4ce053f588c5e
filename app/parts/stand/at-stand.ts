import type { SessionStep } from '../../../core/index.ts';
import type { OtherTakes } from './Hurt.tsx';
import type { PracticeLog } from '../../keep/practice.ts';

/** What a step of a session needs to know, and how one goes on from it. */
export interface AtStand {
  readonly step: SessionStep;
  /** `2 of 6`. */
  readonly place: string;
  readonly isLast: boolean;
  readonly log: PracticeLog;
  /** The other takes of the tune that is practised. */
  readonly others?: OtherTakes;
  readonly onNext: () => void;
  readonly onClose: () => void;
}
