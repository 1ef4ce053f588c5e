import { liesText, musical } from '../../../core/index.ts';
import { Choice } from '../frame/Choice.tsx';
import { Glyphs } from '../symbol/glyphs.tsx';
import type { Carries } from './useCarry.ts';

/** Which notes get a grip, from few to all, as the core has them in hundredths. */
const DENSITIES: readonly (readonly [string, string])[] = [
  ['0', 'changes'],
  ['25', 'strong beats'],
  ['50', 'beats'],
  ['75', 'halves'],
  ['100', 'every note'],
];
/** The step of a density that lies between two. */
const stepOf = (density: number) => String(Math.ceil(density / 25) * 25);
const OCTAVE_NAMES: Readonly<Record<number, string>> = { [-1]: '1 down', 0: 'as sung', 1: '1 up', 2: '2 up' };

/** The tune itself on the guitar: where its notes get grips, and in which octave it lies. */
export function Carry({ where, standing, lies, carry, accompany, change }: Carries) {
  const octaves = [...(lies ?? [])].sort((a, b) => a.octave - b.octave);
  const own = lies?.find(({ octave }) => octave === standing?.octave);
  return (
    <section className="carry" aria-label="The tune itself">
      <Choice
        label={`The guitar in ${where}`}
        choices={[
          ['accompany', 'accompanies'],
          ['carry', 'chord-melody'],
        ]}
        value={standing ? 'carry' : 'accompany'}
        onChoose={(what) => (what === 'carry' ? void carry() : accompany())}
      >
        {!standing && <p className="setting-help">In a chord-melody the tune lies on top of the grips.</p>}
      </Choice>
      {standing && (
        <>
          <Choice
            label="Grips on"
            choices={DENSITIES}
            value={stepOf(standing.density)}
            onChoose={(density) => change({ density: Number(density) }, 'other notes get grips')}
          />
          <Choice
            label="Octave"
            choices={(octaves.length > 0 ? octaves : [{ octave: standing.octave }]).map(({ octave }) => [
              String(octave),
              OCTAVE_NAMES[octave] ?? String(octave),
            ])}
            value={String(standing.octave)}
            onChoose={(octave) => change({ octave: Number(octave) }, 'another octave')}
          >
            {own && (
              <p className="setting-help">
                <Glyphs text={musical(liesText(own, lies![0]!))} />
              </p>
            )}
          </Choice>
        </>
      )}
    </section>
  );
}
