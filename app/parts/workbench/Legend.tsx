import { rich } from '../frame/rich.tsx';
import { msg, t, type Msg } from '../../../core/index.ts';
import Button from '@mui/material/Button';
import type { ReactNode } from 'react';
import { useRemembered } from '../../keep/remembered.ts';
import './workbench.css';

/** A piece of the stream as the stage draws it: a note, how it goes on, a note. */
function Sample({ note, ribbon, path }: { readonly note: string; readonly ribbon: string; readonly path: string }) {
  return (
    <svg viewBox="0 0 72 26" width="72" height="26" aria-hidden="true">
      <path className={`ribbon ${ribbon}`} d={path} style={ribbon === 'ribbon-held' ? { strokeWidth: 7 } : undefined} />
      <g className={`note ${note}`}>
        <rect x="2" y="2" width="20" height="11" rx="5.5" />
        <rect x="50" y={path.endsWith('7') ? 2 : 14} width="20" height="11" rx="5.5" />
      </g>
    </svg>
  );
}

const RIBBONS: readonly (readonly [Msg, Msg, note: string, ribbon: string])[] = [
  [msg('Green, level and thick'), msg('a note that is held'), 'note-held', 'ribbon-held'],
  [msg('Blue, a thin bend'), msg('a voice that goes a step'), 'note-moving', 'ribbon-step'],
  [msg('Broken'), msg('a leap, more than a whole step'), 'note-moving', 'ribbon-leap'],
  [msg('Ink'), msg('the lowest voice, whatever it does'), 'note-lowest', 'ribbon-step ribbon-lowest'],
];

/** What prices, ribbons and dots mean. */
export function Legend() {
  return (
    <div className="legend">
      <p>
        {rich(
          t(
            'A {price} is what an option adds to the whole way through the tune, counted in semitones: how far the voices go, and what is hard for the hand or harsh for the ear besides. 0 is what stands, −3 saves three.',
          ),
          { price: <b>{t('price')}</b> },
        )}
      </p>
      <dl>
        {RIBBONS.map(([look, what, note, ribbon]) => (
          <Row
            key={note}
            sign={
              <Sample
                note={note}
                ribbon={ribbon}
                path={ribbon === 'ribbon-held' ? 'M22,7 L50,7' : 'M22,7 C36,7 36,19 50,19'}
              />
            }
            look={t(look)}
            what={t(what)}
          />
        ))}
        <Row
          sign={
            <svg className="sung" viewBox="0 0 72 26" width="72" height="26" aria-hidden="true">
              <line x1="7" x2="44" y1="13" y2="13" />
              <path className="sung-head" d="M2 13l5 -5 5 5 -5 5z" />
            </svg>
          }
          look={t('Diamonds')}
          what={t('the melody, where the tune has one; a hollow one clashes with its chord')}
        />
        <Row
          sign={
            <svg className="added-sample" viewBox="0 0 72 26" width="72" height="26" aria-hidden="true">
              <path className="added-note" d="M4 9h7v7h-7zM24 13a3.5 3.5 0 1 0 7 0a3.5 3.5 0 1 0 -7 0zM44 8l5 9h-10z" />
            </svg>
          }
          look={t('Small notes and a letter')}
          what={t('what is added between chords: squares are chords, rounds a run, triangles a line')}
        />
        <Row
          sign={
            <span className="stray">
              <i className="stray-on" />
              <i className="stray-on" />
              <i />
              <i />
              <i />
            </span>
          }
          look={t('Dots')}
          what={t('how far a move strays from the chart: one stays close, five are far out')}
        />
      </dl>
    </div>
  );
}

function Row({ sign, look, what }: { readonly sign: ReactNode; readonly look: string; readonly what: string }) {
  return (
    <div>
      <dt>
        {sign} {look}
      </dt>
      <dd>{what}</dd>
    </div>
  );
}

/** The same at first use, over the stage, until it was read; it stays under `?`. */
export function FirstLook() {
  const [read, setRead] = useRemembered('legend-read', false);
  if (read) return null;
  return (
    <section className="first-look" aria-label={t('How to read the bench')}>
      <Legend />
      <p>
        {rich(
          t(
            'To begin, {takes} ({key}) finds you three whole arrangements of the tune, chords, grips and connection chosen together.',
          ),
          { takes: <b>{t('Three takes')}</b>, key: <kbd>T</kbd> },
        )}
      </p>
      <Button size="small" variant="contained" color="secondary" onClick={() => setRead(true)}>
        {t('Got it')}
      </Button>
      <small>
        {t('It stays under')} <kbd>?</kbd>
      </small>
    </section>
  );
}
