import { maskOf, pitchClassOf, servingOf, servingText, type Chord, type Grip, t } from '../../../core/index.ts';
import { Glyphs } from '../symbol/glyphs.tsx';

/** A grip that was led there, or pinned though it is incomplete: what it is against the chord it serves. */
export function WhatSounds({ chord, grip: { pitches } }: { readonly chord: Chord; readonly grip: Grip }) {
  return (
    <p>
      {t('What sounds is')} <Glyphs text={servingText(servingOf(chord, maskOf(pitches.map(pitchClassOf))))} />.
    </p>
  );
}
