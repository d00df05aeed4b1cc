import { skerryLine } from '@rheoscope/core/demo'
import { componentsIn, instanceFor, newScreen, rootOf, screenRule, type Component, type Part, type Project, type Rule, type Screen } from '@rheoscope/core/document'
import { formatColour, parseColour } from '@rheoscope/core/motion'
import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64'
import { uniformInt } from 'pure-rand/distribution/uniformInt'
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus'

export interface LargeSize {
  readonly components: number
  readonly screens: number
  /** On all screens together. */
  readonly instances: number
  /** The same seed makes the same project. */
  readonly seed: number
}

/** What `docs/performance.md` calls the large project. */
export const LARGE: LargeSize = { components: 500, screens: 200, instances: 20_000, seed: 1 }

const GROUPS = ['Cabin', 'Deck', 'Galley', 'Quay', 'Purser', 'Bridge', 'Tides', 'Safety']
const PER_ROW = 10

/**
 * A project as a team has after years: the demo's components over and over, each with times, colours and sizes of its own, in
 * groups; screens that lead to one another and have many instances.
 */
export function largeProject({ components, screens, instances, seed }: LargeSize): Project {
  const random = xoroshiro128plus(seed)
  const below = (most: number): number => uniformInt(random, 0, most - 1)
  const made: Component[] = []
  for (let copy = 0; made.length < components; copy++) made.push(...copyOfDemo(copy, () => uniformFloat64(random)))
  const kept = withoutDangling(made.slice(0, components), components)
  const copies = Math.ceil(components / skerryLine.components.length)
  const variables = Array.from({ length: copies }, (_each, copy) => skerryLine.variables.map((variable) => (copy === 0 ? variable : { ...variable, id: `${variable.id}${copy}`, name: `${variable.name}${copy}` }))).flat()
  const project: Project = { ...skerryLine, id: 'large', name: 'Large', components: kept, variables, screens: [], takes: [], promises: [], accepted: [], startScreen: 'screen0' }
  return {
    ...project,
    screens: Array.from({ length: screens }, (_each, index) => screenMade(project, index, Math.floor(instances / screens), below, screens)),
  }
}

const SHARED = new RegExp(`\\b(${skerryLine.variables.map(({ name }) => name).join('|')})\\b`, 'g')

/** All components of the demo project under further ids, with shared variables, times, colours and sizes of their own. */
function copyOfDemo(copy: number, random: () => number): readonly Component[] {
  const ids = new Set(skerryLine.components.map(({ id }) => id))
  const between = (least: number, most: number): number => least + random() * (most - least)
  const varied = (key: string, value: unknown): unknown => {
    if (typeof value === 'string' && ids.has(value)) return `${value}${copy}`
    if (copy === 0) return value
    if (isChange(value)) return { ...value, name: value.name.replaceAll(SHARED, `$1${copy}`) }
    if (typeof value === 'string' && (key === 'expr' || key === 'variable' || key === 'to' || key === 'guard')) return value.replaceAll(SHARED, `$1${copy}`)
    if (typeof value === 'number' && (key === 'durationMs' || key === 'ms')) return Math.round(value * between(0.8, 1.2))
    if (typeof value === 'number' && key.startsWith('radius')) return Math.round(value * between(0.5, 1.5))
    if (key === 'fill' && typeof value === 'string' && value.startsWith('#')) return shaded(value, between(0.9, 1))
    return value
  }
  return (JSON.parse(JSON.stringify(skerryLine.components, varied)) as Component[])
    .map((component, index) => ({ ...component, name: `${GROUPS[(index + copy) % GROUPS.length]} / ${component.name} ${copy}` }))
}

const isChange = (value: unknown): value is { readonly on: 'changes'; readonly name: string } => typeof value === 'object' && value !== null && 'on' in value && value.on === 'changes'

function shaded(colour: string, share: number): string {
  const [red, green, blue, alpha] = parseColour(colour)
  return formatColour(red * share, green * share, blue * share, alpha)
}

/** Components whose parts are all there, topped up by what holds nothing. */
function withoutDangling(components: readonly Component[], wanted: number): readonly Component[] {
  const ids = new Set(components.map(({ id }) => id))
  const whole = components.filter((component) => componentsIn(component).every((id) => ids.has(id)))
  const plain = whole.find((component) => componentsIn(component).length === 0)!
  return [...whole, ...Array.from({ length: wanted - whole.length }, (_each, index) => ({ ...plain, id: `${plain.id}More${index}`, name: `${plain.name} more ${index}` }))]
}

function screenMade(project: Project, index: number, instances: number, below: (most: number) => number, screens: number): Screen {
  const made = newScreen(() => `ground${index}`, `${GROUPS[index % GROUPS.length]} / Screen ${index}`, 'desktop')
  const empty: Screen = { ...made, id: `screen${index}` }
  const placed = Array.from({ length: instances }, (_each, place) => {
    const component = project.components[below(project.components.length)]!.id
    return { ...instanceFor(project, empty, component, `on${index}-${place}`, { x: (place % PER_ROW) * 340, y: Math.floor(place / PER_ROW) * 240 }), name: `${place}` }
  })
  const links = [(index + 1) % screens, below(screens)].map((to, link) => linkOn(empty, `goes${index}-${link}`, `screen${to}`, link))
  return { ...empty, parts: [...empty.parts, ...links.map(({ part }) => part), ...placed], rules: links.map(({ rule }) => rule) }
}

/** Words that lead to another screen. */
function linkOn(screen: Screen, id: string, to: string, place: number): { readonly part: Part; readonly rule: Rule } {
  const part: Part = {
    id, kind: 'text', name: `link ${place}`, parent: rootOf(screen).id,
    base: { x: place * 160, y: -40, text: `Go to ${to}`, fontSize: 16, fill: '#2f6f9f', cursor: 'pointer', role: 'link', accessibleName: `Go to ${to}`, focusable: true, widthFrom: 'content', heightFrom: 'content' },
  }
  return { part, rule: { ...screenRule(`${id}-rule`, { on: 'tap' }, id), actions: [{ id: `${id}-to`, do: 'go to screen', screen: to, motion: null }] } }
}
