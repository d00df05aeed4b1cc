import type { PlainMachine, PlainPrototype, PlainRule } from './random-machine'

/** A machine at one instant. `left` is what remains of its motion, null once it has settled; `due` what remains of each timer. */
interface Now {
  state: number
  left: number | null
  queued: number | null
  due: (number | null)[]
  /** The states it came from, the last one first. */
  came: number[]
}

/** What a screen or overlay is like: not there, there, or on its way out for so many ms more. */
type Presence = 'gone' | 'there' | number

interface World {
  readonly machines: Now[]
  v: number
  /** By the place of each surface. */
  readonly presence: Presence[]
  /** The surfaces that are there, or on their way out, in the order in which they came. */
  came: number[]
}

/** The machines on one screen that is always there. */
const standing = (machines: readonly PlainMachine[]): PlainPrototype => ({ motionMs: 0, surfaces: [{ kind: 'screen', isModal: true, machines }] })

/** More rules than this at one instant go on for ever. */
const FOR_EVER = 1000

/**
 * Every combination of states and the variable that machines can come to, found by trying everything a person could
 * do at every single millisecond. Written from `docs/semantics.md` alone, to hold the exploration against; null when
 * rules set one another off without end.
 */
export const reachedByTrying = (plain: readonly PlainMachine[], limit: number): ReadonlySet<string> | null => reachedOn(standing(plain), limit)

/** The same of screens and overlays; machines that are not there count as `-`. */
export function reachedOn(prototype: PlainPrototype, limit: number): ReadonlySet<string> | null {
  const plain = prototype.surfaces.flatMap(({ machines }) => machines)
  const start: World = {
    v: 0, machines: plain.map(({ rules }) => ({ state: 0, left: null, queued: null, due: rules.map(() => null), came: [] })),
    presence: prototype.surfaces.map(() => 'gone'), came: [],
  }
  const reached = new Set<string>()
  const known = new Set<string>()
  const open: World[] = []
  const surfaceAt = surfacesOf(prototype)
  const see = (world: World) => reached.add([...world.machines.map(({ state }, index) => (world.presence[surfaceAt[index]!] === 'gone' ? '-' : state)), world.v].join(' '))
  const add = (world: World) => {
    see(world)
    const key = keyOf(world)
    if (known.has(key)) return
    known.add(key)
    open.push(world)
  }
  /** Lets something happen to a world in every way that chance can have it; false when it never ends, or chance has it in too many ways to try. */
  const happen = (world: World, what: (instant: Instant, world: World) => boolean): boolean => {
    const ways: (readonly number[])[] = [[]]
    let tried = 0
    for (let way = ways.pop(); way; way = ways.pop()) {
      if (++tried > limit) return false
      const [instant, after] = [new Instant(prototype, see, way), copied(world)]
      if (!what(instant, after)) return false
      for (let index = way.length; index < instant.chosen.length; index++) {
        for (let other = 1; other < instant.chosen[index]!.of; other++) ways.push([...instant.chosen.slice(0, index).map(({ place }) => place), other])
      }
      add(after)
    }
    return true
  }
  if (!happen(start, (instant, world) => instant.begin(world) && instant.fallDue(world))) return null
  for (let next = open.pop(); next; next = open.pop()) {
    if (known.size > limit) return null
    const later = copied(next)
    for (const machine of later.machines) {
      if (machine.left !== null) machine.left--
      machine.due = machine.due.map((ms) => (ms === null ? null : ms - 1))
    }
    for (const [index, presence] of later.presence.entries()) if (typeof presence === 'number') later.presence[index] = presence - 1
    if (!happen(later, (instant, world) => instant.fallDue(world))) return null
    for (const index of plain.keys()) if (!happen(next, (instant, world) => !instant.answers(world, index) || (instant.tap(world, index) && instant.fallDue(world)))) return null
  }
  return reached
}

const surfacesOf = ({ surfaces }: PlainPrototype): readonly number[] => surfaces.flatMap(({ machines }, index) => machines.map(() => index))

const copied = ({ machines, v, presence, came }: World): World => ({ v, presence: [...presence], came: [...came], machines: machines.map((now) => ({ ...now, due: [...now.due], came: [...now.came] })) })

const keyOf = ({ machines, v, presence, came }: World): string => `${v} ${presence.join(' ')} ${came.join(' ')}${machines.map(({ state, left, queued, due, came: from }) => `|${state} ${left} ${queued} ${due.join(' ')} ${from.join(' ')}`).join('')}`

class Instant {
  private waiting: (() => void)[] = []
  private fired = 0

  /** What chance has decided so far, and between how many. */
  readonly chosen: { readonly place: number; readonly of: number }[] = []

  private readonly plain: readonly PlainMachine[]
  private readonly surfaceAt: readonly number[]
  /** What is to be shown or closed once the step that goes on has taken effect. */
  private showing: (() => void)[] = []

  constructor(private readonly prototype: PlainPrototype, readonly see: (world: World) => void, private readonly way: readonly number[]) {
    this.plain = prototype.surfaces.flatMap(({ machines }) => machines)
    this.surfaceAt = surfacesOf(prototype)
  }

