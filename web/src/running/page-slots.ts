import type { Literal } from '@rheoscope/core/document'
import { carried } from './carried'

/** Names values to a run, as an input. */
type Say = (name: string, value: Literal) => void

const { slots = [] } = carried

/** What a page puts into the slots of an element: whether there is something, and how large that is, which the run is told. */
export class PageSlots {
  private readonly sizes = new ResizeObserver((seen) => seen.forEach(({ target }) => this.tellSize(target)))
  private readonly children = new MutationObserver(() => this.tellFilled())
  private readonly observed = new WeakSet<Element>()
  private readonly filled: Map<string, boolean>

  constructor(private readonly host: Element, private readonly shadow: ShadowRoot, private readonly say: Say) {
    this.filled = new Map(slots.map(({ name }) => [name, this.isFilled(name)]))
    this.children.observe(host, { childList: true, subtree: true, attributes: true, attributeFilter: ['slot'] })
  }

  /** What the run is to begin with, by name, measured out of sight: it would travel there if it came to it later. */
  measured(): Readonly<Record<string, Literal>> {
    return Object.fromEntries(slots.filter(({ name }) => this.filled.get(name)).flatMap(({ parameter, name, component, width, height }): readonly (readonly [string, Literal])[] => {
      const trial = Object.assign(document.createElement('slot'), { name, className: 'trial' })
      this.shadow.append(trial)
      const size = sizeOf(trial)
      trial.remove()
      return [[parameter, component], [width, size.width], [height, size.height]]
    }))
  }

  /** Watches the sizes of what is shown by now. */
  watch(): void {
    for (const slot of this.shadow.querySelectorAll('slot')) {
      if (this.observed.has(slot)) continue
      this.observed.add(slot)
      this.sizes.observe(slot)
    }
  }

  stop(): void {
    this.sizes.disconnect()
    this.children.disconnect()
  }

  private isFilled(name: string): boolean {
    return [...this.host.children].some(({ slot }) => slot === name)
  }

  private tellFilled(): void {
    for (const { parameter, name, component } of slots) {
      const isFilled = this.isFilled(name)
      if (this.filled.get(name) === isFilled) continue
      this.filled.set(name, isFilled)
      this.say(parameter, isFilled ? component : null)
    }
  }

  private tellSize(element: Element): void {
    const slot = slots.find(({ name }) => name === element.getAttribute('name'))
    // Of several slots of one name the first has it all.
    if (!slot || !(element instanceof HTMLSlotElement) || element.assignedNodes().length === 0) return
    const { width, height } = sizeOf(element)
    this.say(slot.width, width)
    this.say(slot.height, height)
  }
}

/** In px of the element's own, whatever it is shown at. */
function sizeOf(slot: HTMLElement): { readonly width: number; readonly height: number } {
  const { width, height } = getComputedStyle(slot)
  return { width: Number.parseFloat(width) || 0, height: Number.parseFloat(height) || 0 }
}
