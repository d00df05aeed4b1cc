import { requireProject } from '@rheoscope/core/schema'
import type { InputAction, PointerKind } from '@rheoscope/core/document'
import { isMoving } from '@rheoscope/core/machine'
import { isCrossFade } from '@rheoscope/core/motion'
import { advanceTo, described, drawList, everyDescribed, send, shownFocus, spokenText, startRun, type Run } from '@rheoscope/core/run'
import { itemOf, pointOn, type Point } from '@rheoscope/core/scene'
import { keyOf, literalOf, pieces, type ScenarioText } from './scenario-lines'
import { projectOf } from './scenario-project'

/** What an example says is to be seen, and what is. */
export interface Seen {
  readonly step: string
  readonly seen: unknown
  readonly wanted: unknown
}

/** Plays an example to its end and reports everything it says is to be seen. Throws for a step that says nothing known. */
export function playScenario(scenario: ScenarioText): readonly Seen[] {
  const { project, surface, options } = projectOf(scenario)
  requireProject(project, 'The example')
  const run = startRun(project, { component: surface }, options)
  return scenario.steps.flatMap(({ atMs, what }) => {
    advanceTo(run, atMs)
    return pieces(what).flatMap((piece) => step(run, piece)).map((seen) => ({ ...seen, step: `${atMs}: ${seen.step}` }))
  })
}

function step(run: Run, piece: string): readonly Seen[] {
  const inputs = inputsOf(run, piece)
  if (inputs) {
    inputs.forEach((input) => send(run, input))
    return []
  }
  const [, path = '', name = '', verb = '', wanted = ''] = /^(?:([\w:/]+): )?(.+?) (is|=|≈) (.*)$/.exec(piece) ?? []
  if (verb === '') throw new Error(`“${piece}” is neither something done nor something to be seen.`)
  const seen = lookAt(run, path, name, verb)
  if (verb !== '≈') return [{ step: piece, seen, wanted: literalOf(wanted) }]
  const isNear = typeof seen === 'number' && Math.abs(seen - Number(wanted)) < 0.05
  return [{ step: piece, seen: isNear ? Number(wanted) : seen, wanted: Number(wanted) }]
}

function inputsOf(run: Run, piece: string): readonly InputAction[] | null {
  const [, touch, word = '', rest = ''] = /^(touch |pen )?(tap|press|release|move|exit|cancel|wheel|pinch|key up|key|type|put|set)(?: (.*))?$/.exec(piece) ?? []
  const pointer = (touch?.trim() ?? 'mouse') as PointerKind
  const at = (): Point => placeOf(run, rest)
  switch (word) {
    case 'tap':
      return [...(pointer === 'touch' ? [] : [{ do: 'move', pointer, ...at() } as const]), { do: 'press', pointer, ...at() }, { do: 'release', pointer, ...at() }]
    case 'press':
    case 'release':
    case 'move':
      return [{ do: word, pointer, ...at() }]
    case 'exit':
    case 'cancel':
      return [{ do: word, pointer }]
    case 'wheel': {
      const [place = '', by = '0'] = rest.split(' by ')
      return [{ do: 'wheel', ...placeOf(run, place), deltaX: 0, deltaY: Number(by) }]
    }
    case 'pinch': {
      const [place = '', to = '1'] = rest.split(' to ')
      return [{ do: 'pinch', ...placeOf(run, place), scale: Number(to), turn: 0 }]
    }
    case 'key':
      return rest.endsWith(' held') ? [{ do: 'key', ...keyOf(rest.replace(' held', '')), repeat: true }] : [{ do: 'key', ...keyOf(rest) }]
    case 'key up':
      return [{ do: 'key up', ...keyOf(rest) }]
    case 'type': {
      const [part = '', text = ''] = rest.split(' = ')
      return [{ do: 'type', instance: '', part, text: String(literalOf(text)) }]
    }
    case 'put': {
      const [axis = '', state = ''] = rest.split(' ')
      return [{ do: 'put', instance: '', axis, state }]
    }
    case 'set': {
      const [name = '', value = ''] = rest.split(' = ')
      return [{ do: 'parameter', instance: '', name, value: literalOf(value) }]
    }
    default:
      return null
  }
}

/** `x y`, or the middle of a part, which may stand inside an instance: `instance/part`. */
function placeOf(run: Run, text: string): Point {
  const [x, y] = text.split(' ').map(Number)
  if (Number.isFinite(x) && Number.isFinite(y)) return { x: x!, y: y! }
  const at = text.lastIndexOf('/')
  const point = pointOn(drawList(run), at < 0 ? '' : text.slice(0, at), text.slice(at + 1))
  if (!point) throw new Error(`Nothing of “${text}” can be pointed at.`)
  return point
}

/** What can be looked at: `rules` fired so far, `focus`, what is `read out`, `cursor`, whether it is `moving`, which things `stand inside`, a state, a property or a name. */
function lookAt(run: Run, path: string, name: string, verb: string): unknown {
  const instance = run.instances.get(path)
  switch (name) {
    case 'rules':
      return run.trace.flatMap((event) => (event.what === 'fired' ? [`${event.rule.replace('rule', '')}@${event.atMs}`] : [])).join(' ')
    case 'focus': {
      const focus = shownFocus(run)
      return focus === null ? 'nowhere' : [focus.instance, focus.part].filter(Boolean).join('/')
    }
    case 'read out':
      return everyDescribed(described(run)).map(spokenText).join(' · ')
    case 'cursor':
      return run.hand.pointer.cursor
    case 'run':
      return run.loop.isStopped ? 'stopped' : 'going'
    case 'moving':
      return instance !== undefined && isMoving(instance, run.nowMs)
    case 'inside':
      return [...run.instances.keys()].filter((each) => each !== '').join(' ')
  }
  if (!instance) return 'not there'
  const axis = instance.compiled.component.axes.findIndex((each) => each.name === name)
  if (verb === 'is' && axis >= 0) return instance.states[axis]
  const [part, property] = name.split('.')
  if (property === undefined) return instance.environment[name]
  const shown = itemOf(drawList(run), path, part!)?.values[property]
  if (isCrossFade(shown)) return shown.crossFade.map(({ value, share }) => `${Math.round(share * 100)}% ${String(value)}`).join(' + ')
  return typeof shown === 'number' ? Math.round(shown * 1000) / 1000 : Array.isArray(shown) || (typeof shown === 'object' && shown !== null) ? JSON.stringify(shown) : shown
}
