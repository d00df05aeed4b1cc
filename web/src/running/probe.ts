import type { BuildLog, BuiltMotion, ProbeMap } from '@rheoscope/core/exchange'

/** What stands before this code in the file it is handed over in: where the component is found in a page. */
declare const PROBE: ProbeMap

/** Writes down what a component does in the page of whoever built it: the states it comes into, what moves, and what its parts are like at rest. */
class Probe {
  private map = PROBE
  private log: BuildLog = begun(PROBE)
  private standing: Readonly<Record<string, string | null>> = {}
  private readonly seen = new WeakSet<Animation>()
  private readonly watching = new MutationObserver(() => this.look())

  /** Begins anew, with another map where the page says one. Throws where nothing is at the root it names. */
  begin(other: Partial<ProbeMap> = {}): void {
    this.map = { ...this.map, ...other, parts: { ...this.map.parts, ...other.parts }, axes: { ...this.map.axes, ...other.axes } }
    this.log = begun(this.map)
    this.follow()
  }

  /** Goes on with what stands at the root now. */
  follow(): void {
    this.watching.disconnect()
    this.watching.observe(this.root(), { attributes: true, subtree: true })
    this.standing = this.states()
    this.rest()
  }

  /** What has been seen, once what is under way has come to its end. */
  async seenSoFar(): Promise<BuildLog> {
    this.look()
    await this.settled()
    return this.log
  }

  /** The same as a file to save. */
  async save(): Promise<void> {
    const link = document.createElement('a')
    link.href = URL.createObjectURL(new Blob([JSON.stringify(await this.seenSoFar(), null, 1)], { type: 'application/json' }))
    link.download = 'build-log.json'
    link.click()
  }

  private root(): Element {
    const root = document.querySelector(this.map.root)
    if (!root) throw new Error(`There is nothing at ${this.map.root}: say where the component is with rheoscopeProbe.begin({ root }).`)
    return root
  }

  /** The element of a part: inside the root, or the root itself. */
  private element(selector: string): Element | null {
    const root = this.root()
    return root.matches(selector) ? root : root.querySelector(selector)
  }

  private states(): Readonly<Record<string, string | null>> {
    const root = this.root()
    return Object.fromEntries(Object.entries(this.map.axes).map(([axis, states]) => [axis, Object.keys(states).find((state) => root.matches(states[state] ?? ':not(*)')) ?? null]))
  }

  private look(): void {
    const now = this.states()
    const changed = Object.keys(now).filter((axis) => now[axis] !== this.standing[axis])
    if (changed.length === 0) return
    const motions = this.newMotions()
    const changes = changed.map((axis) => ({ axis, from: this.standing[axis] ?? null, to: now[axis] ?? null, motions }))
    this.log = { ...this.log, changes: [...this.log.changes, ...changes] }
    this.standing = now
    void this.settled().then(() => { if (this.standing === now) this.rest() })
  }

  private newMotions(): readonly BuiltMotion[] {
    const parts = Object.entries(this.map.parts).map(([part, { selector }]) => [part, this.element(selector)] as const)
    return document.getAnimations().filter((each) => !this.seen.has(each)).flatMap((animation) => {
      this.seen.add(animation)
      const { effect } = animation
      const part = effect instanceof KeyframeEffect ? parts.find(([, element]) => element === effect.target)?.[0] : undefined
      return part !== undefined && effect instanceof KeyframeEffect ? motionsOf(part, effect) : []
    })
  }

  /** Until everything that ends has ended. */
  private async settled(): Promise<void> {
    const ending = document.getAnimations().filter(({ effect }) => effect?.getComputedTiming().endTime !== Infinity)
    await Promise.allSettled(ending.map(({ finished }) => finished))
    await new Promise((done) => setTimeout(done, 0))
  }

  private rest(): void {
    const parts = Object.fromEntries(Object.entries(this.map.parts).flatMap(([part, { selector, properties }]) => {
      const element = this.element(selector)
      if (!element) return []
      const style = getComputedStyle(element)
      return [[part, Object.fromEntries(properties.split(' ').map((property) => [property, style.getPropertyValue(property)]))]]
    }))
    this.log = { ...this.log, rests: [...this.log.rests, { states: this.standing, parts }] }
  }
}

const begun = ({ component }: ProbeMap): BuildLog =>
  ({ form: 'rheoscope-build-log', version: 1, component, isMotionReduced: matchMedia('(prefers-reduced-motion: reduce)').matches, rests: [], changes: [] })

/** What of each frame is how it is passed, and no property. */
const TIMING = new Set(['offset', 'computedOffset', 'easing', 'composite'])

/** An animation as the motions of each of its properties, as CSS calls them. */
function motionsOf(part: string, effect: KeyframeEffect): readonly BuiltMotion[] {
  const { delay = 0, duration, easing = 'linear', iterations = 1, direction } = effect.getTiming()
  const frames = effect.getKeyframes()
  const properties = [...new Set(frames.flatMap((frame) => Object.keys(frame).filter((name) => !TIMING.has(name))))]
  return properties.map((property) => ({
    part, property: property.startsWith('--') ? property : property.replaceAll(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`),
    delayMs: delay, durationMs: Number(duration) || 0, easing, times: iterations === Infinity ? null : iterations, turnsBack: direction === 'alternate',
    frames: frames.flatMap((frame) => (property in frame ? [{ offset: frame.computedOffset, easing: frame.easing, value: String(frame[property]) }] : [])),
  }))
}

declare global {
  interface Window {
    rheoscopeProbe: Probe
  }
}

window.rheoscopeProbe = new Probe()
if (document.querySelector(PROBE.root)) window.rheoscopeProbe.begin()
