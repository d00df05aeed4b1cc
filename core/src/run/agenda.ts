import { certain } from '../document'

/** That something is due for an instance. */
export interface Appointment {
  readonly dueMs: number
  /** When the instance came, by a number that grows. */
  readonly order: number
  readonly path: string
}

/** Puts an appointment into an agenda: a binary heap ordered by instant, then by who came first. */
export function addTo(agenda: Appointment[], appointment: Appointment): void {
  if (appointment.dueMs === Infinity) return
  agenda.push(appointment)
  rise(agenda, agenda.length - 1)
}

/** The earliest instant anyone is due; Infinity when nobody is. */
export const firstDueMs = (agenda: readonly Appointment[]): number => agenda[0]?.dueMs ?? Infinity

/** Takes out the first appointment. */
export function takeFirst(agenda: Appointment[]): Appointment | undefined {
  const first = agenda[0]
  const last = agenda.pop()
  if (last && agenda.length > 0) {
    agenda[0] = last
    sink(agenda, 0)
  }
  return first
}

function rise(agenda: Appointment[], from: number): void {
  let index = from
  while (index > 0) {
    const parent = (index - 1) >> 1
    if (!isBefore(certain(agenda[index]), certain(agenda[parent]))) return
    swap(agenda, index, parent)
    index = parent
  }
}

function sink(agenda: Appointment[], from: number): void {
  let index = from
  for (;;) {
    let first = index
    for (const child of [2 * index + 1, 2 * index + 2]) {
      if (child < agenda.length && isBefore(certain(agenda[child]), certain(agenda[first]))) first = child
    }
    if (first === index) return
    swap(agenda, index, first)
    index = first
  }
}

function swap(agenda: Appointment[], a: number, b: number): void {
  const held = certain(agenda[a])
  agenda[a] = certain(agenda[b])
  agenda[b] = held
}

const isBefore = (a: Appointment, b: Appointment): boolean => a.dueMs < b.dueMs || (a.dueMs === b.dueMs && a.order < b.order)
