/**
 * How much of everything there may be. What is beyond is refused or cut off with a sentence that says so; nothing hangs.
 * `docs/limits.md` tells them.
 */
export const LIMITS = {
  /** Levels of nesting in anything that is sent or opened. */
  jsonDepth: 100,
  /** Rows of a table that is brought in. */
  tableRows: 2_000,
  /** Elements of an SVG file that is brought in. */
  svgElements: 1_500,
  /** Parts of one component or screen. */
  parts: 2_000,
  /** Containers one inside another. */
  containerDepth: 64,
  /** Components one inside another. */
  instanceDepth: 24,
  /** Instances on a surface that runs, with everything inside them. */
  instances: 20_000,
  /** Instances in a miniature on the shelf. */
  miniatureInstances: 400,
  /** Instances of a surface that checks look at. */
  checkedInstances: 4_000,
} as const
