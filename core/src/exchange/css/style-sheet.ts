import type { Component, Project } from '../../document'
import { CssLooks } from './looks'
import { cssMotions } from './motions'
import { CssNames } from './names'
import { CARRIERS, colourText } from './shown-by'

/** Components as a style sheet, with what it does not hold. */
export interface StyleSheet {
  readonly text: string
  readonly names: CssNames
  readonly looksOf: (component: Component) => CssLooks
  readonly left: readonly string[]
}

/** What every part needs whatever it looks like: it stands where its look says, in what holds it. */
const GROUND: Readonly<Record<string, string>> = {
  'box-sizing': 'border-box', position: 'absolute', margin: '0', padding: '0', border: '0', background: 'none',
  // A stroke lies on the edge, half of it outside.
  outline: 'var(--stroke-width) solid var(--stroke)', 'outline-offset': 'calc(var(--stroke-width) / -2)',
  translate: 'var(--shift-x) var(--shift-y)', scale: 'var(--scale-x) var(--scale-y)', 'transform-origin': 'var(--origin-x) var(--origin-y)',
}

/** Custom properties, looks and motions of some components of a project. */
export function styleSheet(project: Project, components: readonly Component[]): StyleSheet {
  const names = new CssNames(project)
  const known = new Map<Component, CssLooks>()
  const looksOf = (component: Component): CssLooks => {
    const looks = known.get(component) ?? new CssLooks(project, component, names)
    known.set(component, looks)
    return looks
  }
  const made = components.map((component) => ({ looks: looksOf(component), motions: cssMotions(project, looksOf(component), names) }))
  const looks = made.flatMap((each) => each.looks.rules())
  const motions = made.flatMap(({ motions: { rules } }) => rules)
  const reduced = made.flatMap(({ motions: each }) => each.reduced)
  const used = looks.map(({ declared }) => Object.values(declared).join(' ')).join(' ')
  const tokens = project.tokens.filter((token) => token.type === 'colour' && used.includes(`var(${names.token(token)})`))
  const classes = components.flatMap((component) => component.parts.map((part) => `.${names.part(component, part)}`))
  const text = [
    ...Object.entries(CARRIERS).map(([name, { syntax, initial }]) => `@property ${name} { syntax: "${syntax}"; inherits: false; initial-value: ${initial}; }`),
    ...(tokens.length === 0 ? [] : [block(':root', Object.fromEntries(tokens.map((token) => [names.token(token), colourText(token.value)])), tokens.map(({ name, value }) => `${name}: ${String(value)}`))]),
    block(classes.join(',\n'), GROUND),
    ...components.flatMap((component) => outlineRules(component, looksOf(component), names)),
    ...looks.map(({ selector, declared }) => block(selector, declared)),
    ...made.flatMap((each) => each.motions.keyframes).map(({ name, css, frames }) => `@keyframes ${name} {\n${frames.map(([share, value]) => `  ${Math.round(share * 1e6) / 1e4}% { ${css}: ${value}; }`).join('\n')}\n}`),
    ...motions.map(({ selector, declared, notes }) => block(selector, declared, notes)),
    ...(reduced.length === 0 ? [] : [`@media (prefers-reduced-motion: reduce) {\n${reduced.map(({ selector, declared }) => block(selector, declared)).join('\n')}\n}`]),
  ].join('\n\n')
  return { text: `${text}\n`, names, looksOf, left: made.flatMap((each) => [...each.looks.left(), ...each.motions.left]) }
}

/** Outlines fill the picture they are in, and may reach beyond it. */
function outlineRules(component: Component, { drawn }: CssLooks, names: CssNames): readonly string[] {
  const outlines = component.parts.filter((part) => drawn.get(part) === 'outline').map((part) => `.${names.part(component, part)}`)
  return outlines.length === 0 ? [] : [block(outlines.join(', '), { overflow: 'visible', stroke: 'transparent' }), block(outlines.map((each) => `${each} > path`).join(', '), { d: 'var(--outline)' })]
}

const block = (selector: string, declared: Readonly<Record<string, string>>, notes: readonly string[] = []): string =>
  [`${selector} {`, ...notes.map((note) => `  /* ${withoutEnds(note)} */`), ...Object.entries(declared).map(([name, value]) => `  ${name}: ${value};`), '}'].join('\n')

/** A text that ends neither a comment nor the element a style sheet may stand in. */
const withoutEnds = (text: string): string => text.replaceAll('*/', '* /').replaceAll('<', '‹')
