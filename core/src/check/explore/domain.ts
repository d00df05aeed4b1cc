import { isTable, sameValue, type DataTable, type Literal, type Worth } from '../../document'
import { representative } from './names'
import { isToldApart } from './tables'

/** More values than these are not told apart, and more tables. */
const MOST_VALUES = { values: 48, tables: 1024 }

/** What is written where nothing asks for just that. */
const ANOTHER = '\u0000another'

/** The number that stands for a value nobody knows. */
export const UNKNOWN = 0

/** The values a name takes in an exploration, numbered from 1; 0 stands for any. Values that nothing tells apart share a number. */
export class Domain {
  private readonly values: Worth[] = []
  /** The numbers of tables, by their records as JSON. */
  private readonly tables = new Map<string, number>()

  /**
   * @param constants what its values are compared with, when that is all that matters about them
   * @param isLeftOpen none of its values is told apart
   */
  constructor(private readonly constants: readonly Literal[] | null, private readonly isLeftOpen = false) {}

  numberOf(value: Worth | undefined): number {
    if (value === undefined || this.isLeftOpen) return UNKNOWN
    if (isTable(value)) return this.numberOfTable(value)
    const told = this.constants === null ? value : representative(value, this.constants)
    const known = this.values.findIndex((each) => sameValue(each, told))
    if (known >= 0) return known + 1
    if (this.values.length >= MOST_VALUES.values || (typeof told === 'number' && !Number.isFinite(told))) return UNKNOWN
    return this.values.push(told)
  }

  /** The first table asked about is the one there is at the start. */
  private numberOfTable(table: DataTable): number {
    const [start = table] = this.values
    if (!isTable(start) || this.tables.size >= MOST_VALUES.tables || !isToldApart(table, start)) return UNKNOWN
    const said = JSON.stringify(table.records)
    const known = this.tables.get(said) ?? this.values.push(table)
    this.tables.set(said, known)
    return known
  }

  /** The numbers of what can be written into a field: nothing, each text it is held against and another one; or anything, where more is asked of it. */
  get written(): readonly number[] {
    if (this.constants === null) return [UNKNOWN, this.numberOf('')]
    const numbers = this.constants.filter((each) => typeof each === 'number')
    const beside = numbers.flatMap((each) => [each - 1, each, each + 1])
    return [...new Set([...(numbers.length > 0 ? beside : ['', ...this.constants.filter((each) => typeof each === 'string'), ANOTHER]).map((each) => this.numberOf(each))])]
  }

  /** Undefined for a value nobody knows. */
  valueOf(number: number): Worth | undefined {
    return number === UNKNOWN ? undefined : this.values[number - 1]
  }
}
