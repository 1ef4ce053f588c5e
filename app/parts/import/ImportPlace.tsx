import Button from '@mui/material/Button';
import FormControlLabel from '@mui/material/FormControlLabel';
import MenuItem from '@mui/material/MenuItem';
import Switch from '@mui/material/Switch';
import TextField from '@mui/material/TextField';
import { Suspense, useEffect, useMemo, useRef, useState } from 'react';
import { Form, useNavigate } from 'react-router';
import {
  changeBetween,
  CHORD_LENGTHS,
  lostText,
  msg,
  parseTune,
  partsOfTune,
  plural,
  problemLine,
  STANDARD_TUNING,
  t,
  tuningKey,
  withHeader,
  writeTuneFile,
  type MelodyCells,
  type Msg,
  type Patch,
} from '../../../core/index.ts';
import type { ChordPart, Choices, Imported } from '../../../formats/index.ts';
import { melodyOfText } from '../../keep/melodyOfText.ts';
import { theOutbox } from '../../keep/browser.ts';
import type { KeptCells } from '../../keep/cells.ts';
import { useFile } from '../../work/useFile.ts';
import { Bars } from '../chart/Bars.tsx';
import { Frame } from '../frame/Frame.tsx';
import { KeySheet, type Keys } from '../frame/KeySheet.tsx';
import { later } from '../frame/later.tsx';
import { SaveState } from '../frame/SaveState.tsx';
import { Glyphs } from '../symbol/glyphs.tsx';
import './import.css';

const MelodySeen = later(async () => (await import('../melody/MelodySeen.tsx')).MelodySeen);

/** A tune that is there already, which what is imported may be added to. */
export interface ImportInto {
  readonly id: string;
  readonly title: string;
  readonly chartText: string;
  readonly good: string;
  readonly version: number;
  readonly barIds: readonly string[];
  readonly melody: KeptCells;
}

const KEYS: Keys = [
  ['O', msg('choose a file')],
  ['Ctrl V', msg('read what was copied: ABC, MusicXML, a chart')],
  ['?', msg('this sheet')],
];
const KINDS: Readonly<Record<Imported['kind'], Msg>> = {
  text: msg('a chart as text'),
  words: msg('chords over words, which do not say where the bars are'),
  abc: msg('ABC'),
  musicxml: msg('MusicXML'),
  midi: msg('MIDI'),
  json: msg('a tune as JSON'),
};
const ENDINGS = '.abc,.cho,.chopro,.pro,.musicxml,.mxl,.xml,.mid,.midi,.txt,.json';
/** The shortest notes of a MIDI file, in ticks. */
const GRIDS = [
  [240, msg('eighths')],
  [120, msg('sixteenths')],
  [60, msg('thirty-seconds')],
] as const;

/** A file is looked at before anything is kept: its bars, its melody, and what was not understood. */
export function ImportPlace({ into }: { readonly into: ImportInto | null }) {
  const { file, imported, failed, busy, ask } = useFile();
  const [choices, setChoices] = useState<Choices>({});
  const [over, setOver] = useState(false);
  const chooser = useRef<HTMLInputElement>(null);
  const open = async (chosen: File) => {
    setChoices({});
    await ask({ name: chosen.name, bytes: new Uint8Array(await chosen.arrayBuffer()) }, {});
  };
  const choose = (change: Choices) => {
    const next = { ...choices, ...change };
    setChoices(next);
    if (file) void ask(file, next);
  };
  useEffect(() => {
    const paste = ({ clipboardData }: ClipboardEvent) => {
      const [pasted] = clipboardData?.files ?? [];
      const text = clipboardData?.getData('text/plain') ?? '';
      if (pasted) void open(pasted);
      else if (text.trim() !== '') void open(new File([text], t('what was pasted')));
    };
    const press = ({ key, ctrlKey, metaKey, target }: KeyboardEvent) => {
      const isField = target instanceof Element && target.closest('input, textarea, [role="combobox"]');
      if (key === 'o' && !ctrlKey && !metaKey && !isField) chooser.current?.click();
    };
    document.addEventListener('paste', paste);
    document.addEventListener('keydown', press);
    return () => {
      document.removeEventListener('paste', paste);
      document.removeEventListener('keydown', press);
    };
  });
  return (
    <Frame
      tuneId={into?.id ?? null}
      header={
        <>
          <div className="head-title">
            <h1>{t('Import')}</h1>
            {into && <span className="facts">{t('beside {title}', { title: into.title })}</span>}
          </div>
          <span className="head-gap" />
          <SaveState />
          <KeySheet keys={KEYS} />
        </>
      }
    >
      <div
        className={`import ${over ? 'import-over' : ''}`}
        onDragOver={(event) => {
          event.preventDefault();
          setOver(true);
        }}
        onDragLeave={() => setOver(false)}
        onDrop={(event) => {
          event.preventDefault();
          setOver(false);
          const [dropped] = event.dataTransfer.files;
          if (dropped) void open(dropped);
        }}
      >
        <section className="import-side" aria-label={t('The file')}>
          <Button
            variant={imported ? 'outlined' : 'contained'}
            color={imported ? 'primary' : 'secondary'}
            onClick={() => chooser.current?.click()}
          >
            {imported ? t('Another file') : t('Choose a file')}
          </Button>
          <input
            ref={chooser}
            type="file"
            hidden
            accept={ENDINGS}
            aria-label={t('A file to import')}
            onChange={({ target }) => {
              const [chosen] = target.files ?? [];
              if (chosen) void open(chosen);
              target.value = '';
            }}
          />
          {!file && (
            <p className="import-hint">
              {t(
                'Or drop one here, or paste its text. MusicXML (also .mxl), ABC, MIDI, ChordPro, chords over words, a chart as text, or JSON. It is looked at first; nothing is kept until you say so.',
              )}
            </p>
          )}
          {busy && <p role="status">{t('Reading {name}…', { name: file?.name })}</p>}
          {failed !== null && (
            <p className="import-failed" role="alert">
              <Glyphs text={failed} />
            </p>
          )}
          {imported && <Chosen imported={imported} choices={choices} onChoose={choose} />}
          {imported && <WithIt imported={imported} />}
          {imported && <Ways imported={imported} into={into} />}
          {imported && (
            <details className="import-lost" open={imported.lost.length > 0 && imported.lost.length <= FEW}>
              <summary>
                {imported.lost.length === 0
                  ? t('All of it was understood')
                  : t('Not carried over: {lost}', { lost: imported.lost.length })}
              </summary>
              <ul aria-label={t('Not carried over')}>
                {imported.lost.map((one, i) => (
                  <li key={i}>
                    <Glyphs text={lostText(one)} />
                  </li>
                ))}
              </ul>
            </details>
          )}
        </section>
        <section className="import-seen" aria-label={t('What it would be')}>
          {imported && <Seen text={imported.text} />}
        </section>
      </div>
    </Frame>
  );
}
/** So many things are listed at once. */
const FEW = 12;

