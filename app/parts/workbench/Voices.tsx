import Button from '@mui/material/Button';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import {
  locale,
  msg,
  noteIn,
  noteText,
  pitchClassOf,
  pitchText,
  SERVES_HEADINGS,
  servingText,
  symbolText,
  t,
  VOICE_WAYS,
  wayText,
  type Column,
  type Midi,
  type Msg,
  type Steer,
  type VoiceWay,
} from '../../../core/index.ts';
import type { SteeredOutcome } from '../../work/questions.ts';
import { GripDiagram } from '../neck/GripDiagram.tsx';
import type { Guitar } from '../neck/layout.ts';
import { Glyphs } from '../symbol/glyphs.tsx';
import { OptionRow } from './OptionRow.tsx';
import type { VoicesSteered } from './useVoices.ts';
import './workbench.css';

interface VoicesProps {
  readonly voices: VoicesSteered;
  readonly column: Column;
  /** The next that sounds, or null. */
  readonly next: Column | null;
  readonly guitar: Guitar;
  readonly trying: number;
  readonly onTry: (index: number) => void;
  readonly onKeep: (index: number) => void;
  readonly onHear: (outcome: SteeredOutcome) => void;
}

/** Each voice of the grip sent where one likes at the next change, and everything that can come of it. */
export function Voices({ voices, column, next, guitar, trying, onTry, onKeep, onHear }: VoicesProps) {
  const { pitches, ways, armed, found: steered } = voices;
  if (pitches.length === 0) return <p className="side-empty">{t('No chord sounds here.')}</p>;
  if (next === null)
    return <p className="side-empty">{t('Nothing follows this chord. Select one that another comes after.')}</p>;
  const name = (pitch: Midi) => {
    const note = column.chord && noteIn(column.chord, pitchClassOf(pitch));
    return note ? noteText(note) : pitchText(pitch);
  };
  const steers = ways.some((way) => way !== 'free');
  return (
    <div className="voices">
      <p>
        <span>
          <Glyphs
            text={t('To {chord} in bar {bar}, each voice goes', {
              chord: symbolText(next.symbol),
              bar: next.slot.bar,
            })}
          />
        </span>
        {steers && (
          <Button size="small" onClick={voices.free}>
            {t('All free')}
          </Button>
        )}
      </p>
      <ul className="voices-ways" aria-label={t('Voices, from the top')}>
        {pitches
          .map((pitch, v) => ({ pitch, v }))
          .reverse()
          .map(({ pitch, v }, row) => (
            <li key={pitch} className={armed === v ? 'voice-armed' : ''}>
              <kbd>{row + 1}</kbd>
              <b>
                <Glyphs text={name(pitch)} />
              </b>
              <Ways
                label={t('{name}, voice {row}', { name: name(pitch), row: row + 1 })}
                way={ways[v]!}
                onWay={(way) => voices.set(v, way)}
              />
            </li>
          ))}
      </ul>
      {steered === null ? (
        <p className="side-empty">{t('Looking where they can go…')}</p>
      ) : (
        <>
          <ul className="options" aria-label={t('What can come of it')}>
            {steered.outcomes.map((outcome, i) => (
              <Row
                key={`${outcome.grip.grip} ${wayText(outcome)}`}
                outcome={outcome}
                heading={steered.outcomes[i - 1]?.serves !== outcome.serves}
                guitar={guitar}
                trying={i === trying}
                onTry={() => onTry(i)}
                onKeep={() => onKeep(i)}
                onHear={() => onHear(outcome)}
              />
            ))}
          </ul>
          <p className="side-empty">
            {steered.outcomes.length === 0
              ? t('Nothing that this hand can hold comes of it. Set a voice free, or send it the other way.')
              : steered.all > steered.outcomes.length
                ? t('The nearest {outcomes} of {all}: send a voice to see others.', {
                    outcomes: steered.outcomes.length,
                    all: steered.all.toLocaleString(locale()),
                  })
                : t('That is all this hand can hold.')}
          </p>
        </>
      )}
    </div>
  );
}

interface WaysProps {
  readonly label: string;
  readonly way: Steer;
  readonly onWay: (way: VoiceWay) => void;
}

/** Where one voice goes. */
function Ways({ label, way, onWay }: WaysProps) {
  const exact = typeof way === 'object' ? pitchText(way.to) : null;
  return (
    <ToggleButtonGroup
      exclusive
      size="small"
      value={exact ?? way}
      aria-label={label}
      onChange={(_, next: VoiceWay | null) => onWay(next ?? 'free')}
    >
      {VOICE_WAYS.map((one) => (
        <ToggleButton key={one} value={one}>
          {t(WAY_WORDS[one])}
        </ToggleButton>
      ))}
      {exact !== null && (
        <ToggleButton value={exact}>
          {t('to ¦ chord')} <Glyphs text={exact} />
        </ToggleButton>
      )}
    </ToggleButtonGroup>
  );
}

const WAY_WORDS: Readonly<Record<VoiceWay, Msg>> = {
  free: msg('free'),
  held: msg('held'),
  up: msg('up'),
  down: msg('down'),
  late: msg('late'),
  early: msg('early'),
};

interface RowProps {
  readonly outcome: SteeredOutcome;
  /** Whether a group begins with it. */
  readonly heading: boolean;
  readonly guitar: Guitar;
  readonly trying: boolean;
  readonly onTry: () => void;
  readonly onKeep: () => void;
  readonly onHear: () => void;
}

/** What can come of the voices' ways. */
function Row({ outcome, heading, guitar, ...row }: RowProps) {
  const { serves, end, grip, extra } = outcome;
  return (
    <OptionRow
      {...row}
      heading={heading ? t(SERVES_HEADINGS[serves]) : null}
      name={grip.grip}
      stands={false}
      extra={extra}
      playable
    >
      <GripDiagram grip={grip} guitar={guitar} />
      <span className="option-reason">
        <b>
          <Glyphs text={servingText(end)} />
        </b>
        <Glyphs text={wayText(outcome)} />
        <span className="visually-hidden">, {grip.grip}</span>
      </span>
    </OptionRow>
  );
}
