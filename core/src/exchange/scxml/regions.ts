import { certain } from '../../document'
import type { XmlElement } from '../xml-tree'
import { inside, nameOf, statesIn } from './tree'

/** A state as it comes in: one that has no states inside it, with all it is in, from the inside out. */
export interface Leaf {
  readonly element: XmlElement
  readonly path: readonly XmlElement[]
  readonly name: string
  readonly isFinal: boolean
}

/** Some states of which one holds at a time. */
export interface Region {
  readonly name: string
  readonly leaves: readonly Leaf[]
  readonly start: Leaf
}

/** The states of a document, flattened: an axis for each region of an outermost `parallel`, and one where there is none. */
export class Regions {
  readonly all: readonly Region[]
  private readonly byId = new Map<string, XmlElement>()

  constructor(root: XmlElement, private readonly leaveOut: (what: string) => void) {
    this.index(root)
    const [only, ...others] = statesIn(root)
    const isApart = only?.name === 'parallel' && others.length === 0 && statesIn(only).every((each) => statesIn(each).length > 0)
    this.all = (isApart ? statesIn(only) : [root]).map((element) => this.region(element)).filter((region) => region !== null)
  }

  /** The leaf a target comes to in a region: itself, the first of a compound state, or where a history goes that has nothing to go back to. */
  leafOf(region: Region, id: string): Leaf | null {
    const element = this.byId.get(id)
    if (!element) return null
    if (element.name === 'history') {
      const [to] = inside(element, 'transition')
      return this.leafOf(region, to?.attributes.target ?? '')
    }
    const first = this.firstIn(element)
    return region.leaves.find((leaf) => leaf.element === first) ?? null
  }

  private index(element: XmlElement): void {
    for (const child of element.children) {
      const { id } = child.attributes
      if (id !== undefined && ['state', 'parallel', 'final', 'history'].includes(child.name) && !this.byId.has(id)) this.byId.set(id, child)
      this.index(child)
    }
  }

  private region(element: XmlElement): Region | null {
    const leaves = this.leavesIn(element, [])
    if (leaves.length === 0) return null
    const first = this.firstIn(element)
    const { id } = element.attributes
    const name = id ?? 'state'
    const isInside = leaves.every((leaf) => leaf.name.startsWith(`${name}.`))
    const named = isInside ? leaves.map((leaf) => ({ ...leaf, name: leaf.name.slice(name.length + 1) })) : leaves
    return { name, leaves: named, start: named.find((leaf) => leaf.element === first) ?? certain(named[0]) }
  }

  /** States by their paths: `open ▸ loading` of `loading` in `open`. */
  private leavesIn(element: XmlElement, around: readonly XmlElement[]): readonly Leaf[] {
    return statesIn(element).flatMap((child, index): readonly Leaf[] => {
      const path = [child, ...around]
      const within = statesIn(child)
      if (child.name === 'parallel' && within.length > 1) {
        this.leaveOut(`${nameOf(child)} inside another state: of its regions only ${nameOf(certain(within[0]))} comes in.`)
        return this.leavesIn({ ...child, children: child.children.filter((each) => each === within[0] || !within.includes(each)) }, path)
      }
      if (within.length > 0) return this.leavesIn(child, path)
      const name = path.toReversed().map((each, depth) => each.attributes.id ?? `${each.name} ${depth === path.length - 1 ? index + 1 : ''}`.trim()).join(' ▸ ')
      return [{ element: child, path, name, isFinal: child.name === 'final' }]
    })
  }

  /** The state one comes to on entering another: by `initial`, the element or the attribute, or the first. */
  private firstIn(element: XmlElement): XmlElement {
    const within = statesIn(element)
    if (within.length === 0) return element
    const [initial] = inside(element, 'initial').flatMap((each) => inside(each, 'transition'))
    const wanted = (element.attributes.initial ?? initial?.attributes.target ?? '').split(/\s+/)[0] ?? ''
    const target = this.byId.get(wanted)
    return target && this.isWithin(target, element) ? this.firstIn(target) : this.firstIn(certain(within[0]))
  }

  private isWithin(element: XmlElement, around: XmlElement): boolean {
    for (let at: XmlElement | null = element; at; at = at.parent) if (at === around) return true
    return false
  }
}