  begin(world: World): boolean {
    this.come(world, 0)
    const ends = this.tell()
    this.see(world)
    return ends
  }

  private machinesOn(surface: number): readonly number[] {
    return [...this.plain.keys()].filter((index) => this.surfaceAt[index] === surface)
  }

  /** All machines that are there, in the order in which they came. */
  private standing({ came }: World): readonly number[] {
    return came.flatMap((surface) => this.machinesOn(surface))
  }

  /** A surface begins anew: its machines are as at first, and are told that they are shown. */
  private come(world: World, surface: number): void {
    this.vanish(world, surface)
    world.presence[surface] = 'there'
    world.came.push(surface)
    for (const index of this.machinesOn(surface)) {
      world.machines[index]!.due = this.timersIn(index, 0, null, [])
      this.waiting.push(() => this.step(world, index, () => this.fireFirst(world, index, (rule) => rule.on === 'shown')))
    }
  }

  private vanish(world: World, surface: number): void {
    world.presence[surface] = 'gone'
    world.came = world.came.filter((each) => each !== surface)
    for (const index of this.machinesOn(surface)) world.machines[index] = { state: 0, left: null, queued: null, due: this.plain[index]!.rules.map(() => null), came: [] }
  }

  /** A surface goes, for so long; nothing of it counts any more. */
  private leave(world: World, surface: number, ms: number): void {
    if (ms === 0) return this.vanish(world, surface)
    world.presence[surface] = ms
    for (const index of this.machinesOn(surface)) world.machines[index]!.due = world.machines[index]!.due.map(() => null)
  }

  private show(world: World, { do: what, surface }: NonNullable<PlainRule['shows']>): void {
    const { surfaces, motionMs } = this.prototype
    const isShown = (each: number) => world.presence[each] === 'there'
    const screen = surfaces.findIndex(({ kind }, each) => kind === 'screen' && isShown(each))
    if (what === 'close' || what === 'go') for (const each of surfaces.keys()) if (surfaces[each]!.kind === 'overlay' && isShown(each) && (what === 'go' || each === surface)) this.leave(world, each, 0)
    if ((what === 'open' || what === 'go') && !isShown(surface)) this.come(world, surface)
    if (what === 'go' && surface !== screen) this.leave(world, screen, motionMs)
  }

  /** Whether a machine answers to a tap: nothing modal lies over it, and it is not on its way out. */
  answers(world: World, index: number): boolean {
    const surface = this.surfaceAt[index]!
    const { surfaces } = this.prototype
    return world.presence[surface] === 'there' && (surfaces[surface]!.kind === 'overlay' || !surfaces.some(({ kind, isModal }, each) => kind === 'overlay' && isModal && world.presence[each] === 'there'))
  }

  private choose(of: number): number {
    const place = of > 1 ? (this.way[this.chosen.length] ?? 0) : 0
    if (of > 1) this.chosen.push({ place, of })
    return place
  }

  /** The timers of a state; those that count through a group go on while it stays within. */
  private timersIn(index: number, state: number, from: number | null, before: readonly (number | null)[]): (number | null)[] {
    return this.plain[index]!.rules.map((rule, place) => {
      if (rule.on !== 'after' || !this.holds(index, rule, state)) return null
      if (rule.ofGroup && from !== null && this.holds(index, rule, from)) return before[place]!
      return rule.ms + this.choose(rule.more + 1)
    })
  }

  private holds(index: number, rule: PlainRule, state: number): boolean {
    return rule.ofGroup ? this.plain[index]!.group!.includes(state) : rule.in === state
  }

  /** All that is due now, machine by machine, settling before timers; false when it never ends. */
  fallDue(world: World): boolean {
    this.fired = 0
    for (;;) {
      const isDue = (index: number) => world.machines[index]!.left === 0 || world.machines[index]!.due.some((ms) => ms === 0)
      const surface = world.came.find((each) => world.presence[each] === 0 || this.machinesOn(each).some(isDue))
      if (surface === undefined) return true
      if (world.presence[surface] === 0) {
        this.vanish(world, surface)
        this.see(world)
        continue
      }
      const index = this.machinesOn(surface).find(isDue)!
      const now = world.machines[index]!
      if (now.left === 0) this.settle(world, index)
      else {
        const rule = now.due.findIndex((ms) => ms === 0)
        now.due[rule] = null
        this.step(world, index, () => this.fireIf(world, index, rule))
      }
      if (!this.tell()) return false
      this.see(world)
    }
  }

  tap(world: World, index: number): boolean {
    this.fired = 0
    this.step(world, index, () => this.fireFirst(world, index, (rule) => rule.on === 'tap'))
    const ends = this.tell()
    this.see(world)
    return ends
  }

  private tell(): boolean {
    for (let next = this.waiting.shift(); next && this.fired <= FOR_EVER; next = this.waiting.shift()) next()
    return this.fired <= FOR_EVER
  }

