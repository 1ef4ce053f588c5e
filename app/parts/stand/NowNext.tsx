import { t, type ArrangedColumn } from '../../../core/index.ts';
import { GripDiagram } from '../neck/GripDiagram.tsx';
import type { Guitar } from '../neck/layout.ts';
import { ChordSymbol } from '../symbol/ChordSymbol.tsx';

interface NowNextProps {
  readonly now: ArrangedColumn;
  /** Null: it is the last. */
  readonly next: ArrangedColumn | null;
  readonly guitar: Guitar;
  /** Whether grips are shown, and not only named. */
  readonly shown: boolean;
}

/** The chord that sounds, and the one that comes, each with its grip: large enough for two metres. */
export function NowNext({ now, next, guitar, shown }: NowNextProps) {
  return (
    <div className="now-next">
      <Chord column={now} guitar={guitar} shown={shown} label={t('Now')} className="stand-now" />
      {next && <Chord column={next} guitar={guitar} shown={shown} label={t('Then')} className="stand-then" />}
    </div>
  );
}

interface ChordProps {
  readonly column: ArrangedColumn;
  readonly guitar: Guitar;
  readonly shown: boolean;
  readonly label: string;
  readonly className: string;
}

function Chord({ column: { column, grip }, guitar, shown, label, className }: ChordProps) {
  return (
    <section className={className} aria-label={label}>
      <ChordSymbol symbol={column.symbol} className={column.symbol.length > LONG ? 'symbol-long' : ''} />
      {grip && shown && (
        <>
          <GripDiagram grip={grip} guitar={guitar} cut />
          <code>{grip.grip}</code>
        </>
      )}
      {!grip && column.symbol !== 'N.C.' && <p>{t('no grip for this hand')}</p>}
    </section>
  );
}
const LONG = 8;
