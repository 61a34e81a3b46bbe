/** One share of a search, for one of several workers. */
export interface Share {
  /** From 0. */
  readonly part: number
  readonly of: number
}
