import { rich } from '../frame/rich.tsx';
import Button from '@mui/material/Button';
import { useMemo, useState } from 'react';
import {
  locale,
  msg,
  nextTrial,
  parseChord,
  reachTrials,
  settingCaution,
  t,
  type Chord,
  type Player,
  type ReachAnswer,
  type ReachTrial,
} from '../../../core/index.ts';
import { useSurvey } from '../../work/answers.ts';
import { guitarOf } from '../neck/layout.ts';
import { Neck, type Span } from '../neck/Neck.tsx';
import { ChordSymbol } from '../symbol/ChordSymbol.tsx';
import type { Settings } from './fields.tsx';
import { TheGuitar } from './TheGuitar.tsx';
import { TheHand } from './TheHand.tsx';
import { TheRest } from './TheRest.tsx';
import { WhatMatters } from './WhatMatters.tsx';
import '../grips/grips.css';
import './player.css';

/** Chords that show what a setting gives and takes: plain, coloured, and wide ones. */
const SAMPLE = ['C', 'G7', 'Bm7b5', 'Ebmaj9', 'F13'];
const SAMPLE_CHORDS: readonly Chord[] = SAMPLE.map((symbol) => {
  const chord = parseChord(symbol);
  if (!chord.ok) throw new Error(symbol);
  return chord.value;
});

/** A player's settings, and over them the neck, which shows what they mean. */
export function HandAndGuitar({ player, onChange }: Settings) {
  const guitar = useMemo(() => guitarOf(player), [player]);
  const [answers, setAnswers] = useState<readonly ReachAnswer[] | null>(null);
  const trials = useMemo(() => reachTrials(guitar), [guitar]);
  const next = answers && nextTrial(trials, answers);
  const trial = next && 'trial' in next ? next.trial : null;
  const answer = (held: boolean) => {
    const all = [...answers!, { mm: trial!.mm, held }];
    const after = nextTrial(trials, all);
    if ('reach' in after) {
      onChange({ reach: after.reach });
      setAnswers(null);
    } else setAnswers(all);
  };
  const caution = settingCaution(player);
  return (
    <>
      <div className="players-neck">
        <Neck
          guitar={guitar}
          drawn={null}
          next={null}
          labels="fingers"
          spans={trial ? [spanOf(trial, guitar.open.length)] : reachSpans(player, guitar.mm)}
          area={player.area}
          label={t('The neck: {open} strings, {highestFret} frets', {
            open: guitar.open.length,
            highestFret: player.highestFret,
          })}
        />
        {trial ? (
          <Trial trial={trial} onAnswer={answer} onStop={() => setAnswers(null)} />
        ) : (
          <Holds player={player} reaches={reachText(player, guitar.mm)} />
        )}
      </div>
      <div className="settings">
        <TheHand player={player} onChange={onChange} onTry={() => setAnswers([])} caution={caution} />
        <TheGuitar player={player} onChange={onChange} />
        <TheRest player={player} onChange={onChange} />
      </div>
      <WhatMatters player={player} onChange={onChange} />
    </>
  );
}

/** Index and little finger on neighbouring strings in the middle. */
function spanOf({ index, little }: ReachTrial, strings: number): Span {
  const low = Math.floor(strings / 2) - 1;
  return { from: { string: low, fret: index }, to: { string: low + 1, fret: little } };
}

/** Where the index stands to show how far the hand opens. */
const SHOWN_AT = [1, 5, 9];
const farthest = (from: number, reach: number, mm: readonly number[]) => {
  let fret = from;
  while (fret + 1 < mm.length && mm[fret + 1]! - mm[from]! <= reach) fret++;
  return fret;
};

function reachSpans({ reach, tuning }: Player, mm: readonly number[]): Span[] {
  return SHOWN_AT.filter((fret) => fret < mm.length - 1).map((fret, i) => {
    const string = tuning.length - 2 - i;
    return { from: { string, fret }, to: { string, fret: farthest(fret, reach, mm) } };
  });
}

/** `4 frets from the first, 5 from the fifth, 6 from the ninth`. */
function reachText({ reach }: Player, mm: readonly number[]): string {
  const words = [msg('{frets} frets from the first'), msg('{frets} from the fifth'), msg('{frets} from the ninth')];
  return SHOWN_AT.filter((fret) => fret < mm.length - 1)
    .map((fret, i) => t(words[i]!, { frets: farthest(fret, reach, mm) - fret + 1 }))
    .join(', ');
}

function Trial({
  trial,
  onAnswer,
  onStop,
}: {
  trial: ReachTrial;
  onAnswer: (held: boolean) => void;
  onStop: () => void;
}) {
  return (
    <div className="players-trial" role="group" aria-label={t('Finding the reach')}>
      <p>
        {t(
          'Can you hold these two together, at ease? Index at fret {index}, little finger at fret {little}: {mm} mm.',
          { index: trial.index, little: trial.little, mm: trial.mm },
        )}{' '}
        <em>{t('Warm up first, and stop at any pain.')}</em>
      </p>
      <Button variant="contained" color="secondary" onClick={() => onAnswer(true)} autoFocus>
        {t('Yes, at ease')}
      </Button>
      <Button variant="outlined" onClick={() => onAnswer(false)}>
        {t('No, it strains')}
      </Button>
      <Button onClick={onStop}>{t('Leave it')}</Button>
    </div>
  );
}

/** What this hand holds, counted anew after each change, with what the change gave or took. */
function Holds({ player, reaches }: { player: Player; reaches: string }) {
  const { last, before, share } = useSurvey(player, SAMPLE_CHORDS);
  const count = (now: number, then: number | undefined) => {
    const by = then === undefined ? 0 : now - then;
    return (
      <>
        {now.toLocaleString(locale())}
        {by !== 0 && <small>{` ${by > 0 ? '+' : '−'}${Math.abs(by).toLocaleString(locale())}`}</small>}
      </>
    );
  };
  return (
    <div className="players-holds" aria-busy={share !== null}>
      <p>
        {t('Reaches {reaches}.', { reaches })}{' '}
        {last && rich(t('Holds {count} shapes:'), { count: count(last.shapes, before?.shapes) })}
        {share !== null && (
          <span role="status" className="players-counting">
            {' '}
            {t('counting… {share} %', { share: Math.round(share * 100) })}
          </span>
        )}
      </p>
      {last && (
        <ul>
          {SAMPLE.map((symbol, i) => (
            <li key={symbol} className={last.grips[i] === 0 ? 'players-none' : ''}>
              <ChordSymbol symbol={symbol} />{' '}
              {last.grips[i] === 0 ? t('none') : count(last.grips[i]!, before?.grips[i])}
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}