interface ChosenProps {
  readonly imported: Imported;
  readonly choices: Choices;
  readonly onChoose: (change: Choices) => void;
}

/** What can be chosen of a file. */
function Chosen({ imported, choices, onChoose }: ChosenProps) {
  const { kind, tunes, tune, parts, part, guessed, chordPart } = imported;
  /** Where chords may be read from. */
  const sources: readonly ChordPart[] = [
    'none',
    ...parts.map((_, i) => i),
    ...(parts.length > 2 ? (['others'] as const) : []),
  ];
  // The chords of ABC stand among the notes of a voice.
  const none = kind === 'abc' ? [] : ['nothing'];
  return (
    <div className="import-choices">
      <p>{t('It is {kind}.', { kind: KINDS[kind] })}</p>
      {tunes.length > 1 && (
        <Pick
          label={t('Tune')}
          value={tune}
          names={tunes}
          onPick={(chosen) => onChoose({ tune: chosen, part: undefined })}
        />
      )}
      {parts.length > 1 && (
        <Pick
          label={t('The melody is')}
          value={part + none.length}
          names={[...none, ...parts]}
          help={
            !guessed
              ? undefined
              : part < 0
                ? t('A guess: all of it accompanies.')
                : t('A guess: it looks most like a tune.')
          }
          onPick={(chosen) => onChoose({ part: chosen - none.length })}
        />
      )}
      {part >= 0 && (
        <Pick
          label={t('Its octave')}
          value={(choices.octave ?? 0) + 2}
          names={[t('two lower'), t('one lower'), t('as it is'), t('one higher'), t('two higher')]}
          onPick={(chosen) => onChoose({ octave: chosen - 2 })}
        />
      )}
      {chordPart !== undefined && parts.length > 0 && (
        <Pick
          label={t('Chords, by ear, from')}
          value={sources.indexOf(chordPart)}
          names={sources.map((source) =>
            source === 'none' ? 'nothing' : source === 'others' ? t('all but the melody') : parts[source]!,
          )}
          help={chordPart === 'none' ? undefined : t('A proposal: named by what sounds together.')}
          onPick={(chosen) => onChoose({ chordPart: sources[chosen]! })}
        />
      )}
      {kind === 'words' && (
        <Pick
          label={t('Each chord lasts')}
          value={CHORD_LENGTHS.indexOf(choices.chordBars ?? 1)}
          names={[t('half a bar'), t('a bar'), t('two bars')]}
          onPick={(chosen) => onChoose({ chordBars: CHORD_LENGTHS[chosen]! })}
        />
      )}
      {kind === 'midi' && (
        <Pick
          label={t('Shortest notes')}
          value={GRIDS.findIndex(([grid]) => grid === (choices.grid ?? GRIDS[1][0]))}
          names={GRIDS.map(([, name]) => t(name))}
          onPick={(chosen) => onChoose({ grid: GRIDS[chosen]![0] })}
        />
      )}
      {(kind === 'abc' || kind === 'musicxml') && (
        <FormControlLabel
          control={
            <Switch size="small" checked={choices.repeats ?? true} onChange={(_, repeats) => onChoose({ repeats })} />
          }
          label={t('With its repeats')}
        />
      )}
    </div>
  );
}

