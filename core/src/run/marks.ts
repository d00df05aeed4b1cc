import { certain } from '../document'
import type { Trace, TraceEvent } from './trace'

/** Something told between instances, or to all of them, at an instant. */
export type TraceMark = Extract<TraceEvent, { what: 'message' | 'variable' | 'records' | 'surface' | 'stopped' }>

const readings = new WeakMap<Trace, { read: number; readonly marks: TraceMark[] }>()

/** The messages, changes of variables and tables, and screens that came and went, in order. A trace that has grown is read on from where it was. */
export function marksOf(trace: Trace): readonly TraceMark[] {
  const reading = readings.get(trace) ?? { read: 0, marks: [] }
  readings.set(trace, reading)
  for (; reading.read < trace.length; reading.read++) {
    const event = certain(trace[reading.read])
    if (isMark(event)) reading.marks.push(event)
  }
  return reading.marks
}

const isMark = (event: TraceEvent): event is TraceMark => event.what === 'message' || event.what === 'variable' || event.what === 'records' || event.what === 'surface' || event.what === 'stopped'
