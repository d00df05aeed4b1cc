import { isExpression, propertyDefinition, slug, type Component } from '../../document'
import { escaped } from '../../scene'
import { neededBy } from '../copy-between'
import { counted } from '../counted'
import { htmlOf } from '../css/markup'
import { styleSheet } from '../css/style-sheet'
import { componentIn, type Form } from './form'

/** A component as HTML and CSS. */
export const css: Form = {
  name: 'css',
  label: 'CSS',
  forWhom: 'Builds it',
  says: 'Each look as a rule for data attributes, each change of state as transitions and keyframes, with plain HTML of the parts. Whoever builds it sets two attributes of an axis: the state, and the one it came from.',
  takes: ['component'],
  make: (project, subject) => {
    const component = componentIn(project, subject)
    const { components } = neededBy(project, [component.id])
    const { text, names, looksOf, left } = styleSheet(project, components)
    const [axis] = component.axes
    const drives = axis ? [`To lead ${component.name} into a state, set ${names.attribute(axis)}-from to the state it is in and ${names.attribute(axis)} to the new one.`] : []
    const page = ['<!doctype html>', '<html lang="en">', '<head>', '<meta charset="utf-8">', `<title>${escaped(component.name)}</title>`, '<style>', text, '</style>', '</head>', '<body>', `<!-- ${escaped(drives.join(' ')).replaceAll('--', '- -')} -->`, htmlOf(project, component, looksOf, names), '</body>', '</html>', ''].join('\n')
    return {
      files: [{ name: `${slug(component.name)}.html`, mediaType: 'text/html', content: page }, { name: `${slug(component.name)}.css`, mediaType: 'text/css', content: text }],
      holds: [...components.map((each) => `.${names.component(each)}${each.axes.map((of) => `, ${names.attribute(of)} = ${of.states.map((state) => names.state(state)).join(' | ')}`).join('')}`), counted(text.split('\n').length, 'line')],
      leavesOut: [
        'Conditions, timers, what waits its turn, and what interrupts what: whoever sets the attributes decides that.',
        'The fonts of its texts: where they are not installed others are shown.',
        ...components.flatMap((each) => notHeld(each)), ...new Set(left),
      ],
    }
  },
}

/** What of the parts of a component a style sheet cannot hold whatever their state. */
function notHeld({ name, parts, axes }: Component): readonly string[] {
  return [
    ...parts.flatMap((part) => (part.kind === 'list' ? [`The items of “${part.name}” in “${name}”: they come from records.`] : part.kind === 'slot' ? [`What the page puts into “${part.name}” of “${name}”.`] : part.kind === 'instance' ? [`What “${name}” gives “${part.name}” otherwise than usual, and states it leads it to: set its own attributes.`] : [])),
    ...axes.flatMap(({ boundTo, name: axis }) => (boundTo === null ? [] : [`“${axis}” of “${name}” follows a value: whoever sets the attribute follows it.`])),
    ...parts.flatMap((part) => Object.entries(part.base).flatMap(([property, value]) => (isExpression(value) ? [`${propertyDefinition(property)?.label ?? property} of “${part.name}” in “${name}” is worked out; here it is what it is as a rule.`] : []))),
  ]
}
