/* What makes a take sound, finds what could be added to it, and mends what clashes: fetched once the bench is there. */
export {
  chosenDecorations,
  decorationReason,
  decorPlaces,
  effortOf,
  FreeHand,
  hurries,
  hurriesText,
  mendingMoves,
  notOfferedAt,
  offersAt,
  playedColumn,
  scoreOfTake,
  wantedIn,
} from '../../../core/index.ts';
