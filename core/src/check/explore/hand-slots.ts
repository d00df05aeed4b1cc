/** Where a configuration keeps what a person is doing: 0 for nothing, else a spot and 1, unless it says otherwise. */
export interface HandSlots {
  readonly over: number
  /** Where a finger is that is down. */
  readonly finger: number
  readonly pressed: number
  /** What became of the press. */
  readonly press: number
  /** Whether the press may still become long. */
  readonly long: number
  /** What was tapped last. */
  readonly tapped: number
  readonly focus: number
  /** Whether it is to be seen where the focus is. */
  readonly shown: number
  /** Where Space is held. */
  readonly space: number
  /** Which key is held: its place among the keys of the network, and 1. */
  readonly key: number
}

/** A place for each of them. */
export const handSlots = (keep: () => number): HandSlots =>
  ({ over: keep(), pressed: keep(), press: keep(), long: keep(), tapped: keep(), focus: keep(), shown: keep(), space: keep(), key: keep(), finger: keep() })
