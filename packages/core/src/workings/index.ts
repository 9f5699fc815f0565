/**
 * Workings: the numbered lines that explain a computed date or amount, as they would stand on a working paper.
 * The last line ends in the figure itself.
 */
export interface Workings {
  /** What is explained, e.g. "How this date comes about". */
  title: string;
  /** The steps in order, plain sentences without numbering. */
  lines: string[];
  /** The rule or authority relied on, with the date from which it holds. */
  source?: string;
}
