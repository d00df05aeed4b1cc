import { certain, childrenOf, rootOf, theOne, type Component, type Part, type Project } from '../../document'
import { pathInside, type Instance } from '../../machine'
import { startRun } from '../../run'
import { escaped } from '../../scene'
import type { CssLooks } from './looks'
import type { CssNames } from './names'

/** The parts of a component as plain HTML, as it begins, with the components that stand in it. */
export function htmlOf(project: Project, component: Component, looksOf: (component: Component) => CssLooks, names: CssNames): string {
  const { instances } = startRun(project, { component: component.id })
  const element = (tag: string, attributes: Readonly<Record<string, string>>, inside: string, isVoid = false): string =>
    `<${tag}${Object.entries(attributes).map(([name, value]) => ` ${name}="${escaped(value)}"`).join('')}>${isVoid ? '' : `${inside}</${tag}>`}`
  const whole = (instance: Instance): string => {
    const of = instance.compiled.component
    const states = Object.fromEntries(of.axes.map((axis, index) => [names.attribute(axis), names.state(theOne(axis.states, ({ id }) => id === instance.states[index]))]))
    return drawn(instance, rootOf(of), states)
  }
  const drawn = (instance: Instance, part: Part, further: Readonly<Record<string, string>> = {}): string => {
    const { component: of, partIndex } = instance.compiled
    const values = certain(instance.targets.values[certain(partIndex.get(part.id))])
    const attributes = { class: names.part(of, part), ...further, ...spoken(values) }
    const inside = childrenOf(of.parts, part.id).map((child) => drawn(instance, child)).join('')
    switch (looksOf(of).drawn.get(part)) {
      case 'outline':
        return element('svg', { ...attributes, ...(part.kind === 'icon' ? { viewBox: '0 0 24 24' } : {}) }, '<path/>')
      case 'letters':
        return part.kind === 'field' ? element('input', { ...attributes, placeholder: String(values.placeholder) }, '', true) : element('div', attributes, escaped(String(values.text)))
      case 'picture':
        return element('img', { ...attributes, src: pictureOf(project, String(values.picture)), alt: String(values.accessibleName) }, '', true)
      default: {
        const inner = instances.get(pathInside(instance.path, part.id))
        return element('div', attributes, inner ? whole(inner) : inside)
      }
    }
  }
  return whole(certain(instances.get('')))
}

/** What a part says of itself to those who do not see it. */
function spoken(values: Instance['targets']['values'][number]): Readonly<Record<string, string>> {
  return {
    ...(values.role === 'none' || values.role === undefined ? {} : { role: values.role }), ...(values.accessibleName === '' || values.accessibleName === undefined ? {} : { 'aria-label': values.accessibleName }),
    ...(values.focusable === true ? { tabindex: '0' } : {}),
  }
}

const pictureOf = ({ assets }: Project, id: string): string => {
  const asset = assets.find((each) => each.id === id)
  return asset?.data === undefined ? '' : `data:${asset.mediaType};base64,${asset.data}`
}
