import { attributeName, slug, type Component, type Parameter } from '../../document'
import { escaped } from '../../scene'
import { countedStates } from '../counted'
import { componentIn, type Form, type HandedFile } from './form'
import { onlyFor } from './only-for'
import { FAMILIES } from '../pictures/stand-alone'
import { codeOf, fontsFor } from './page'
import { withPageSlots, type PageSlot } from './page-slots'

/** A component as an element of any page. */
export const customElement: Form = {
  name: 'element',
  label: 'Custom element',
  forWhom: 'Builds it',
  says: 'An ES module that defines an element, which behaves as the run does, with its types, its manifest and a page that uses it (HTML Standard, custom elements).',
  takes: ['component'],
  make: async (project, subject, { kit }) => {
    const component = componentIn(project, subject)
    const tag = tagOf(project.name, component.name)
    const { element, fonts } = await kit()
    const surface = { component: component.id }
    const only = onlyFor(project, surface)
    const { faces, metrics } = fontsFor(only, fonts)
    const { project: withSlots, slots } = withPageSlots(only, component)
    const carried = { title: component.name, project: withSlots, slots, surface, metrics, tag, fonts: faces.map(({ family, weight, range, data }) => ({ family: FAMILIES[family], weight, range, source: `url(data:font/woff2;base64,${data}) format('woff2')` })) }
    const given = component.parameters.filter(({ type }) => type !== 'slot')
    return {
      files: [
        { name: `${tag}.html`, mediaType: 'text/html', content: exampleOf(tag, component, given, slots) },
        { name: `${tag}.js`, mediaType: 'text/javascript', content: codeOf(carried, element) },
        { name: `${tag}.d.ts`, mediaType: 'text/plain', content: typesOf(tag, component, given) },
        manifestOf(tag, component, given, slots),
      ],
      holds: [
        `<${tag}>`, ...(given.length === 0 ? [] : [`attributes ${given.map((parameter) => attributeName(parameter.name)).join(', ')}`]), `events ${component.axes.map((axis) => slug(axis.name)).join(', ')}`,
        `${component.axes.map((axis) => `data-${slug(axis.name)}`).join(', ')}, and a custom state for each of ${countedStates(component)}`,
        `parts ${component.parts.map((part) => slug(part.name)).join(', ')}`,
        ...(slots.length === 0 ? [] : [`slots ${slots.map(({ name }) => name).join(', ')}`]),
      ],
      leavesOut: [
        ...(only.screens.length > 0 ? ['Screens its rules lead to: in a page they change nothing.'] : []),
      ],
    }
  },
}

/** A name of an element: with a hyphen, and a letter first (HTML Standard, valid custom element name). */
const tagOf = (project: string, component: string): string => `${slug(project)}-${slug(component)}`.replace(/^(?![a-z])/, 'x-')

const TYPES: Readonly<Record<Parameter['type'], string>> = { text: 'string', number: 'number', 'yes/no': 'boolean', choice: 'string', colour: 'string', slot: 'string' }

const typeOf = ({ type, choices }: Parameter): string => (choices && choices.length > 0 ? choices.map((choice) => JSON.stringify(choice)).join(' | ') : TYPES[type])

const className = (tag: string): string => tag.split('-').map((word) => `${word.charAt(0).toUpperCase()}${word.slice(1)}`).join('')

function typesOf(tag: string, { axes }: Component, given: readonly Parameter[]): string {
  const states = (axis: Component['axes'][number]) => axis.states.map(({ name }) => JSON.stringify(name)).join(' | ')
  const events = axes.map((axis) => `  addEventListener(type: ${JSON.stringify(slug(axis.name))}, listener: (event: CustomEvent<{ readonly from: ${states(axis)}; readonly to: ${states(axis)} }>) => void, options?: AddEventListenerOptions): void`)
  const puts = axes.map((axis) => `  put(axis: ${JSON.stringify(axis.name)}, state: ${states(axis)}): void`)
  return [`export declare class ${className(tag)} extends HTMLElement {`, ...given.map((parameter) => `  ${JSON.stringify(parameter.name)}: ${typeOf(parameter)}`), ...puts, ...events, '  addEventListener(type: string, listener: EventListenerOrEventListenerObject, options?: boolean | AddEventListenerOptions): void', '}', '', 'declare global {', '  interface HTMLElementTagNameMap {', `    ${JSON.stringify(tag)}: ${className(tag)}`, '  }', '}', ''].join('\n')
}

/** The custom elements manifest (schema version 2.1.0). */
function manifestOf(tag: string, { axes, parts, note }: Component, given: readonly Parameter[], slots: readonly PageSlot[]): HandedFile {
  const manifest = {
    schemaVersion: '2.1.0', readme: '',
    modules: [{
      kind: 'javascript-module', path: `${tag}.js`,
      declarations: [{
        kind: 'class', customElement: true, name: className(tag), tagName: tag, superclass: { name: 'HTMLElement' }, ...(note === undefined ? {} : { description: note }),
        attributes: given.map((parameter) => ({ name: attributeName(parameter.name), fieldName: parameter.name, type: { text: typeOf(parameter) }, default: JSON.stringify(parameter.initial), ...(parameter.note === undefined ? {} : { description: parameter.note }) })),
        members: [...given.map((parameter) => ({ kind: 'field', name: parameter.name, type: { text: typeOf(parameter) } })), { kind: 'method', name: 'put', parameters: [{ name: 'axis', type: { text: 'string' } }, { name: 'state', type: { text: 'string' } }] }],
        events: axes.map((axis) => ({ name: slug(axis.name), type: { text: 'CustomEvent' } })),
        slots: slots.map(({ name }) => ({ name })),
        cssParts: parts.map((part) => ({ name: slug(part.name) })), cssStates: axes.flatMap(({ states }) => states.map((state) => ({ name: slug(state.name) }))),
      }],
      exports: [{ kind: 'custom-element-definition', name: tag, declaration: { name: className(tag), module: `${tag}.js` } }],
    }],
  }
  return { name: 'custom-elements.json', mediaType: 'application/json', content: `${JSON.stringify(manifest, null, 2)}\n` }
}

function exampleOf(tag: string, { name, axes }: Component, given: readonly Parameter[], slots: readonly PageSlot[]): string {
  const attributes = given.slice(0, 2).map((parameter) => ` ${attributeName(parameter.name)}="${escaped(String(parameter.initial))}"`).join('')
  const [axis] = axes
  return [
    '<!doctype html>', '<html lang="en">', '<head>', '<meta charset="utf-8">', `<title>${escaped(name)}</title>`, `<script type="module" src="${tag}.js"></script>`, '</head>', '<body>', `<${tag}${attributes}></${tag}>`,
    ...slots.map((slot) => `<!-- <${tag}><span slot="${slot.name}">…</span></${tag}> puts something else into it. -->`),
    ...(axis ? ['<script type="module">', `document.querySelector('${tag}').addEventListener('${slug(axis.name)}', ({ detail }) => console.log(detail.from, '→', detail.to))`, '</script>'] : []), '</body>', '</html>', '',
  ].join('\n')
}
