/** How a rehearsal is played. */
export interface RehearsalOptions {
  /** Room below which a miss is said, millimetres: what a holder's scatter can use up. */
  readonly margin: number;
  /** Cuts with a sharp edge along the programmed way instead of the real outline: the part as it is programmed. */
  readonly asProgrammed?: boolean;
}
