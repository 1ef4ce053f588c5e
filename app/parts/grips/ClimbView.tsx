import VolumeUpOutlined from '@mui/icons-material/VolumeUpOutlined';
import Button from '@mui/material/Button';
import {
  allowedMs,
  handChange,
  neededMs,
  pitchText,
  rateChange,
  ratingText,
  symbolOf,
  type Chord,
  type ClimbLine,
  type ClimbOpen,
  type Frets,
  type Grip,
  type Player,
  msg,
  t,
  type Msg,
  symbolText,
} from '../../../core/index.ts';
import { useRemembered } from '../../keep/remembered.ts';
import { useClimb } from '../../work/answers.ts';
import { Choice } from '../frame/Choice.tsx';
import { DraftField } from '../frame/DraftField.tsx';
import type { Guitar } from '../neck/layout.ts';
import { Glyphs } from '../symbol/glyphs.tsx';
import { GripRow } from './GripRow.tsx';
import './grips.css';

interface ClimbViewProps {
  readonly chord: Chord;
  readonly player: Player;
  readonly guitar: Guitar;
  /** Which of a row sounds, or null. */
  readonly playing: number | null;
  readonly onHear: (row: readonly (readonly number[])[], seconds: number) => void;
  readonly onShow: (frets: Frets) => void;
}

/** How a climb is asked for, as remembered. */
interface Asked {
  readonly line: ClimbLine;
  readonly direction: 'up' | 'down';
  readonly count: number;
  readonly open: ClimbOpen;
  readonly notes: number | null;
  /** Beats a minute, and beats to a grip. */
  readonly tempo: number;
  readonly beats: number;
}
const FIRST: Asked = { line: 'both', direction: 'up', count: 4, open: 'may', notes: 4, tempo: 92, beats: 2 };

const LINES: readonly (readonly [ClimbLine, Msg])[] = [
  ['top', msg('the top note')],
  ['bass', msg('the bass')],
  ['both', msg('both')],
];
const OPEN: readonly (readonly [ClimbOpen, Msg])[] = [
  ['may', msg('may ring')],
  ['all', msg('in every grip')],
  ['none', msg('none')],
];
const NOTES = ['any', '3', '4', '5'] as const;
const BEATS = ['1', '2', '4'] as const;
const COUNTS = ['3', '4', '5', '6', '8'] as const;
const same = <T extends string>(choices: readonly T[]) => choices.map((choice) => [choice, choice] as const);
const TEMPOS = { least: 30, most: 300 };

/** One held chord through several grips of itself, climbing or falling, that the hand can change in time. */
export function ClimbView({ chord, player, guitar, playing, onHear, onShow }: ClimbViewProps) {
  const [asked, setAsked] = useRemembered('climb', FIRST);
  const { line, direction, count, open, notes, tempo, beats } = asked;
  const quarter = 60 / tempo;
  const allowed = allowedMs(quarter * beats, quarter);
  const { grips, share } = useClimb(player, chord, { line, direction, count, open, notes, allowedMs: allowed });
  const put = (part: Partial<Asked>) => setAsked({ ...asked, ...part });
  const heardOf = (grip: Grip) =>
    [line !== 'top' && grip.pitches[0]!, line !== 'bass' && grip.pitches.at(-1)!]
      .filter((pitch) => pitch !== false)
      .map((pitch) => pitchText(pitch))
      .join(' – ');
  return (
    <div className="climb" aria-busy={grips === null}>
      <div className="climb-ask">
        <Choice label={t('What moves')} choices={LINES} value={line} onChoose={(next) => put({ line: next })} />
        <Choice
          label={t('Which way')}
          choices={[
            ['up', t('climbing')],
            ['down', t('falling')],
          ]}
          value={direction}
          onChoose={(next) => put({ direction: next })}
        />
        <Choice
          label={t('Grips')}
          choices={same(COUNTS)}
          value={String(count)}
          onChoose={(next) => put({ count: Number(next) })}
        />
        <Choice label={t('Open strings')} choices={OPEN} value={open} onChoose={(next) => put({ open: next })} />
        <Choice
          label={t('Notes in a grip')}
          choices={same(NOTES)}
          value={notes === null ? 'any' : String(notes)}
          onChoose={(next) => put({ notes: next === 'any' ? null : Number(next) })}
        />
        <Choice
          label={t('Beats to a grip')}
          choices={same(BEATS)}
          value={String(beats)}
          onChoose={(next) => put({ beats: Number(next) })}
        />
        <DraftField
          label={t('Beats a minute')}
          inputMode="numeric"
          width={120}
          value={String(tempo)}
          faultOf={(text) =>
            Number(text) >= TEMPOS.least && Number(text) <= TEMPOS.most
              ? null
              : t('{least} to {most}', { least: TEMPOS.least, most: TEMPOS.most })
          }
          onTake={(text) => put({ tempo: Number(text) })}
        />
      </div>
      {grips === null && (
        <p role="status">
          {t('Looking for a way…')} {share > 0 && `${Math.round(share * 100)} %`}
        </p>
      )}
      {grips?.length === 0 && (
        <p className="side-empty">
          <Glyphs
            text={t(
              '{symbol} has no such run for this hand at this tempo. Ask for fewer grips, more beats to each, or other strings.',
              { symbol: symbolText(symbolOf(chord)) },
            )}
          />
        </p>
      )}
      {grips && grips.length > 0 && (
        <GripRow
          title={
            <>
              <Glyphs text={`${symbolText(symbolOf(chord))}, ${direction === 'up' ? t('climbing') : t('falling')}`} />
              <Button
                size="small"
                variant="outlined"
                startIcon={<VolumeUpOutlined />}
                onClick={() =>
                  onHear(
                    grips.map(({ pitches }) => pitches),
                    quarter * beats,
                  )
                }
              >
                {t('Hear it at {tempo}', { tempo })}
              </Button>
            </>
          }
          label={t('The run')}
          playing={playing ?? -1}
          grips={grips.map((grip, i) => ({
            grip,
            head: (
              <em>
                <Glyphs text={heardOf(grip)} />
              </em>
            ),
            foot: i === 0 ? t('begins') : changeOf(grips[i - 1]!, grip, guitar, allowed),
          }))}
          guitar={guitar}
          onShow={onShow}
        />
      )}
    </div>
  );
}

/** How the hand gets there: in how long, of how long there is. */
function changeOf(from: Grip, to: Grip, guitar: Guitar, allowed: number): string {
  const needed = neededMs(handChange(from, to), from, to, guitar);
  return ratingText(rateChange(needed, allowed), needed, allowed);
}
