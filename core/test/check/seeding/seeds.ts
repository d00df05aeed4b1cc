import { EMPTY_MOTION, newComponent, newState, wordOf, type Action, type Axis, type Component, type DataTable, type Loop, type Edit, type Id, type Motion, type Part, type Project, type Rule, type State, type Target, type Trigger } from '@rheoscope/core/document'
import { apply } from '@rheoscope/core/document'

/** A fault of one kind put into a component; null where there is no place for it. */
export interface Seed {
  readonly kind: string
  readonly into: (project: Project, component: Component) => Project | null
}

const key = (name: string): Trigger => ({ on: 'key', key: name, modifiers: {}, anywhere: true })
const after = (ms: number): Trigger => ({ on: 'after', ms, since: 'entering', pauseWhile: null })

/** What a seed adds to a component. Everything is named so that nothing of it can be taken for the component's own. */
class Sowing {
  private readonly edits: Edit[] = []
  private readonly axis: Axis
  private count = 0

  constructor(private readonly component: Component, axis: Axis) {
    this.axis = axis
  }

  get root(): Part {
    return this.component.parts[0]!
  }

  /** Whether a new state is one that no rule of the component knows of: none goes to the next one, or holds in all. */
  get isApart(): boolean {
    return this.component.rules.every(({ axis, within, target }) => axis !== this.axis.id || ('only' in within && target.go !== 'next' && target.go !== 'previous'))
  }

  /** Whether doing something on the component leads elsewhere. */
  leadsOn(...kinds: readonly Trigger['on'][]): boolean {
    return this.component.rules.some(({ trigger, part, axis, target }) => kinds.includes(trigger.on) && part === null && axis === this.axis.id && target.go === 'state')
  }

  /** Whether something follows the pointer, and so shows at once that it is there. */
  get followsPointer(): boolean {
    return JSON.stringify(this.component.parts).includes('angleToPointer')
  }

  /** The states the component has of its own. */
  get own(): readonly Id[] {
    return this.axis.states.map(({ id }) => id)
  }

  get start(): Id {
    return this.axis.start
  }

  /** A state, with what its look says of the root. */
  state(look: Part['base'] = {}, more: Partial<State> = {}, of: Id = this.root.id): Id {
    const id = `seeded${this.count++}`
    this.put(['axes', this.axis.id, 'states'], { ...newState(id, id, 7), look: Object.keys(look).length > 0 ? { [of]: look } : {}, ...more })
    return id
  }

  rule(trigger: Trigger, from: Id, to: Id | Target, more: { readonly ms?: number; readonly motion?: Partial<Motion>; readonly part?: Id; readonly guard?: string; readonly actions?: readonly Action[]; readonly axis?: Id } = {}): Id {
    const id = `seed-rule${this.count++}`
    const rule: Rule = {
      id, axis: more.axis ?? this.axis.id, trigger, part: more.part ?? null, within: { only: [from] }, guard: more.guard ?? null, actions: more.actions ?? [], letThrough: false,
      target: typeof to === 'string' ? { go: 'state', state: to } : to, motion: { ...EMPTY_MOTION, durationMs: more.ms ?? 0, easing: 'linear', policy: 'continue', ...more.motion },
    }
    this.put(['rules'], rule)
    return id
  }

  /** There by one key and back by another, so that the new state is no dead end. */
  thereAndBack(to: Id, ms = 0, motion: Partial<Motion> = {}): void {
    this.rule(key('F8'), this.start, to, { ms, motion })
    this.rule(key('F9'), to, this.start, { ms })
  }

  part(kind: 'box' | 'text' | 'field', base: Part['base'], more: Partial<Part> = {}): Id {
    const id = `seed-part${this.count++}`
    this.put(['parts'], { id, kind, name: id, parent: this.root.id, base: { x: 0, y: 0, width: 60, height: 40, inLayout: false, ...(kind === 'box' ? { fill: '#ffffff' } : {}), ...base }, ...more } as Part)
    return id
  }

  list(component: Id, table: Id, filter: string | null): void {
    const id = `seed-part${this.count++}`
    this.put(['parts'], { id, kind: 'list', name: id, parent: this.root.id, component, table, filter, base: { x: 0, y: 0, width: 60, height: 40, inLayout: false, opacity: 0 } } as Part)
  }

  put(path: readonly string[], item: { readonly id: Id }): void {
    this.edits.push({ edit: 'insert', path: ['components', this.component.id, ...path], before: null, item })
  }

