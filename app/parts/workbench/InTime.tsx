import FormControlLabel from '@mui/material/FormControlLabel';
import MenuItem from '@mui/material/MenuItem';
import Popover from '@mui/material/Popover';
import Select from '@mui/material/Select';
import Slider from '@mui/material/Slider';
import Switch from '@mui/material/Switch';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import Button from '@mui/material/Button';
import IconButton from '@mui/material/IconButton';
import CloseOutlined from '@mui/icons-material/CloseOutlined';
import EditOutlined from '@mui/icons-material/EditOutlined';
import { Suspense, useState } from 'react';
import {
  barsTogether,
  BASS_WAYS,
  BASS_WORDS,
  CLICK_WAYS,
  CLICK_WORDS,
  fitsMeter,
  headerKey,
  isCompound,
  keysOfMode,
  MOST_SWING,
  musical,
  PATTERNS,
  patternText,
  pitchClass,
  semitonesText,
  STRAIGHT,
  TEXTURE_WORDS,
  TEXTURES,
  togetherText,
  usualPattern,
  type BassWay,
  type Chart,
  type Pattern,
  type Texture,
} from '../../../core/index.ts';
import { later } from '../frame/later.tsx';
import { HitStrip } from './HitStrip.tsx';
import type { Making } from './RhythmEditor.tsx';
import { Tap } from './Tap.tsx';
import type { rhythmEdits } from './rhythmEdits.ts';
import type { OwnRhythm, Rhythms } from './useRhythms.ts';
import type { useTime } from './useTime.ts';
import './in-time.css';

const RhythmEditor = later(async () => (await import('./RhythmEditor.tsx')).RhythmEditor);

type Edits = ReturnType<typeof rhythmEdits>;

export interface InTimeProps {
  readonly anchor: HTMLElement;
  readonly chart: Chart;
  readonly tune: Edits;
  /** Of the selected columns, where they are more than one chord; and where they are, in words. */
  readonly selection: { readonly edits: Edits; readonly place: string } | null;
  readonly time: ReturnType<typeof useTime>;
  readonly rhythms: Rhythms;
  readonly making: Omit<Making, 'isPlayedIn'>;
  /** Says what the hand has too little time for, in sentences. */
  readonly rushed: () => readonly string[];
  /** Has the player play with a bass from now on; null: they do. */
  readonly withBass: (() => void) | null;
  /** Who plays. */
  readonly player: string;
  readonly onClose: () => void;
}

const RATES = { min: 25, max: 150, step: 5 } as const;
/** Up and down as far as half an octave. */
const SHIFTS = Array.from({ length: 12 }, (_, i) => 6 - i);
const shiftWords = (shift: number) =>
  shift === 0 ? 'as written' : `${semitonesText(Math.abs(shift))} ${shift > 0 ? 'higher' : 'lower'}`;
/** The key a tune sounds in so many semitones higher. */
function keyHeard({ key }: Chart, shift: number): string {
  if (shift === 0) return musical(headerKey(key));
  const pc = (pitchClass(key.tonic) + shift + 12) % 12;
  return musical(headerKey(keysOfMode(key).find(({ tonic }) => pitchClass(tonic) === pc) ?? key));
}
const within = (rate: number) => Math.max(RATES.min, Math.min(RATES.max, rate));

