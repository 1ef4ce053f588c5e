import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import { useMemo, useState } from 'react';
import {
  headerKey,
  keyChoices,
  type Midi,
  keyFactsText,
  capoText,
  movedByText,
  melodyRangeText,
  parsePitch,
  voiceFit,
  voiceFitText,
  type Chart,
  type KeyChoice,
  type Lies,
  type MelodyRange,
  type Player,
  type Range,
  type SungOver,
  msg,
  t,
  type Msg,
  keyWords,
} from '../../../core/index.ts';
import { useRemembered } from '../../keep/remembered.ts';
import { useLiesInKeys } from './useLiesInKeys.ts';
import { Glyphs } from '../symbol/glyphs.tsx';
import './chart.css';

interface MoveKeyProps {
  readonly tuneId: string;
  readonly chart: Chart;
  /** Open strings of who plays it. */
  readonly tuning: readonly Midi[];
  readonly player: Player;
  /** How high its melody goes; null: it has none. */
  readonly melody: MelodyRange | null;
  /** Its notes over their chords. */
  readonly sung: readonly SungOver[];
  /** `up`: so many semitones, by the octave that suits the voice. */
  readonly onMove: (choice: KeyChoice, up: number) => void;
  readonly onClose: () => void;
}

const NO_RANGE = { low: '', high: '' };

/** All keys with what each means for open strings, a capo and a voice; one is chosen, and the tune moves there. */
export function MoveKey({ tuneId, chart, tuning, player, melody, sung, onMove, onClose }: MoveKeyProps) {
  const choices = useMemo(() => keyChoices(chart, tuning), [chart, tuning]);
  const [chosen, setChosen] = useState<KeyChoice | null>(null);
  const [tune, setTune] = useRemembered(`tune-range.${tuneId}`, NO_RANGE);
  const [voice, setVoice] = useRemembered('voice-range', NO_RANGE);
  const [tuneRange, voiceRange] = [rangeOf(tune) ?? melody, rangeOf(voice)];
  const [asksVoice, setAsksVoice] = useState(tuneRange !== null || voiceRange !== null);
  const fitOf = ({ up }: KeyChoice) => tuneRange && voiceRange && voiceFit(tuneRange, voiceRange, up);
  const move = (choice: KeyChoice) => onMove(choice, fitOf(choice)?.up ?? choice.up);
  const ups = useMemo(() => [...new Set(choices.map(({ up }) => up))], [choices]);
  const lies = useLiesInKeys(player, sung, ups);
  /** Where the tune lies best alone, once all keys are known. */
  const best = lies.size === ups.length ? bestOf(choices, lies) : null;
  const bases = choices[0]?.basses ?? 0;
  return (
    <Dialog open onClose={onClose} maxWidth="md" fullWidth>
      <DialogTitle>{t('Move the tune to another key')}</DialogTitle>
      <DialogContent>
        <details className="voice" open={asksVoice} onToggle={({ currentTarget }) => setAsksVoice(currentTarget.open)}>
          <summary>{t('For a singer: which key suits the voice?')}</summary>
          {/* A field that is hidden would be the first that the dialog sends the focus to, in vain. */}
          {asksVoice && (
            <>
              <div className="voice-ranges">
                <RangeFields label={t('The tune goes')} value={tune} onChange={setTune} hint="A3 D5" />
                <RangeFields label={t('The voice goes')} value={voice} onChange={setVoice} hint="G3 C5" />
              </div>
              <p>
                {t('Lowest and highest note as they sound: C4 is middle C. The tune’s in the key it stands in now.')}
                {melody && (
                  <Glyphs
                    text={` ${t('Its melody goes from {range}.', { range: melodyRangeText(melody, chart.key) })}`}
                  />
                )}
              </p>
            </>
          )}
        </details>
        {best && (
          <p className="keys-best">
            <Glyphs
              text={t('As a chord-melody it lies best in {key}, {octave}: {carried} of {notes} notes can be carried.', {
                key: keyWords(headerKey(best.choice.key)),
                octave: OCTAVE_WORDS[best.lies.octave]!,
                carried: best.lies.carried,
                notes: best.lies.notes,
              })}
            />{' '}
            {best.choice.key.tonic !== chart.key.tonic && (
              <Button size="small" onClick={() => move(best.choice)}>
                {t('Move it there')}
              </Button>
            )}
          </p>
        )}
        <div className="keys-table" role="radiogroup" aria-label={t('Keys ¦ musical')}>
          {choices.map((choice) => {
            const name = headerKey(choice.key);
            const here = choice.key.tonic === chart.key.tonic;
            const fit = fitOf(choice);
            return (
              <button
                key={name}
                type="button"
                role="radio"
                aria-checked={chosen === choice}
                aria-label={[
                  keyWords(name),
                  here ? t('it stands here') : movedByText(fit?.up ?? choice.up),
                  keyFactsText(choice),
                  choice.capo && capoText(choice.capo),
                  fit && voiceFitText(fit),
                ]
                  .filter(Boolean)
                  .join(', ')}
                className={`keys-row ${here ? 'keys-here' : ''}`}
                onClick={() => setChosen(choice)}
                onDoubleClick={() => !here && move(choice)}
              >
                <b>
                  <Glyphs text={keyWords(name)} />
                </b>
                <span>{here ? t('it stands here') : movedByText(fit?.up ?? choice.up)}</span>
                <span className="keys-facts">
                  <Glyphs text={keyFactsText(choice)} />
                </span>
                <span className="keys-capo">
                  <Glyphs text={choice.capo ? capoText(choice.capo) : ''} />
                </span>
                <span className={fit && fit.tooLow + fit.tooHigh > 0 ? 'keys-misfit' : 'keys-fit'}>
                  {fit ? voiceFitText(fit) : ''}
                </span>
                {sung.length > 0 && (
                  <LiesMap lies={lies.get(choice.up)} best={best?.choice === choice ? best.lies : null} />
                )}
              </button>
            );
          })}
        </div>
        <p className="dialog-lead">
          {t(
            'The tune has {bases} different bass notes. {which} move along; a pinned grip with open strings is let go.',
            { bases, which: melody ? t('Its melody, colours and pinned grips') : t('Colours and pinned grips') },
          )}
        </p>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>{t('Cancel')}</Button>
        <Button
          variant="contained"
          color="secondary"
          disabled={chosen === null || chosen.key.tonic === chart.key.tonic}
          onClick={() => chosen && move(chosen)}
        >
          <Glyphs text={chosen ? t('Move to {key}', { key: keyWords(headerKey(chosen.key)) }) : t('Move')} />
        </Button>
      </DialogActions>
    </Dialog>
  );
}

