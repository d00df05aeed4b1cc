import { certain } from '../document'
/** Who is due when: a binary heap ordered by instant, then by place in the list of instances. */
export class Agenda {
  constructor(private readonly heap: Appointment[] = []) {}

  copy(): Agenda {
    return new Agenda([...this.heap])
  }

  /** The earliest instant anyone is due; Infinity when nobody is. */
  get nextMs(): number {
    return this.heap[0]?.dueMs ?? Infinity
  }

  add(appointment: Appointment): void {
    if (appointment.dueMs === Infinity) return
    this.heap.push(appointment)
    this.rise(this.heap.length - 1)
  }

  /** Takes out the first appointment. */
  next(): Appointment | undefined {
    const first = this.heap[0]
    const last = this.heap.pop()
    if (last && this.heap.length > 0) {
      this.heap[0] = last
      this.sink(0)
    }
    return first
  }

  private rise(index: number): void {
    while (index > 0) {
      const parent = (index - 1) >> 1
      if (!isBefore(certain(this.heap[index]), certain(this.heap[parent]))) return
      this.swap(index, parent)
      index = parent
    }
  }

  private sink(index: number): void {
    for (;;) {
      let first = index
      for (const child of [2 * index + 1, 2 * index + 2]) {
        if (child < this.heap.length && isBefore(certain(this.heap[child]), certain(this.heap[first]))) first = child
      }
      if (first === index) return
      this.swap(index, first)
      index = first
    }
  }

  private swap(a: number, b: number): void {
    const held = certain(this.heap[a])
    this.heap[a] = certain(this.heap[b])
    this.heap[b] = held
  }
}

export interface Appointment {
  readonly dueMs: number
  readonly order: number
  readonly path: string
}

const isBefore = (a: Appointment, b: Appointment): boolean => a.dueMs < b.dueMs || (a.dueMs === b.dueMs && a.order < b.order)
