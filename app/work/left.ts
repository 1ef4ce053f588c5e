import { get, keys, delMany, set } from 'idb-keyval';
import { speech } from '../../core/index.ts';
import { BUILD } from './kept.ts';
import type { ArrangedTake, Job } from './questions.ts';

const LEFT = 'left ';
/** Takes kept as they were left (some 100 kB each). */
const MOST_LEFT = 24;
/** What is changed sooner is not worth keeping. */
const KEPT_AFTER_MS = 1000;
const stored = () => `${LEFT}${BUILD} `;

/** All that an arrangement depends on, the words it is told in, too. */
const jobText = ({ cells, ...rest }: Job) => JSON.stringify([rest, Object.entries(cells).sort(), speech()]);

/** A take as it was last arranged here by this very build, to be shown until it is solved again; null: it was not, or not like this. */
export async function takeAsLeft(name: string, job: Job): Promise<ArrangedTake | null> {
  if (!BUILD) return null;
  const left = await get<{ of: string; arrangement: ArrangedTake }>(stored() + name).catch(() => undefined);
  return left?.of === jobText(job) ? left.arrangement : null;
}

const timers = new Map<string, ReturnType<typeof setTimeout>>();

/** Keeps an arrangement, unless a newer one of the take comes at once. Storage that is full or forbidden only means that it is not there. */
export function leaveTake(name: string, job: Job, arrangement: ArrangedTake): void {
  if (!BUILD) return;
  clearTimeout(timers.get(name));
  const keep = () => {
    timers.delete(name);
    void store(name, { of: jobText(job), arrangement }).catch(() => undefined);
  };
  timers.set(name, setTimeout(keep, KEPT_AFTER_MS));
}

async function store(name: string, left: { of: string; arrangement: ArrangedTake }): Promise<void> {
  const others = (await keys<string>()).filter((key) => key.startsWith(LEFT) && key !== stored() + name);
  const own = others.filter((key) => key.startsWith(stored()));
  const old = [...others.filter((key) => !own.includes(key)), ...own.slice(0, Math.max(0, own.length - MOST_LEFT + 1))];
  if (old.length > 0) await delMany(old);
  await set(stored() + name, left);
}