  /** One step of a machine, with what it tells: that `v` is another than before, to the machine itself first and then to the others in their order, and then everything else. */
  private step(world: World, index: number, what: () => void): void {
    if (world.presence[this.surfaceAt[index]!] === 'gone') return
    const [before, earlier] = [world.v, this.waiting]
    this.waiting = []
    what()
    const readers = this.standing(world)
    for (let next = this.showing.shift(); next; next = this.showing.shift()) next()
    const changes = world.v === before ? [] : [...new Set([index, ...readers])].filter((each) => world.presence[this.surfaceAt[each]!] !== 'gone').map((each) => () => this.step(world, each, () => this.fireFirst(world, each, (rule) => rule.on === 'changes')))
    this.waiting = [...earlier, ...changes, ...this.waiting]
  }

  /** What waited for the end of the motion fires after whatever answers that. */
  private settle(world: World, index: number): void {
    const now = world.machines[index]!
    const { queued } = now
    now.left = null
    now.queued = null
    this.step(world, index, () => {
      if (queued !== null) this.waiting.push(() => this.step(world, index, () => this.fireIf(world, index, queued)))
      this.fireFirst(world, index, (rule) => rule.on === 'settled')
    })
  }

  private fireFirst(world: World, index: number, isMeant: (rule: PlainRule) => boolean): void {
    const rule = this.plain[index]!.rules.findIndex((each) => isMeant(each) && this.can(world, index, each) && !this.isInTheWay(world, index, each, 'ignore'))
    if (rule >= 0) this.fire(world, index, rule)
  }

  private can(world: World, index: number, rule: PlainRule): boolean {
    return this.holds(index, rule, world.machines[index]!.state) && (rule.ifV === null || rule.ifV === world.v)
  }

  /** Whether the motion that still goes keeps a rule from leading on; one that stays does not mind. */
  private isInTheWay(world: World, index: number, rule: PlainRule, policy: PlainMachine['policy']): boolean {
    const { left } = world.machines[index]!
    return this.leads(world, index, rule) && left !== null && left > 0 && this.plain[index]!.policy === policy
  }

  private leads(world: World, index: number, { to }: PlainRule): boolean {
    return to !== 'stay' && (to !== 'back' || world.machines[index]!.came.length > 0)
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
    const { rules, motionMs } = this.plain[index]!
    const rule = rules[which]!
    if (++this.fired > FOR_EVER) return
    if (this.isInTheWay(world, index, rule, 'finish first')) {
      now.queued = which
      return
    }
    const to = this.targetOf(world, index, rule)
    this.act(world, index, rule)
    if (to !== null) this.move(world, index, to, motionMs, rule.to === 'back')
  }

  private targetOf(world: World, index: number, { to }: PlainRule): number | null {
    if (to === 'stay') return null
    if (to === 'back') return world.machines[index]!.came[0] ?? null
    if (to === 'next') return (world.machines[index]!.state + 1) % this.plain[index]!.states
    return typeof to === 'number' ? to : to[this.choose(2)]!
  }

  private act(world: World, index: number, rule: PlainRule): void {
    const { shows } = rule
    if (rule.setV !== null) world.v = rule.setV
    if (shows) this.showing.push(() => this.show(world, shows))
    if (!rule.tells) return
    for (const other of this.standing(world)) if (other !== index) this.waiting.push(() => this.step(world, other, () => this.fireFirst(world, other, (each) => each.on === 'hears')))
  }

  private move(world: World, index: number, to: number, motionMs: number, isBack: boolean): void {
    const now = world.machines[index]!
    const from = now.state
    this.passBy(world, index, 'left', to)
    now.left = to === from ? 0 : motionMs
    now.came = isBack ? now.came.slice(1) : to === from ? now.came : [from, ...now.came].slice(0, 8)
    now.state = to
    now.queued = null
    this.passBy(world, index, 'entered', from)
    now.due = this.timersIn(index, to, from, now.due)
  }

  /**
   * What is done on leaving or entering a state or a group belongs to the step, from the inside out and from the outside in;
   * where it leads on is one of its own. `other` is the state beyond.
   */
  private passBy(world: World, index: number, on: 'left' | 'entered', other: number): void {
    const { rules, group } = this.plain[index]!
    const isGroupPassed = group !== undefined && !group.includes(other)
    const first = (ofGroup: boolean) => rules.find((each) => each.on === on && (each.ofGroup ?? false) === ofGroup && this.can(world, index, each))
    const groups = isGroupPassed ? [() => first(true)] : []
    for (const find of on === 'left' ? [() => first(false), ...groups] : [...groups, () => first(false)]) {
      const rule = find()
      if (!rule) continue
      this.fired++
      this.act(world, index, rule)
      if (on === 'left' || !this.leads(world, index, rule)) continue
      this.waiting.push(() => this.step(world, index, () => {
        if (!this.holds(index, rule, world.machines[index]!.state)) return
        const to = this.targetOf(world, index, rule)
        if (to !== null) this.move(world, index, to, this.plain[index]!.motionMs, rule.to === 'back')
      }))
    }
  }
}
