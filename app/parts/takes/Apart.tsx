import { useMemo } from 'react';
import { apartFrom, likeness, musical, type SectionOf, t } from '../../../core/index.ts';
import { Glyphs } from '../symbol/glyphs.tsx';
import './takes.css';

interface ApartProps {
  readonly sides: readonly [Parameters<typeof apartFrom>[0], Parameters<typeof apartFrom>[0]];
  readonly stretches: Parameters<typeof likeness>[0];
  readonly sectionOf: SectionOf;
}

/** What sets the two apart, in words. */
export function Apart({ sides: [one, other], stretches, sectionOf }: ApartProps) {
  const { chords, grips } = useMemo(() => likeness(stretches), [stretches]);
  const told = useMemo(
    () => [apartFrom(one, other, sectionOf), apartFrom(other, one, sectionOf)],
    [one, other, sectionOf],
  );
  const percent = (share: number) => `${Math.round(share * 100)} %`;
  return (
    <div className="apart">
      {told.map((phrases, side) => (
        <p key={side}>
          <b>{side === 0 ? t('Above') : t('Below')}</b>{' '}
          <Glyphs text={musical(phrases.length === 0 ? t('nothing that has a name of its own') : phrases.join('; '))} />
        </p>
      ))}
      <p className="apart-share">
        {chords === 1 && grips === 1
          ? t('They are the same, chord for chord and grip for grip.')
          : t('The same chords in {percent} of the time, the same grips in {grips}.', {
              percent: percent(chords),
              grips: percent(grips),
            })}{' '}
        <span className="apart-key">
          <i className="apart-chord" /> {t('another chord')} <i className="apart-grip" /> {t('another grip')}
        </span>
      </p>
    </div>
  );
}
