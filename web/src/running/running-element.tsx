import { useState } from 'react'
import { createRoot, type Root } from 'react-dom/client'
import { attributeName, slug, type Literal, type Project } from '@rheoscope/core/document'
import { drawList } from '@rheoscope/core/run'
import { LiveSurface } from '../playing/live-surface'
import { Player } from '../playing/player'
import { surfaceSize } from '../paint/look-picture'
import { carried, project, surface } from './carried'
import { PageSlots } from './page-slots'
import { typed } from './typed'
import { useFrames } from '../playing/use-frames'
import style from './running-element.css?inline'

const component = project.components.find(({ id }) => 'component' in surface && id === surface.component)

/**
 * A component as an element of a page: its parameters are attributes and properties, its states attributes `data-…` and custom states, and what it
 * does is told by events. What it does is done by the same run as on the stage.
 */
class RunningElement extends HTMLElement {
  static readonly observedAttributes = (component?.parameters ?? []).map(({ name }) => attributeName(name))

  private readonly inside = this.attachInternals()
  private player: Player | null = null
  private root: Root | null = null
  private slots: PageSlots | null = null
  private told = 0
  /** What its parameters have been given, also while it is on no page. */
  private readonly given = new Map<string, Literal>()
  /** Parts are named, and slots watched, when they are drawn for the first time, or as something else. */
  private readonly drawing = new MutationObserver(() => {
    this.nameParts()
    this.slots?.watch()
  })

  connectedCallback(): void {
    const shadow = this.shadowRoot ?? this.attachShadow({ mode: 'open', delegatesFocus: true })
    const sheet = new CSSStyleSheet()
    sheet.replaceSync(style)
    shadow.adoptedStyleSheets = [sheet]
    loadFonts()
    this.takeGivenBefore()
    this.slots = new PageSlots(this, shadow, (name, value) => this.send(name, value ?? this.parameter(name)))
    const player = new Player(beginningWith({ ...Object.fromEntries(this.given), ...this.slots.measured() }), surface)
    this.player = player
    this.told = 0
    const prefers = matchMedia('(prefers-reduced-motion: reduce)')
    if (prefers.matches) player.reduceMotion(true)
    this.drawing.observe(shadow, { childList: true, subtree: true })
    this.root = createRoot(shadow)
    this.root.render(<Running player={player} onFrame={() => this.tell()} />)
  }

  disconnectedCallback(): void {
    this.drawing.disconnect()
    this.slots?.stop()
    this.slots = null
    this.root?.unmount()
    this.root = null
    this.player = null
  }

  attributeChangedCallback(attribute: string, _before: string | null, value: string | null): void {
    const parameter = component?.parameters.find(({ name }) => attributeName(name) === attribute)
    if (parameter) this.set(parameter.name, value === null ? parameter.initial : typed(parameter.type, value))
  }

  /** Gives a parameter a value. */
  set(name: string, value: Literal): void {
    this.given.set(name, value)
    this.send(name, value)
  }

  /** What a parameter was given last. */
  parameter(name: string): Literal {
    return this.given.get(name) ?? component?.parameters.find((each) => each.name === name)?.initial ?? null
  }

  private send(name: string, value: Literal): void {
    this.player?.send({ do: 'parameter', instance: '', name, value })
  }

  /** Properties a page has set before the element was defined hide those of the class. */
  private takeGivenBefore(): void {
    for (const { name } of component?.parameters ?? []) {
      const before = Object.getOwnPropertyDescriptor(this, name)
      if (!before) continue
      Reflect.deleteProperty(this, name)
      Reflect.set(this, name, before.value)
    }
  }

  /** Puts an axis into a state, both by name. */
  put(axisName: string, stateName: string): void {
    const axis = component?.axes.find(({ name }) => name === axisName)
    const state = axis?.states.find(({ name }) => name === stateName)
    if (!axis || !state) throw new RangeError(`There is no state “${stateName}” of “${axisName}”.`)
    this.player?.send({ do: 'put', instance: '', axis: axis.id, state: state.id })
  }

