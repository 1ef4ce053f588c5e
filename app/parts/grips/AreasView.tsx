import VolumeUpOutlined from '@mui/icons-material/VolumeUpOutlined';
import Button from '@mui/material/Button';
import IconButton from '@mui/material/IconButton';
import { useMemo } from 'react';
import {
  areasOf,
  arpeggioIn,
  handOf,
  juxtaposed,
  musical,
  parseChord,
  problemText,
  semitonesText,
  shapesIn,
  structuresOf,
  symbolOf,
  tonesIn,
  type Area,
  type Chord,
  type Frets,
  type Player,
  t,
  noteText,
  symbolText,
} from '../../../core/index.ts';
import { useRemembered } from '../../keep/remembered.ts';
import { DraftField } from '../frame/DraftField.tsx';
import type { Guitar } from '../neck/layout.ts';
import { ChordSymbol } from '../symbol/ChordSymbol.tsx';
import { Glyphs } from '../symbol/glyphs.tsx';
import { AreaDiagram, areaWidth } from './AreaDiagram.tsx';
import { GripRow } from './GripRow.tsx';
import './grips.css';

interface AreasViewProps {
  /** What is asked for, or what the grip in hand is heard as. */
  readonly chord: Chord;
  /** Chords to set side by side, as typed; null: that chord alone. */
  readonly beside: string | null;
  readonly onBeside: (text: string | null) => void;
  readonly player: Player;
  readonly guitar: Guitar;
  /** Chords or single notes one after another. */
  readonly onHear: (row: readonly (readonly number[])[], seconds: number) => void;
  readonly onShow: (frets: Frets) => void;
}

/** Seconds to a note of an arpeggio, and to a chord. */
const NOTE = 0.3;
const CHORD = 1.1;
/** Ways through several chords: the best few. */
const MOST_WAYS = 6;

/** The neck in five areas: the tones of a chord in each, or of several side by side, and their small shapes in one. */
export function AreasView({ chord, beside, onBeside, player, guitar, onHear, onShow }: AreasViewProps) {
  const areas = useMemo(() => areasOf(guitar), [guitar]);
  const [chosen, setChosen] = useRemembered('grips-area', 1);
  const area = areas[Math.min(chosen, areas.length - 1)]!;
  const own = symbolOf(chord);
  const text = beside ?? own;
  const chords = useMemo(() => chordsIn(text) ?? [chord], [text, chord]);
  const put = (at: number, other: Chord) =>
    onBeside(chords.map((one, i) => symbolOf(i === at ? other : one)).join(' '));
  return (
    <div className="areas">
      <div className="areas-ask">
        <DraftField
          label={t('Chords side by side')}
          value={text}
          hint={t('one, or several: Fmaj7 Gaug Cmaj7')}
          faultOf={faultOf}
          onTake={(next) => onBeside(next.trim() === own ? null : next.trim())}
          width={320}
        />
        {beside !== null && (
          <Button size="small" variant="outlined" onClick={() => onBeside(null)}>
            <Glyphs text={t('Only {own}', { own: musical(own) })} />
          </Button>
        )}
      </div>
      {chords.map((one, at) => (
        <section key={at} className="areas-chord" aria-label={t('{symbol} in five areas', { symbol: symbolOf(one) })}>
          <h2>
            <ChordSymbol symbol={symbolOf(one)} />
            <Over chord={one} onChoose={(other) => put(at, other)} />
          </h2>
          <div className={`areas-row ${guitar.leftHanded ? 'areas-mirrored' : ''}`}>
            {areas.map((where, i) => (
              <button
                key={where[0]}
                type="button"
                aria-pressed={where === area}
                aria-label={areaText(where)}
                style={{ flex: `${areaWidth(where, guitar)} 1 0` }}
                onClick={() => setChosen(i)}
              >
                <AreaDiagram area={where} tones={tonesIn(one, guitar, where)} guitar={guitar} />
              </button>
            ))}
          </div>
        </section>
      ))}
      <Shapes {...{ chords, area, player, guitar, onHear, onShow }} />
    </div>
  );
}

