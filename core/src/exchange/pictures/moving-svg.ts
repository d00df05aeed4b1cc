import { certain, firstOf } from '../../document'
import { svg, toMarkup, type SvgNode } from '../../scene'

/** What is drawn at an instant. */
export interface DrawnInstant {
  readonly atMs: number
  readonly nodes: readonly SvgNode[]
}

/** Attributes that CSS has as properties, and how it writes their values (SVG 2 § 6.6, CSS Masking, Filter Effects). */
const AS_CSS: Readonly<Record<string, (value: string) => string>> = {
  ...Object.fromEntries(['opacity', 'fill', 'stroke', 'fill-opacity', 'stop-color', 'stop-opacity', 'fill-rule', 'stroke-linecap', 'stroke-linejoin', 'font-weight', 'font-family', 'text-anchor', 'clip-path', 'filter', 'mask'].map((name) => [name, (value: string) => value])),
  ...Object.fromEntries(['stroke-width', 'font-size', 'letter-spacing', 'width', 'height', 'rx', 'ry', 'r', 'cx', 'cy'].map((name) => [name, (value: string) => `${value}px`])),
  d: (value) => `path("${value}")`,
  'stroke-dasharray': (value) => value.split(/[\s,]+/).map((each) => `${each}px`).join(' '),
  transform: (value) => value.replaceAll(/(matrix|scale|translate)\(([^)]*)\)/g, (_all, name: string, inside: string) => `${name}(${inside.trim().split(/[\s,]+/).map((each) => (name === 'translate' ? `${each}px` : each)).join(', ')})`),
}

/** What an attribute is where nothing is said, for those that come and go. */
const UNSAID: Readonly<Record<string, string>> = { opacity: '1', transform: 'none', stroke: 'none', 'stroke-width': '1px', 'stroke-dasharray': 'none', filter: 'none', 'clip-path': 'none', mask: 'none', rx: '0px', ry: '0px', 'letter-spacing': '0px', 'fill-opacity': '1', 'stop-opacity': '1' }

/** An element of all instants: the same as long as it is called the same and says the same in what does not move. */
interface Moving {
  readonly node: SvgNode
  readonly at: Map<number, SvgNode>
  readonly children: Moving[]
}

/**
 * Instants as one picture that moves by itself (SVG 2 with CSS Animations 1): what changes from instant to instant goes evenly from one to the
 * next, what is there for a while only is hidden before and after.
 *
 * @param instants at least one, in order, the first at 0
 * @param lengthMs how long the whole takes, in ms
 */
export function movingSvg(instants: readonly DrawnInstant[], lengthMs: number, size: { readonly width: number; readonly height: number }, isEndless: boolean): { readonly markup: string; readonly left: readonly string[] } {
  const merging = new Merging(instants, lengthMs, isEndless)
  const inside = merging.nodes()
  const { style, left } = merging
  const picture = svg('svg', 'picture', { xmlns: 'http://www.w3.org/2000/svg', ...size, viewBox: `0 0 ${size.width} ${size.height}` }, [svg('style', 'style', {}, [], style.join('\n')), ...inside])
  return { markup: `${toMarkup(picture)}\n`, left: [...left] }
}

class Merging {
  readonly style: string[] = []
  readonly left = new Set<string>()
  private count = 0
  private readonly roots: Moving[] = []

  constructor(private readonly instants: readonly DrawnInstant[], private readonly lengthMs: number, private readonly isEndless: boolean) {
    for (const [index, { nodes }] of instants.entries()) this.merge(this.roots, nodes, index, false)
  }

  nodes(): readonly SvgNode[] {
    return this.roots.map((each) => this.written(each, new Set(this.instants.keys()), false))
  }

