import { entryOf, freeName, slug, type Axis, type Component, type Part, type Project, type State, type Token } from '../../document'

/** What a thing is called in a style sheet, each once among its own kind. */
export class CssNames {
  private readonly slugs = new Map<Component | Axis | State | Part | Token, string>()

  constructor(project: Project) {
    this.call(project.components)
    this.call(project.tokens)
    for (const { axes, parts } of project.components) {
      this.call(axes)
      this.call(parts)
      for (const { states } of axes) this.call(states)
    }
  }

  /** The class of a component. */
  component(component: Component): string {
    return entryOf(this.slugs, component)
  }

  /** The class of a part: the outermost one has that of its component. */
  part(component: Component, part: Part): string {
    return part.parent === null ? this.component(component) : `${this.component(component)}__${entryOf(this.slugs, part)}`
  }

  attribute(axis: Axis): string {
    return `data-${entryOf(this.slugs, axis)}`
  }

  state(state: State): string {
    return entryOf(this.slugs, state)
  }

  /** The custom property of a token. */
  token(token: Token): string {
    return `--${entryOf(this.slugs, token)}`
  }

  /** Selects a part while its component is in some states, and came from another where that is said; all such rules weigh the same, so that the later one wins. */
  selector(component: Component, part: Part, states: readonly (readonly [Axis, State])[], from: State | null = null): string {
    const own = `.${this.part(component, part)}`
    if (states.length === 0) return own
    const conditions = states.map(([axis, state]) => `[${this.attribute(axis)}="${this.state(state)}"]${from === null ? '' : `[${this.attribute(axis)}-from="${this.state(from)}"]`}`).join('')
    return part.parent === null ? `${own}:where(${conditions})` : `:where(.${this.component(component)}${conditions}) ${own}`
  }

  private call(things: readonly (Component | Axis | State | Part | Token)[]): void {
    const taken = new Set<string>()
    for (const thing of things) {
      const name = freeName(slug(thing.name), taken, '-')
      taken.add(name)
      this.slugs.set(thing, name)
    }
  }
}
