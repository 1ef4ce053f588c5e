import FullscreenOutlined from '@mui/icons-material/FullscreenOutlined';
import IosShare from '@mui/icons-material/IosShare';
import PrintOutlined from '@mui/icons-material/PrintOutlined';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import LinearProgress from '@mui/material/LinearProgress';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { Suspense, useMemo, useRef, useState, useSyncExternalStore } from 'react';
import { useNavigate } from 'react-router';
import {
  keyWords,
  formatMeter,
  headerKey,
  musical,
  spokenSymbol,
  tuningText,
  usualBass,
  type Chart,
  type Player,
  t,
} from '../../../core/index.ts';
import { useFresh } from '../../keep/fresh.ts';
import { useRemembered } from '../../keep/remembered.ts';
import { Frame } from '../frame/Frame.tsx';
import { KeySheet } from '../frame/KeySheet.tsx';
import { later } from '../frame/later.tsx';
import { Notice } from '../frame/Notice.tsx';
import { PlayButton } from '../frame/PlayButton.tsx';
import { SaveState } from '../frame/SaveState.tsx';
import { TuneFacts } from '../frame/TuneFacts.tsx';
import { useTakeJob, useVoiced, type WorkLoaded } from '../practice/useVoiced.ts';
import { usePlayback } from '../workbench/usePlayback.ts';
import { useTime } from '../workbench/useTime.ts';
import { SHEET_KEYS, useSheetKeys } from './keys.ts';
import {
  isStandard,
  LAYOUTS,
  layoutFor,
  PAPERS,
  SIZES,
  USUAL_SETTINGS,
  type PaperId,
  type SheetSettings,
} from './layouts.ts';
import { PageView } from './PageView.tsx';
import { SheetStand } from './SheetStand.tsx';
import { useEngraver } from './useEngraver.ts';
import { useSheet, type SetSheet } from './useSheet.ts';
import './sheet.css';

interface SheetPlaceProps extends WorkLoaded {
  readonly takes: readonly { readonly id: string; readonly name: string }[];
}

const ExportDialog = later(async () => (await import('./ExportDialog.tsx')).ExportDialog);

/** What is read at the stand is so much larger than on paper. */
const AT_STAND = 1.25;
const STAND_MARGIN = 28;

