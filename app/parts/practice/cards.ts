import type { Grade, Practised } from '../../../core/index.ts';

/** A card as the place is loaded with it. Times in milliseconds since 1970. */
export interface LoadedCard {
  readonly id: string;
  readonly what: Practised;
  readonly due: number | null;
  readonly state: {
    readonly stability: number;
    readonly lastAt: number | null;
    readonly grade: Grade | null;
    readonly clean: number | null;
    readonly learnt: boolean;
  };
}
