import { sameValue, type Literal } from '../../document'
import { representative } from './names'

/** More values than these are not told apart. */
const MOST_VALUES = 48

/** The number that stands for a value nobody knows. */
export const UNKNOWN = 0

/** The values a name takes in an exploration, numbered from 1; 0 stands for any. Values that nothing tells apart share a number. */
export class Domain {
  private readonly values: Literal[] = []

  /** What its values are compared with, when that is all that matters about them. */
  constructor(private readonly constants: readonly Literal[] | null) {}

  numberOf(value: Literal | undefined): number {
    if (value === undefined) return UNKNOWN
    const told = this.constants === null ? value : representative(value, this.constants)
    const known = this.values.findIndex((each) => sameValue(each, told))
    if (known >= 0) return known + 1
    if (this.values.length >= MOST_VALUES || (typeof told === 'number' && !Number.isFinite(told))) return UNKNOWN
    return this.values.push(told)
  }

  /** Undefined for a value nobody knows. */
  valueOf(number: number): Literal | undefined {
    return number === UNKNOWN ? undefined : this.values[number - 1]
  }
}
