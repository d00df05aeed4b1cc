import type { Budget, Coverage, Finding, ProjectFindings } from '@rheoscope/core/check'
import type { Id, Project } from '@rheoscope/core/document'
import type { ProjectSession } from '../session/project-session'
import type { BudgetQuestion, FromChecks, ToChecks } from './messages'

export interface ChecksState {
  readonly findings: ProjectFindings
  /** The components and screens whose findings are those of the project as it is now; all of them when it is complete. */
  readonly current: ReadonlySet<Id>
  readonly isComplete: boolean
  readonly coverage: readonly Coverage[]
  readonly isCovered: boolean
  readonly budgets: { readonly question: BudgetQuestion; readonly budgets: readonly Budget[] } | null
}

const NOTHING_YET: ChecksState = {
  findings: { components: {}, screens: {}, project: [] }, current: new Set(), isComplete: false, coverage: [], isCovered: false, budgets: null,
}

/** Has a session's project checked in a worker, from the very moment it changes, and keeps what came of it. */
export class Checks {
  private readonly worker = new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' })
  private readonly listeners = new Set<() => void>()
  private readonly unfollow: () => void
  private readonly early: ToChecks[] = []
  private state = NOTHING_YET
  private isReady = false
  private asked = 0
  private checked: Project | null = null
  private first: Id | null = null

  constructor(private readonly session: ProjectSession) {
    this.worker.onmessage = ({ data }: MessageEvent<FromChecks>) => this.hear(data)
    this.unfollow = session.subscribe(() => this.ask())
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener)
    return () => this.listeners.delete(listener)
  }

  readonly getState = (): ChecksState => this.state

  /** What is looked at now is checked before anything else. */
  lookAt(id: Id | null): void {
    this.first = id
  }

  askForCoverage(): void {
    this.send({ ask: 'coverage' })
  }

  askForBudgets(question: BudgetQuestion): void {
    this.send({ ask: 'budgets', question })
  }

  close(): void {
    this.unfollow()
    this.worker.terminate()
  }

  private ask(): void {
    const { project } = this.session.getState()
    if (!this.isReady || project === this.checked) return
    this.checked = project
    this.asked++
    this.worker.postMessage({ ask: 'findings', revision: this.asked, project, first: this.first } satisfies ToChecks)
    if (this.state.isComplete || this.state.current.size > 0) this.publish({ isComplete: false, current: new Set(), isCovered: false })
  }

  private send(message: ToChecks): void {
    if (this.isReady) this.worker.postMessage(message)
    else this.early.push(message)
  }

  private hear(message: FromChecks): void {
    switch (message.says) {
      case 'ready':
        this.isReady = true
        this.ask()
        this.early.splice(0).forEach((early) => this.worker.postMessage(early))
        return
      case 'findings':
        if (message.revision === this.asked) this.take(message.findings, message.isComplete)
        return
      case 'coverage':
        return this.publish({ coverage: message.coverage, isCovered: message.isComplete })
      case 'budgets':
        return this.publish({ budgets: { question: message.question, budgets: message.budgets } })
    }
  }

  private take(found: ProjectFindings, isComplete: boolean): void {
    const before = this.state.findings
    const findings = isComplete ? found : { components: { ...before.components, ...found.components }, screens: { ...before.screens, ...found.screens }, project: before.project }
    this.publish({ findings, isComplete, current: new Set([...Object.keys(found.components), ...Object.keys(found.screens)]) })
  }

  private publish(change: Partial<ChecksState>): void {
    this.state = { ...this.state, ...change }
    this.listeners.forEach((listener) => listener())
  }
}

/** Everything that is to be said of a component, wherever it stands. */
export const findingsAbout = ({ components, screens, project }: ProjectFindings, component: Id): readonly Finding[] =>
  [...(components[component] ?? []), ...[...Object.values(screens).flat(), ...project].filter(({ about }) => about.component === component && about.screen === undefined)]

/** Everything that is to be said of a screen, and of what stands on it together. */
export const findingsOn = ({ screens, project }: ProjectFindings, screen: Id): readonly Finding[] =>
  [...(screens[screen] ?? []), ...project.filter(({ about }) => about.screen === screen)]
