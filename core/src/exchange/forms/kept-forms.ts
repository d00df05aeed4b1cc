import { serialise, slug, type Component } from '../../document'
import { writtenComponent, writtenProject } from '../../written'
import { counted } from '../counted'
import { componentIn, nameOf, type Form } from './form'

/** The project as text. */
export const written: Form = {
  name: 'written',
  label: 'Written form',
  forWhom: 'Keeps it',
  says: 'The project or one component as text: to be reviewed line by line, kept with code and merged by ordinary tools. It opens again as it is.',
  takes: ['project', 'component'],
  make: (project, subject) => {
    const name = nameOf(project, subject)
    const content = subject.of === 'component' ? writtenComponent(project, componentIn(project, subject)) : writtenProject(project)
    return { files: [{ name: `${slug(name)}.rheo`, mediaType: 'text/vnd.rheoscope', content }], holds: [counted(content.split('\n').length - 1, 'line')], leavesOut: subject.of === 'component' ? ['What the component uses of the project: tokens, tables, pictures and the components inside it.'] : [] }
  },
}

/** The project file. */
export const projectFile: Form = {
  name: 'project-file',
  label: 'Project file',
  forWhom: 'Keeps it',
  says: 'All of the project in one file, with its pictures. It opens again as it is.',
  takes: ['project'],
  make: (project) => ({ files: [{ name: `${slug(project.name)}.rheo.json`, mediaType: 'application/vnd.rheoscope+json', content: serialise(project) }], holds: [`${counted(project.components.length, 'component')}, ${counted(project.screens.length, 'screen')}, ${counted(project.takes.length, 'take')}`], leavesOut: ['The history of the project, and findings that nobody has accepted.'] }),
}

/** The looks of a component: each state of each axis, with the others at their start. */
export const looksOf = ({ axes }: Component): readonly { readonly name: string; readonly standing: Readonly<Record<string, string>> }[] =>
  axes.flatMap(({ id, name, states }) => states.map((state) => ({ name: axes.length === 1 ? state.name : `${name} ${state.name}`, standing: { [id]: state.id } })))
