import { msg, t, type Barres, type FingerNumber, type Msg } from '../../../core/index.ts';
import Button from '@mui/material/Button';
import Slider from '@mui/material/Slider';
import { useState } from 'react';
import { Choice, Several } from '../frame/Choice.tsx';
import { Flag, NumberDraft, type Settings } from './fields.tsx';
import './player.css';

const REACHES = [
  [msg('Small'), 90],
  [msg('Middle ¦ size'), 110],
  [msg('Large'), 125],
] as const;
const FINGERS: readonly (readonly [FingerNumber, Msg])[] = [
  [1, msg('Index')],
  [2, msg('Middle')],
  [3, msg('Ring')],
  [4, msg('Little')],
];
const BARRE_WORDS: readonly (readonly [Barres, Msg])[] = [
  ['none', msg('None')],
  ['partial', msg('Half')],
  ['full', msg('Full')],
  ['slanted', msg('Slanted too')],
];

/** How far it opens, which fingers fret, and how. */
export function TheHand({
  player,
  onChange,
  onTry,
  caution,
}: Settings & { onTry: () => void; caution: string | null }) {
  const [sliding, setSliding] = useState<number | null>(null);
  return (
    <section aria-labelledby="the-hand">
      <h2 id="the-hand">{t('The hand')}</h2>
      <div className="setting setting-reach">
        <span className="setting-label">{t('Reach, index to little finger')}</span>
        <Slider
          size="small"
          min={50}
          max={160}
          value={sliding ?? player.reach}
          aria-label={t('Reach in millimetres')}
          onChange={(_, value) => setSliding(value as number)}
          onChangeCommitted={(_, value) => {
            setSliding(null);
            onChange({ reach: value as number });
          }}
        />
        <NumberDraft player={player} onChange={onChange} field="reach" label={t('mm')} width={84} />
        <span className="setting-presets">
          {REACHES.map(([name, reach]) => (
            <Button
              key={name.msg}
              size="small"
              variant="outlined"
              aria-pressed={player.reach === reach}
              onClick={() => onChange({ reach })}
            >
              {t(name)} {reach}
            </Button>
          ))}
          <Button size="small" variant="outlined" onClick={onTry}>
            {t('Find it by trying')}
          </Button>
        </span>
        {caution && <p className="caution">{caution}</p>}
      </div>
      <Several
        label={t('Fingers that fret')}
        choices={FINGERS}
        on={FINGERS.map(([finger]) => finger).filter((finger) => !player.resting.includes(finger))}
        onToggle={(on) =>
          onChange({ resting: FINGERS.map(([finger]) => finger).filter((finger) => !on.includes(finger)) })
        }
      >
        {player.resting.length > 0 && <p>{t('The others rest: no grip asks for them.')}</p>}
      </Several>
      <Choice
        label={t('Barres')}
        value={player.barres}
        choices={BARRE_WORDS}
        onChoose={(barres) => onChange({ barres })}
      />
      <Flag
        label={t('The thumb frets the lowest string')}
        on={player.thumb}
        onChange={(thumb) => onChange({ thumb })}
      />
      <Choice
        label={t('The other hand plays with')}
        value={player.pluck}
        choices={[
          ['fingers', t('Fingers')],
          ['pick', t('A pick')],
        ]}
        onChoose={(pluck) => onChange({ pluck })}
      >
        <p>
          {player.pluck === 'pick'
            ? t('Strings side by side; one may be left out where a finger damps it.')
            : t('Up to two strings between may be left out.')}
        </p>
      </Choice>
    </section>
  );
}
