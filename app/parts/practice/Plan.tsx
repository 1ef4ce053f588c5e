import Add from '@mui/icons-material/Add';
import Check from '@mui/icons-material/Check';
import Button from '@mui/material/Button';
import IconButton from '@mui/material/IconButton';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useEffect, useState } from 'react';
import {
  passageBars,
  cardOf,
  msg,
  PASSAGE_WAYS,
  practisedText,
  stepReason,
  t,
  WAY_WORDS,
  type Msg,
  type PlanStep,
  type Practised,
} from '../../../core/index.ts';
import type { PracticeLog } from '../../keep/practice.ts';
import { Tip } from '../frame/Tip.tsx';
import type { LoadedCard } from './cards.ts';
import { usePlan, type PlannedStep } from './usePlan.ts';
import type { WorkLoaded } from './useVoiced.ts';
import { What } from './What.tsx';

interface PlanProps {
  readonly work: WorkLoaded & { readonly takes: readonly { readonly id: string; readonly name: string }[] };
  readonly tunes: readonly { readonly id: string; readonly title: string }[];
  readonly cards: readonly LoadedCard[];
  readonly log: PracticeLog;
  readonly onTune: (id: string) => void;
  readonly onTake: (id: string) => void;
  readonly onPractise: (what: Practised) => void;
  /** Told what of the plan a session of today has. */
  readonly onToday: (steps: readonly Practised[]) => void;
}

/** The parts of a plan, in the order one goes through them. */
const PARTS: readonly (readonly [Msg, Msg | null, (step: PlanStep) => boolean])[] = [
  [msg('Grips'), msg('set cold, five times each'), ({ kind }) => kind === 'grip'],
  [msg('Changes'), msg('the hardest first, to and fro'), ({ kind }) => kind === 'change'],
  [msg('Two bars'), msg('the hardest first'), (step) => step.kind === 'bars' && length(step) <= 2],
  [
    msg('Four bars'),
    msg('from the beginning'),
    (step) => step.kind === 'bars' && length(step) > 2 && length(step) <= 4,
  ],
  [msg('Eight bars'), null, (step) => step.kind === 'bars' && length(step) > 4],
  [msg('The form'), null, ({ kind }) => kind === 'form'],
];
const length = ({ bars: [from, to] }: PlanStep & { kind: 'bars' }) => to - from + 1;
/** Of each part so much comes into a session of today. */
const OF_TODAY: Readonly<Record<PlanStep['kind'], number>> = { grip: 3, change: 3, bars: 2, form: 1 };

/** The plan of a take, from its grips to its form, each step with its reason. */
export function Plan({ work, tunes, cards, log, onTune, onTake, onPractise, onToday }: PlanProps) {
  const { steps, failed, tempo, player } = usePlan(work, cards);
  useEffect(() => {
    if (steps) onToday(forToday(steps));
  }, [steps, onToday]);
  const known = new Set([...cards.map(({ id }) => id), ...log.onTheWay.keys()]);
  const isUp = (what: Practised) =>
    known.has(cardOf(what) ?? '') && log.onTheWay.get(cardOf(what) ?? '') !== 'laid-down';
  const toTakeUp = steps?.filter(({ step, what }) => isWorthKeeping(step) && !isUp(what)) ?? [];
  return (
    <section aria-label={t('The plan')} className="practice-plan" aria-busy={steps === null && failed === null}>
      <div className="plan-head">
        <h2>{t('The plan')}</h2>
        <TextField
          select
          size="small"
          label={t('Tune')}
          value={work.tune.tuneId}
          onChange={({ target }) => onTune(target.value)}
        >
          {tunes.map(({ id, title }) => (
            <MenuItem key={id} value={id}>
              {title}
            </MenuItem>
          ))}
        </TextField>
        <TextField
          select
          size="small"
          label={t('Take')}
          value={work.take.id}
          onChange={({ target }) => onTake(target.value)}
        >
          {work.takes.map(({ id, name }) => (
            <MenuItem key={id} value={id}>
              {name}
            </MenuItem>
          ))}
        </TextField>
        <Button
          variant="outlined"
          disabled={toTakeUp.length === 0}
          onClick={() => log.takeUp(...toTakeUp.map(({ what }) => what))}
        >
          {toTakeUp.length === 0 && steps ? t('Taken up') : t('Take it up')}
        </Button>
      </div>
      <p className="plan-for">
        {t(
          'For {player}, to {tempo} beats a minute. What is taken up comes back when it is due: its hardest changes, eight bars at a time, the form.',
          { player, tempo },
        )}
      </p>
      {failed !== null && <p role="alert">{failed}</p>}
      {steps === null && failed === null && <p role="status">{t('The take is voiced for this hand …')}</p>}
      {steps?.length === 0 && <p>{t('No chord of this take is played, so there is nothing to practise.')}</p>}
      {steps &&
        PARTS.map(([name, words, belongs]) => {
          const list = steps.filter(({ step }) => belongs(step));
          return (
            list.length > 0 && (
              <Part
                key={name.msg}
                name={t(name)}
                words={words && t(words)}
                steps={list}
                isUp={isUp}
                onPractise={onPractise}
                onTakeUp={log.takeUp}
              />
            )
          );
        })}
      {steps && <OtherWays steps={steps} onPractise={onPractise} />}
    </section>
  );
}

