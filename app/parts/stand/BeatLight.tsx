import type { Moment } from '../../../core/index.ts';

/** The beat as it sounds: its number, and a light that goes on with it, brighter on one. */
export function BeatLight({ moment }: { readonly moment: Moment | null }) {
  if (moment === null) return <span className="beat-light beat-off" aria-hidden="true" />;
  return (
    <span key={moment.start} className={`beat-light ${moment.beat === 1 ? 'beat-one' : ''}`} aria-hidden="true">
      {moment.beat}
    </span>
  );
}
