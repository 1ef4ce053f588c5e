import type { SessionStep } from '../../../core/index.ts';
import type { PracticeLog } from '../../keep/practice.ts';

/** What a step of a session needs to know, and how one goes on from it. */
export interface AtStand {
  readonly step: SessionStep;
  /** `2 of 6`. */
  readonly place: string;
  readonly isLast: boolean;
  readonly log: PracticeLog;
  readonly onNext: () => void;
  readonly onClose: () => void;
}
