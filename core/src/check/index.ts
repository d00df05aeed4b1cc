import { RheoError, type Component, type Id, type Project } from '../document'
import { contextOf, type Check } from './context'
import { endlessImmediateLoop } from './endless-immediate-loop'
import { bySeverity, type Finding } from './finding'
import { neverCompletes } from './never-completes'
import { noWayOut } from './no-way-out'
import { rulesCompete } from './rules-compete'
import { startsMoving } from './starts-moving'
import { stateUnreachable } from './state-unreachable'
import { unanswered } from './unanswered'
import { easingInvalid, valueUnreadable } from './unreadable'

/** Every check of a component. Adding one is adding a file and a line. */
export const CHECKS: Readonly<Record<string, Check>> = {
  'state-unreachable': stateUnreachable,
  'no-way-out': noWayOut,
  'starts-moving': startsMoving,
  'never-completes': neverCompletes,
  'endless-immediate-loop': endlessImmediateLoop,
  'rules-compete': rulesCompete,
  unanswered,
  'easing-invalid': easingInvalid,
  'value-unreadable': valueUnreadable,
}

/** The findings of one component, the worst first. A component that cannot be put together is a finding itself. */
export function checkComponent(project: Project, component: Component): readonly Finding[] {
  try {
    const context = contextOf(project, component)
    return bySeverity(Object.values(CHECKS).flatMap((check) => check(context)))
  } catch (error) {
    if (!(error instanceof RheoError)) throw error
    return [{
      id: `dangling ${component.id}`, kind: 'dangling', level: 'fault', sentence: error.message,
      about: { component: component.id }, remedy: null, witness: null, numbers: {},
    }]
  }
}

/** Checks a project as it changes: what an edit did not touch is answered from memory. */
export class ProjectChecker {
  private readonly known = new Map<Id, { readonly dependsOn: readonly unknown[]; readonly findings: readonly Finding[] }>()

  /** The findings of every component. */
  check(project: Project): Readonly<Record<Id, readonly Finding[]>> {
    return Object.fromEntries(project.components.map((component) => [component.id, this.findingsOf(project, component)]))
  }

  private findingsOf(project: Project, component: Component): readonly Finding[] {
    const dependsOn = dependenciesOf(project, component)
    const known = this.known.get(component.id)
    if (known && known.dependsOn.length === dependsOn.length && known.dependsOn.every((each, index) => each === dependsOn[index])) return known.findings
    const findings = checkComponent(project, component)
    this.known.set(component.id, { dependsOn, findings })
    return findings
  }
}

/** Everything the findings of a component follow from: the component with all that is inside it, and how holders drive it. */
function dependenciesOf(project: Project, component: Component): readonly unknown[] {
  try {
    const { compiled, drivenTo } = contextOf(project, component)
    return [compiled, ...component.axes.map((axis) => [...drivenTo(axis.id)].join(' '))]
  } catch {
    return [project]
  }
}

export { bySeverity, inMs, type About, type Finding, type Level, type Remedy, type Witness } from './finding'
export type { Check, CheckContext } from './context'
