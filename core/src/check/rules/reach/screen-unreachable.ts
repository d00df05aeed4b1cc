import { componentsOn, theOne, type Id, type Project } from '../../../document'
import type { Finding } from '../../model/finding'
import { ledTo } from '../../explore/leads'
import type { ProjectCheck } from '../../ground/context'

/** Screens that only screens nobody can reach lead to, and screens nothing leads to though the project says where it starts. */
export const screenUnreachable: ProjectCheck = {
  name: 'screen-unreachable', scope: 'project', levels: ['fault', 'note'],
  means: 'only screens nobody reaches lead there; nothing leads there though the project says where it starts',
  finds: (project): readonly Finding[] => unreached(project, 'screen'),
}

/** Overlays that nothing opens, or that are opened only from screens nobody can reach. */
export const overlayUnreachable: ProjectCheck = {
  name: 'overlay-unreachable', scope: 'project', levels: ['fault'],
  means: 'nothing opens it, or only what nobody reaches',
  finds: (project): readonly Finding[] => unreached(project, 'overlay'),
}

function unreached(project: Project, kind: 'screen' | 'overlay'): readonly Finding[] {
  const leads = new Map(project.screens.map(({ id }) => [id, leadingFrom(project, id)]))
  const entrances = project.screens.filter((screen) => screen.kind === 'screen' && (screen.id === project.startScreen || project.startScreen === null || ![...leads].some(([from, to]) => from !== screen.id && to.has(screen.id))))
  const reached = new Set(entrances.map(({ id }) => id))
  for (const screen of reached) for (const to of leads.get(screen) ?? []) reached.add(to)
  return project.screens.filter((screen) => screen.kind === kind).flatMap(({ id, name }): Finding[] => {
    if (reached.has(id)) {
      const isStray = kind === 'screen' && project.startScreen !== null && id !== project.startScreen && entrances.some((entrance) => entrance.id === id)
      return isStray ? [finding(`${kind}-unreachable`, id, 'note', `Nothing leads to the screen “${name}”; one can only begin there.`)] : []
    }
    const from = [...leads].filter(([, to]) => to.has(id)).map(([screen]) => theOne(project.screens, (each) => each.id === screen).name)
    return [finding(`${kind}-unreachable`, id, 'fault', from.length === 0
      ? `Nobody can reach the ${kind} “${name}”: nothing ${kind === 'overlay' ? 'opens' : 'leads to'} it.`
      : `Nobody can reach the ${kind} “${name}”: only ${from.map((each) => `“${each}”`).join(', ')} ${kind === 'overlay' ? 'opens' : 'leads to'} it, which nobody can reach either.`)]
  })
}

const finding = (kind: string, screen: Id, level: Finding['level'], sentence: string): Finding =>
  ({ id: `${kind} ${screen}`, kind, level, sentence, about: { screen }, remedy: null, witness: null, numbers: {} })

/** The screens and overlays that rules on a screen, or of what stands on it, lead to. */
function leadingFrom(project: Project, id: Id): ReadonlySet<Id> {
  const screen = theOne(project.screens, (each) => each.id === id)
  const rules = [...screen.rules, ...componentsOn(project, screen).flatMap((component) => component.rules)]
  return new Set(ledTo(rules))
}
