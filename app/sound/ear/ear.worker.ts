import { expose } from 'comlink';
import { run, type Expected, type ToHear } from '../../../core/index.ts';
import { mixed } from '../mix.ts';
import { guitarOf, USUAL_VOLUMES, type Performance } from '../performance.ts';
import { renderTimbre, timbreName, type Timbre } from '../timbre.ts';
import { listenedGrip } from './grip.ts';
import { listened } from './listen.ts';

/** Samples a second of what is rendered for the ear: enough for the partials that it looks at. */
const RATE = 22_050;
const rendered = new Map<string, Float32Array>();
const samples = {
  of(timbre: Timbre) {
    const name = timbreName(timbre);
    const made = rendered.get(name) ?? renderTimbre(timbre, RATE);
    rendered.set(name, made);
    return made;
  },
  click: () => new Float32Array(0),
};
/** The guitar alone, with the tune where it plays that, too. */
const render = (performance: Performance) =>
  run(mixed({ ...performance, chords: guitarOf(performance), clicks: [] }, USUAL_VOLUMES, samples, RATE));

const ear = {
  /** What is heard of a round that was recorded, from so many seconds before it. */
  round: (samples: Float32Array, rate: number, hear: ToHear, before: number) => listened(samples, rate, hear, before),
  /** The same of one that a simulated player plays. */
  simulatedRound: (performance: Performance, hear: ToHear) => listened(render(performance), RATE, hear),
  grip: (samples: Float32Array, rate: number, grip: Expected) => listenedGrip(samples, rate, grip),
  simulatedGrip: (performance: Performance, grip: Expected) => listenedGrip(render(performance), RATE, grip),
};
export type EarWorker = typeof ear;
expose(ear);
