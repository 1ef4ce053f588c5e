import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import MenuItem from '@mui/material/MenuItem';
import Select from '@mui/material/Select';
import TextField from '@mui/material/TextField';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import PlayArrow from '@mui/icons-material/PlayArrow';
import RedoOutlined from '@mui/icons-material/RedoOutlined';
import Stop from '@mui/icons-material/Stop';
import UndoOutlined from '@mui/icons-material/UndoOutlined';
import useMediaQuery from '@mui/material/useMediaQuery';
import { useEffect, useRef, useState } from 'react';
import {
  barsTogether,
  LONGEST_TITLE,
  msg,
  plural,
  t,
  ticksPerBar,
  ticksPerCount,
  togetherText,
  withBars,
  withCounts,
  withHitAs,
  withoutHit,
  type Hit,
  type HitVoices,
  type Meter,
  type Msg,
  type Pattern,
  type Score,
} from '../../../core/index.ts';
import { Tool } from '../frame/Tool.tsx';
import { RhythmGrid, usualParts } from './RhythmGrid.tsx';
import { useDraft } from './useDraft.ts';
import './rhythm-editor.css';

/** How what is made is heard, at once and again and again, and taken back. */
export interface Making {
  readonly active: boolean;
  /** What is played, as it stands. */
  readonly score: Score | null;
  readonly isPlayedIn: (pattern: Pattern) => boolean;
  /** Plays it round and round from its beginning. */
  readonly round: () => void;
  readonly stop: () => void;
  /** The chord in hand, as a hit of some voices sounds it. */
  readonly hit: (voices: HitVoices) => void;
  readonly undo: (() => void) | null;
  readonly redo: (() => void) | null;
}

interface RhythmEditorProps {
  readonly pattern: Pattern;
  readonly meter: Meter;
  /** The name it is kept under; empty: it is not kept. */
  readonly name: string;
  /** Where it is played, in words. */
  readonly place: string;
  readonly making: Making;
  readonly onChange: (pattern: Pattern) => void;
  readonly onKeep: (name: string, pattern: Pattern) => void;
  readonly onClose: () => void;
}

const BARS = [1, 2, 4] as const;
/** Counts of figures that run over the bar lines. */
const COUNTS = [1.5, 2, 2.5, 3, 3.5, 4, 5, 6, 7, 8, 9, 10, 11, 12] as const;
const ACCENTS: readonly (readonly [Hit['accent'], Msg])[] = [
  ['accent', msg('Accent')],
  ['even', msg('Even')],
  ['soft', msg('Soft')],
];
const STROKES: readonly (readonly [Hit['stroke'], Msg])[] = [
  ['down', msg('Down')],
  ['up', msg('Up')],
  ['roll', msg('Rolled')],
];
const PARTS: readonly (readonly [number, Msg])[] = [
  [1, msg('counts')],
  [2, msg('halves')],
  [3, msg('thirds')],
  [4, msg('quarters')],
];