  /** Brings the attributes and custom states up to what the run has come to, and tells what happened since. */
  private tell(): void {
    const run = this.player?.current
    if (!run || !component) return
    const happened = run.trace.slice(this.told)
    this.told = run.trace.length
    const states = run.instances.get('')?.states ?? []
    component.axes.forEach((axis, index) => {
      const state = axis.states.find(({ id }) => id === states[index])
      const attribute = `data-${slug(axis.name)}`
      if (!state || this.getAttribute(attribute) === slug(state.name)) return
      axis.states.forEach((each) => this.inside.states.delete(slug(each.name)))
      this.inside.states.add(slug(state.name))
      this.setAttribute(attribute, slug(state.name))
    })
    for (const event of happened) {
      if (event.what === 'message' && event.instance === '') this.dispatchEvent(new CustomEvent(slug(event.name), { bubbles: true, composed: true }))
      if (event.what === 'state' && event.instance === '') {
        const axis = component.axes.find(({ id }) => id === event.axis)
        const nameOf = (id: string | null) => axis?.states.find((state) => state.id === id)?.name ?? null
        if (axis) this.dispatchEvent(new CustomEvent(slug(axis.name), { bubbles: true, composed: true, detail: { from: nameOf(event.from), to: nameOf(event.to) } }))
      }
    }
  }

  /** Parts of the component itself can be dressed from outside: `::part(plate)`. */
  private nameParts(): void {
    for (const part of component?.parts ?? []) {
      const drawn = this.shadowRoot?.querySelector(`[data-part="#${part.id}"]`)
      if (!drawn || drawn.hasAttribute('part')) continue
      const shapes = [...drawn.children].filter(({ tagName }) => SHAPES.includes(tagName))
      for (const each of [drawn, ...shapes]) each.setAttribute('part', slug(part.name))
    }
  }
}

/** The project in which parameters, and shared variables that are called like none of them, begin with what a page gives them. */
function beginningWith(given: Readonly<Record<string, Literal>>): Project {
  const parameters = component?.parameters.map((each) => ({ ...each, initial: given[each.name] ?? each.initial })) ?? []
  return {
    ...project,
    components: project.components.map((each) => (each === component ? { ...each, parameters } : each)),
    variables: project.variables.map((each) => (parameters.some(({ name }) => name === each.name) ? each : { ...each, start: given[each.name] ?? each.start })),
  }
}

const NO_MARGIN = { x: 0, y: 0 }

/** What a part is drawn with. */
const SHAPES = ['rect', 'path', 'ellipse', 'text']

function Running({ player, onFrame }: { readonly player: Player; readonly onFrame: () => void }) {
  const [size, setSize] = useState(() => surfaceSize(drawList(player.current)))
  useFrames(() => {
    const now = surfaceSize(drawList(player.current))
    if (now.width !== size.width || now.height !== size.height) setSize(now)
    onFrame()
  })
  return <LiveSurface player={player} label={carried.title} className="running-picture" field={size} margin={NO_MARGIN} mostZoom={1} />
}

/** The fonts of the texts, once on a page: a shadow tree has none of its own (CSS Scoping 1). */
function loadFonts(): void {
  for (const { family, weight, range, source } of carried.fonts ?? []) {
    if ([...document.fonts].some((face) => face.family.replaceAll(/["']/g, '') === family && face.weight === weight && face.unicodeRange === range)) continue
    document.fonts.add(new FontFace(family, source, { weight, unicodeRange: range }))
  }
}

for (const { name } of component?.parameters ?? []) {
  Object.defineProperty(RunningElement.prototype, name, { get(this: RunningElement) { return this.parameter(name) }, set(this: RunningElement, value: Literal) { this.set(name, value) }, configurable: true, enumerable: true })
}
if (carried.tag !== undefined && !customElements.get(carried.tag)) customElements.define(carried.tag, RunningElement)
