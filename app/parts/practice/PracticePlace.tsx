import PlayArrow from '@mui/icons-material/PlayArrow';
import Button from '@mui/material/Button';
import { Suspense, useMemo, useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { useSearchParams } from 'react-router';
import {
  cardOf,
  practiceSession,
  SESSION_MINUTES,
  type Logged,
  type Practised,
  type SessionMinutes,
  msg,
  t,
} from '../../../core/index.ts';
import { useFresh } from '../../keep/fresh.ts';
import { useLeftUnderWay, useLog, usePractise } from '../../keep/practice.ts';
import { useRemembered } from '../../keep/remembered.ts';
import { Choice } from '../frame/Choice.tsx';
import { Frame } from '../frame/Frame.tsx';
import { KeySheet, type Keys } from '../frame/KeySheet.tsx';
import { later } from '../frame/later.tsx';
import { SaveState } from '../frame/SaveState.tsx';
import { CardsList } from './CardsList.tsx';
import type { LoadedCard } from './cards.ts';
import { LogList } from './LogList.tsx';
import { Plan } from './Plan.tsx';
import type { ProgressLoaded } from './Progress.tsx';
import { SessionList } from './SessionList.tsx';
import type { WorkLoaded } from './useVoiced.ts';
import './practice.css';

const Progress = later(async () => (await import('./Progress.tsx')).Progress);

interface PracticePlaceProps {
  readonly now: number;
  /** The last moment of today: what is due by then is due. */
  readonly today: number;
  readonly version: number;
  readonly cards: readonly LoadedCard[];
  readonly tunes: readonly { readonly id: string; readonly title: string }[];
  readonly work: (WorkLoaded & { readonly takes: readonly { readonly id: string; readonly name: string }[] }) | null;
  readonly log: readonly Logged[];
  readonly progress: ProgressLoaded | null;
  readonly minutesToday: number;
}

const SHOWS = [
  ['today', msg('Today')],
  ['log', msg('Log')],
  ['progress', msg('Progress')],
] as const;
type Show = (typeof SHOWS)[number][0];

const KEYS: Keys = [
  ['B', msg('begin the session')],
  ['1 2 3', msg('five minutes, fifteen, thirty')],
  ['T L P', msg('today, the log, progress')],
  ['?', msg('this sheet')],
];
const MINUTES = SESSION_MINUTES.map((minutes) => [String(minutes), t('{minutes} min', { minutes })] as const);

/** What is due, a session of it, the plan of a take, the log, and what it comes to. */
export function PracticePlace(props: PracticePlaceProps) {
  const { now, today: until, version, cards, tunes, work, minutesToday } = props;
  useFresh();
  const log = useLog(version);
  useLeftUnderWay(log);
  const [search, setSearch] = useSearchParams();
  const set = (name: string, value: string | null) =>
    setSearch(
      (params) => {
        if (value === null) params.delete(name);
        else params.set(name, value);
        if (name === 'tune') params.delete('take');
        return params;
      },
      { replace: true, preventScrollReset: true },
    );
  const show = SHOWS.find(([id]) => id === search.get('show'))?.[0] ?? 'today';
  const showIt = (next: Show) => set('show', next === 'today' ? null : next);
  const [minutes, setMinutes] = useRemembered<SessionMinutes>('session-minutes', 15);
  const { begin, practise } = usePractise();
  const [today, setToday] = useState<readonly Practised[]>([]);

  const steps = useMemo(() => {
    const due = cards.filter((one) => one.due !== null && log.onTheWay.get(one.id) !== 'laid-down');
    const inSession = due.map(({ id, what, due: at, state }) => ({ ...state, id, what, due: at! }));
    const known = new Set(cards.map(({ id }) => id));
    // What of the plan comes back by itself has its own day.
    const fresh = today.filter((what) => !known.has(cardOf(what) ?? ''));
    return practiceSession(minutes, { cards: inSession, today: fresh, until });
  }, [cards, log.onTheWay, minutes, today, until]);

  const due = cards.filter((one) => one.due !== null && one.due <= until).length;
  const [asking, setAsking] = useState(false);
  const free = { preventDefault: true, enabled: !asking };
  useHotkeys('b', () => begin(steps), free);
  useHotkeys('1, 2, 3', (_, { hotkey }) => setMinutes(SESSION_MINUTES[Number(hotkey) - 1]!), free);
  useHotkeys('t', () => showIt('today'), free);
  useHotkeys('l', () => showIt('log'), free);
  useHotkeys('p', () => showIt('progress'), free);

  return (
    <Frame
      tuneId={work?.tune.tuneId ?? null}
      header={
        <>
          <div className="head-title">
            <h1>{t('Practice')}</h1>
            <span className="facts">
              {t('{more} · {minutes} min today', {
                more: due === 0 ? t('nothing due') : t('{due} due', { due }),
                minutes: minutesToday,
              })}
            </span>
          </div>
          <span className="head-gap" />
          <SaveState />
          <KeySheet keys={KEYS} onOpen={setAsking} />
          <Button
            variant="contained"
            color="secondary"
            startIcon={<PlayArrow />}
            disabled={steps.length === 0}
            onClick={() => begin(steps)}
          >
            {t('Begin')}
          </Button>
        </>
      }
    >
      <div className="practice">
        <div className="practice-shows">
          <Choice label={t('Shown')} choices={SHOWS} value={show} onChoose={showIt} />
        </div>
        {show === 'today' && (
          <div className="practice-today">
            <section aria-label={t('The session')} className="practice-session">
              <h2>{t('Today')}</h2>
              <Choice
                label={t('How long')}
                choices={MINUTES}
                value={String(minutes)}
                onChoose={(text) => setMinutes(Number(text) as SessionMinutes)}
              />
              <SessionList steps={steps} onBegin={(at) => begin(steps, at)} />
              <CardsList cards={cards} now={now} log={log} onPractise={practise} />
            </section>
            {work ? (
              <Plan
                key={work.take.id}
                work={work}
                tunes={tunes}
                cards={cards}
                log={log}
                onTune={(id) => set('tune', id)}
                onTake={(id) => set('take', id)}
                onPractise={practise}
                onToday={setToday}
              />
            ) : (
              <section aria-label={t('The plan')} className="practice-plan">
                <p>{t('There is no chart here that can be played. Finish one, and its plan stands here.')}</p>
              </section>
            )}
          </div>
        )}
        {show === 'log' && <LogList log={props.log} add={log.add} onOlder={(at) => set('before', String(at))} />}
        <Suspense>{show === 'progress' && props.progress && <Progress progress={props.progress} />}</Suspense>
      </div>
    </Frame>
  );
}
