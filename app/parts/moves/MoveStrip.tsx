import { useEffect, useMemo, useRef } from 'react';
import { formatKey, musical, plainNumeral, type ArrangedColumn, type Key, t, keyWords } from '../../../core/index.ts';
import { GripDiagram } from '../neck/GripDiagram.tsx';
import type { Guitar } from '../neck/layout.ts';
import { pitchRange } from '../stream/layout.ts';
import { StreamColumn } from '../stream/StreamColumn.tsx';
import { ChordSymbol } from '../symbol/ChordSymbol.tsx';
import { Glyphs } from '../symbol/glyphs.tsx';

interface MoveStripProps {
  /** Null until they are voiced. */
  readonly columns: readonly ArrangedColumn[] | null;
  /** Each key with the bar it begins with. */
  readonly sections: readonly { readonly key: Key; readonly bar: number }[];
  readonly playing: number | null;
  readonly guitar: Guitar;
  /** Something newer is being worked out. */
  readonly stale: boolean;
  readonly onHear: (column: number) => void;
}

const WIDTH = 118;
const HEIGHT = 190;
const LONG = 6;
const nothing = () => undefined;

/** A passage chord by chord: symbol, degree, the run of its voices, its grip. */
export function MoveStrip({ columns, sections, playing, guitar, stale, onHear }: MoveStripProps) {
  const strip = useRef<HTMLOListElement>(null);
  useEffect(() => {
    if (playing !== null)
      strip.current?.querySelector('.strip-playing')?.scrollIntoView({ block: 'nearest', inline: 'center' });
  }, [playing]);
  const range = useMemo(() => pitchRange(columns ?? []), [columns]);
  if (columns === null) return <p className="strip-waiting">{t('Its grips are looked for…')}</p>;
  const perSemitone = HEIGHT / (range.high - range.low + 1);
  const mark = Math.min(14, Math.max(11, perSemitone * 1.6));
  const yOf = (pitch: number) => HEIGHT - (pitch - range.low + 0.75) * perSemitone;
  return (
    <ol className={stale ? 'strip strip-stale' : 'strip'} ref={strip} aria-label={t('Its chords')} tabIndex={0}>
      {columns.map((one, i) => {
        const { column, grip } = one;
        const { slot, symbol, chord } = column;
        const isBar = columns[i - 1]?.column.slot.bar !== slot.bar;
        const section = isBar ? sections.find(({ bar }) => bar === slot.bar) : undefined;
        const { key } = sections.findLast(({ bar }) => bar <= slot.bar)!;
        return (
          <li
            key={column.at}
            className={`${isBar ? 'strip-bar' : ''} ${i === playing ? 'strip-playing' : ''}`}
            style={{ width: WIDTH }}
          >
            <span className="strip-key">
              {section && sections.length > 1 && <Glyphs text={keyWords(formatKey(section.key))} />}
            </span>
            <button
              type="button"
              onClick={() => onHear(i)}
              aria-label={t('Hear {symbol}', { symbol })}
              className="strip-chord"
            >
              <ChordSymbol symbol={symbol} className={symbol.length > LONG ? 'symbol-long' : ''} />
              <small>{chord && <Glyphs text={musical(plainNumeral(chord, key))} />}</small>
            </button>
            <div className="strip-voices" style={{ height: HEIGHT }}>
              <StreamColumn
                column={one}
                next={columns[i + 1] ?? null}
                open={guitar.open}
                width={WIDTH}
                height={HEIGHT}
                yOf={yOf}
                mark={mark}
                tried={null}
                ghost={null}
                index={i}
                onMove={nothing}
                onHold={nothing}
              />
            </div>
            {grip ? (
              <GripDiagram grip={grip} guitar={guitar} label={t('Grip {grip}', { grip: grip.grip })} />
            ) : (
              <span className="strip-none">{t('no grip for this hand')}</span>
            )}
          </li>
        );
      })}
    </ol>
  );
}