  set(path: readonly string[], to: unknown): void {
    this.edits.push({ edit: 'set', path: ['components', this.component.id, ...path], to })
  }

  done(project: Project): Project {
    return apply(project, { edit: 'batch', edits: this.edits })
  }
}

/** A seed that sows into the first axis that rules decide. */
const seed = (kind: string, sow: (sowing: Sowing, component: Component, project: Project) => false | void): Seed => ({
  kind,
  into: (project, component) => {
    const axis = component.axes.find(({ boundTo }) => boundTo === null)
    if (!axis) return null
    const sowing = new Sowing(component, axis)
    return sow(sowing, component, project) === false ? null : sowing.done(project)
  },
})

/** Whether it stands in another component, which may put it into states. */
const isHeld = (project: Project, component: Component): boolean =>
  project.components.some(({ parts }) => parts.some((part) => (part.kind === 'instance' || part.kind === 'list') && part.component === component.id))

const turning = (durationMs: number, part: Id, to: Part['base'], more: Partial<Loop> = {}): Loop => ({ durationMs, easing: 'linear', direction: 'forward', count: null, to: { [part]: to }, ...more })

const isLaidOut = ({ parts }: Component): Part | undefined =>
  parts.find((part) => part.kind !== 'instance' && part.base.inLayout !== false && parts.some(({ id, base }) => id === part.parent && (base.layout === 'row' || base.layout === 'column')))

/** What is there and nobody sees. */
const UNSEEN = { opacity: 0 } as const

/** A project with goods and berths of its own, and what shows one of each, for seeds about records. */
export function withSeedTables(project: Project): Project {
  const table = (id: Id, many: number): DataTable => ({
    id, name: id,
    columns: [{ id: 'name', name: 'name', type: 'text' }, { id: 'price', name: 'price', type: 'number' }, { id: 'count', name: 'count', type: 'number' }],
    records: Array.from({ length: many }, (_each, index) => ({ id: `${id}${index}`, cells: { name: index === 0 ? 'Rope' : 'Lamp', price: index, count: 1 } })),
  })
  const line = (id: Id): Component => ({ ...newComponent(partIds(id), id), id })
  const berth = line('seedBerth')
  const counts: Rule = { id: 'seed-counts', axis: berth.axes[0]!.id, trigger: { on: 'tap' }, part: null, within: { except: [] }, guard: null, actions: [{ id: 'seed-more', do: 'set', variable: 'item.count', to: 'item.count == 1 ? 2 : 1' }], target: { go: 'stay' }, motion: null, letThrough: false }
  const harbour = line('seedHarbour')
  const berths: Part = { id: 'seed-berths', kind: 'list', name: 'berths', parent: harbour.parts[0]!.id, component: 'seedBerth', table: 'seedBerths', filter: null, base: {} }
  return { ...project, tables: [...project.tables, table('seedGoods', 2), table('seedBerths', 5)], components: [...project.components, line('seedLine'), { ...berth, rules: [counts] }, { ...harbour, parts: [...harbour.parts, berths] }] }
}

const partIds = (prefix: string): (() => Id) => {
  let count = 0
  return () => `${prefix}${count++}`
}

