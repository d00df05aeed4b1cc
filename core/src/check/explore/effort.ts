/** How far an exploration goes before it gives up; giving up is told, and nothing is called unreachable for it. */
export interface Effort {
  /** At most so many symbolic configurations; `USUAL_LIMIT` when it is left out. */
  readonly limit?: number | undefined
  /** What the explorations of one thing may keep together; `USUAL_MEMORY_BYTES` each when it is left out. */
  readonly memory?: MemoryAllowance | undefined
  /** Is asked now and then with how many have been seen; saying true stops the exploration. */
  readonly isToStop?: ((seen: number) => boolean) | undefined
}

/** An everyday exploration gives up here. */
export const USUAL_LIMIT = 20_000

/** All explorations of one thing together keep no more than this. With what the engine needs beside it a check stays below 1 GB. */
export const USUAL_MEMORY_BYTES = 400_000_000

/** Bytes that may be kept, by a rough count that is the same on every machine, so that what is given up is the same too. */
export class MemoryAllowance {
  private left: number

  constructor(bytes: number = USUAL_MEMORY_BYTES) {
    this.left = bytes
  }

  /** Takes some of it, if there is any left. */
  take(bytes: number): boolean {
    this.left -= bytes
    return this.left >= 0
  }
}

/** What objects cost beside the numbers in them: a node with its outcome, or a step that was travelled, in bytes. */
export const OBJECT_BYTES = 300
