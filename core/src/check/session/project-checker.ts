import { isSameList, orElse, type Component, type Id, type Project, type Screen } from '../../document'
import { compile, everythingInside, surfaceComponent } from '../../machine'
import { changesText } from '../ground/asked-records'
import { contextOf, type CheckOptions } from '../ground/context'
import { fillersOf } from '../ground/fillers'
import { elsewhereText, fromElsewhere } from '../ground/screen-context'
import { checkingComponent, checkingProject, checkingScreen, finished, type Checking } from './checking'
import type { Looked } from '../model/looked'

/** What looking at a project came to: by component, by screen, and of all of it. */
export interface ProjectFindings {
  readonly components: Readonly<Record<Id, Looked>>
  readonly screens: Readonly<Record<Id, Looked>>
  readonly project: Looked
}

interface Known {
  readonly dependsOn: readonly unknown[]
  readonly looked: Looked
}

/** Checks a project as it changes: what an edit did not touch is answered from memory. */
export class ProjectChecker {
  private readonly known = new Map<string, Known>()

  constructor(private readonly options: CheckOptions = {}) {}

  check(project: Project): ProjectFindings {
    return { components: this.components(project), screens: this.screens(project), project: this.whole(project) }
  }

  /** What looking at every component came to. */
  components(project: Project): ProjectFindings['components'] {
    return Object.fromEntries(project.components.map((component) => [component.id, this.component(project, component)]))
  }

  component(project: Project, component: Component): Looked {
    return finished(this.checkingComponent(project, component))
  }

  /** Looks at one component, in steps between which it can be given up. */
  checkingComponent(project: Project, component: Component): Checking {
    return this.remembered(component.id, dependenciesOf(project, component), () => checkingComponent(project, component, this.options))
  }

  screens(project: Project): ProjectFindings['screens'] {
    return Object.fromEntries(project.screens.map((screen) => [screen.id, this.screen(project, screen)]))
  }

  screen(project: Project, screen: Screen): Looked {
    return finished(this.checkingScreen(project, screen))
  }

  checkingScreen(project: Project, screen: Screen): Checking {
    return this.remembered(`@${screen.id}`, screenDependencies(project, screen), () => checkingScreen(project, screen, this.options))
  }

  whole(project: Project): Looked {
    return finished(this.checkingWhole(project))
  }

  checkingWhole(project: Project): Checking {
    return this.remembered('', [project.components, project.screens, project.variables, project.tokens, project.motion, project.promises, project.tables, project.startScreen], () => checkingProject(project, this.options))
  }

  private *remembered(key: string, dependsOn: readonly unknown[], find: () => Checking): Checking {
    const known = this.known.get(key)
    if (known && isSameList(known.dependsOn, dependsOn)) return known.looked
    const looked = yield* find()
    this.known.set(key, { dependsOn, looked })
    return looked
  }
}

/** Everything the findings of a component follow from: the component with all that is inside it, and how holders drive it. */
function dependenciesOf(project: Project, component: Component): readonly unknown[] {
  return orElse(() => {
    const { compiled, drivenTo, isHeld } = contextOf(project, component)
    return [compiled, ...fillersOf(project, compiled), isHeld, project.tables, changesText(project), project.limits?.longestMs, project.limits?.shortestMs, ...component.axes.map((axis) => [...drivenTo(axis.id)].join(' '))]
  }, [project])
}

/** Everything the findings of a screen follow from: what stands on it, and which variables other screens give values to. */
function screenDependencies(project: Project, screen: Screen): readonly unknown[] {
  return orElse((): readonly unknown[] => {
    const surface = compile(project, surfaceComponent(project, { screen: screen.id }))
    return [screen, project.variables, project.tables, changesText(project), ...everythingInside(surface), ...fillersOf(project, surface), elsewhereText(fromElsewhere(project, screen))]
  }, [project])
}
