import type { PlainMachine, PlainRule } from './random-machine'

/** A machine at one instant. `left` is what remains of its motion, null once it has settled; `due` what remains of each timer. */
interface Now {
  state: number
  left: number | null
  queued: number | null
  due: (number | null)[]
}

interface World {
  readonly machines: Now[]
  v: number
}

/** More rules than this at one instant go on for ever. */
const FOR_EVER = 1000

/**
 * Every combination of states and the variable that machines can come to, found by trying everything a person could
 * do at every single millisecond. Written from `docs/semantics.md` alone, to hold the exploration against; null when
 * rules set one another off without end.
 */
export function reachedByTrying(plain: readonly PlainMachine[], limit: number): ReadonlySet<string> | null {
  const start: World = { v: 0, machines: plain.map((machine) => ({ state: 0, left: null, queued: null, due: timersIn(machine, 0) })) }
  const reached = new Set<string>()
  const known = new Set<string>()
  const open: World[] = []
  const add = (world: World) => {
    reached.add([...world.machines.map(({ state }) => state), world.v].join(' '))
    const key = keyOf(world)
    if (known.has(key)) return
    known.add(key)
    open.push(world)
  }
  const instant = new Instant(plain, (world) => reached.add([...world.machines.map(({ state }) => state), world.v].join(' ')))
  instant.see(start)
  if (!instant.fallDue(start)) return null
  add(start)
  for (let next = open.pop(); next; next = open.pop()) {
    if (known.size > limit) return null
    const later = copied(next)
    for (const machine of later.machines) {
      if (machine.left !== null) machine.left--
      machine.due = machine.due.map((ms) => (ms === null ? null : ms - 1))
    }
    if (!instant.fallDue(later)) return null
    add(later)
    for (const index of plain.keys()) {
      const tapped = copied(next)
      if (!instant.tap(tapped, index) || !instant.fallDue(tapped)) return null
      add(tapped)
    }
  }
  return reached
}

const copied = ({ machines, v }: World): World => ({ v, machines: machines.map((now) => ({ ...now, due: [...now.due] })) })

const keyOf = ({ machines, v }: World): string => `${v}${machines.map(({ state, left, queued, due }) => `|${state} ${left} ${queued} ${due.join(' ')}`).join('')}`

const timersIn = (machine: PlainMachine, state: number): (number | null)[] => machine.rules.map((rule) => (rule.on === 'after' && rule.in === state ? rule.ms : null))

class Instant {
  private waiting: (() => void)[] = []
  private readonly changes = new WeakSet<() => void>()
  private fired = 0

  constructor(private readonly plain: readonly PlainMachine[], readonly see: (world: World) => void) {}

  /** All that is due now, machine by machine, settling before timers; false when it never ends. */
  fallDue(world: World): boolean {
    this.fired = 0
    for (;;) {
      const index = world.machines.findIndex(({ left, due }) => left === 0 || due.some((ms) => ms === 0))
      if (index < 0) return true
      const now = world.machines[index]!
      if (now.left === 0) this.settle(world, index)
      else {
        const rule = now.due.findIndex((ms) => ms === 0)
        now.due[rule] = null
        this.fireIf(world, index, rule)
      }
      if (!this.tell()) return false
      this.see(world)
    }
  }

  tap(world: World, index: number): boolean {
    this.fired = 0
    this.fireFirst(world, index, (rule) => rule.on === 'tap')
    const ends = this.tell()
    this.see(world)
    return ends
  }

  private tell(): boolean {
    for (let next = this.waiting.shift(); next && this.fired <= FOR_EVER; next = this.waiting.shift()) next()
    return this.fired <= FOR_EVER
  }

  /** What waited for the end of the motion fires after whatever answers that, and after changes have been told. */
  private settle(world: World, index: number): void {
    const now = world.machines[index]!
    const { queued } = now
    now.left = null
    now.queued = null
    const [before, told] = [this.waiting, [] as (() => void)[]]
    this.waiting = told
    this.fireFirst(world, index, (rule) => rule.on === 'settled')
    const changes = told.filter((each) => this.changes.has(each))
    this.waiting = [...before, ...changes, ...(queued === null ? [] : [() => this.fireIf(world, index, queued)]), ...told.filter((each) => !this.changes.has(each))]
  }

  private fireFirst(world: World, index: number, isMeant: (rule: PlainRule) => boolean): void {
    const rule = this.plain[index]!.rules.findIndex((each) => isMeant(each) && this.can(world, index, each) && !this.isInTheWay(world, index, each, 'ignore'))
    if (rule >= 0) this.fire(world, index, rule)
  }

  private can(world: World, index: number, rule: PlainRule): boolean {
    return rule.in === world.machines[index]!.state && (rule.ifV === null || rule.ifV === world.v)
  }

  /** Whether the motion that still goes keeps a rule from leading on; one that stays does not mind. */
  private isInTheWay(world: World, index: number, rule: PlainRule, policy: PlainMachine['policy']): boolean {
    const { left } = world.machines[index]!
    return rule.to !== 'stay' && left !== null && left > 0 && this.plain[index]!.policy === policy
  }

  /** A timer that the motion refuses waits for its end. */
  private fireIf(world: World, index: number, which: number): void {
    const rule = this.plain[index]!.rules[which]!
    if (!this.can(world, index, rule)) return
    if (this.isInTheWay(world, index, rule, 'ignore')) world.machines[index]!.queued = which
    else this.fire(world, index, which)
  }

  private fire(world: World, index: number, which: number): void {
    const now = world.machines[index]!
    const { rules, motionMs, states } = this.plain[index]!
    const rule = rules[which]!
    if (++this.fired > FOR_EVER) return
    if (this.isInTheWay(world, index, rule, 'finish first')) {
      now.queued = which
      return
    }
    if (rule.setV !== null) this.set(world, index, rule.setV)
    if (rule.tells) {
      for (const other of this.plain.keys()) if (other !== index) this.waiting.push(() => this.fireFirst(world, other, (each) => each.on === 'hears'))
    }
    if (rule.to === 'stay') return
    const to = rule.to === 'next' ? (now.state + 1) % states : rule.to
    now.left = to === now.state ? 0 : motionMs
    now.state = to
    now.queued = null
    now.due = timersIn(this.plain[index]!, to)
  }

  /** The one that sets it is told first, then the others in their order. */
  private set(world: World, setter: number, value: number): void {
    if (world.v === value) return
    world.v = value
    for (const index of new Set([setter, ...this.plain.keys()])) {
      const telling = () => this.fireFirst(world, index, (rule) => rule.on === 'changes')
      this.changes.add(telling)
      this.waiting.push(telling)
    }
  }
}