const OCTAVE_WORDS: Readonly<Record<number, Msg>> = {
  [-1]: msg('an octave down'),
  0: msg('as it is sung'),
  1: msg('an octave up'),
  2: msg('two octaves up'),
};

function bestOf(choices: readonly KeyChoice[], lies: ReadonlyMap<number, readonly Lies[]>) {
  const all = choices.flatMap((choice) => lies.get(choice.up)!.map((one) => ({ choice, lies: one })));
  return all.reduce((a, b) => (b.lies.worth > a.lies.worth ? b : a));
}

/** How the tune lies in a key, octave by octave from one down: the fuller a square, the more grips carry it, and the easier. */
function LiesMap({ lies, best }: { readonly lies: readonly Lies[] | undefined; readonly best: Lies | null }) {
  return (
    <span className="keys-lies">
      {lies?.map((one) => {
        const share = Math.max(0, Math.min(1, one.worth / Math.max(1, one.notes) / MOST_WORTH));
        const words = t('{octave}: {carried} of {notes} carried', {
          octave: OCTAVE_WORDS[one.octave]!,
          carried: one.carried,
          notes: one.notes,
        });
        return (
          <i key={one.octave} title={words} className={one === best ? 'keys-lies-best' : ''}>
            <span style={{ height: `${Math.round(share * 100)}%` }} />
          </i>
        );
      })}
    </span>
  );
}
/** A note is worth so much at most (where-it-lies). */
const MOST_WORTH = 2;

type TypedRange = typeof NO_RANGE;

/** A range as typed; null while it is not whole, or upside down. */
function rangeOf({ low, high }: TypedRange): Range | null {
  const [from, to] = [parsePitch(low), parsePitch(high)];
  return from !== null && to !== null && from <= to ? { low: from, high: to } : null;
}

interface RangeFieldsProps {
  readonly label: string;
  readonly value: TypedRange;
  readonly onChange: (value: TypedRange) => void;
  /** A low and a high note, for example. */
  readonly hint: string;
}

function RangeFields({ label, value, onChange, hint }: RangeFieldsProps) {
  const [lowHint, highHint] = hint.split(' ') as [string, string];
  const wrong = (text: string) => text.trim() !== '' && parsePitch(text) === null;
  const upsideDown = !wrong(value.low) && !wrong(value.high) && value.low && value.high && rangeOf(value) === null;
  const field = (name: keyof TypedRange, example: string) => (
    <TextField
      size="small"
      label={name === 'low' ? t('from') : t('to')}
      placeholder={example}
      value={value[name]}
      error={wrong(value[name]) || Boolean(upsideDown)}
      helperText={
        wrong(value[name])
          ? t('A note like {example}', { example })
          : upsideDown && name === 'high'
            ? t('Lower than the lowest')
            : ' '
      }
      slotProps={{ htmlInput: { 'aria-label': `${label} ${name === 'low' ? t('from') : t('to')}` } }}
      onChange={(event) => onChange({ ...value, [name]: event.target.value })}
    />
  );
  return (
    <fieldset>
      <legend>{label}</legend>
      {field('low', lowHint)}
      {field('high', highHint)}
    </fieldset>
  );
}
