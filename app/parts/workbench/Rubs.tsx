import { rubText, type Rub } from '../../../core/index.ts';
import { Glyphs } from '../symbol/glyphs.tsx';

/** What of the melody clashes with what is on offer, and why. */
export function Rubs({ rub }: { readonly rub: Rub }) {
  return (
    <span className="option-rubs">
      <Glyphs text={rubText(rub)} />
    </span>
  );
}
