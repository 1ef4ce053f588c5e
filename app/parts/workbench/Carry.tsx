import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import Select from '@mui/material/Select';
import { Link } from 'react-router';
import {
  liesText,
  msg,
  musical,
  NOTE_WAY_WORDS,
  NOTE_WAYS,
  plural,
  t,
  type Msg,
  type NoteWay,
} from '../../../core/index.ts';
import { Choice } from '../frame/Choice.tsx';
import { Glyphs } from '../symbol/glyphs.tsx';
import type { Carries, SaidNote } from './useCarry.ts';

/** Which notes get a grip, from few to all, as the core has them in hundredths. */
const DENSITIES: readonly (readonly [string, Msg])[] = [
  ['0', msg('changes')],
  ['25', msg('strong beats')],
  ['50', msg('beats')],
  ['75', msg('halves')],
  ['100', msg('every note')],
];
/** The step of a density that lies between two. */
const stepOf = (density: number) => String(Math.ceil(density / 25) * 25);
const OCTAVE_NAMES: Readonly<Record<number, Msg>> = {
  [-1]: msg('1 down'),
  0: msg('as sung'),
  1: msg('1 up'),
  2: msg('2 up'),
};

/** The tune itself on the guitar: where its notes get grips, and in which octave it lies. */
export function Carry({ tuneId, ...carries }: Carries & { readonly tuneId: string }) {
  const { where, standing, lies, carry, accompany, change } = carries;
  const octaves = [...(lies ?? [])].sort((a, b) => a.octave - b.octave);
  const own = lies?.find(({ octave }) => octave === standing?.octave);
  return (
    <section className="carry" aria-label={t('The tune itself')}>
      <Choice
        label={t('The guitar in {where}', { where })}
        choices={[
          ['accompany', t('accompanies')],
          ['carry', t('chord-melody')],
        ]}
        value={standing ? 'carry' : 'accompany'}
        onChoose={(what) => (what === 'carry' ? void carry() : accompany())}
      >
        {!standing && <p className="setting-help">{t('In a chord-melody the tune lies on top of the grips.')}</p>}
      </Choice>
      {standing && (
        <>
          <Choice
            label={t('Grips on')}
            choices={DENSITIES}
            value={stepOf(standing.density)}
            onChoose={(density) => change({ density: Number(density) }, t('other notes get grips'))}
          >
            <p className="carry-choose">
              <Button size="small" variant="outlined" disabled={carries.choosing} onClick={() => void carries.choose()}>
                {carries.choosing ? t('Choosing …') : t('Where they come easily')}
              </Button>
              {carries.said > 0 && (
                <Button size="small" onClick={carries.unsay}>
                  {t('Take back what is said of {plural}', { plural: plural(carries.said, '{n} note', '{n} notes') })}
                </Button>
              )}
            </p>
          </Choice>
          <Notes notes={carries.notes} onSay={carries.say} />
          <Choice
            label={t('Octave')}
            choices={(octaves.length > 0 ? octaves : [{ octave: standing.octave }]).map(({ octave }) => [
              String(octave),
              OCTAVE_NAMES[octave] ?? String(octave),
            ])}
            value={String(standing.octave)}
            onChoose={(octave) => change({ octave: Number(octave) }, t('another octave'))}
          >
            {own && (
              <p className="setting-help">
                <Glyphs text={musical(liesText(own, lies![0]!))} />{' '}
                <Link to={`/tunes/${tuneId}/chart?keys`}>{t('In other keys')}</Link>
              </p>
            )}
          </Choice>
        </>
      )}
    </section>
  );
}

/** More notes than these are said at once. */
const MOST_NOTES = 8;
const AS_IT_COMES = '' as const;

/** The tune's notes in the chords that are selected, each to be played as one likes. */
function Notes({ notes, onSay }: { readonly notes: readonly SaidNote[]; readonly onSay: Carries['say'] }) {
  if (notes.length === 0) return null;
  const same = notes.every(({ way }) => way === notes[0]!.way) ? notes[0]!.way : null;
  return (
    <div className="setting" role="group" aria-label={t('Notes of the tune here')}>
      <span className="setting-label">{t('Its notes here')}</span>
      <div className="carry-notes">
        {notes.length <= MOST_NOTES &&
          notes.map((note) => (
            <WayChoice
              key={note.at}
              name={note.name}
              way={note.way}
              none={note.isCarried ? t('a grip') : t('single')}
              steps={note.steps}
              onChoose={(way) => onSay([note], way)}
            />
          ))}
        {notes.length > 2 && (
          <WayChoice
            name="all"
            way={same}
            none={t('as they come')}
            steps={false}
            onChoose={(way) => onSay(notes, way)}
          />
        )}
      </div>
    </div>
  );
}

interface WayChoiceProps {
  readonly name: string;
  readonly way: NoteWay | null;
  readonly none: string;
  readonly steps: boolean;
  readonly onChoose: (way: NoteWay | null) => void;
}

/** How a note is played. */
function WayChoice({ name, way, none, steps, onChoose }: WayChoiceProps) {
  const ways = NOTE_WAYS.filter((one) => steps || one === way || (one !== 'moved' && one !== 'diminished'));
  return (
    <label className="carry-note">
      <span>
        <Glyphs text={name} />
      </span>
      <Select
        size="small"
        displayEmpty
        value={way ?? AS_IT_COMES}
        renderValue={() => (way === null ? none : <b>{t(NOTE_WAY_WORDS[way].name)}</b>)}
        onChange={({ target }) => onChoose(NOTE_WAYS.find((one) => one === target.value) ?? null)}
        slotProps={{ input: { 'aria-label': t('How {name} is played', { name }) } }}
      >
        <MenuItem value={AS_IT_COMES}>{t('as it comes: {none}', { none })}</MenuItem>
        {ways.map((one) => (
          <MenuItem key={one} value={one}>
            {t(NOTE_WAY_WORDS[one].name)}
          </MenuItem>
        ))}
      </Select>
    </label>
  );
}
