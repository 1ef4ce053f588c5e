import { rich } from '../frame/rich.tsx';
import Button from '@mui/material/Button';
import { useEffect, useMemo, useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { Link, useNavigate, useSearchParams } from 'react-router';
import {
  foundKeyText,
  headerKey,
  keptNotes,
  LONGEST_CHART,
  melodyCells,
  melodyIn,
  mendedText,
  movedCells,
  msg,
  notesOfCells,
  parseChart,
  partsOfTune,
  plural,
  rangeOfMelody,
  readChart,
  readOverWords,
  sungOver,
  t,
  transpose,
  unreadBars,
  type Framed,
  type Framing,
  type Msg,
  type Simplified,
  type SungOver,
  type WordsPiece,
  symbolText,
  keyWords,
} from '../../../core/index.ts';
import { Notice } from '../frame/Notice.tsx';
import { Frame } from '../frame/Frame.tsx';
import { usePlayer } from '../../keep/player.ts';
import { useChartText } from '../../keep/useChartText.ts';
import { melodyOfText } from '../../keep/melodyOfText.ts';
import { useMelodyEdits } from '../../keep/useMelodyEdits.ts';
import type { KeptCells } from '../../keep/cells.ts';
import { useWarmSolver } from '../../work/solver.ts';
import { KeySheet, type Keys } from '../frame/KeySheet.tsx';
import { SaveState } from '../frame/SaveState.tsx';
import { TuneFacts } from '../frame/TuneFacts.tsx';
import { Glyphs } from '../symbol/glyphs.tsx';
import { Bars } from './Bars.tsx';
import { ChartEditor } from './ChartEditor.tsx';
import { ChartHelp } from './ChartHelp.tsx';
import { useLatest } from '../../keep/latest.ts';
import { FrameMenu } from './FrameMenu.tsx';
import { MoveKey } from './MoveKey.tsx';
import { ENTRY_KEYS } from '../melody/entryKeys.ts';
import { MelodyPart } from '../melody/MelodyPart.tsx';
import { OverWords } from './OverWords.tsx';
import { SimplifyMenu } from './SimplifyMenu.tsx';
import './chart.css';

interface ChartPlaceProps {
  readonly tuneId: string;
  readonly title: string;
  readonly chartText: string;
  /** The last text that could be read. */
  readonly good: string;
  readonly version: number;
  /** The ids of its bars. */
  readonly barIds: readonly string[];
  readonly melody: KeptCells;
  /** Of who plays it. */
  readonly settings: KeptCells['cells'];
}

/** What edits of the melody that go with one of the text are called. */
const MOVED = msg('moving it to another key');
const TAKEN_OVER = msg('the notes of the text');
const FRAMED: Readonly<Record<Framing, Msg>> = { intro: msg('an intro'), ending: msg('an ending') };

/** A change of the whole text, and of the melody along with it. */
interface Rewritten {
  readonly said: string;
  readonly before: string;
  readonly along: string | undefined;
}

const NOTHING_SUNG: readonly SungOver[] = [];

const KEYS: Keys = [
  ['Ctrl Enter', msg('to the bench')],
  ['Ctrl Z', msg('undo typing')],
  ['Ctrl Shift Z', msg('redo typing')],
  ['Tab', msg('out of the text, to the next control')],
  ['?', msg('this sheet, from outside the text')],
  msg('On the stave'),
  ...ENTRY_KEYS,
];

export function ChartPlace({ tuneId, title, chartText, good, barIds, melody, version, settings }: ChartPlaceProps) {
  useWarmSolver(settings);
  const player = usePlayer(settings);
  const { text, remote, unsaved, conflict, dismissConflict, change, save } = useChartText({
    tuneId,
    title,
    chartText,
    version,
  });
  const sung = useMelodyEdits(tuneId, melody);
  const parsed = useMemo(() => parseChart(text), [text]);
  const problems = useMemo(() => (parsed.ok ? [] : parsed.problems), [parsed]);
  const isEmpty = problems.some(({ code }) => code === 'chart-empty');
  /** The text with what cannot be read as it was. */
  const [lastGood, setLastGood] = useState(() => mendedText(chartText, good) ?? good);
  const mended = useMemo(() => (parsed.ok ? text : mendedText(text, lastGood)), [parsed, text, lastGood]);
  if (mended !== null && mended !== lastGood) setLastGood(mended);
  const shown = useMemo(() => {
    const read = parsed.ok ? parsed : parseChart(lastGood);
    return read.ok && !isEmpty ? read.value : null;
  }, [parsed, lastGood, isEmpty]);
  /** As it is kept: the melody stands in its bars. */
  const keptChart = useMemo(() => {
    const read = parseChart(good);
    return read.ok && read.value.bars.length === barIds.length ? read.value : null;
  }, [good, barIds]);
  const [asked] = useSearchParams();
  const [moving, setMoving] = useState(asked.has('keys'));
  /** The melody in the bars that are shown; while bars are put in or taken out it is not known which. */
  const inBars = useMemo(
    () =>
      shown && shown.bars.length === barIds.length ? melodyIn(notesOfCells(sung.cells), barIds, shown.bars) : undefined,
    [shown, barIds, sung.cells],
  );
  const sungHere = useMemo(() => {
    if (!moving || !shown || !inBars || inBars.length === 0) return NOTHING_SUNG;
    return sungOver(readChart(shown, undefined, inBars).map((slot) => ({ slot, chord: slot.entry.chord })));
  }, [moving, shown, inBars]);
  const unread = useMemo(() => new Set(parsed.ok ? [] : unreadBars(parsed.problems)), [parsed]);
  /** What a change of the whole text put in the editor, and what stood there before. */
  const [replacement, setReplacement] = useState<{ text: string; step: number } | null>(null);
  const [rewritten, setRewritten] = useState<Rewritten | null>(null);
  const rewrite = (next: string, said: string, along?: string) => {
    setRewritten({ said, before: text, along });
    put(next);
  };
  /** Notes that were typed after the chart, as they would stand on the stave. */
  const typed = useMemo(
    () =>
      problems.length === 1 && problems[0]!.code === 'melody-elsewhere'
        ? melodyOfText({ good, barIds, cells: sung.cells }, text)
        : null,
    [problems, good, barIds, sung.cells, text],
  );
  const takeOver = () => {
    if (!typed || !('patch' in typed)) return;
    sung.edit(typed.patch, t(TAKEN_OVER));
    rewrite(`${partsOfTune(text).chartText.trimEnd()}\n`, t('The melody stands on the stave.'), t(TAKEN_OVER));
  };
  /** A frame that was put in: its tune follows, once its bars are kept. */
  const [framing, setFraming] = useState<(Framed & { readonly along: string }) | null>(null);
  const putFrame = useLatest((made: Framed, along: string) => {
    const next = melodyCells(keptNotes(made.melody, barIds));
    const gone = Object.keys(sung.cells).filter((name) => !(name in next));
    sung.edit({ ...Object.fromEntries(gone.map((name) => [name, null])), ...next }, along);
    setFraming(null);
  });
  useEffect(() => {
    if (framing && keptChart && good.trimEnd() === framing.text.trimEnd()) putFrame.current(framing, framing.along);
  }, [framing, good, keptChart, putFrame]);
  const [refused, setRefused] = useState<string | null>(null);
  /** Chords over words that were pasted, and where. */
  const [pasted, setPasted] = useState<{ pieces: readonly WordsPiece[]; raw: string; from: number; to: number } | null>(
    null,
  );
  const paste = (raw: string, from: number, to: number) => {
    const pieces = raw.length > LONGEST_CHART ? null : readOverWords(raw);
    if (pieces) setPasted({ pieces, raw, from, to });
    return pieces !== null;
  };
  const insert = (piece: string) => {
    if (pasted) put(text.slice(0, pasted.from) + piece + text.slice(pasted.to));
    setPasted(null);
  };
  const put = (next: string) => setReplacement((last) => ({ text: next, step: (last?.step ?? 0) + 1 }));

  const navigate = useNavigate();
  const toBench = () => {
    if (shown === null) return;
    save();
    void navigate(`/tunes/${tuneId}/bench`);
  };
  useHotkeys('mod+enter', toBench);

  return (
    <Frame
      tuneId={tuneId}
      header={
        <>
          <div className="head-title">
            <h1>{shown?.title ?? title}</h1>
            {shown && <TuneFacts chart={shown} />}
          </div>
          <span className="head-gap" />
          <SaveState unsaved={unsaved} />
          <Button component={Link} to={`/import?tune=${tuneId}`}>
            {t('Import')}
          </Button>
          <Button component={Link} to={`/tunes/${tuneId}/history`}>
            {t('History')}
          </Button>
          <KeySheet keys={KEYS} />
          <Button variant="contained" color="secondary" disabled={shown === null} onClick={toBench}>
            {t('To the bench')}
          </Button>
        </>
      }
    >
      <div className="chart">
        <section className="chart-text" aria-label={t('Chart text')}>
          <ChartEditor
            text={chartText}
            remote={remote}
            problems={problems}
            onChange={change}
            replacement={replacement}
            onDone={toBench}
            onPaste={paste}
          />
          <div className="chart-foot">
            <p className="chart-count" role="status">
              {problems.length === 0
                ? t('Every line reads.')
                : isEmpty
                  ? t('No bars yet.')
                  : t('{plural} to mend; there the chart stays as it was.', {
                      plural: plural(problems.length, '{n} thing', '{n} things'),
                    })}
              {parsed.ok && parsed.value.keyFound && <Glyphs text={` ${foundKeyText(parsed.value.keyFound)}`} />}
            </p>
            {typed && 'patch' in typed && (
              <Button size="small" disabled={unsaved} onClick={takeOver}>
                {t('Put it on the stave')}
              </Button>
            )}
            {typed && 'said' in typed && (
              <p className="chart-misfit">
                <Glyphs text={t('The melody does not fit: {said}', { said: typed.said })} />
              </p>
            )}
            {parsed.ok && (
              <SimplifyMenu
                text={text}
                onSimplified={(simplified) => rewrite(simplified.text, strippedText(simplified))}
              />
            )}
            {parsed.ok && (
              <FrameMenu
                text={text}
                chart={parsed.value}
                melody={inBars ?? null}
                onRefused={setRefused}
                onFramed={(frame, made) => {
                  if (made.melody.length > 0) setFraming({ ...made, along: t(FRAMED[frame]) });
                  rewrite(
                    made.text,
                    t('{bars} bars put in. On the bench, say of a chord-melody that it plays them too (W).', {
                      bars: made.bars,
                    }),
                    t(FRAMED[frame]),
                  );
                }}
              />
            )}
            {parsed.ok && (
              <Button size="small" onClick={() => setMoving(true)}>
                {t('Move key')}
              </Button>
            )}
          </div>
          <ChartHelp />
        </section>
        <section className="chart-bars" aria-label={t('Bars')}>
          {shown ? (
            <Bars chart={shown} melody={inBars} unread={unread} />
          ) : (
            <p className="chart-none">
              {rich(t('Type chords between bar lines, {bars}, and the bars appear here.'), {
                bars: <code>| C | Am7 | Dm7 | G7 |</code>,
              })}
            </p>
          )}
        </section>
        {keptChart && <MelodyPart chart={keptChart} barIds={barIds} melody={sung} />}
      </div>
      <Notice
        open={rewritten !== null}
        goes
        onClose={() => setRewritten(null)}
        message={rewritten && <Glyphs text={rewritten.said} />}
        action={
          <Button
            size="small"
            color="secondary"
            onClick={() => {
              if (rewritten) put(rewritten.before);
              if (rewritten?.along !== undefined && sung.lastLabel === rewritten.along) sung.undo();
              setRewritten(null);
            }}
          >
            {t('Undo')}
          </Button>
        }
      />
      <Notice open={refused !== null} goes onClose={() => setRefused(null)} message={refused} />
      {moving && parsed.ok && (
        <MoveKey
          tuneId={tuneId}
          chart={parsed.value}
          tuning={player.tuning}
          player={player}
          sung={sungHere}
          onClose={() => setMoving(false)}
          melody={rangeOfMelody(Object.values(sung.cells).flat())}
          onMove={({ key }, up) => {
            setMoving(false);
            const moved = transpose(text, key.tonic);
            if (!moved.ok) return;
            sung.edit(movedCells(sung.cells, parsed.value.key.tonic, key.tonic, up), t(MOVED));
            rewrite(moved.value, t('Moved to {key}.', { key: keyWords(headerKey(key)) }), t(MOVED));
          }}
        />
      )}
      {pasted && (
        <OverWords
          pieces={pasted.pieces}
          onPut={insert}
          onAsItIs={() => insert(pasted.raw)}
          onClose={() => setPasted(null)}
        />
      )}
      <Notice
        open={conflict !== null}
        message={
          conflict &&
          t('The same line was changed in another window; that version stands here. Yours is kept as “{name}”.', {
            name: conflict.name,
          })
        }
        action={
          <>
            {conflict && (
              <Link className="snack-link" to={`/tunes/${conflict.id}/chart`}>
                {t('Open mine')}
              </Link>
            )}
            <Button size="small" color="secondary" onClick={() => dismissConflict()}>
              {t('Close')}
            </Button>
          </>
        }
      />
    </Frame>
  );
}

/** What went, in a line: the symbols with their bars. */
function strippedText({ dropped }: Simplified): string {
  const all = dropped.map(({ bar, symbol }) => `${symbolText(symbol)} (${bar})`);
  const shown =
    all.length > 5
      ? t('{all} and {count} more', { all: all.slice(0, 5).join(', '), count: all.length - 5 })
      : all.join(', ');
  return t('Dropped {shown}.', { shown });
}
