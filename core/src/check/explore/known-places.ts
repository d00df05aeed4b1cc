import { happen } from './happen'
import { Instant } from './instant'
import { Manner } from './manner'
import type { Network } from './network'
import { deadlinesIn, type Configuration, type Deadline, type Occasion, type Consequence } from './occasion'

/** A configuration there can be, and what counts in it, in the order of the clocks of its zones. */
export interface KnownConfiguration {
  readonly configuration: Configuration
  readonly deadlines: readonly Deadline[]
  /** What occasions come to from here, as far as that has been asked. */
  readonly transitions: Map<string, readonly Transition[]>
}

/** One of the things an occasion can come to. */
export interface Transition {
  readonly to: KnownConfiguration
  readonly outcome: Consequence
  /** For each clock there, which clock here it goes on from; 0 for one that starts. */
  readonly from: readonly number[]
  /** Nothing is different afterwards. */
  readonly isNothing: boolean
}

/** More answers than these to conditions nobody knows are not tried. */
const MOST_BRANCHES = 64

/**
 * What can become of a network, each configuration and each step worked out once, whatever explorations come by: those of
 * the ways of working and of what comes from outside take the same steps.
 */
export class KnownPlaces {
  private readonly manner: Manner
  private readonly known = new Map<number, KnownConfiguration[]>()
  private first: readonly Transition[] | null = null
  /** Whether no step worked out so far depends on what nobody knows: then each first way to a configuration is one that a run can go. */
  isExact = true

  constructor(readonly network: Network) {
    this.manner = new Manner(network)
  }

  /** How things can begin. */
  get beginnings(): readonly Transition[] {
    this.first ??= this.worked(this.standingOf(this.blank()), { what: 'begin' }, [])
    return this.first
  }

  /** To look at a configuration without anything happening. */
  looking({ configuration }: KnownConfiguration): Instant {
    return new Instant(this.network, this.manner, configuration, [])
  }

  /** What an occasion comes to, for every answer to what nobody knows. `ending` are motions that end at that very instant. */
  transitions(from: KnownConfiguration, occasion: Occasion, ending: readonly Deadline[] = []): readonly Transition[] {
    const key = keyOf(occasion, ending)
    const known = from.transitions.get(key) ?? this.worked(from, occasion, ending)
    from.transitions.set(key, known)
    return known
  }

  private worked(from: KnownConfiguration, occasion: Occasion, ending: readonly Deadline[]): readonly Transition[] {
    const found: Transition[] = []
    const open: (readonly boolean[])[] = [[]]
    for (let choices = open.pop(); choices && found.length < MOST_BRANCHES; choices = open.pop()) {
      const instant = new Instant(this.network, this.manner, from.configuration, choices, ending)
      const outcome = happen(instant, occasion)
      for (let asked = choices.length; asked < instant.asked; asked++) open.push([...choices, ...Array.from({ length: asked - choices.length }, () => false), true])
      if (!instant.isExact) this.isExact = false
      const to = this.standingOf(outcome.configuration)
      found.push({
        to, outcome,
        from: [0, ...to.deadlines.map(({ clock }) => (outcome.started.includes(clock) ? 0 : from.deadlines.findIndex((each) => each.clock === clock) + 1))],
        isNothing: to === from && outcome.started.length === 0 && outcome.marks.length === 0,
      })
    }
    return found
  }

  /** The configuration from which things begin, with nothing there yet that comes and goes. */
  private blank(): Configuration {
    const { network } = this
    const blank = new Int32Array(network.size)
    for (const thing of network.things) this.manner.restart(blank, thing)
    for (const kept of network.names) if (kept.thing === null) blank[kept.at] = kept.domain.numberOf(kept.readers[0]?.environment[kept.name])
    return blank
  }

  private standingOf(configuration: Configuration): KnownConfiguration {
    const hash = hashOf(configuration)
    const alike = this.known.get(hash) ?? []
    const known = alike.find((each) => isSame(each.configuration, configuration))
    if (known) return known
    const standing: KnownConfiguration = { configuration, deadlines: deadlinesIn(this.network, configuration), transitions: new Map() }
    alike.push(standing)
    this.known.set(hash, alike)
    return standing
  }
}

/** The hash of Fowler, Noll and Vo over whole numbers. */
function hashOf(configuration: Configuration): number {
  let hash = 0x811c9dc5
  for (const number of configuration) hash = Math.imul(hash ^ number, 0x01000193)
  return hash
}

const isSame = (a: Configuration, b: Configuration): boolean => a.every((number, index) => number === b[index])

function keyOf(occasion: Occasion, ending: readonly Deadline[]): string {
  return ending.length === 0 ? nameOf(occasion) : `${nameOf(occasion)} ending ${ending.map(({ clock }) => clock).join(' ')}`
}

function nameOf(occasion: Occasion): string {
  switch (occasion.what) {
    case 'begin':
    case 'return':
    case 'long':
    case 'late tap':
      return occasion.what
    case 'settle':
      return `settle ${occasion.axis.index}`
    case 'timer':
      return `timer ${occasion.timer.index}`
    case 'wait':
      return `wait ${occasion.wait.index}`
    case 'message':
      return `message ${occasion.thing.index} ${occasion.name}`
    case 'name':
      return `name ${occasion.name.at} ${occasion.value}`
    case 'gone':
    case 'come':
    case 'drift':
      return `${occasion.what} ${occasion.item.index}`
    case 'put':
      return `put ${occasion.axis.index} ${occasion.state}`
    case 'key':
    case 'key up':
      return `${occasion.what} ${occasion.key} ${JSON.stringify(occasion.modifiers)} ${occasion.repeat} ${occasion.spot?.index ?? -1}`
    case 'turn':
      return `${occasion.turn} ${occasion.spot.index}`
    case 'type':
      return `type ${occasion.spot.index} ${occasion.value}`
    case 'focus':
      return `focus ${occasion.spot?.index ?? -1}`
    case 'point':
    case 'press':
    case 'release':
    case 'tap':
    case 'drag':
    case 'cancel':
      return `${occasion.what} ${occasion.spot?.index ?? -1} ${occasion.pointer}`
  }
}
