import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import Slider from '@mui/material/Slider';
import TextField from '@mui/material/TextField';
import { useMemo, useState } from 'react';
import {
  nextTrial,
  noteText,
  parseChord,
  pitchText,
  reachTrials,
  settingCaution,
  TUNINGS,
  type Barres,
  type Chord,
  type FingerNumber,
  type Midi,
  type Player,
  type ReachAnswer,
  type ReachTrial,
} from '../../../core/index.ts';
import { useSurvey } from '../../work/solver.ts';
import { guitarOf } from '../neck/layout.ts';
import { Neck, type Span } from '../neck/Neck.tsx';
import { ChordSymbol } from '../symbol/ChordSymbol.tsx';
import { Choice, Draft, Flag, NumberDraft, Several, type Settings } from './fields.tsx';

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
          noteNames={player.noteNames}
          spans={trial ? [spanOf(trial, guitar.open.length)] : reachSpans(player, guitar.mm)}
          area={player.area}
          label={`The neck: ${guitar.open.length} strings, ${player.highestFret} frets`}
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
        <TheCompany player={player} onChange={onChange} />
      </div>
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
  const names = ['first', 'fifth', 'ninth'];
  return SHOWN_AT.filter((fret) => fret < mm.length - 1)
    .map((fret, i) => `${farthest(fret, reach, mm) - fret + 1}${i === 0 ? ' frets' : ''} from the ${names[i]!}`)
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
    <div className="players-trial" role="group" aria-label="Finding the reach">
      <p>
        Can you hold these two together, at ease? Index at fret {trial.index}, little finger at fret {trial.little}:{' '}
        {trial.mm} mm. <em>Warm up first, and stop at any pain.</em>
      </p>
      <Button variant="contained" color="secondary" onClick={() => onAnswer(true)} autoFocus>
        Yes, at ease
      </Button>
      <Button variant="outlined" onClick={() => onAnswer(false)}>
        No, it strains
      </Button>
      <Button onClick={onStop}>Leave it</Button>
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
        {now.toLocaleString('en')}
        {by !== 0 && <small>{` ${by > 0 ? '+' : '−'}${Math.abs(by).toLocaleString('en')}`}</small>}
      </>
    );
  };
  return (
    <div className="players-holds" aria-busy={share !== null}>
      <p>
        Reaches {reaches}. {last && <>Holds {count(last.shapes, before?.shapes)} shapes:</>}
        {share !== null && (
          <span role="status" className="players-counting">
            {' '}
            counting… {Math.round(share * 100)} %
          </span>
        )}
      </p>
      {last && (
        <ul>
          {SAMPLE.map((symbol, i) => (
            <li key={symbol} className={last.grips[i] === 0 ? 'players-none' : ''}>
              <ChordSymbol symbol={symbol} /> {last.grips[i] === 0 ? 'none' : count(last.grips[i]!, before?.grips[i])}
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}

const REACHES = [
  ['Small', 90],
  ['Middle', 110],
  ['Large', 125],
] as const;
const FINGERS: readonly (readonly [FingerNumber, string])[] = [
  [1, 'Index'],
  [2, 'Middle'],
  [3, 'Ring'],
  [4, 'Little'],
];
const BARRE_WORDS: readonly (readonly [Barres, string])[] = [
  ['none', 'None'],
  ['partial', 'Half'],
  ['full', 'Full'],
  ['slanted', 'Slanted too'],
];

function TheHand({ player, onChange, onTry, caution }: Settings & { onTry: () => void; caution: string | null }) {
  const [sliding, setSliding] = useState<number | null>(null);
  return (
    <section aria-labelledby="the-hand">
      <h2 id="the-hand">The hand</h2>
      <div className="setting setting-reach">
        <span className="setting-label">Reach, index to little finger</span>
        <Slider
          size="small"
          min={50}
          max={160}
          value={sliding ?? player.reach}
          aria-label="Reach in millimetres"
          onChange={(_, value) => setSliding(value as number)}
          onChangeCommitted={(_, value) => {
            setSliding(null);
            onChange({ reach: value as number });
          }}
        />
        <NumberDraft player={player} onChange={onChange} field="reach" label="mm" width={84} />
        <span className="setting-presets">
          {REACHES.map(([name, reach]) => (
            <Button
              key={name}
              size="small"
              variant="outlined"
              aria-pressed={player.reach === reach}
              onClick={() => onChange({ reach })}
            >
              {name} {reach}
            </Button>
          ))}
          <Button size="small" variant="outlined" onClick={onTry}>
            Find it by trying
          </Button>
        </span>
        {caution && <p className="caution">{caution}</p>}
      </div>
      <Several
        label="Fingers that fret"
        all={FINGERS}
        on={FINGERS.map(([finger]) => finger).filter((finger) => !player.resting.includes(finger))}
        onToggle={(on) =>
          onChange({ resting: FINGERS.map(([finger]) => finger).filter((finger) => !on.includes(finger)) })
        }
      >
        {player.resting.length > 0 && <p>The others rest: no grip asks for them.</p>}
      </Several>
      <Choice label="Barres" value={player.barres} choices={BARRE_WORDS} onChoose={(barres) => onChange({ barres })} />
      <Flag label="The thumb frets the lowest string" on={player.thumb} onChange={(thumb) => onChange({ thumb })} />
      <Choice
        label="The other hand plays with"
        value={player.pluck}
        choices={[
          ['fingers', 'Fingers'],
          ['pick', 'A pick'],
        ]}
        onChoose={(pluck) => onChange({ pluck })}
      >
        <p>
          {player.pluck === 'pick'
            ? 'Strings side by side; one may be left out where a finger damps it.'
            : 'Up to two strings between may be left out.'}
        </p>
      </Choice>
    </section>
  );
}

const OWN = 'own';

function TheGuitar({ player, onChange }: Settings) {
  const { tuning } = player;
  const named = TUNINGS.find(({ strings }) => strings.join() === tuning.join());
  /** With another number of strings the same strings from the top stay out of use. */
  const retune = (strings: readonly Midi[]) =>
    onChange({
      tuning: strings,
      unusedStrings: player.unusedStrings
        .map((s) => s + strings.length - tuning.length)
        .filter((s) => s >= 0 && s < strings.length),
    });
  return (
    <section aria-labelledby="the-guitar">
      <h2 id="the-guitar">The guitar</h2>
      <div className="setting-row">
        <TextField
          select
          size="small"
          label="Tuning"
          value={named?.id ?? OWN}
          onChange={({ target }) => {
            const chosen = TUNINGS.find(({ id }) => id === target.value);
            if (chosen) retune(chosen.strings);
          }}
          sx={{ width: 200 }}
        >
          {TUNINGS.map(({ id, name }) => (
            <MenuItem key={id} value={id}>
              {name}
            </MenuItem>
          ))}
          {!named && <MenuItem value={OWN}>Own</MenuItem>}
        </TextField>
        <Draft
          player={player}
          onChange={({ tuning: strings }) => strings && retune(strings)}
          field="tuning"
          label="Strings, lowest first"
          write={(one) => one.tuning.map((open) => pitchText(open, 'letters')).join(' ')}
          read={(text) => text.replaceAll('♭', 'b').replaceAll('♯', '#')}
          width={252}
        />
      </div>
      <div className="setting-row">
        <NumberDraft
          player={player}
          onChange={onChange}
          field="scaleLength"
          label="Scale, mm"
          hint="628–650"
          width={92}
        />
        <NumberDraft player={player} onChange={onChange} field="highestFret" label="Frets" hint="in use" width={84} />
        <NumberDraft player={player} onChange={onChange} field="capo" label="Capo" hint="0: none" width={84} />
      </div>
      <Several
        label="Strings in use"
        all={tuning.map((open, s) => [s, pitchText(open, player.noteNames)] as const)}
        on={tuning.map((_, s) => s).filter((s) => !player.unusedStrings.includes(s))}
        onToggle={(on) => {
          if (on.length >= 3) onChange({ unusedStrings: tuning.map((_, s) => s).filter((s) => !on.includes(s)) });
        }}
      >
        <p>Three at least.</p>
      </Several>
      <Flag
        label="Left-handed: the neck is shown mirrored"
        on={player.leftHanded}
        onChange={(leftHanded) => onChange({ leftHanded })}
      />
    </section>
  );
}

const ANYWHERE = 'any';

function TheCompany({ player, onChange }: Settings) {
  const { area } = player;
  // What was chosen on a longer neck still stands.
  const last = Math.max(player.highestFret - player.capo, area?.[1] ?? 0);
  const frets = Array.from({ length: last + 1 }, (_, fret) => fret);
  const LEAST = 3;
  return (
    <section aria-labelledby="the-company">
      <h2 id="the-company">The rest</h2>
      <Draft
        player={player}
        onChange={onChange}
        field="name"
        label="Name of this player"
        write={(one) => one.name}
        read={(text) => text}
        width="100%"
      />
      <Choice
        label="Plays"
        value={player.company}
        choices={[
          ['alone', 'Alone'],
          ['bass', 'With a bass player'],
        ]}
        onChoose={(company) => onChange({ company })}
      >
        <p>
          {player.company === 'bass' ? 'The bass has the roots: smaller grips do.' : 'The guitar has the bass, too.'}
        </p>
      </Choice>
      <div className="setting">
        <span className="setting-label">Likes to stay in frets</span>
        <div className="setting-row">
          <TextField
            select
            size="small"
            label="from"
            value={area?.[0] ?? ANYWHERE}
            onChange={({ target: { value } }) =>
              onChange({
                area: value === ANYWHERE ? null : [Number(value), Math.max(area?.[1] ?? 0, Number(value) + LEAST)],
              })
            }
            sx={{ width: 132 }}
          >
            <MenuItem value={ANYWHERE}>anywhere</MenuItem>
            {frets.slice(0, -1).map((fret) => (
              <MenuItem key={fret} value={fret}>
                {fret === 0 ? 'open' : fret}
              </MenuItem>
            ))}
          </TextField>
          {area && (
            <TextField
              select
              size="small"
              label="to"
              value={area[1]}
              onChange={({ target: { value } }) => onChange({ area: [area[0], Number(value)] })}
              sx={{ width: 92 }}
            >
              {frets.slice(Math.min(area[0] + LEAST, area[1])).map((fret) => (
                <MenuItem key={fret} value={fret}>
                  {fret}
                </MenuItem>
              ))}
            </TextField>
          )}
        </div>
      </div>
      <Choice
        label="Notes are called"
        value={player.noteNames}
        choices={[
          ['letters', 'B B♭'],
          ['german', 'H B'],
          ['fixed-do', `${noteText('B', 'fixed-do')} ${noteText('Bb', 'fixed-do')}`],
        ]}
        onChoose={(noteNames) => onChange({ noteNames })}
      >
        <p>On the neck; chord symbols stay as the chart has them.</p>
      </Choice>
    </section>
  );
}
