import { orElse, type Action, type RecordAction } from '../document'
import { nameOfTable } from '../expression'
import type { Ends, Ground } from './ground'
import type { Interpreter } from './interpreter'
import { changedTable, tableNow } from './records'
import type { Step } from './step'

/** Does something; what it returns says, once the step has taken effect, when it has ended, and is null where that takes no time. What cannot be worked out, or is about something gone, is a finding and passed over. */
export function act<T>(interpreter: Interpreter<T>, ground: Ground<T>, step: Step<T>, thing: T, action: Action): (() => Ends) | null {
  return ground.isThere(thing) ? orElse(() => doing(interpreter, ground, step, thing, action), null) : null
}

function doing<T>(interpreter: Interpreter<T>, ground: Ground<T>, step: Step<T>, thing: T, action: Action): (() => Ends) | null {
  switch (action.do) {
    case 'set': {
      const value = ground.worth(thing, action.to)
      ground.note({ what: 'set', thing, name: action.variable, value })
      interpreter.assign(thing, action.variable, value)
      return null
    }
    case 'add record':
    case 'set records':
    case 'remove records':
    case 'move records':
    case 'restore table':
      changeRecords(interpreter, ground, thing, action)
      return null
    case 'send': {
      const payload = action.payload === null ? '' : ground.worth(thing, action.payload)
      const to = ground.recipients(thing, action.recipient)
      ground.note({ what: 'message', thing, name: action.message, to })
      for (const each of to) step.told.push(() => interpreter.deliver(each, action.message, payload))
      return null
    }
    case 'drive': {
      const inner = ground.inside(thing, action.instance)
      if (inner === null) return null
      interpreter.put(inner, action.axis, action.state)
      const axis = ground.compiledOf(inner).component.axes.findIndex(({ id }) => id === action.axis)
      return axis < 0 ? null : () => (ground.isThere(inner) ? ground.motionEnds(inner, axis) : atOnce(ground))
    }
    case 'pulse': {
      const ends = ground.pulse(thing, action)
      return () => ends
    }
    case 'focus':
      step.told.push(() => ground.isThere(thing) && ground.moveFocus(thing, action.part))
      return null
    case 'go to screen':
    case 'open overlay':
    case 'close overlay': {
      let ends = atOnce(ground)
      step.shows.push(() => {
        ends = orElse(() => ground.show(thing, action), ends)
      })
      return () => ends
    }
  }
}

/** Changes the records of a table for everyone. */
function changeRecords<T>(interpreter: Interpreter<T>, ground: Ground<T>, thing: T, action: RecordAction): void {
  const item = ground.itemOf(thing)
  const whole = action.table === null ? item?.table : ground.tableAsDrawn(action.table)
  if (!whole) return
  const table = tableNow(ground, thing, whole)
  const changed = table && changedTable(table, action, {
    whole, own: item?.record ?? null,
    worth: (expression, record) => ground.worth(thing, expression, record ? { table, record } : undefined),
    newId: () => ground.newRecordId(thing, table),
  })
  ground.note({ what: 'set', thing, name: nameOfTable(whole), value: changed })
  interpreter.assign(thing, nameOfTable(whole), changed)
}

function atOnce<T>(ground: Ground<T>): Ends {
  const now = ground.nowMs()
  return [now, now]
}
