import { Fragment, type ReactNode } from 'react';

/** A sentence with parts that are more than text: `rich(t('Press {key}'), { key: <kbd>M</kbd> })`. */
export const rich = (sentence: string, parts: Readonly<Record<string, ReactNode>>): ReactNode =>
  sentence
    .split(/\{(\w+)\}/)
    .map((piece, i) => <Fragment key={i}>{i % 2 === 0 ? piece : (parts[piece] ?? `{${piece}}`)}</Fragment>);