/** A take on paper: set, printed, read from a stand. */
export function SheetPlace({ tune, take, takes }: SheetPlaceProps) {
  const { tuneId, chart } = tune;
  useFresh();
  const navigate = useNavigate();
  const [kept, setSettings] = useRemembered<Partial<SheetSettings>>('sheet', USUAL_SETTINGS);
  const settings = useMemo((): SheetSettings => ({ ...USUAL_SETTINGS, ...kept }), [kept]);
  const change = (some: Partial<SheetSettings>) => setSettings({ ...settings, ...some });
  const [standing, setStanding] = useState(false);
  const [exporting, setExporting] = useState(false);
  const pages = useRef<HTMLDivElement>(null);
  const [keysOpen, setKeysOpen] = useState(false);

  const { job, who, along } = useTakeJob({ tune, take });
  const { player, guitar } = who;
  const withBass = useMemo(
    () => ({ ...along, bass: along.bass ?? usualBass(chart.meter, chart.feel) }),
    [along, chart],
  );
  const voiced = useVoiced(`sheet/${take.id}`, job, settings.layout === 'bass' ? withBass : along);
  const { score, arrangement, phase, failed } = voiced;
  const scored = useMemo(
    () => arrangement && { chart, open: guitar.open, columns: arrangement.columns },
    [chart, guitar.open, arrangement],
  );
  const layout = useMemo(() => layoutFor(settings.layout, job.melody), [settings.layout, job.melody]);
  const sheetPaper = PAPERS[settings.paper];
  const paper = useMemo(() => ({ ...sheetPaper, margin: settings.margin }), [sheetPaper, settings.margin]);
  const of = { score, scored, melody: job.melody, layout, strings: guitar.open.length };
  const set = useSheet({ ...of, paper, settings });
  const { engraver, failed: noFont } = useEngraver(layout.staves.length > 0);
  const isReady = layout.staves.length === 0 || engraver !== null;

  const screen = useScreen();
  const atStand = useMemo(() => ({ ...settings, size: settings.size * AT_STAND, onePage: false }), [settings]);
  const standPaper = useMemo(() => ({ ...screen, margin: STAND_MARGIN }), [screen]);
  const standSet = useSheet({ ...of, score: standing ? score : null, paper: standPaper, settings: atStand });

  const playback = usePlayback();
  const time = useTime(tuneId, chart);
  const sounding =
    playback.playing === null || !score
      ? null
      : score.bars.findLastIndex(({ start }) => start <= score.columns[playback.playing!]!.start);
  const how = { rate: time.listening.rate / 100, shift: time.listening.shift };
  const play = () => {
    if (playback.active) playback.stop();
    else if (score) playback.play(score, 0, how);
  };
  const sound = async (told: (share: number) => void) => {
    const [{ soundFile }, { performanceFrom }] = await Promise.all([
      import('../../sound/file.ts'),
      import('../../sound/perform.ts'),
    ]);
    return soundFile(performanceFrom(score!, 0, how), playback.volumes, told);
  };
  const show = (id: string) => {
    playback.stop();
    void navigate(`?take=${id}`, { replace: true, preventScrollReset: true });
  };
  const step = (by: 1 | -1) => {
    const next = takes[takes.findIndex(({ id }) => id === take.id) + by];
    if (next) show(next.id);
  };
  const resize = (by: 1 | -1) => {
    const at = SIZES.findIndex(([size]) => size === settings.size);
    const next = SIZES[at + by];
    if (next) change({ size: next[0] });
  };
  const print = () => isReady && set && window.print();
  useSheetKeys(
    {
      layout: (index) => change({ layout: LAYOUTS[index]!.id }),
      stepTake: step,
      size: resize,
      play,
      print,
      stand: () => setStanding(true),
      export: () => isReady && set && setExporting(true),
    },
    !keysOpen && !standing && !exporting,
  );
  const facts = factsOf(chart, player, takes.length > 1 ? take.name : null);
  const passOf = (played: number) => score?.bars[played]?.pass ?? 1;
  const view = { facts, guitar, player, engraver, sounding, passOf };
  return (
    <Frame
      tuneId={tuneId}
      header={
        <>
          <div className="head-title">
            <h1>{chart.title}</h1>
            <TuneFacts chart={chart} />
          </div>
          <span className="head-gap" />
          <SaveState />
          <KeySheet keys={SHEET_KEYS} onOpen={setKeysOpen} />
          <PlayButton active={playback.active} disabled={score === null} onClick={play} />
        </>
      }
    >
      <div className="sheet">
        <div className="sheet-desk">
          <div className="sheet-layouts" role="group" aria-label={t('What is on it')}>
            {LAYOUTS.map(({ id, name, says }) => (
              <button
                key={id}
                type="button"
                aria-pressed={settings.layout === id}
                title={t(says)}
                onClick={() => change({ layout: id })}
              >
                {t(name)}
              </button>
            ))}
          </div>
          <div className="sheet-tools">
            {takes.length > 1 && (
              <Of label={t('Take')} value={take.id} choices={takes.map(({ id, name }) => [id, name])} onChoose={show} />
            )}
            <Of
              label={t('Type')}
              value={String(settings.size)}
              choices={SIZES.map(([size, name]) => [String(size), t(name)])}
              onChoose={(size) => change({ size: Number(size) })}
            />
            {settings.layout !== 'set' && (
              <Of
                label={t('Bars a line')}
                value={String(settings.barsALine)}
                choices={['2', '3', '4', '6', '8'].map((count) => [count, count])}
                onChoose={(count) => change({ barsALine: Number(count) })}
              />
            )}
            <Of
              label={t('Paper')}
              value={settings.paper}
              choices={Object.entries(PAPERS).map(([id, { name }]) => [id, t(name)])}
              onChoose={(id) => change({ paper: id as PaperId })}
            />
            <Of
              label={t('Margins')}
              value={String(settings.margin)}
              choices={[
                ['30', t('narrow')],
                ['48', t('usual')],
                ['76', t('wide')],
              ]}
              onChoose={(margin) => change({ margin: Number(margin) })}
            />
            <FormControlLabel
              control={<Checkbox checked={settings.onePage} onChange={(_, onePage) => change({ onePage })} />}
              label={t('One page, if it fits')}
            />
            <span className="head-gap" />
            <Button startIcon={<FullscreenOutlined />} onClick={() => setStanding(true)} disabled={!set}>
              {t('At the stand')}
            </Button>
            <Button startIcon={<IosShare />} onClick={() => setExporting(true)} disabled={!set || !isReady}>
              {t('Export')}
            </Button>
            <Button variant="outlined" startIcon={<PrintOutlined />} onClick={print} disabled={!set || !isReady}>
              {t('Print')}
            </Button>
          </div>
        </div>
        {phase !== null && (
          <LinearProgress variant="determinate" value={phase.share * 100} aria-label={t('Arranging the take')} />
        )}
        {failed !== null && <Alert severity="error">{failed}</Alert>}
        {noFont && (
          <Alert severity="warning">
            {t(
              'Staves cannot be drawn now: a part of Yellow Heron could not be fetched. The chart and the grips are here.',
            )}
          </Alert>
        )}
        {settings.layout === 'lead' && job.melody.length === 0 && (
          <Alert severity="info">
            {t('This tune has no melody yet: its bars are empty. It is written on the stave under the chart.')}
          </Alert>
        )}
        {set?.set?.grips.length === 0 && (
          <Alert severity="info">{t('This take has no grip that a hand can hold.')}</Alert>
        )}
        {set && isReady ? (
          <>
            <Spoken set={set} />
            <div ref={pages} className={`sheet-pages sheet-${settings.paper}`}>
              {set.pages.map(({ from }, page) => (
                <PageView
                  key={from}
                  {...view}
                  set={set}
                  paper={paper}
                  page={page}
                  label={t('Page {page} of {pages}', { page: page + 1, pages: set.pages.length })}
                />
              ))}
            </div>
          </>
        ) : (
          <p className="sheet-waiting" role="status">
            {failed === null && !noFont ? t('The sheet is being set…') : ''}
          </p>
        )}
      </div>
      {exporting && score && scored && (
        <Suspense>
          <ExportDialog
            of={{
              tuneId,
              score,
              scored,
              melody: job.melody,
              guitar: player,
              sound,
              pages: () => [...pages.current!.querySelectorAll<SVGSVGElement>('.sheet-page')],
            }}
            onClose={() => setExporting(false)}
          />
        </Suspense>
      )}
      {standing && standSet && isReady && (
        <SheetStand
          {...view}
          set={standSet}
          paper={standPaper}
          turnedTo={pageOf(standSet, sounding)}
          playing={playback.active}
          onPlay={play}
          onClose={() => setStanding(false)}
        />
      )}
      {playback.failed && <Notice open message={playback.failed} />}
    </Frame>
  );
}

