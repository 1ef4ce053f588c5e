import { useEffect, useRef, useState, type KeyboardEvent } from 'react';
import { degreeIn, pitchClassOf, type Chord, type Frets, type Holding, t } from '../../../core/index.ts';
import { neckLayout, type Guitar } from './layout.ts';
import { Neck, type NeckLabels } from './Neck.tsx';

interface FingerNeckProps {
  /** Empty: no finger is on it. */
  readonly frets: Frets;
  /** What its degrees are told of. */
  readonly chord: Chord | null;
  /** How it is held, where it can be. */
  readonly held: Holding | null;
  readonly guitar: Guitar;
  readonly labels: NeckLabels;
  /** Frets to lie in, from the capo. */
  readonly area?: readonly [number, number] | null;
  readonly label: string;
  readonly onFrets: (frets: Frets) => void;
  readonly onHear?: () => void;
}

/** A neck to put fingers on, by pointing or by keys. */
export function FingerNeck(props: FingerNeckProps) {
  const { frets, chord, held, guitar, labels, area = null, label, onFrets, onHear } = props;
  const [cursor, setCursor] = useState<number | null>(null);
  // Where the neck is wider than the page, the frets to lie in are what is seen of it.
  const around = useRef<HTMLDivElement>(null);
  const [from, to] = area ?? [0, 0];
  useEffect(() => {
    const box = around.current;
    if (!box || to === 0) return;
    const { between, width } = neckLayout(guitar);
    const middle = (between(Math.max(1, from) + guitar.capo) + between(to + guitar.capo)) / 2;
    box.scrollLeft = (middle / width) * box.scrollWidth - box.clientWidth / 2;
  }, [from, to, guitar]);
  const put = (string: number, fret: number) => {
    if (fret < -1 || fret >= guitar.mm.length) return;
    const before = frets.length === 0 ? guitar.open.map(() => -1) : frets;
    onFrets(before.map((own, s) => (s === string ? fret : own)));
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const string = cursor ?? 0;
    const along = guitar.leftHanded ? -1 : 1;
    const moves: Readonly<Record<string, (() => void) | undefined>> = {
      ArrowUp: () => setCursor(cursor === null ? 0 : Math.min(guitar.open.length - 1, cursor + 1)),
      ArrowDown: () => setCursor(cursor === null ? 0 : Math.max(0, cursor - 1)),
      ArrowRight: () => put(string, (frets[string] ?? -1) + along),
      ArrowLeft: () => put(string, (frets[string] ?? -1) - along),
      '0': () => put(string, 0),
      x: () => put(string, -1),
      h: onHear,
    };
    const move = moves[event.key];
    if (!move || event.ctrlKey || event.metaKey || event.altKey) return;
    event.preventDefault();
    // Here these are fingers, whatever they are around it.
    event.stopPropagation();
    if (cursor === null) setCursor(string);
    move();
  };
  return (
    <div
      ref={around}
      className="finger-neck"
      role="group"
      aria-label={t('The neck: arrow keys put fingers on it')}
      tabIndex={0}
      onKeyDown={onKeyDown}
      onBlur={() => setCursor(null)}
    >
      <Neck
        guitar={guitar}
        drawn={
          frets.length === 0
            ? null
            : {
                grip: {
                  frets,
                  fingers: held?.fingers ?? frets.map((fret) => (fret < 0 ? null : 0)),
                  degrees: frets.map((fret, s) =>
                    fret < 0 || chord === null ? null : degreeIn(chord, pitchClassOf(guitar.open[s]! + fret)),
                  ),
                },
                chord,
                ...(held && { mutedBy: held.mutedBy }),
              }
        }
        next={null}
        labels={labels}
        area={area}
        cursor={cursor}
        onPlace={(string, fret) => put(string, frets[string] === fret ? -1 : fret)}
        label={label}
      />
    </div>
  );
}