/** What a file brings beside its chart and melody. */
function WithIt({ imported: { takes, moves, guitar } }: { readonly imported: Imported }) {
  const pins = takes.flatMap(({ cells }) => Object.values(cells)).filter(({ layer }) => layer === 'chord').length;
  const isUsual = guitar === null || (guitar.tuning === tuningKey(STANDARD_TUNING) && guitar.capo === 0);
  if (takes.length === 0 && moves.length === 0) return null;
  return (
    <div className="import-with">
      {takes.length > 0 && (
        <p>
          {plural(takes.length, 'With a take: {takes}', 'With {n} takes: {takes}', {
            takes: takes.map(({ name }) => name).join(', '),
          })}
          {pins > 0 && ` (${plural(pins, '{n} chord decided', '{n} chords decided')})`}.
        </p>
      )}
      {moves.length > 0 && (
        <p>
          {plural(moves.length, 'A kept move comes with it: {moves}.', '{n} kept moves come with it: {moves}.', {
            moves: moves.map(({ move }) => move.name).join(', '),
          })}
        </p>
      )}
      {!isUsual && (
        <p>
          {t('Its grips lie on {guitar}: let a player with that guitar play it.', {
            guitar: [guitar.tuning, guitar.capo > 0 ? t('capo {capo}', { capo: guitar.capo }) : '']
              .filter(Boolean)
              .join(', '),
          })}
        </p>
      )}
    </div>
  );
}

interface PickProps {
  readonly label: string;
  readonly value: number;
  readonly names: readonly string[];
  readonly help?: string | undefined;
  readonly onPick: (value: number) => void;
}
function Pick({ label, value, names, help, onPick }: PickProps) {
  return (
    <TextField
      select
      size="small"
      fullWidth
      label={label}
      value={value}
      helperText={help}
      onChange={({ target }) => onPick(Number(target.value))}
    >
      {names.map((name, i) => (
        <MenuItem key={i} value={i}>
          {name}
        </MenuItem>
      ))}
    </TextField>
  );
}

/** What can be done with it: a new tune, or the chords or the melody of one that is there. */
function Ways({ imported, into }: { readonly imported: Imported; readonly into: ImportInto | null }) {
  const navigate = useNavigate();
  const { text, hasChords, hasMelody } = imported;
  const melody = useMemo(
    () => (into && hasMelody ? melodyOfText({ ...into, cells: into.melody.cells as MelodyCells }, text) : null),
    [into, hasMelody, text],
  );
  const done = (aggregate: string, version: number, patch: Patch<unknown>, label: string) => {
    theOutbox().edit(aggregate, version, patch, { label });
    void navigate(`/tunes/${into!.id}/chart`);
  };
  return (
    <div className="import-ways">
      <Form method="post" encType="multipart/form-data">
        <input type="hidden" name="file" value={writeTuneFile(imported)} />
        <Button type="submit" variant="contained" color="secondary">
          {t('Put it on the shelf')}
        </Button>
      </Form>
      {into && hasChords && (
        <Button
          variant="outlined"
          onClick={() => {
            const chart = withHeader(partsOfTune(text).chartText, 'title', into.title);
            done(
              `tune:${into.id}`,
              into.version,
              { chartText: changeBetween(into.chartText, chart) },
              t('the chords of a file'),
            );
          }}
        >
          {t('Its chords for {title}', { title: into.title })}
        </Button>
      )}
      {into && melody && 'patch' in melody && (
        <Button
          variant="outlined"
          onClick={() => done(`melody:${into.id}`, into.melody.version, melody.patch, t('the melody of a file'))}
        >
          {t('Its melody for {title}', { title: into.title })}
        </Button>
      )}
      {into && melody && 'said' in melody && (
        <p className="import-misfit">
          <Glyphs
            text={t('Its melody does not fit the bars of {title}: {said}', { title: into.title, said: melody.said })}
          />
        </p>
      )}
    </div>
  );
}

/** The bars and the stave as they would be. */
function Seen({ text }: { readonly text: string }) {
  const read = useMemo(() => parseTune(text), [text]);
  if (!read.ok) return <p className="import-failed">{problemLine(read.problems[0]!)}</p>;
  const { chart, melody } = read.value;
  return (
    <>
      <h2>{chart.title}</h2>
      <Bars chart={chart} melody={melody ?? undefined} />
      {melody && (
        <Suspense>
          <MelodySeen chart={chart} melody={melody} />
        </Suspense>
      )}
    </>
  );
}