  private merge(into: Moving[], nodes: readonly SvgNode[], index: number, isDefined: boolean): void {
    let after = -1
    for (const node of nodes) {
      const found = into.findIndex((each, place) => place > after && isSameElement(each.node, node, isDefined))
      const place = found >= 0 ? found : after + 1
      if (found < 0) into.splice(place, 0, { node, at: new Map(), children: [] })
      after = place
      const moving = certain(into[place])
      moving.at.set(index, node)
      this.merge(moving.children, node.children, index, isDefined || node.tag === 'defs')
    }
  }

  /** @param around the instants at which what it is in is there */
  private written({ node, at, children }: Moving, around: ReadonlySet<number>, isDefined: boolean): SvgNode {
    const there = new Set(at.keys())
    const animations = [...this.movements(at, isDefined), ...(isDefined || [...around].every((each) => there.has(each)) ? [] : [this.keyframes('visibility', this.instants.map((_each, index) => (there.has(index) ? 'inherit' : 'hidden')), true)])]
    const inside = children.map((each) => this.written(each, there, isDefined || node.tag === 'defs'))
    if (animations.length === 0) return { ...node, children: inside }
    const name = `m${this.count++}`
    this.style.push(`.${name}{animation:${animations.join(',')}}`)
    return { ...node, attributes: { ...node.attributes, class: name }, children: inside }
  }

  private movements(at: ReadonlyMap<number, SvgNode>, isDefined: boolean): readonly string[] {
    const nodes = [...at.values()]
    const first = firstOf(nodes)
    const names = [...new Set(nodes.flatMap(({ attributes }) => Object.keys(attributes)))]
    const differing = names.filter((name) => nodes.some(({ attributes }) => attributes[name] !== first.attributes[name]))
    return differing.flatMap((name): readonly string[] => {
      const css = AS_CSS[name]
      if (!css) {
        if (isDefined) this.left.add(`${name} of a ${first.tag}: it stays as it begins.`)
        return []
      }
      let last = ''
      const values = this.instants.map((_each, index) => {
        const said = at.get(index)?.attributes[name]
        if (said !== undefined) last = css(String(said))
        else if (at.has(index)) last = UNSAID[name] ?? 'none'
        return last
      })
      const [begin = ''] = values.filter((value) => value !== '')
      return [this.keyframes(name, values.map((value) => value || begin), !values.every((value) => shapeOf(value || begin) === shapeOf(begin)))]
    })
  }

  /** Keyframes of a property at all instants, and how they are played. */
  private keyframes(property: string, values: readonly string[], jumps: boolean): string {
    const name = `k${this.count++}`
    const frames = values.map((value, index) => [certain(this.instants[index]).atMs / this.lengthMs, value] as const)
    const kept = frames.filter(([, value], index) => index === 0 || index === frames.length - 1 || frames[index - 1]?.[1] !== value || (!jumps && frames[index + 1]?.[1] !== value))
    const [, end] = certain(frames.at(-1))
    this.style.push(`@keyframes ${name}{${[...kept.map(([share, value]) => `${Math.round(share * 1e6) / 1e4}%{${property}:${value}}`), ...(certain(frames.at(-1))[0] < 1 ? [`100%{${property}:${end}}`] : [])].join('')}}`)
    return `${name} ${this.lengthMs}ms ${jumps ? 'step-end' : 'linear'} ${this.isEndless ? 'infinite' : '1'} both`
  }
}

/** A value without its numbers: two of the same go evenly from one to the other. */
const shapeOf = (value: string): string => value.replaceAll(/#[0-9a-f]{6,8}/gi, '#').replaceAll(/-?[\d.]+(e-?\d+)?/g, '0')

/** Whether two are one element: what CSS cannot move is what it is known by, except where elements are only referred to. */
function isSameElement(a: SvgNode, b: SvgNode, isDefined: boolean): boolean {
  if (a.tag !== b.tag || a.key !== b.key || a.text !== b.text) return false
  const names = new Set([...Object.keys(a.attributes), ...Object.keys(b.attributes)])
  return isDefined || [...names].every((name) => name in AS_CSS || a.attributes[name] === b.attributes[name])
}
