import VolumeUpOutlined from '@mui/icons-material/VolumeUpOutlined';
import IconButton from '@mui/material/IconButton';
import { useEventCallback } from '@mui/material/utils';
import { memo, useEffect, useRef, type ReactNode } from 'react';
import { priceText, t } from '../../../core/index.ts';

interface OptionRowProps {
  /** Stands over it, where a group begins. */
  readonly heading?: string | null;
  readonly name: string;
  readonly stands: boolean;
  readonly trying: boolean;
  /** In the place of a price, in words. */
  readonly price?: string;
  /** What it adds to the tune; null: there is no tune, or the hand has no grip for it. */
  readonly extra: number | null;
  /** Whether the hand can hold it. */
  readonly playable: boolean;
  /** Whether it cannot be taken yet: its price is being worked out. */
  readonly waits?: boolean;
  /** Without it the first tap takes it. */
  readonly onTry?: () => void;
  readonly onKeep: () => void;
  readonly onHear: () => void;
  /** Further controls at its end. */
  readonly more?: ReactNode;
  readonly style?: React.CSSProperties;
  readonly className?: string;
  readonly children: ReactNode;
}

/** One thing that could stand there: what it is, its price, and a way to hear it. */
export function OptionRow({
  heading = null,
  name,
  stands,
  trying,
  price,
  extra,
  playable,
  waits = false,
  onTry,
  onKeep,
  onHear,
  more,
  style,
  className = '',
  children,
}: OptionRowProps) {
  /** A finger tries before it keeps: the first tap shows, the second takes. */
  const isTouch = useRef(false);
  const row = useRef<HTMLLIElement>(null);
  useEffect(() => {
    // Not under the pointer: what one is about to press must not move away.
    if (trying && !row.current?.matches(':hover')) row.current?.scrollIntoView({ block: 'nearest' });
  }, [trying]);
  return (
    <li
      ref={row}
      style={style}
      className={`option ${className} ${stands ? 'option-stands' : ''} ${trying ? 'option-trying' : ''}`}
      // Not on entering: a list that moves under a still hand tries nothing.
      onPointerMove={({ pointerType }) => pointerType === 'mouse' && !trying && onTry?.()}
      onPointerDown={({ pointerType }) => (isTouch.current = pointerType !== 'mouse')}
    >
      {heading && <h3 className="option-heading">{heading}</h3>}
      <button
        type="button"
        className="option-keep"
        onClick={(event) => (isTouch.current && event.detail > 0 && !trying && onTry ? onTry() : onKeep())}
        disabled={!playable || waits}
        aria-pressed={stands}
      >
        {children}
        <span className="option-price">
          {price ?? (extra !== null ? priceText(extra) : playable ? '' : t('no grip'))}
        </span>
      </button>
      <Hear name={name} disabled={!playable} onHear={useEventCallback(onHear)} />
      {more}
    </li>
  );
}

interface HearProps {
  readonly name: string;
  readonly disabled: boolean;
  readonly onHear: () => void;
}

/* Drawn anew only when something in it changes: rows are drawn often. */
const Hear = memo(function Hear({ name, disabled, onHear }: HearProps) {
  return (
    <IconButton size="small" aria-label={t('Hear {name}', { name })} onClick={onHear} disabled={disabled}>
      <VolumeUpOutlined fontSize="small" />
    </IconButton>
  );
});