/** Rhythm and texture, for the tune or what is selected; who plays along, how it swings, and how fast. */
export function InTime(props: InTimeProps) {
  const { anchor, chart, tune, selection, time, rhythms, making, withBass, player, rushed, onClose } = props;
  const [here, setHere] = useState(false);
  const edits = here && selection ? selection.edits : tune;
  const { listening, setListening, swing } = time;
  const set = (next: Partial<typeof listening>) => setListening({ ...listening, ...next });
  const fitting = PATTERNS.filter((pattern) => fitsMeter(pattern, chart.meter));
  const home = (pattern: Pattern) => pattern.feel === null || pattern.feel === chart.feel;
  /** The one being made: the id it is kept under, what it was made from, and whether anything was done to it. */
  const [made, setMade] = useState<Made | null>(null);
  const own = rhythms.own.filter(({ pattern }) => fitsMeter(pattern, chart.meter));
  const standing = edits.pattern ? rhythms.called(edits.pattern) : null;
  const isUnkept =
    standing !== null && standing.id.includes(':') && !own.some(({ pattern }) => pattern.id === standing.id);
  const make = (from: Pattern, id: string = crypto.randomUUID()) => setMade({ id, from, begun: false });
  const groups: readonly (readonly [string, readonly Pattern[]])[] = [
    ['', fitting.filter((pattern) => !pattern.across && home(pattern))],
    [chart.feel === 'swing' ? 'Straight' : 'Swung', fitting.filter((pattern) => !pattern.across && !home(pattern))],
    ['Across the bars', fitting.filter(({ across }) => across)],
  ];
  return (
    <Popover
      anchorEl={anchor}
      open
      onClose={onClose}
      anchorOrigin={{ vertical: 'bottom', horizontal: 'right' }}
      transformOrigin={{ vertical: 'top', horizontal: 'right' }}
      slotProps={{ paper: { className: 'in-time', 'aria-label': 'In time', role: 'dialog' } }}
    >
      <div className="in-time-rhythm">
        <div className="in-time-title">
          <h2>Rhythm</h2>
          <Button
            size="small"
            onClick={() => {
              const from = standing ?? usualPattern(chart.meter, chart.feel);
              if (from) make(from);
            }}
          >
            Make your own…
          </Button>
        </div>
        {selection && (
          <ToggleButtonGroup
            size="small"
            exclusive
            value={here}
            onChange={(_, value: boolean | null) => value !== null && setHere(value)}
            aria-label="Where"
          >
            <ToggleButton value={false}>The tune</ToggleButton>
            <ToggleButton value>{selection.place}</ToggleButton>
          </ToggleButtonGroup>
        )}
        <div role="listbox" aria-label="Rhythm" className="rhythms">
          <RhythmRow
            name="Held chords"
            reason="Each chord once, as long as it lasts."
            chosen={edits.pattern === null || (edits.pattern === undefined && !here)}
            onChoose={() => (here ? edits.play(null) : edits.drop())}
          />
          {here && (
            <RhythmRow
              name="As the tune"
              reason="Nothing of its own."
              chosen={edits.pattern === undefined}
              onChoose={edits.drop}
            />
          )}
          {(own.length > 0 || isUnkept) && (
            <div role="group" aria-label="Yours">
              <h3>Yours</h3>
              {isUnkept && (
                <RhythmRow
                  name="Not kept yet"
                  reason="It stays in this take; with a name, it is here for every tune."
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
              <div key={title} role="group" aria-label={title || 'At home here'}>
                {title !== '' && <h3>{title}</h3>}
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
      <div className="in-time-rest">
        <Dial
          label="How much of it"
          value={edits.dials.density}
          disabled={!edits.pattern}
          said={(value) => `${value} %`}
          onValue={(density) => edits.dial({ density }, 'more or less of the rhythm')}
        />
        <Dial
          label="Next chord early"
          value={edits.dials.pushes}
          disabled={!edits.pattern}
          said={(value) => (value === 0 ? 'never' : value === 100 ? 'always' : `${value} %`)}
          onValue={(pushes) => edits.dial({ pushes }, 'chords early')}
        />
        <FormControlLabel
          control={
            <Switch
              size="small"
              checked={edits.dials.room ?? false}
              disabled={!edits.pattern}
              onChange={(_, room) => edits.dial({ room: room || undefined }, 'room where phrases end')}
            />
          }
          label="Room at phrase ends"
        />
        <label className="in-time-field">
          Texture
          <Select
            size="small"
            value={edits.texture ?? 'full'}
            renderValue={(texture) => TEXTURE_WORDS[texture as Texture].name}
            onChange={({ target }) => edits.sound(target.value === 'full' && !here ? null : (target.value as Texture))}
          >
            {TEXTURES.map((texture) => (
              <MenuItem key={texture} value={texture}>
                {TEXTURE_WORDS[texture].name}
                <small className="in-time-words">{TEXTURE_WORDS[texture].words}</small>
              </MenuItem>
            ))}
          </Select>
        </label>
        <h2>The band</h2>
        <label className="in-time-field">
          Bass
          <Select
            size="small"
            value={listening.bass ?? 'usual'}
            onChange={({ target: { value } }) => set({ bass: value === 'usual' ? null : (value as BassWay | 'none') })}
          >
            <MenuItem value="none">none</MenuItem>
            <MenuItem value="usual">as is usual here</MenuItem>
            {BASS_WAYS.map((way) => (
              <MenuItem key={way} value={way}>
                {BASS_WORDS[way]}
              </MenuItem>
            ))}
          </Select>
        </label>
        {withBass && listening.bass !== 'none' && (
          <p className="in-time-hint">
            {player} plays alone, and has the low notes, too.{' '}
            <button type="button" className="in-time-reset" onClick={withBass}>
              Leave them to the bass
            </button>
          </p>
        )}
        <FormControlLabel
          control={<Switch size="small" checked={listening.brushes} onChange={(_, brushes) => set({ brushes })} />}
          label="Brushes"
        />
        <h2>Time</h2>
        <Dial
          label="Tempo"
          value={listening.rate}
          {...RATES}
          said={(value) => `${Math.round((chart.tempo * value) / 100)} (${value} %)`}
          onValue={(rate) => set({ rate })}
        />
        <Tap onTempo={(tempo) => set({ rate: within(Math.round((100 * tempo) / chart.tempo)) })} />
        {/* Compound meters do not swing: their eighths are thirds already. */}
        {!isCompound(chart.meter) && (
          <Dial
            label="Swing"
            value={Math.round(swing * 100)}
            min={STRAIGHT * 100}
            max={MOST_SWING * 100}
            step={1}
            said={(value) => (value === STRAIGHT * 100 ? 'straight' : `${value} : ${100 - value}`)}
            onValue={(value) => set({ swing: value / 100 })}
          />
        )}
        {listening.swing !== null && (
          <button type="button" className="in-time-reset" onClick={() => set({ swing: null })}>
            As is usual at this tempo
          </button>
        )}
        <label className="in-time-field">
          Click
          <Select size="small" value={listening.click} onChange={({ target: { value } }) => set({ click: value })}>
            {CLICK_WAYS.map((way) => (
              <MenuItem key={way} value={way}>
                {CLICK_WORDS[way]}
              </MenuItem>
            ))}
          </Select>
        </label>
        <label className="in-time-field">
          Heard in
          <Select
            size="small"
            value={listening.shift}
            onChange={({ target: { value } }) => set({ shift: Number(value) })}
          >
            {SHIFTS.map((shift) => (
              <MenuItem key={shift} value={shift}>
                {keyHeard(chart, shift)}
                <small className="in-time-words">{shiftWords(shift)}</small>
              </MenuItem>
            ))}
          </Select>
        </label>
        <FormControlLabel
          control={<Switch size="small" checked={listening.countIn} onChange={(_, countIn) => set({ countIn })} />}
          label="A bar of clicks before"
        />
        <FormControlLabel
          control={<Switch size="small" checked={listening.loop} onChange={(_, loop) => set({ loop })} />}
          label={selection ? `Again and again: ${selection.place}` : 'Again and again'}
        />
      </div>
      <Suspense>
        {made && (
          <RhythmEditor
            pattern={(made.begun && standing) || made.from}
            meter={chart.meter}
            name={rhythms.own.find(({ id }) => id === made.id)?.pattern.name ?? ''}
            place={here && selection ? selection.place : 'the tune'}
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
    </Popover>
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
      <IconButton size="small" aria-label={`Change ${pattern.name}`} title="Change it" onClick={onMake}>
        <EditOutlined fontSize="small" />
      </IconButton>
      <IconButton
        size="small"
        aria-label={`Put ${pattern.name} away`}
        title="Put it away; takes that are played in it keep it"
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

interface DialProps {
  readonly label: string;
  readonly value: number;
  readonly min?: number;
  readonly max?: number;
  readonly step?: number;
  readonly disabled?: boolean;
  readonly said: (value: number) => string;
  /** When it is let go. */
  readonly onValue: (value: number) => void;
}

function Dial({ label, value, min = 0, max = 100, step = 10, disabled = false, said, onValue }: DialProps) {
  const [moving, setMoving] = useState<number | null>(null);
  return (
    <label className="in-time-dial">
      <span>
        {label} <small>{said(moving ?? value)}</small>
      </span>
      <Slider
        size="small"
        {...{ min, max, step, disabled }}
        value={moving ?? value}
        aria-label={label}
        getAriaValueText={said}
        onChange={(_, next) => setMoving(next as number)}
        onChangeCommitted={(_, next) => {
          setMoving(null);
          onValue(next as number);
        }}
      />
    </label>
  );
}