/** Every kind of fault and risk, and most kinds of note, as something that can be put into a component. */
export const SEEDS: readonly Seed[] = [
  seed('state-unreachable', (sow) => (sow.isApart ? void sow.state() : false)),
  seed('no-way-out', (sow, component, project) => (sow.isApart && !isHeld(project, component) ? void sow.rule(key('F8'), sow.start, sow.state()) : false)),
  seed('no-way-back', (sow, component, project) => {
    if (!sow.isApart || isHeld(project, component)) return false
    const [one, other] = [sow.state(), sow.state()]
    sow.rule(key('F8'), sow.start, one)
    sow.rule(key('F9'), one, other)
    return void sow.rule(key('F8'), other, one)
  }),
  seed('rule-never-fires', (sow) => {
    const to = sow.state()
    sow.thereAndBack(to)
    sow.rule(key('F7'), sow.start, to, { guard: '1 > 2' })
  }),
  seed('endless-immediate-loop', (sow) => {
    const [one, other] = [sow.state(), sow.state()]
    sow.rule(key('F8'), sow.start, one)
    sow.rule(after(0), one, other)
    sow.rule(after(0), other, one)
  }),
  seed('starts-moving', (sow) => {
    const to = sow.state()
    sow.rule(after(0), sow.start, to)
    sow.rule(key('F9'), to, sow.start)
  }),
  seed('rules-compete', (sow) => {
    const [one, other] = [sow.state(), sow.state()]
    sow.thereAndBack(one)
    sow.rule(key('F8'), sow.start, other)
    sow.rule(key('F9'), other, sow.start)
  }),
  seed('unanswered', (sow) => {
    const to = sow.state()
    sow.rule(key('F8'), sow.start, to)
    sow.rule(after(700), to, sow.start)
  }),
  seed('some-but-not-all', (sow) => {
    const states = Array.from({ length: 5 }, () => sow.state())
    sow.rule(key('F8'), sow.start, states[0]!)
    for (const [index, from] of states.entries()) sow.rule(key('F6'), from, states[(index + 1) % 5]!)
    for (const from of sow.own) sow.rule(key('F6'), from, states[0]!)
    const last = sow.state()
    sow.rule(key('F7'), states[0]!, last)
    sow.rule(key('F7'), last, sow.start)
  }),
  seed('timers-race', (sow) => {
    const [one, other] = [sow.state(), sow.state()]
    sow.rule(key('F8'), sow.start, one)
    sow.rule(after(500), one, sow.start)
    sow.rule({ on: 'every', ms: 500, since: 'entering', pauseWhile: null }, one, other)
    sow.rule(key('F9'), other, sow.start)
  }),
  seed('never-completes', (sow) => {
    const to = sow.state({ translateX: 40 })
    sow.rule(key('F8'), sow.start, to, { ms: 400 })
    sow.rule(after(150), to, sow.start)
  }),
  seed('may-be-cut-short', (sow) => {
    const to = sow.state({ translateX: 40 })
    sow.rule(key('F8'), sow.start, to, { ms: 400 })
    sow.rule(key('F7'), sow.start, to, { ms: 100 })
    sow.rule(after(200), to, sow.start)
  }),
  seed('never-settles', (sow) => {
    if (!sow.isApart) return false
    const [one, other] = [sow.state(), sow.state()]
    sow.rule(key('F8'), sow.start, one)
    sow.rule(after(900), one, other)
    sow.rule(after(900), other, one)
    return void sow.rule(key('F9'), one, sow.start)
  }),
  seed('ends-elsewhere', (sow, component) => {
    const part = isLaidOut(component)
    if (!part) return false
    return sow.thereAndBack(sow.state({ x: 444 }, {}, part.id), 200)
  }),
  seed('jumps', (sow) => sow.thereAndBack(sow.state({ translateX: 40 }), 300, { policy: 'skip to end' })),
  seed('round-trip-differs', (sow, component, project) => {
    const part = component.parts.find((each) => each.kind === 'instance')
    const inner = part?.kind === 'instance' ? project.components.find(({ id }) => id === part.component) : undefined
    const axis = inner?.axes.find(({ states, boundTo }) => boundTo === null && states.length > 1)
    const starting = part?.kind === 'instance' ? (part.start[axis?.id ?? ''] ?? axis?.start) : undefined
    const other = axis?.states.find(({ id }) => id !== starting)
    if (!part || !axis || !other) return false
    const to = sow.state()
    sow.rule(key('F8'), sow.start, to, { actions: [{ id: 'seed-drive', do: 'drive', instance: part.id, axis: axis.id, state: other.id }] })
    return void sow.rule(key('F9'), to, sow.start)
  }),
  seed('rests-differently', (sow, { rules }) => {
    // What follows itself for ever does not rest.
    if (rules.some(({ trigger }) => trigger.on === 'every')) return false
    const part = sow.part('box', { width: 10, height: 10 })
    return void sow.set(['parts', part, 'drag'], { along: 'both', limitTo: 'parent', snapTo: 'corners', points: [], keepsMomentum: false, settleMs: 0, easing: 'linear' })
  }),
  seed('there-and-back-differ', (sow) => {
    const to = sow.state({ translateX: 40 })
    sow.rule(key('F8'), sow.start, to, { ms: 400 })
    sow.rule(key('F9'), to, sow.start, { ms: 200 })
  }),
  seed('wrong-way-round', (sow) => sow.thereAndBack(sow.state({ rotation: 270 }), 300, { rotationDirection: 'as written' })),
  seed('seam', (sow) => sow.thereAndBack(sow.state({ translateX: 40 }), 400, { easing: 'ease-in', keyframes: [{ id: 'seed-stage', look: { [sow.root.id]: { translateX: 20 } }, share: 1, easing: 'ease-in', matchVelocity: false }] })),
  seed('easing-invalid', (sow) => sow.thereAndBack(sow.state({ translateX: 40 }), 300, { easing: 'bouncy' })),
  // A way with stages is eased stage by stage.
  seed('overshoots-bounds', (sow, { motion }) => (motion !== null && motion.keyframes.length > 0 ? false : void sow.thereAndBack(sow.state({ opacity: 0.05 }), 300, { easing: 'cubic-bezier(0.3, 0, 0.5, 1.9)' }))),
  seed('squashed', (sow) => {
    const part = sow.part('text', { text: 'Seed', width: 40, height: 20, opacity: 0.9 })
    sow.thereAndBack(sow.state({ scaleX: 2, scaleY: 2 }, {}, part), 400, { lanes: [{ id: 'seed-lane', part, property: 'scaleX', durationMs: 100 }] })
  }),
  seed('text-ghosts', (sow) => {
    const [one, other] = [sow.part('text', { text: 'Seed', width: 60, height: 20 }), sow.part('text', { text: 'Other', width: 60, height: 20, opacity: 0 })]
    const to = sow.state({}, { look: { [one]: { opacity: 0 }, [other]: { opacity: 1 } } })
    sow.thereAndBack(to, 500)
  }),
  seed('drag-only', (sow) => {
    if (!sow.isApart) return false
    const [part, to] = [sow.part('box', {}), sow.state()]
    sow.rule({ on: 'drag start' }, sow.start, to, { part })
    return void sow.rule(key('F9'), to, sow.start)
  }),
  seed('acts-on-press', (sow) => {
    const [part, to] = [sow.part('box', {}), sow.state()]
    sow.rule({ on: 'press' }, sow.start, to, { part })
    sow.rule(key('F9'), to, sow.start)
  }),
  seed('hover-stays', (sow) => {
    // Whoever gets to the new part has come over the component before, which is in another state by then.
    if (sow.leadsOn('enter')) return false
    const part = sow.part('text', { text: 'Seed', x: -40, width: 60, height: 20, opacity: 0, receivesInput: false })
    const [over, to] = [sow.part('box', {}), sow.state({ opacity: 1 }, {}, part)]
    sow.rule({ on: 'enter' }, sow.start, to, { part: over })
    sow.rule({ on: 'leave' }, to, sow.start, { part: over })
  }),
  seed('vanishes-by-itself', (sow) => {
    const part = sow.part('text', { text: 'Seed', width: 60, height: 20, visible: false })
    const to = sow.state({ visible: true }, {}, part)
    sow.rule(key('F8'), sow.start, to)
    sow.rule(after(4000), to, sow.start)
  }),
  seed('lanes-out-of-step', (sow) => {
    const to = sow.state({ translateX: 40, translateY: 8 })
    sow.rule(key('F8'), sow.start, to, { ms: 100, motion: { lanes: [{ id: 'seed-lane', part: sow.root.id, property: 'translateY', durationMs: 400 }] } })
    sow.rule(after(200), to, sow.start)
  }),
  { kind: 'too-long', into: (project, component) => limited(project, component, { longestMs: 4000 }, 5000) },
  { kind: 'too-short', into: (project, component) => limited(project, component, { shortestMs: 20 }, 10) },
  seed('flashes', (sow) => {
    const part = sow.part('box', { fill: '#000000' })
    sow.thereAndBack(sow.state({}, { loop: turning(120, part, { fill: '#ffffff' }, { direction: 'back and forth' }) }))
  }),
  seed('cannot-be-paused', (sow, component, project) => {
    if (isHeld(project, component)) return false
    const to = sow.state({}, { loop: turning(2000, sow.root.id, { rotation: 360 }) })
    sow.rule(key('F8'), sow.start, to)
    return void sow.rule(after(60_000), to, sow.start)
  }),
  seed('no-reduced-form', (sow) => sow.thereAndBack(sow.state({ translateX: 40 }), 300, { reducedMotion: 'as is' })),
  seed('hidden-takes-input', (sow) => {
    const part = sow.part('box', {})
    const to = sow.state({ opacity: 0 }, {}, part)
    sow.rule({ on: 'tap' }, sow.start, to, { part })
    sow.rule({ on: 'tap' }, to, sow.start, { part })
  }),
  seed('covered', (sow) => {
    const [under] = [sow.part('box', { width: 20, height: 20 }), sow.part('box', { fill: '#cccccc' })]
    sow.rule({ on: 'tap' }, sow.start, { go: 'stay' }, { part: under })
  }),
  seed('disabled-answers', (sow) => {
    const part = sow.part('box', {})
    const to = sow.state({ cursor: 'not-allowed' }, {}, part)
    sow.rule(key('F8'), sow.start, to)
    sow.rule({ on: 'tap' }, to, sow.start, { part })
  }),
  seed('no-keyboard-way', (sow) => {
    // The first of two taps leads elsewhere.
    if (sow.leadsOn('tap', 'press')) return false
    const to = sow.state()
    sow.rule({ on: 'double tap', tapWaits: false }, sow.start, to, { part: sow.part('box', { role: 'button', accessibleName: 'Seed' }) })
    sow.rule(after(5000), to, sow.start)
  }),
  seed('no-name', (sow) => (sow.root.base.accessibleName === undefined ? void sow.rule({ on: 'tap' }, sow.start, { go: 'stay' }, { part: sow.part('box', { role: 'button' }) }) : false)),
  // In a part that is one stop for Tab nobody comes to it.
  seed('focus-invisible', (sow) => (sow.root.keepsFocus === true ? false : void sow.part('box', { focusable: true, opacity: 0 }))),
  seed('focus-trapped', (sow) => {
    if (sow.root.keepsFocus === true) return false
    const part = sow.part('box', { focusable: true })
    sow.part('box', { focusable: true, x: 30 })
    sow.rule({ on: 'key', key: 'Tab', modifiers: {}, anywhere: false }, sow.start, { go: 'stay' }, { part })
  }),
  seed('target-small', (sow) => {
    for (const x of [0, 14]) sow.rule({ on: 'tap' }, sow.start, { go: 'stay' }, { part: sow.part('box', { x, width: 12, height: 12, role: 'button', accessibleName: 'Seed', focusable: true }) })
  }),
  seed('contrast-low', (sow) => {
    sow.part('box', { fill: '#ffffff', receivesInput: false })
    sow.part('text', { text: 'Hard to read', fill: '#c8c8c8', receivesInput: false })
  }),
  seed('contrast-unknown', (sow) => {
    sow.part('box', { fill: { gradient: 'linear', angleDeg: 90, stops: [{ colour: '#ffffff', at: 0 }, { colour: '#24506f', at: 1 }] }, receivesInput: false })
    sow.part('text', { text: 'Hard to tell', fill: '#1d2b33', receivesInput: false })
  }),
  seed('says-no-state', (sow) => void sow.part('box', { role: 'switch', accessibleName: 'Seed', receivesInput: false })),
  seed('slow-to-answer', (sow) => {
    if (sow.followsPointer) return false
    const part = sow.part('box', { focusable: true })
    const to = sow.state({ translateX: 40 })
    sow.rule({ on: 'press' }, sow.start, to, { part, ms: 200, motion: { delayMs: 300 } })
    sow.rule(key('F9'), to, sow.start)
  }),
  seed('leaves-bounds', (sow) => void sow.part('box', {}, { drag: { along: 'both', limitTo: 'nothing', snapTo: 'anywhere', points: [], keepsMomentum: false, settleMs: 200, easing: 'ease' } })),
  seed('parameter-not-everywhere', (sow) => {
    sow.put(['parameters'], { id: 'seedText', name: 'seedText', type: 'text', initial: 'Seed' } as { id: string })
    const part = sow.part('text', { text: { expr: 'seedText' }, fill: '#1d2b33', receivesInput: false })
    sow.thereAndBack(sow.state({ text: 'Fixed' }, {}, part))
  }),
  seed('two-hands-on-one', (sow) => {
    sow.put(['variables'], { id: 'seedIsOn', name: 'seedIsOn', type: 'yes/no', start: false } as { id: string })
    sow.put(['axes'], { id: 'seedAxis', name: 'seed', start: 'seedRest', boundTo: null, states: [newState('seedRest', 'rest', 0)] } as { id: string })
    const actions: readonly Action[] = [{ id: 'seed-toggle', do: 'set', variable: 'seedIsOn', to: '!seedIsOn' }]
    sow.rule(key('F8'), sow.start, { go: 'stay' }, { actions })
    sow.rule(key('F8'), 'seedRest', { go: 'stay' }, { actions, axis: 'seedAxis' })
    const to = sow.state()
    sow.rule(key('F7'), sow.start, to, { guard: '!seedIsOn' })
    sow.rule(key('F9'), to, sow.start)
  }),
  seed('dangling', (sow) => sow.thereAndBack(sow.state({ x: 4 }, {}, 'nowhere'))),
  seed('value-unreadable', (sow) => sow.thereAndBack(sow.state({ translateX: { expr: 'nowhere + 1' } }))),
  seed('text-too-wide', (sow) => {
    sow.put(['variables'], { id: 'seedSought', name: 'seedSought', type: 'text', start: '' } as { id: string })
    sow.part('field', { width: 30, height: 20, fontSize: 14, placeholder: 'Name of a ship', accessibleName: 'Ship', receivesInput: false, ...UNSEEN }, { writes: 'seedSought' } as Partial<Part>)
  }),
  seed('never-led-whole', (sow) => {
    const [part, to] = [sow.part('box', UNSEEN), sow.state()]
    sow.rule({ on: 'while dragged', by: `${wordOf(part)}.dragX / 5000`, keptIf: null }, sow.start, to, { part, ms: 200 })
    sow.thereAndBack(to, 200)
  }),
  seed('jumps-when-let-go', (sow) => {
    const part = sow.part('box', { fill: '#24506f' })
    const states = [newState('seedRest', 'rest', 0), { ...newState('seedLed', 'led', 1), look: { [part]: { width: 10 } } }]
    sow.put(['axes'], { id: 'seedAxis', name: 'seed', start: 'seedRest', boundTo: null, states } as { id: string })
    sow.rule({ on: 'while dragged', by: `${wordOf(part)}.dragX / 100`, keptIf: null }, 'seedRest', 'seedLed', { part, axis: 'seedAxis' })
    for (const [name, from, to] of [['F8', 'seedRest', 'seedLed'], ['F9', 'seedLed', 'seedRest']] as const) sow.rule(key(name), from, to, { axis: 'seedAxis' })
  }),
  seed('list-stays-empty', (sow) => sow.list('seedLine', 'seedGoods', 'item.count > 5')),
  seed('column-never-set', (sow) => void sow.part('box', { width: { expr: 'sum(seedGoods, record.count)' }, receivesInput: false, ...UNSEEN })),
  seed('total-never-changes', (sow) => {
    sow.part('box', { width: { expr: 'sum(seedGoods, record.price)' }, receivesInput: false, ...UNSEEN })
    sow.rule(key('F8'), sow.start, { go: 'stay' }, { actions: [{ id: 'seed-count', do: 'set records', table: 'seedGoods', column: 'count', to: '2', where: null }] })
  }),
  seed('record-missing', (sow) => {
    sow.put(['variables'], { id: 'seedChosen', name: 'seedChosen', type: 'text', start: '' } as { id: string })
    sow.part('box', { width: { expr: 'first(seedGoods, record.name == seedChosen).price' }, receivesInput: false, ...UNSEEN })
    sow.rule(key('F8'), sow.start, { go: 'stay' }, { actions: [{ id: 'seed-choose', do: 'set', variable: 'seedChosen', to: "'Lamp'" }] })
    sow.rule(key('F9'), sow.start, { go: 'stay' }, { actions: [{ id: 'seed-remove', do: 'remove records', table: 'seedGoods', where: 'true' }] })
  }),
  seed('left-open', (sow) => sow.list('seedBerth', 'seedBerths', null)),
  {
    kind: 'promise-broken',
    into: (project, component) => {
      const axis = component.axes.find(({ boundTo }) => boundTo === null)
      if (!axis) return null
      const sowing = new Sowing(component, axis)
      const to = sowing.state()
      sowing.thereAndBack(to)
      return { ...sowing.done(project), promises: [...project.promises, { id: 'seed-promise', surface: { component: component.id }, says: { kind: 'never', that: { what: 'state', instance: '', axis: axis.id, state: to } } }] }
    },
  },
]

function limited(project: Project, component: Component, limits: Project['limits'], ms: number): Project | null {
  const axis = component.axes.find(({ boundTo }) => boundTo === null)
  if (!axis) return null
  const sowing = new Sowing(component, axis)
  sowing.thereAndBack(sowing.state({ translateX: 40 }), ms)
  return { ...sowing.done(project), limits: limits! }
}