/** The page a played bar stands on. */
function pageOf({ sheet, lines, pages }: SetSheet, played: number | null): number | null {
  if (played === null || lines.length === 0) return null;
  const bar = sheet.bars.findIndex((one) => one.played.includes(played));
  const line = lines.findLastIndex(({ from }) => from <= bar);
  return pages.findLastIndex(({ from }) => from <= line);
}

/** What stands under the title. */
function factsOf({ key, meter, tempo, feel }: Chart, player: Player, take: string | null): readonly string[] {
  const { capo, tuning } = player;
  const keyText = keyWords(headerKey(key));
  const guitar = [
    ...(capo > 0 ? [t('Capo at fret {capo}: frets are counted from there', { capo })] : []),
    ...(isStandard(tuning) ? [] : [t('Strings from the lowest: {tuning}', { tuning: tuningText(tuning) })]),
    ...(take === null ? [] : [take]),
  ];
  return [
    t('{key} · {meter} · {tempo} a minute{which}', {
      key: keyText,
      meter: formatMeter(meter),
      tempo,
      which: feel === 'swing' ? ` ${t('· swing')}` : '',
    }),
    ...(guitar.length > 0 ? [musical(guitar.join(' · '))] : []),
  ];
}

/** The chords in words, for who does not see the pages. */
function Spoken({ set: { sheet } }: { readonly set: SetSheet }) {
  return (
    <ol className="visually-hidden" aria-label={t('Its bars')}>
      {sheet.bars.map(({ bar, chords, ending }, i) => (
        <li key={i}>
          {bar.section !== null && `${bar.section}. `}
          {ending && bar.ending && `${t('Ending {number}.', { number: ending.number })} `}
          {t('Bar')} {bar.number}: {chords.map(({ symbol }) => spokenSymbol(symbol)).join(', ')}
          {bar.closes && t(', repeat')}
        </li>
      ))}
    </ol>
  );
}

interface OfProps {
  readonly label: string;
  readonly value: string;
  readonly choices: readonly (readonly [string, string])[];
  readonly onChoose: (value: string) => void;
}

/** One of a few, in a menu. */
function Of({ label, value, choices, onChoose }: OfProps) {
  return (
    <TextField select size="small" label={label} value={value} onChange={({ target }) => onChoose(target.value)}>
      {choices.map(([id, name]) => (
        <MenuItem key={id} value={id}>
          {name}
        </MenuItem>
      ))}
    </TextField>
  );
}

const listen = (changed: () => void) => {
  addEventListener('resize', changed);
  return () => removeEventListener('resize', changed);
};
const NOWHERE = { width: 1280, height: 800 };
let seen = NOWHERE;
/** The window, in px. */
function useScreen() {
  return useSyncExternalStore(
    listen,
    () => {
      if (seen.width !== innerWidth || seen.height !== innerHeight) seen = { width: innerWidth, height: innerHeight };
      return seen;
    },
    () => NOWHERE,
  );
}
