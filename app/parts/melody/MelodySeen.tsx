import { useEffect, useMemo, useRef, useState } from 'react';
import { keptNotes, melodyCells, signature, staveOf, type Chart, type Melody, t } from '../../../core/index.ts';
import { headRoom, ready, roomFor } from './engrave.ts';
import { linesOf, shownBars } from './lines.ts';
import { StaveLine } from './StaveLine.tsx';
import './melody.css';

const NO_CLASHES = {};
const NO_ENDS: readonly number[] = [];
const NOTHING = () => undefined;

/** A melody on a stave, to be looked at. */
export function MelodySeen({ chart, melody }: { readonly chart: Chart; readonly melody: Melody }) {
  const box = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(0);
  useEffect(() => {
    let wanted = true;
    const watch = new ResizeObserver(([seen]) => setWidth(Math.floor(seen!.contentRect.width)));
    void ready.then(() => wanted && watch.observe(box.current!));
    return () => {
      wanted = false;
      watch.disconnect();
    };
  }, []);
  const shown = useMemo(() => {
    const ids = chart.bars.map((_, i) => String(i));
    return shownBars(chart, staveOf(chart, ids, melodyCells(keptNotes(melody, ids)), null));
  }, [chart, melody]);
  const lines = width > 0 ? linesOf(shown, width, roomFor, ({ bar }) => headRoom(signature(bar.key))) : [];
  return (
    <div
      ref={box}
      className="stave stave-seen"
      role="img"
      aria-label={t('A melody of {melody} notes', { melody: melody.length })}
    >
      {lines.map((bars) => (
        <StaveLine
          key={bars[0]!.bar.index}
          bars={bars}
          width={width}
          notes={[]}
          clashes={NO_CLASHES}
          ends={NO_ENDS}
          at={null}
          long={0}
          from={0}
          to={0}
          target={null}
          sounding={null}
          onPlace={NOTHING}
          onNote={NOTHING}
          onDrag={NOTHING}
          onBreath={NOTHING}
        />
      ))}
    </div>
  );
}
