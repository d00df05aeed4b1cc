import { slug, type Component, type Project } from '../../document'
import { CssLooks } from '../css/looks'
import { CssNames } from '../css/names'
import { propertiesShowing } from '../css/shown-by'
import { counted, countedStates } from '../counted'
import { componentIn, type Form } from './form'

/** Where a probe finds a component in a page. */
export interface ProbeMap {
  readonly component: string
  /** A selector of CSS. */
  readonly root: string
  /** A selector for each part, and the properties that are looked at, with spaces between. */
  readonly parts: Readonly<Record<string, { readonly selector: string; readonly properties: string }>>
  /** For each state of each axis a selector that the root matches in it. */
  readonly axes: Readonly<Record<string, Readonly<Record<string, string>>>>
}

/** What writes down how a component was built. */
export const probe: Form = {
  name: 'probe',
  label: 'Probe',
  forWhom: 'Tests it',
  says: 'A script for the page in which the component was built: it writes down the states it comes into, what moves and how, and what its parts are like at rest. Findings, Built otherwise, and “rheoscope conform” say what differs from the design.',
  takes: ['component'],
  make: async (project, subject, { kit }) => {
    const component = componentIn(project, subject)
    const map = probeMap(project, component)
    const { probe: script } = await kit()
    return {
      files: [{ name: `${slug(component.name)}-probe.js`, mediaType: 'text/javascript', content: `${HOW}\nconst PROBE = ${JSON.stringify(map, null, 2).replaceAll('<', '\\u003c')};\n${script}` }],
      holds: [counted(component.parts.length, 'part'), countedStates(component)],
      leavesOut: ['Texts, outlines and pictures, and what a page does when.'],
    }
  },
}

const HOW = `/* Load it in the page after the component. Where its selectors are others than those of the exported CSS, change the map below, or say
   rheoscopeProbe.begin({ root, parts, axes }). Use the component, then rheoscopeProbe.save(). */`

/** The map as the exported style sheet has it; whoever builds it otherwise says so. */
function probeMap(project: Project, component: Component): ProbeMap {
  const names = new CssNames(project)
  const { drawn } = new CssLooks(project, component, names)
  return {
    component: component.name, root: `.${names.component(component)}`,
    parts: Object.fromEntries(component.parts.map((part) => [part.name, { selector: `.${names.part(component, part)}`, properties: propertiesShowing(drawn.get(part) ?? 'box').join(' ') }])),
    axes: Object.fromEntries(component.axes.map((axis) => [axis.name, Object.fromEntries(axis.states.map((state) => [state.name, `[${names.attribute(axis)}="${names.state(state)}"]`]))])),
  }
}
