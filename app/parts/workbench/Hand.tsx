import { Suspense, useEffect, useMemo, useRef } from 'react';
import {
  allowedMs,
  CHANGE_WORDS,
  changeText,
  difficultyWord,
  formatFingers,
  handChange,
  handOf,
  holdingsOf,
  locale,
  mutedText,
  neededMs,
  optionalStrings,
  orderText,
  playedBassText,
  playedNoteText,
  rateChange,
  ratingText,
  t,
  type AddedNote,
  type ArrangedColumn,
  type Chord,
  type Grip,
  type Midi,
  type PlayedNote,
  type Player,
  type RingingString,
  symbolText,
} from '../../../core/index.ts';
import { later } from '../frame/later.tsx';
import { shareAlong, type Guitar } from '../neck/layout.ts';
import { LabelsChoice } from '../neck/LabelsChoice.tsx';
import { Neck, type NeckLabels } from '../neck/Neck.tsx';
import { ChordSymbol } from '../symbol/ChordSymbol.tsx';
import { Glyphs } from '../symbol/glyphs.tsx';
import './workbench.css';

/** From so many characters on a symbol is set smaller, so that what is beside it stays in its place. */
const LONG_SYMBOL = 7;

const Fingerings = later(async () => (await import('./Fingerings.tsx')).Fingerings);

interface HandProps {
  readonly symbol: string;
  readonly chord: Chord | null;
  /** The grip in hand, or the one being tried. */
  readonly grip: Grip | null;
  readonly trying: boolean;
  /** A pitch that is to sound on through the chord, or null. */
  readonly ring: Midi | null;
  /** The next column that sounds. */
  readonly next: ArrangedColumn | null;
  /** What of the tune is played from it; none where it accompanies. */
  readonly between: readonly PlayedNote[];
  /** Notes that are added between chords. */
  readonly added: readonly AddedNote[];
  /** Basses that are struck off the beat. */
  readonly basses: readonly RingingString[];
  readonly player: Player;
  readonly guitar: Guitar;
  /** How long the chord lasts, and a quarter note, in seconds. */
  readonly seconds: { readonly chord: number; readonly quarter: number };
  readonly labels: NeckLabels;
  readonly onLabels: (labels: NeckLabels) => void;
  /** The fingers chosen for the grip that stands; null: as the path likes them. */
  readonly chosen: string | null;
  readonly onFingers: (fingers: string | null) => void;
}

/** The grip in hand in words, and under it on the neck; beside it, what changes to the next. */
export function Hand(props: HandProps) {
  const { symbol, chord, grip, trying, ring, next, between, basses, added, player, guitar, seconds } = props;
  const { labels, onLabels, chosen, onFingers } = props;
  // On a narrow screen the neck is wider than its window: keep the hand in sight.
  const window = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const element = window.current;
    if (element && grip) element.scrollLeft = shareAlong(grip, guitar) * element.scrollWidth - element.clientWidth / 2;
  }, [grip, guitar]);
  const following = trying ? null : next;
  const optional = useMemo(
    () => (chord && grip ? optionalStrings(chord, grip, { hand: player, neck: guitar }, ring) : []),
    [chord, grip, player, guitar, ring],
  );
  const ways = useMemo(() => (grip ? holdingsOf(grip.frets, handOf(player)) : []), [grip, player]);
  const change = grip && following?.grip ? changeTo(grip, following, seconds, guitar) : null;
  const held = grip && ways.find(({ fingers }) => formatFingers(fingers) === formatFingers(grip.fingers));
  return (
    <>
      <div className="hand">
        <div className="hand-line">
          <ChordSymbol symbol={symbol} className={`hand-symbol ${symbol.length > LONG_SYMBOL ? 'symbol-long' : ''}`} />
          {grip && (
            <>
              <span className="hand-grip">
                {trying && <b className="visually-hidden">{t('trying')} </b>}
                <code>{grip.grip}</code>
              </span>
              <span className="hand-how">{difficultyWord(grip.difficulty)}</span>
              <span>
                <Suspense>
                  {!trying && (
                    <Fingerings grip={grip} ways={ways} guitar={guitar} chosen={chosen} onFingers={onFingers} />
                  )}
                </Suspense>
              </span>
              <More
                facts={[
                  [
                    t('Reach'),
                    t('{reachMm} mm, {difficulty}', {
                      reachMm: Math.round(grip.reachMm),
                      difficulty: difficultyWord(grip.difficulty),
                    }),
                  ],
                  ...(optional.length > 0
                    ? [
                        [
                          t('May be left out'),
                          t('string {format}: in brackets on the neck', {
                            format: new Intl.ListFormat(locale(), { type: 'disjunction' }).format(
                              optional.map((s) => String(guitar.open.length - s)),
                            ),
                          }),
                        ] as const,
                      ]
                    : []),
                  ...(held && mutedText(held.mutedBy) ? [[t('Damped'), mutedText(held.mutedBy)] as const] : []),
                  ...(change ? [[t('To the next'), change.details] as const] : []),
                ]}
              />
            </>
          )}
        </div>
        <p className="hand-next">
          {!trying && between.length + basses.length > 0 && (
            <>
              {t('then')}{' '}
              <Glyphs
                text={[
                  ...basses.map((bass) => playedBassText(bass, guitar.open)),
                  ...between.map((note) => playedNoteText(note, guitar.open.length)),
                ].join('; ')}
              />{' '}
              ·{' '}
            </>
          )}
          {change && (
            <>
              {t('to ¦ chord')} <Glyphs text={symbolText(following!.column.symbol)} />: {change.words} ·{' '}
              <span className={change.rating === 'rushed' ? 'hand-rushed' : ''}>{t(CHANGE_WORDS[change.rating])}</span>
            </>
          )}
        </p>
        <LabelsChoice labels={labels} onLabels={onLabels} />
      </div>
      <div className="neck-scroll" ref={window} role="group" tabIndex={0} aria-label={t('The neck')}>
        <Neck
          guitar={guitar}
          drawn={grip && { grip, chord, optional, ...(held && { mutedBy: held.mutedBy }) }}
          next={following?.grip ?? null}
          between={trying ? undefined : [...between, ...basses, ...added]}
          labels={labels}
          label={
            grip
              ? [
                  t('Grip {grip}', { grip: grip.grip }),
                  difficultyWord(grip.difficulty),
                  t('fingers {fingers}', { fingers: formatFingers(grip.fingers) }),
                  held ? mutedText(held.mutedBy) : '',
                ]
                  .filter(Boolean)
                  .join(', ')
              : t('No grip yet')
          }
        />
      </div>
    </>
  );
}

/** What the hand does to the next grip, whether there is time, and the same to the last detail. */
function changeTo(from: Grip, to: ArrangedColumn, seconds: HandProps['seconds'], guitar: Guitar) {
  const change = handChange(from, to.grip!);
  const needed = neededMs(change, from, to.grip!, guitar);
  const allowed = allowedMs(seconds.chord, seconds.quarter);
  const rating = rateChange(needed, allowed);
  const words = changeText(change, to.shiftMm);
  const details = [words, orderText(change), ratingText(rating, needed, allowed)].filter(Boolean).join('. ');
  return { words, rating, details };
}

/** Facts of the grip in hand, on demand. */
function More({ facts }: { readonly facts: readonly (readonly [string, string])[] }) {
  return (
    <details className="hand-more">
      <summary>{t('more')}</summary>
      <dl>
        {facts.map(([name, fact]) => (
          <div key={name}>
            <dt>{name}</dt>
            <dd>{fact}</dd>
          </div>
        ))}
      </dl>
    </details>
  );
}
