import { useEffect, useMemo } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { handOf, WARM_UP_STEPS, type Practised, t } from '../../../core/index.ts';
import type { KeptMovesLoaded } from '../../keep/kept-moves.ts';
import { playerOf, type KeptPlayer } from '../../keep/player.ts';
import { standOf, useLog, useSession } from '../../keep/practice.ts';
import { guitarOf } from '../neck/layout.ts';
import { useTakeJob, type WorkLoaded } from '../practice/useVoiced.ts';
import type { AtStand } from './at-stand.ts';
import { CallsStand } from './CallsStand.tsx';
import { CountingStand } from './CountingStand.tsx';
import { Gone } from './Gone.tsx';
import { GripStand } from './GripStand.tsx';
import { LoopStand } from './LoopStand.tsx';
import { NoTimeStand } from './NoTimeStand.tsx';
import { useStandBand, useStandHow } from './how.ts';
import { AreasStand, KeysStand, MoveStand } from './OtherWays.tsx';
import { StandFrame } from './StandFrame.tsx';
import { useWarmUp } from './useWarmUp.ts';
import { playerTuned, useGripsPiece, usePassagePiece } from './useStandPiece.ts';
import './stand.css';

/** A take at the stand, and the others of its tune. */
export type StandWork = WorkLoaded & { readonly others: readonly { readonly id: string; readonly name: string }[] };

interface StandPlaceProps {
  readonly version: number;
  readonly players: readonly KeptPlayer[];
  /** The take that bars are practised of; null: none, or it is gone. */
  readonly work: StandWork | null;
  /** There is a take, but the chart of its tune cannot be played as it stands. */
  readonly unfinished: boolean;
  readonly moves: KeptMovesLoaded | null;
}

/** At the stand: one thing at a time, large, in the dark, worked by two pedals. */
export function StandPlace({ version, players, work, unfinished, moves }: StandPlaceProps) {
  const [session, setSession] = useSession();
  const [search] = useSearchParams();
  const navigate = useNavigate();
  const log = useLog(version);
  const at = Number(search.get('at') ?? 0);
  const step = session?.steps[at];
  useWakeLock();
  if (!session || !step) {
    return (
      <div className="stand" data-mui-color-scheme="dark">
        <p className="stand-lost">
          {t('There is no session in this window.')} <Link to="/practice">{t('Begin one under Practice.')}</Link>
        </p>
      </div>
    );
  }
  const isLast = at === session.steps.length - 1;
  const close = () => {
    setSession(null);
    void navigate('/practice');
  };
  const next = () => {
    if (isLast) return close();
    const on = { ...session, at: at + 1 };
    setSession(on);
    void navigate(standOf(on));
  };
  const stand: AtStand = {
    step,
    place: t('{at} of {steps}', { at: at + 1, steps: session.steps.length }),
    isLast,
    log,
    onNext: next,
    onClose: close,
  };
  return <Step key={at} {...stand} players={players} work={work} unfinished={unfinished} moves={moves} />;
}

type StepProps = AtStand & Omit<StandPlaceProps, 'version'>;

/** One step, by what it is of. */
function Step({ players, work, unfinished, moves, ...stand }: StepProps) {
  const { what } = stand.step;
  switch (what.kind) {
    case 'warm-up':
      return <WarmUp {...stand} />;
    case 'grip':
    case 'change':
      return <OfGrips {...stand} what={what} player={playerTuned(players, what.tuning)} />;
    case 'passage':
      return work && work.take.id === what.takeId ? (
        <OfTake {...stand} what={what} work={work} />
      ) : (
        <Gone
          {...stand}
          words={
            unfinished
              ? t('The chart of {title} is not finished, and cannot be played as it stands.', { title: what.title })
              : t('“{take}” of {title} was deleted. It lies in the bin, under Keeping; your log stays.', {
                  take: what.take,
                  title: what.title,
                })
          }
        />
      );
    case 'move':
      return moves && <OfMove {...stand} what={what} moves={moves} player={players[0]!} />;
  }
}

type Of<Kind extends Practised['kind']> = AtStand & { readonly what: Practised & { kind: Kind } };

function OfGrips({ player, ...stand }: Of<'grip' | 'change'> & { readonly player: KeptPlayer }) {
  const piece = useGripsPiece(stand.what, player);
  const guitar = guitarOf(playerOf(player.settings.cells));
  return stand.what.kind === 'grip' ? (
    <GripStand {...stand} piece={piece} guitar={guitar} />
  ) : (
    <LoopStand {...stand} piece={piece} guitar={guitar} />
  );
}

function OfTake({ work, ...stand }: Of<'passage'> & { readonly work: StandWork }) {
  const { job, who, swing } = useTakeJob(work);
  const [{ band }] = useStandHow();
  const along = useStandBand(work.tune.chart, band, swing);
  const { tempo } = work.tune.chart;
  const piece = usePassagePiece(stand.what, job, along, tempo);
  const { guitar } = who;
  const { tuneId } = work.tune;
  const others = { tuneId, takes: work.others, bench: `/tunes/${tuneId}/bench?take=${work.take.id}` };
  const at = { ...stand, piece, guitar, others };
  const hand = useMemo(() => handOf(who.player), [who.player]);
  switch (stand.what.way) {
    case undefined:
      return <LoopStand {...at} />;
    case 'calls':
      return <CallsStand {...at} hand={hand} />;
    case 'no-time':
      return <NoTimeStand {...at} hand={hand} />;
    case 'keys':
      return <KeysStand {...at} job={job} tempo={tempo} />;
    case 'areas':
      return <AreasStand {...at} job={job} along={along} />;
    case 'counting':
      return <CountingStand {...at} />;
  }
}

function OfMove({ moves, player, ...stand }: Of<'move'> & { moves: KeptMovesLoaded; player: KeptPlayer }) {
  const guitar = guitarOf(playerOf(player.settings.cells));
  return <MoveStand {...stand} moves={moves} kept={player} guitar={guitar} />;
}

/** Fingers are made warm, as slowly as they like. */
function WarmUp(stand: AtStand) {
  const left = useWarmUp(stand);
  return (
    <StandFrame {...stand} onRight={stand.onNext} right={t('Warm; go on')}>
      <div className="stand-warm">
        <ol>
          {WARM_UP_STEPS.map((line) => (
            <li key={line.msg}>{t(line)}</li>
          ))}
        </ol>
        <p aria-live="off">
          {left > 0 ? `${Math.floor(left / 60)}:${String(left % 60).padStart(2, '0')}` : t('That will do.')}
        </p>
      </div>
    </StandFrame>
  );
}

/** The screen stays on while one plays, where the browser can. */
function useWakeLock(): void {
  useEffect(() => {
    let lock: WakeLockSentinel | null = null;
    let wanted = true;
    const ask = () => {
      if (document.visibilityState !== 'visible') return;
      void navigator.wakeLock
        ?.request('screen')
        .then((got) => (wanted ? (lock = got) : void got.release()))
        .catch(() => undefined);
    };
    ask();
    document.addEventListener('visibilitychange', ask);
    return () => {
      wanted = false;
      document.removeEventListener('visibilitychange', ask);
      void lock?.release();
    };
  }, []);
}
