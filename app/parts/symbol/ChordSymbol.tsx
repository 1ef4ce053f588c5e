import { spokenSymbol, symbolParts } from '../../../core/index.ts';
import { Glyphs } from './glyphs.tsx';

/** A chord symbol set in type: the root large, its accidental kerned to it, extensions raised. */
export function ChordSymbol({ symbol, className = '' }: { readonly symbol: string; readonly className?: string }) {
  const { letter, accidental, quality, raised, bass } = symbolParts(symbol);
  return (
    <span className={`symbol ${className}`} role="img" aria-label={spokenSymbol(symbol)}>
      <span aria-hidden="true">
        {letter}
        {accidental && (
          <span className="symbol-accidental">
            <Glyphs text={accidental} />
          </span>
        )}
        {quality && <span className="symbol-quality">{quality}</span>}
        {raised && (
          <span className="symbol-raised">
            <Glyphs text={raised} />
          </span>
        )}
        {bass && (
          <span className="symbol-bass">
            /<Glyphs text={bass} />
          </span>
        )}
      </span>
    </span>
  );
}
