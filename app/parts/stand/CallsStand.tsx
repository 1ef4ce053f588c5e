import { useMemo, useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import {
  formatFrets,
  holdingsOf,
  musical,
  notThere,
  notThereText,
  NOTHING_LEFT_OUT,
  questionsFor,
  questionText,
  type Frets,
  type Hand,
  type Question,
  type Score,
  t,
} from '../../../core/index.ts';
import { FingerNeck } from '../neck/FingerNeck.tsx';
import { GripDiagram } from '../neck/GripDiagram.tsx';
import type { Guitar } from '../neck/layout.ts';
import { ChordSymbol } from '../symbol/ChordSymbol.tsx';
import { Glyphs } from '../symbol/glyphs.tsx';
import type { AtStand } from './at-stand.ts';
import { Gone } from './Gone.tsx';
import { useStandHow } from './how.ts';
import { StandFrame } from './StandFrame.tsx';
import { useRounds } from './useRounds.ts';
import { useStopwatch } from './useStopwatch.ts';
import type { StandPiece } from './useStandPiece.ts';

interface CallsStandProps extends AtStand {
  readonly piece: StandPiece;
  readonly guitar: Guitar;
  readonly hand: Hand;
}

/** What is asked of a grip, which is seen; other answers are not to be read off it. */
const SHOWS_GRIP: readonly Question['kind'][] = ['top-note', 'degree', 'name', 'left-out'];
/** So many are asked at a time. */
const COUNT = 12;
const NO_FINGERS: Frets = [];
const asItIs = (score: Score) => score;

/** The tool asks, and one answers by a button, a key or a pedal; then it shows what is right. */
export function CallsStand({ piece, guitar, hand, ...stand }: CallsStandProps) {
  const [how] = useStandHow();
  const rounds = useRounds({ what: stand.step.what, piece, how, log: stand.log, heard: asItIs, byDeed: true });
  const [seed] = useState(() => Date.now() % 1_000_000);
  const { arrangement, span } = piece;
  const questions = useMemo(() => {
    if (!arrangement || !span) return null;
    const columns = arrangement.columns
      .slice(span.from, span.to + 1)
      .map(({ column, grip }) => ({ chord: column.chord, key: column.slot.key, grip }));
    return questionsFor(columns, hand, { seed, count: COUNT });
  }, [arrangement, span, hand, seed]);
  const [at, setAt] = useState(0);
  const [said, setSaid] = useState<string | null>(null);
  const lap = useStopwatch(LONGEST);
  const question = questions?.[at];
  const column = question && arrangement?.columns[span!.from + question.column];
  const isShown = said !== null;
  /** The fingers put on the neck, where one answers there. */
  const [fingers, setFingers] = useState<Frets>(NO_FINGERS);
  const asked = column?.column.chord;
  const wrong = useMemo(
    () =>
      question?.area && asked && fingers.some((fret) => fret >= 0)
        ? notThere(fingers, asked, question.area, hand)
        : null,
    [question, asked, fingers, hand],
  );
  const isOnNeck = fingers.some((fret) => fret >= 0);

  const leave = (to: () => void) => () => {
    rounds.end();
    to();
  };
  const next = () => {
    setSaid(null);
    setFingers(NO_FINGERS);
    lap();
    if (at + 1 >= (questions?.length ?? 0)) leave(stand.onNext)();
    else setAt(at + 1);
  };
  /** What was answered: `right` as the player says, where it was played. */
  const answer = (text: string, right: boolean) => {
    if (isShown || !question) return;
    rounds.spend(lap());
    setSaid(text);
    if (question.choices.length > 0 || isOnNeck) rounds.mark(right ? 'clean' : 'unclean');
    if (column?.grip) rounds.playback.hear(column.grip.pitches);
  };
  const choose = (i: number) => {
    const choice = question?.choices[i];
    if (choice !== undefined) answer(choice, choice === question!.right);
  };
  useHotkeys('1, 2, 3, 4', (_, { hotkey }) => choose(Number(hotkey) - 1), { preventDefault: true });
  if (piece.gone !== null) return <Gone {...stand} words={piece.gone} />;
  if (questions?.length === 0)
    return <Gone {...stand} words={t('No chord is played here, so there is nothing to ask.')} />;

  /** It is played on the guitar, and whoever plays says whether it was right. */
  const isPlayed = question?.choices.length === 0 && !isOnNeck;
  const judge = (right: boolean) => () => {
    rounds.mark(right ? 'clean' : 'unclean');
    next();
  };
  const pedals = !question
    ? {}
    : !isShown
      ? isOnNeck
        ? {
            right: t('That is it'),
            onRight: () => answer(wrong ? notThereText(wrong, guitar.open.length) : question.right, !wrong),
          }
        : { right: isPlayed ? t('Show it') : t('I do not know'), onRight: () => answer('', false) }
      : isPlayed
        ? { left: t('It was not'), right: t('It was'), onLeft: judge(false), onRight: judge(true) }
        : { right: t('Next'), onRight: next };
  const asksName = question?.kind === 'name';
  return (
    <StandFrame
      {...stand}
      {...pedals}
      played={{ rounds, piece, guitar }}
      onNext={leave(stand.onNext)}
      onClose={leave(stand.onClose)}
    >
      {question && column ? (
        <div className="asked">
          {(!asksName || isShown) && <ChordSymbol symbol={column.column.symbol} />}
          {(SHOWS_GRIP.includes(question.kind) || (isShown && !question.area)) && column.grip && (
            <GripDiagram grip={column.grip} guitar={guitar} cut />
          )}
          <p className="asked-words" role="status">
            {questionText(question, guitar.open.length)}
          </p>
          {question.area && !isShown && (
            <FingerNeck
              frets={fingers}
              chord={asked ?? null}
              held={isOnNeck ? (holdingsOf(fingers, hand)[0] ?? null) : null}
              guitar={guitar}
              labels="fingers"
              area={question.area}
              label={isOnNeck ? t('Grip {grip}', { grip: formatFrets(fingers) }) : t('No grip yet')}
              onFrets={setFingers}
            />
          )}
          {question.area && isShown && (
            <div className="asked-shapes">
              {question.shapes.slice(0, MOST_SHAPES).map((shape) => (
                <GripDiagram key={shape.frets.join()} grip={shape} guitar={guitar} cut label={shape.frets.join(' ')} />
              ))}
            </div>
          )}
          <Choices question={question} said={said} onChoose={choose} />
          <p className="stand-marks" aria-live="polite">
            {isShown && !isPlayed
              ? said === question.right
                ? t('Right.')
                : isOnNeck
                  ? said
                  : t('It is {answer}.', { answer: shownChoice(question.right) })
              : t('{at} of {questions}', { at: at + 1, questions: questions!.length })}
          </p>
        </div>
      ) : (
        <p className="stand-lost" role="status">
          {piece.failed ?? t('The grips are found for this hand …')}
        </p>
      )}
    </StandFrame>
  );
}
/** Longer than this nobody thinks about one, in seconds. */
const LONGEST = 60;
const MOST_SHAPES = 4;

interface ChoicesProps {
  readonly question: Question;
  readonly said: string | null;
  readonly onChoose: (i: number) => void;
}

function Choices({ question: { choices, right, kind }, said, onChoose }: ChoicesProps) {
  const looks = (choice: string) => {
    if (said === null) return '';
    return choice === right ? 'was-right' : choice === said ? 'was-wrong' : '';
  };
  return (
    <div className="asked-choices" role="group" aria-label={t('Answers')}>
      {choices.map((choice, i) => (
        <button
          key={choice}
          type="button"
          className={looks(choice)}
          disabled={said !== null}
          onClick={() => onChoose(i)}
        >
          <kbd>{i + 1}</kbd>
          {kind === 'name' || kind === 'tritone' ? (
            <ChordSymbol symbol={choice} />
          ) : (
            <Glyphs text={shownChoice(choice)} />
          )}
        </button>
      ))}
    </div>
  );
}
const shownChoice = (choice: string) => (choice === NOTHING_LEFT_OUT ? choice : musical(choice));