/** What can be played over a chord, to look at in its place. */
function Over({ chord, onChoose }: { readonly chord: Chord; readonly onChoose: (chord: Chord) => void }) {
  const structures = structuresOf(chord);
  if (structures.length === 0) return null;
  return (
    <small className="areas-over">
      {t('over it')}{' '}
      {structures.map((one) => (
        <button
          key={symbolOf(one.chord)}
          type="button"
          className="around-link"
          title={one.degrees.map(musical).join(' ')}
          onClick={() => onChoose(one.chord)}
        >
          <Glyphs text={symbolText(symbolOf(one.chord))} />
        </button>
      ))}
    </small>
  );
}

interface ShapesProps extends Pick<AreasViewProps, 'player' | 'guitar' | 'onHear' | 'onShow'> {
  readonly chords: readonly Chord[];
  readonly area: Area;
}

/** The small shapes of one area: of one chord all, of several the ways through that move least. */
function Shapes({ chords, area, player, guitar, onHear, onShow }: ShapesProps) {
  const shapes = useMemo(() => chords.map((chord) => shapesIn(chord, handOf(player), area)), [chords, player, area]);
  const ways = useMemo(() => (chords.length > 1 ? juxtaposed(shapes).slice(0, MOST_WAYS) : []), [chords, shapes]);
  const lowestIn = (at: number, lowest: string) => (
    <em>
      <Glyphs
        text={
          chords.length > 1 ? symbolText(symbolOf(chords[at]!)) : t('{lowest} lowest', { lowest: noteText(lowest) })
        }
      />
    </em>
  );
  return (
    <>
      <div className="areas-hear">
        <h2>{areaText(area)}</h2>
        {chords.map((chord, i) => (
          <Button
            key={i}
            size="small"
            variant="outlined"
            startIcon={<VolumeUpOutlined />}
            onClick={() =>
              onHear(
                arpeggioIn(chord, guitar, area).map(({ pitch }) => [pitch]),
                NOTE,
              )
            }
          >
            <Glyphs text={t('{symbol}, note by note', { symbol: symbolText(symbolOf(chord)) })} />
          </Button>
        ))}
      </div>
      {chords.length === 1 && (
        <GripRow
          title={t('Small shapes')}
          label={t('Small shapes')}
          grips={shapes[0]!.map((shape) => ({ grip: shape, head: lowestIn(0, shape.lowest) }))}
          guitar={guitar}
          onShow={onShow}
        />
      )}
      <div className="areas-ways">
        {ways.map((way, i) => (
          <GripRow
            key={i}
            title={
              <>
                {t('{semitones} in all', { semitones: semitonesText(way.movement) })}
                <IconButton
                  size="small"
                  aria-label={t('Hear way {i}', { i: i + 1 })}
                  onClick={() =>
                    onHear(
                      way.shapes.map(({ pitches }) => pitches),
                      CHORD,
                    )
                  }
                >
                  <VolumeUpOutlined fontSize="small" />
                </IconButton>
              </>
            }
            label={t('Way {i}', { i: i + 1 })}
            grips={way.shapes.map((shape, at) => ({ grip: shape, head: lowestIn(at, shape.lowest) }))}
            guitar={guitar}
            onShow={onShow}
          />
        ))}
      </div>
      {(chords.length === 1 ? shapes[0]! : ways).length === 0 && (
        <p className="side-empty">
          {shapes.every(({ length }) => length > 0)
            ? t('This hand has no small shape of it here.')
            : t('Small shapes are of triads and seventh chords: choose one that lies over it.')}
        </p>
      )}
    </>
  );
}

const areaText = ([from, to]: Area) =>
  from === 0 ? t('Open strings to fret {to}', { to }) : t('Frets {from} to {to}', { from, to });

/** Chords by their letters, parted by spaces; null where one cannot be read. */
function chordsIn(text: string): readonly Chord[] | null {
  const read = text.trim().split(/\s+/).map(parseChord);
  const chords = read.flatMap((one) => (one.ok ? [one.value] : []));
  return chords.length === read.length && chords.length > 0 ? chords : null;
}

/** So many rows can be taken in at once. */
const MOST_CHORDS = 4;

function faultOf(text: string): string | null {
  const words = text.trim().split(/\s+/);
  if (words.length > MOST_CHORDS) return t('{most} chords at most.', { most: MOST_CHORDS });
  const wrong = words.map(parseChord).find((read) => !read.ok);
  return wrong && !wrong.ok ? wrong.problems.map(problemText).join(' ') : null;
}