/** A rhythm of one's own, made hit by hit on a grid of counts; each change is heard, and is a step of the take's undo. */
export function RhythmEditor(props: RhythmEditorProps) {
  const { meter, name, place, making, onKeep, onClose } = props;
  const [pattern, onChange, letGo] = useDraft(props.pattern, props.onChange);
  const back = (deed: (() => void) | null) => {
    deed?.();
    letGo();
  };
  const isPhone = useMediaQuery('(max-width: 700px)');
  const [parts, setParts] = useState(() => usualParts(pattern));
  const [chosen, setChosen] = useState(0);
  const [called, setCalled] = useState(name);
  const hit = pattern.hits[Math.min(chosen, pattern.hits.length - 1)]!;
  const which = pattern.hits.indexOf(hit);
  const change = (next: Pattern) => {
    onChange(next);
    // The same hit stays chosen, wherever it now stands.
    const same = next.hits.findIndex(({ at, voices }) => at === hit.at && voices === hit.voices);
    setChosen(Math.max(0, same));
  };
  const as = (next: Partial<Omit<Hit, 'at' | 'ticks'>>) => {
    change(withHitAs(pattern, which, next));
    making.hit(hit.voices);
  };
  // What is heard goes round anew with what was changed.
  const { active, score, round } = making;
  const heard = useRef(score);
  useEffect(() => {
    if (heard.current === score) return;
    heard.current = score;
    if (active) round();
  }, [active, score, round]);
  const counts = pattern.ticks / ticksPerCount(pattern.meter);
  const long = pattern.across
    ? t('over {counts}', { counts })
    : t('bars {ticks}', { ticks: pattern.ticks / ticksPerBar(pattern.meter) });
  return (
    <Dialog open fullWidth fullScreen={isPhone} maxWidth="md" onClose={onClose} aria-labelledby="rhythm-title">
      <DialogTitle id="rhythm-title">{t('A rhythm of your own, in {place}', { place })}</DialogTitle>
      <DialogContent className="rhythm-editor">
        <div className="rhythm-form">
          <Select
            size="small"
            value={long}
            aria-label={t('How long it is')}
            onChange={({ target: { value } }) => {
              const [how, number] = value.split(' ');
              change(how === 'over' ? withCounts(pattern, Number(number)) : withBars(pattern, Number(number)));
            }}
          >
            {BARS.map((bars) => (
              <MenuItem key={bars} value={`bars ${bars}`}>
                {plural(bars, 'a bar', '{n} bars')}
              </MenuItem>
            ))}
            {COUNTS.map((number) => (
              <MenuItem key={number} value={`over ${number}`}>
                {t('{number} counts, over the bars', { number })}
              </MenuItem>
            ))}
            {pattern.across && !COUNTS.some((one) => one === counts) && (
              <MenuItem value={long}>{t('{counts} counts, over the bars', { counts })}</MenuItem>
            )}
          </Select>
          <Choice label={t('Parts of a count')} of={PARTS} value={parts} onChoose={setParts} />
          <span className="rhythm-together">{pattern.across && togetherText(barsTogether(pattern, meter))}</span>
        </div>
        <RhythmGrid
          pattern={pattern}
          parts={parts}
          chosen={which}
          onChoose={setChosen}
          onChange={(next, voices, at) => {
            onChange(next);
            const put = next.hits.findIndex((one) => one.voices === voices && one.at === at);
            setChosen(Math.max(0, put));
            if (put >= 0) making.hit(voices);
          }}
        />
        <div className="rhythm-hit" role="group" aria-label={t('The chosen hit')}>
          <Choice label={t('Accent')} of={ACCENTS} value={hit.accent} onChoose={(accent) => as({ accent })} />
          <Choice label={t('Stroke')} of={STROKES} value={hit.stroke} onChoose={(stroke) => as({ stroke })} />
          <ToggleButton size="small" value="damped" selected={hit.damped} onChange={() => as({ damped: !hit.damped })}>
            {t('Damped')}
          </ToggleButton>
          <ToggleButton size="small" value="push" selected={hit.push} onChange={() => as({ push: !hit.push })}>
            {t('Next chord')}
          </ToggleButton>
          <Button
            size="small"
            disabled={pattern.hits.length === 1}
            title={pattern.hits.length === 1 ? t('A rhythm has a hit at least') : t('Take the chosen hit out (⌫)')}
            onClick={() => change(withoutHit(pattern, which))}
          >
            {t('Take out')}
          </Button>
        </div>
        <p className="rhythm-keys">
          <kbd>←→↑↓</kbd> {t('go about ·')} <kbd>{t('Enter')}</kbd> {t('put in, take out ·')} <kbd>{t('Shift ←→')}</kbd>{' '}
          {t('shorter, longer ·')} <kbd>A</kbd> {t('accent ·')} <kbd>D</kbd> {t('damped ·')} <kbd>U</kbd>{' '}
          {t('stroke ·')} <kbd>E</kbd> {t('next chord')}
        </p>
      </DialogContent>
      <DialogActions className="rhythm-deeds">
        <Tool label={t('Undo')} disabled={!making.undo} onClick={() => back(making.undo)}>
          <UndoOutlined fontSize="small" />
        </Tool>
        <Tool label={t('Redo')} disabled={!making.redo} onClick={() => back(making.redo)}>
          <RedoOutlined fontSize="small" />
        </Tool>
        <form
          className="rhythm-name"
          onSubmit={(event) => {
            event.preventDefault();
            if (called.trim() !== '') onKeep(called.trim(), pattern);
          }}
        >
          <TextField
            size="small"
            label={t('Name')}
            value={called}
            onChange={({ target }) => setCalled(target.value)}
            slotProps={{ htmlInput: { maxLength: LONGEST_TITLE } }}
          />
          <Button type="submit" disabled={called.trim() === ''}>
            {t('Keep it')}
          </Button>
        </form>
        <Button
          variant="outlined"
          disabled={!score}
          startIcon={active ? <Stop /> : <PlayArrow />}
          onClick={() => {
            if (active) return making.stop();
            // What nothing was done to yet is not what the take is played in.
            if (!making.isPlayedIn(pattern)) onChange(pattern);
            round();
          }}
        >
          {active ? t('Stop') : t('Hear it')}
        </Button>
        <Button variant="contained" color="secondary" onClick={onClose}>
          {t('Done')}
        </Button>
      </DialogActions>
    </Dialog>
  );
}

interface ChoiceProps<T> {
  readonly label: string;
  readonly of: readonly (readonly [value: T, word: string | Msg])[];
  readonly value: T;
  readonly onChoose: (value: T) => void;
}

/** One of a few, all in sight. */
function Choice<T extends string | number>({ label, of, value, onChoose }: ChoiceProps<T>) {
  return (
    <ToggleButtonGroup
      size="small"
      exclusive
      value={value}
      onChange={(_, next: T | null) => next !== null && onChoose(next)}
      aria-label={label}
    >
      {of.map(([one, word]) => (
        <ToggleButton key={one} value={one}>
          {t(word)}
        </ToggleButton>
      ))}
    </ToggleButtonGroup>
  );
}
