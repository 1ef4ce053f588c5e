import { newId } from '../../keep/ids.ts';
import Button from '@mui/material/Button';
import IconButton from '@mui/material/IconButton';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import CloseOutlined from '@mui/icons-material/CloseOutlined';
import EditOutlined from '@mui/icons-material/EditOutlined';
import { Suspense, useState } from 'react';
import {
  barsTogether,
  fitsMeter,
  PATTERNS,
  patternText,
  togetherText,
  usualPattern,
  type Chart,
  type Pattern,
  t,
} from '../../../core/index.ts';
import { later } from '../frame/later.tsx';
import { HitStrip } from './HitStrip.tsx';
import type { Making } from './RhythmEditor.tsx';
import type { Edits } from './rhythmEdits.ts';
import { saidPattern, type OwnRhythm, type Rhythms } from './useRhythms.ts';

const RhythmEditor = later(async () => (await import('./RhythmEditor.tsx')).RhythmEditor);

/** What a rhythm is chosen from, and heard with. */
export interface Rhythmic {
  readonly chart: Chart;
  /** Of the selected columns, where they are more than one chord; and where they are, in words. */
  readonly selection: { readonly edits: Edits; readonly place: string } | null;
  readonly rhythms: Rhythms;
  readonly making: Omit<Making, 'isPlayedIn'>;
  /** Says what the hand has too little time for, in sentences. */
  readonly rushed: () => readonly string[];
}

interface RhythmColumnProps extends Rhythmic {
  readonly edits: Edits;
  /** Whether it is for what is selected, not the tune. */
  readonly here: boolean;
  readonly onHere: (here: boolean) => void;
}

/** The rhythms there are, to be chosen from; one's own, to be made; and what the hand has too little time for. */
export function RhythmColumn({ chart, selection, rhythms, making, rushed, edits, here, onHere }: RhythmColumnProps) {
  const fitting = PATTERNS.filter((pattern) => fitsMeter(pattern, chart.meter)).map(saidPattern);
  const home = (pattern: Pattern) => pattern.feel === null || pattern.feel === chart.feel;
  /** The one being made: the id it is kept under, what it was made from, and whether anything was done to it. */
  const [made, setMade] = useState<Made | null>(null);
  const own = rhythms.own.filter(({ pattern }) => fitsMeter(pattern, chart.meter));
  const standing = edits.pattern ? rhythms.called(edits.pattern) : null;
  const isUnkept =
    standing !== null && standing.id.includes(':') && !own.some(({ pattern }) => pattern.id === standing.id);
  const make = (from: Pattern, id: string = newId()) => setMade({ id, from, begun: false });
  const groups: readonly (readonly [string, readonly Pattern[]])[] = [
    ['', fitting.filter((pattern) => !pattern.across && home(pattern))],
    [
      chart.feel === 'swing' ? t('Straight') : t('Swung'),
      fitting.filter((pattern) => !pattern.across && !home(pattern)),
    ],
    [t('Across the bars'), fitting.filter(({ across }) => across)],
  ];
  return (
    <>
      <div className="in-time-rhythm">
        <div className="in-time-title">
          <h2>{t('Rhythm')}</h2>
          <Button
            size="small"
            onClick={() => {
              const from = standing ?? usualPattern(chart.meter, chart.feel);
              if (from) make(from);
            }}
          >
            {t('Make your own…')}
          </Button>
        </div>
        {selection && (
          <ToggleButtonGroup
            size="small"
            exclusive
            value={here}
            onChange={(_, value: boolean | null) => value !== null && onHere(value)}
            aria-label={t('Where')}
          >
            <ToggleButton value={false}>{t('The tune')}</ToggleButton>
            <ToggleButton value>{selection.place}</ToggleButton>
          </ToggleButtonGroup>
        )}
        <div role="listbox" aria-label={t('Rhythm')} className="rhythms">
          <RhythmRow
            name="Held chords"
            reason={t('Each chord once, as long as it lasts.')}
            chosen={edits.pattern === null || (edits.pattern === undefined && !here)}
            onChoose={() => (here ? edits.play(null) : edits.drop())}
          />
          {here && (
            <RhythmRow
              name="As the tune"
              reason={t('Nothing of its own.')}
              chosen={edits.pattern === undefined}
              onChoose={edits.drop}
            />
          )}
          {(own.length > 0 || isUnkept) && (
            <div role="group" aria-label={t('Yours')}>
              <h3 aria-hidden="true">{t('Yours')}</h3>
              {isUnkept && (
                <RhythmRow
                  name="Not kept yet"
                  reason={t('It stays in this take; with a name, it is here for every tune.')}
                  pattern={standing}
                  chosen
                  onChoose={() => make(standing)}
                />
              )}
              {own.map((one) => (
                <OwnRow
                  key={one.id}
                  one={one}
                  chosen={edits.pattern === one.pattern.id}
                  onChoose={() => edits.play(one.pattern.id)}
                  onMake={() => make(one.pattern, one.id)}
                  onPutAway={() => rhythms.putAway(one.id)}
                />
              ))}
            </div>
          )}
          {groups.map(([title, some]) =>
            some.length === 0 ? null : (
              <div key={title} role="group" aria-label={title || t('At home here')}>
                {title !== '' && <h3 aria-hidden="true">{title}</h3>}
                {some.map((pattern) => (
                  <RhythmRow
                    key={pattern.id}
                    name={pattern.name}
                    reason={
                      pattern.across
                        ? `${pattern.reason} ${togetherText(barsTogether(pattern, chart.meter))}`
                        : pattern.reason
                    }
                    pattern={pattern}
                    chosen={edits.pattern === pattern.id}
                    onChoose={() => edits.play(pattern.id)}
                  />
                ))}
              </div>
            ),
          )}
        </div>
        {rushed().map((words) => (
          <p key={words} className="in-time-hint in-time-hurry">
            {words}
          </p>
        ))}
      </div>
      <Suspense>
        {made && (
          <RhythmEditor
            pattern={(made.begun && standing) || made.from}
            meter={chart.meter}
            name={rhythms.own.find(({ id }) => id === made.id)?.pattern.name ?? ''}
            place={here && selection ? selection.place : t('the tune')}
            making={{ ...making, isPlayedIn: (pattern) => edits.pattern === pattern.id }}
            onChange={(next) => {
              setMade({ ...made, begun: true });
              edits.play(patternText(next));
            }}
            onKeep={(name, pattern) => rhythms.keep(made.id, name, pattern)}
            onClose={() => setMade(null)}
          />
        )}
      </Suspense>
    </>
  );
}

