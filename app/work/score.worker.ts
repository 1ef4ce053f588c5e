import { expose } from 'comlink';
import { scoreOfTake } from '../../core/index.ts';

const scores = { score: scoreOfTake };
export type Scores = typeof scores;
expose(scores);