/** What of a plan is kept as cards at one stroke: what carries over. Grips and two bars are learnt on the way. */
function isWorthKeeping(step: PlanStep): boolean {
  if (step.kind === 'change') return step.hardest.difficulty >= WORTH_KEEPING;
  return step.kind === 'form' || (step.kind === 'bars' && length(step) > 4);
}
const WORTH_KEEPING = 5;

/** The first few of each part. */
function forToday(steps: readonly PlannedStep[]): readonly Practised[] {
  const left = { ...OF_TODAY };
  return steps.filter(({ step }) => left[step.kind]-- > 0).map(({ what }) => what);
}

interface PartProps {
  readonly name: string;
  readonly words: string | null;
  readonly steps: readonly PlannedStep[];
  readonly isUp: (what: Practised) => boolean;
  readonly onPractise: (what: Practised) => void;
  readonly onTakeUp: (what: Practised) => void;
}
/** So many steps of a part are shown at first. */
const SHOWN = 4;

/** The steps of a part of the plan, the first few until more are asked for. */
function Part({ name, words, steps, isUp, onPractise, onTakeUp }: PartProps) {
  const [all, setAll] = useState(false);
  return (
    <div className="plan-part">
      <h3>
        {name} {words !== '' && <small>{words}</small>}
      </h3>
      <ul>
        {(all ? steps : steps.slice(0, SHOWN)).map(({ step, what }) => (
          <li key={cardOf(what)}>
            <button type="button" className="plan-step" onClick={() => onPractise(what)}>
              {step.kind === 'bars' && what.kind === 'passage' ? (
                <What what={{ ...what, title: passageBars(what.bars), bars: '' }} />
              ) : (
                <What what={what} />
              )}
              <span className="session-why">{stepReason(step)}</span>
            </button>
            <Tip label={isUp(what) ? t('It comes back when it is due') : t('Let it come back when it is due')}>
              <IconButton
                aria-label={t('Take up {practised}', { practised: practisedText(what) })}
                disabled={isUp(what)}
                onClick={() => onTakeUp(what)}
              >
                {isUp(what) ? <Check /> : <Add />}
              </IconButton>
            </Tip>
          </li>
        ))}
      </ul>
      {!all && steps.length > SHOWN && (
        <Button size="small" onClick={() => setAll(true)}>
          {t('All {steps}', { steps: steps.length })}
        </Button>
      )}
    </div>
  );
}

interface OtherWaysProps {
  readonly steps: readonly PlannedStep[];
  readonly onPractise: (what: Practised) => void;
}

/** The same bars practised otherwise than in a loop. */
function OtherWays({ steps, onPractise }: OtherWaysProps) {
  const spans = steps.flatMap(({ step, what }) =>
    what.kind === 'passage' && (step.kind === 'form' || (step.kind === 'bars' && length(step) > 2)) ? [what] : [],
  );
  const [chosen, setChosen] = useState<string | null>(null);
  const span = spans.find(({ bars }) => bars === chosen) ?? spans.at(-1);
  if (!span) return null;
  return (
    <div className="plan-part">
      <h3>
        {t('Otherwise')}{' '}
        <TextField
          select
          size="small"
          label={t('Of')}
          value={span.bars}
          onChange={({ target }) => setChosen(target.value)}
          className="plan-of"
        >
          {spans.map(({ bars }) => (
            <MenuItem key={bars} value={bars}>
              {passageBars(bars)}
            </MenuItem>
          ))}
        </TextField>
      </h3>
      <ul>
        {PASSAGE_WAYS.map((way) => (
          <li key={way}>
            <button type="button" className="plan-step" onClick={() => onPractise({ ...span, way })}>
              <span className="what">
                <b>{capital(t(WAY_WORDS[way].name))}</b>
              </span>
              <span className="session-why">{t(WAY_WORDS[way].words)}</span>
            </button>
          </li>
        ))}
      </ul>
    </div>
  );
}
const capital = (text: string) => text[0]!.toUpperCase() + text.slice(1);
