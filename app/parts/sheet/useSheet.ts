import { useMemo } from 'react';
import {
  sheetLines,
  sheetOf,
  sheetPages,
  usedGrips,
  ROOM,
  type Melody,
  type Score,
  type Scored,
  type Sheet,
  type SheetLine,
  type SheetLook,
  type SheetPage,
  type UsedGrip,
} from '../../../core/index.ts';
import { SMALLEST, type Layout, type SheetSettings } from './layouts.ts';

/** Sheets of paper, or a screen: px. */
export interface PaperSize {
  readonly width: number;
  readonly height: number;
  readonly margin: number;
}

/** A sheet in lines and pages, in units of its staves. */
export interface SetSheet {
  readonly sheet: Sheet;
  readonly look: SheetLook;
  readonly lines: readonly SheetLine[];
  readonly pages: readonly SheetPage[];
  /** Px to a unit. */
  readonly size: number;
  /** Of what can be printed, and its distance from the edges. */
  readonly width: number;
  readonly margin: number;
  /** Of the grips one by one, in rows. */
  readonly set: { readonly grips: readonly UsedGrip[]; readonly inARow: number } | null;
}

/** Room for title and facts over the first page, and for the foot of each. */
const TITLE = 92;
const FOOT = 26;
/** A grip in the set of all, with its name. */
export const CELL = { width: 176, height: 150 } as const;
const STEP = 0.02;

interface Wanted {
  readonly score: Score | null;
  readonly scored: Scored | null;
  readonly melody: Melody;
  readonly layout: Layout;
  readonly paper: PaperSize;
  readonly settings: SheetSettings;
  readonly strings: number;
}

/** A score set in lines and pages; null while there is none. */
export function useSheet({ score, scored, melody, layout, paper, settings, strings }: Wanted): SetSheet | null {
  const sheet = useMemo(
    () => score && scored && sheetOf(scored.chart, score, scored, melody, layout),
    [score, scored, melody, layout],
  );
  return useMemo(() => {
    if (!sheet) return null;
    const { barsALine, onePage, size } = settings;
    const look: SheetLook = { ...layout, strings, barsALine };
    const at = (size: number) => setAt(sheet, look, paper, size, layout.id === 'set');
    let made = at(size);
    for (let smaller = size - STEP; onePage && made.pages.length > 1 && smaller >= size * SMALLEST; smaller -= STEP)
      made = at(smaller);
    return made;
  }, [sheet, layout, paper, settings, strings]);
}

function setAt(sheet: Sheet, look: SheetLook, paper: PaperSize, size: number, isSet: boolean): SetSheet {
  const margin = paper.margin / size;
  const width = paper.width / size - 2 * margin;
  const height = paper.height / size - 2 * margin - FOOT;
  if (isSet) {
    const grips = usedGrips(sheet);
    const inARow = Math.max(1, Math.floor(width / CELL.width));
    const heights = Array.from({ length: Math.ceil(grips.length / inARow) }, () => CELL.height);
    const pages = sheetPages({ heights, gap: 10, height, title: TITLE });
    return { sheet, look, lines: [], pages, size, width, margin, set: { grips, inARow } };
  }
  const lines = sheetLines(sheet, look, width);
  const gap = look.staves.length === 0 ? 12 : ROOM.gap;
  const pages = sheetPages({ heights: lines.map((line) => line.height), gap, height, title: TITLE });
  return { sheet, look, lines, pages, size, width, margin, set: null };
}
