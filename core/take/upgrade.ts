import { recordOf } from './layers/fields.ts';

type Cell = Readonly<Record<string, unknown>>;

/**
 * A cell of an older schema as one of this schema. Schema 1 had one shape for all layers, told apart by `source.kind`:
 *
 *   { on, degree?, source: { kind: 'chart' } | { kind: 'colour', suffix }, pin?, led?, fingers? }
 *   { on, degree?, source: { kind: 'move', id, variant? }, ticks }
 *   { on: '', source: { kind: 'changes', number } }
 *   { on: '', source: { kind: 'wish', wish, hard }, ticks }
 *
 * It is read for ever: from takes, from what windows have not sent yet, and from the record of edits.
 */
export function upgraded(cell: Cell): Cell {
  const source = recordOf(cell.source);
  if (!source) return cell;
  const { on, degree, ticks, pin, led, fingers } = cell;
  const made = { on, ...(degree !== undefined && { degree }) };
  switch (source.kind) {
    case 'chart':
    case 'colour': {
      const voicing = { grip: pin, ...(led === true && { led }), ...(fingers !== undefined && { fingers }) };
      const colour = source.kind === 'chart' ? null : source.suffix;
      return { layer: 'chord', ...made, colour, ...(pin !== undefined && { voicing }) };
    }
    case 'move': {
      const { id, variant } = source;
      return { layer: 'move', ...made, ticks, id, ...(variant !== undefined && { variant }) };
    }
    case 'changes':
      return { layer: 'changes', number: source.number };
    case 'wish':
      return { layer: 'wish', ticks, wish: source.wish, hard: source.hard };
    default:
      return cell;
  }
}