interface Made {
  readonly id: string;
  readonly from: Pattern;
  readonly begun: boolean;
}

interface OwnRowProps {
  readonly one: OwnRhythm;
  readonly chosen: boolean;
  readonly onChoose: () => void;
  readonly onMake: () => void;
  readonly onPutAway: () => void;
}

/** A rhythm of one's own, to be played, changed or put away. */
function OwnRow({ one: { pattern }, chosen, onChoose, onMake, onPutAway }: OwnRowProps) {
  return (
    <div className="rhythm-own">
      <RhythmRow name={pattern.name} reason="" pattern={pattern} chosen={chosen} onChoose={onChoose} />
      <IconButton
        size="small"
        aria-label={t('Change {name}', { name: pattern.name })}
        title={t('Change it')}
        onClick={onMake}
      >
        <EditOutlined fontSize="small" />
      </IconButton>
      <IconButton
        size="small"
        aria-label={t('Put {name} away', { name: pattern.name })}
        title={t('Put it away; takes that are played in it keep it')}
        onClick={onPutAway}
      >
        <CloseOutlined fontSize="small" />
      </IconButton>
    </div>
  );
}

interface RhythmRowProps {
  readonly name: string;
  readonly reason: string;
  readonly pattern?: Pattern;
  readonly chosen: boolean;
  readonly onChoose: () => void;
}

function RhythmRow({ name, reason, pattern, chosen, onChoose }: RhythmRowProps) {
  return (
    <button type="button" role="option" aria-selected={chosen} className="rhythm-row" onClick={onChoose}>
      <b>{name}</b>
      {pattern && <HitStrip pattern={pattern} />}
      {reason !== '' && <small>{reason}</small>}
    </button>
  );
}
