import { slug, type Input, type PointerKind } from '../../document'
import { counted } from '../counted'
import { takeIn, type Form } from './form'

/** One thing an input source does in a tick (WebDriver § 17.4). */
type Action = Readonly<Record<string, string | number>>

interface Tick {
  readonly mouse?: Action
  readonly touch?: Action
  readonly key?: Action
  readonly wheel?: Action
}

/** What somebody does in a take, for whatever drives a browser. */
export const takeActions: Form = {
  name: 'actions',
  label: 'Browser actions',
  forWhom: 'Tests it',
  says: 'What is done in a take as actions of WebDriver (W3C, § 17), with the pauses between: for the page, with the screen in the upper left corner of the window.',
  takes: ['take'],
  make: (project, subject) => {
    const take = takeIn(project, subject)
    const { actions, ticks, left } = browserActions(take.inputs)
    return {
      files: [{ name: `${slug(take.name)}-actions.json`, mediaType: 'application/json', content: `${JSON.stringify({ actions }, null, 2)}\n` }],
      holds: [counted(ticks, 'tick'), `${take.endsAtMs} ms`],
      leavesOut: [...[...left].map(([what, many]) => `${counted(many, 'input')} of “${what}”: no hand does that.`), ...(take.expectations.length > 0 ? ['What the take expects: “rheoscope run” looks at that.'] : [])],
    }
  },
}

/** Inputs as actions for a browser (WebDriver § 17.4), in how many ticks, and how many of which kind no hand does. */
export function browserActions(inputs: readonly Input[]): { readonly actions: readonly object[]; readonly ticks: number; readonly left: ReadonlyMap<string, number> } {
  let atMs = 0
  const ticks: Tick[] = []
  const left = new Map<string, number>()
  for (const input of inputs) {
    const made = ticksOf(input)
    if (!made) {
      left.set(input.do, (left.get(input.do) ?? 0) + 1)
      continue
    }
    if (input.atMs > atMs) ticks.push({ mouse: { type: 'pause', duration: input.atMs - atMs } })
    atMs = input.atMs
    ticks.push(...made)
  }
  const of = (source: keyof Tick) => ticks.map((tick) => tick[source] ?? { type: 'pause', duration: 0 })
  const pointers = (['mouse', 'touch'] as const).filter((kind) => kind === 'mouse' || ticks.some((tick) => tick.touch)).map((kind) => ({ type: 'pointer', id: kind, parameters: { pointerType: kind }, actions: of(kind) }))
  const actions = [...pointers, { type: 'key', id: 'keys', actions: of('key') }, { type: 'wheel', id: 'wheel', actions: of('wheel') }]
  return { actions, ticks: ticks.length, left }
}

const KEYS: Readonly<Record<string, string>> = { Enter: '\uE007', Tab: '\uE004', Escape: '\uE00C', Backspace: '\uE003', Delete: '\uE017', ArrowLeft: '\uE012', ArrowUp: '\uE013', ArrowRight: '\uE014', ArrowDown: '\uE015', Home: '\uE011', End: '\uE010', PageUp: '\uE00E', PageDown: '\uE00F' }

const HELD = { shift: '\uE008', control: '\uE009', alt: '\uE00A', meta: '\uE03D' } as const

/** What an input comes to; null for what no hand does. */
function ticksOf(input: Input): readonly Tick[] | null {
  switch (input.do) {
    case 'move':
      return [by(input, moveTo(input))]
    case 'press':
      return [by(input, moveTo(input)), by(input, { type: 'pointerDown', button: 0 })]
    case 'release':
      return [by(input, moveTo(input)), by(input, { type: 'pointerUp', button: 0 })]
    case 'cancel':
      return [by(input, { type: 'pointerCancel' })]
    // A finger that has let go is gone.
    case 'exit':
      return input.pointer === 'touch' ? [] : null
    case 'wheel':
      return [{ wheel: { type: 'scroll', x: Math.round(input.x), y: Math.round(input.y), deltaX: Math.round(input.deltaX), deltaY: Math.round(input.deltaY), duration: 0, origin: 'viewport' } }]
    case 'key': {
      const held = (['shift', 'control', 'alt', 'meta'] as const).filter((name) => input.modifiers[name] === true).map((name) => HELD[name])
      const key = KEYS[input.key] ?? input.key
      return [...held.map((value): Tick => ({ key: { type: 'keyDown', value } })), { key: { type: 'keyDown', value: key } }, { key: { type: 'keyUp', value: key } }, ...held.toReversed().map((value): Tick => ({ key: { type: 'keyUp', value } }))]
    }
    // It came up with the key that went down.
    case 'key up':
      return []
    case 'type':
      return [...input.text].flatMap((value): readonly Tick[] => [{ key: { type: 'keyDown', value } }, { key: { type: 'keyUp', value } }])
    default:
      return null
  }
}

/** What a pointer does, by the source it comes from. */
const by = ({ pointer }: { readonly pointer: PointerKind }, action: Action): Tick => (pointer === 'touch' ? { touch: action } : { mouse: action })

const moveTo = ({ x, y }: { readonly x: number; readonly y: number }): Action => ({ type: 'pointerMove', x, y, duration: 0, origin: 'viewport' })
