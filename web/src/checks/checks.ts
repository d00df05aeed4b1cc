import { NOTHING_FOUND, type Budget, type BudgetFromStart, type Coverage, type CoverageFromStart, type Finding, type ProjectFindings } from '@rheoscope/core/check'
import { certain, type Id, type Identified, type Project } from '@rheoscope/core/document'
import type { ProjectSession } from '../session/project-session'
import type { Breakdown } from '../workers/breakdown'
import { OpenWorker, type PlainWorker } from '../workers/open-worker'
import type { BudgetQuestion, FoundSince, FromChecks, ToChecks } from './messages'
import { changeBetween } from './project-change'

export interface ChecksState {
  readonly findings: ProjectFindings
  /** The components and screens that have been looked at as they are now. */
  readonly current: ReadonlySet<Id>
  /** Whether all of the project has been looked at as it is now. */
  readonly isComplete: boolean
  /** How many components and screens are through, and how many there are; null before anything has been asked. */
  readonly progress: { readonly done: number; readonly total: number } | null
  /** Why there is no checking at all; null when there is. */
  readonly failure: Breakdown | null
  /** The findings, by their ids, whose remedy has been found to do what it is for. */
  readonly remedied: ReadonlySet<string>
  readonly coverage: readonly Coverage[]
  /** How everything is reached from the start; null until that is known, and where the project has none. */
  readonly fromStart: CoverageFromStart | null
  /** The components whose coverage could not be found out, and why. */
  readonly uncovered: Readonly<Record<Id, Breakdown>>
  readonly isCovered: boolean
  readonly budgets: { readonly question: BudgetQuestion; readonly budgets: readonly Budget[]; readonly fromStart: BudgetFromStart | null; readonly failure: Breakdown | null } | null
}

const NOTHING_YET: ChecksState = {
  findings: { components: {}, screens: {}, project: NOTHING_FOUND }, current: new Set(), isComplete: false, progress: null, failure: null, remedied: new Set(),
  coverage: [], fromStart: null, uncovered: {}, isCovered: false, budgets: null,
}

const makeWorker = (): PlainWorker => new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' })

/** Has a session's project checked in a worker, from the very moment it changes, and keeps what came of it. */
export class Checks {
  private readonly listeners = new Set<() => void>()
  private readonly unfollow: () => void
  private worker: OpenWorker<ToChecks, FromChecks>
  private state = NOTHING_YET
  private asked = 0
  private checked: Project | null = null
  private first: Id | null = null

  constructor(private readonly session: Pick<ProjectSession, 'getState' | 'subscribe'>, private readonly newWorker: () => PlainWorker = makeWorker) {
    this.worker = this.begun()
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
    this.worker.send({ ask: 'coverage' })
  }

  askForBudgets(question: BudgetQuestion): void {
    this.worker.send({ ask: 'budgets', question })
  }

  /** Begins afresh with another worker, after a failure. */
  tryAgain(): void {
    this.worker.close()
    this.checked = null
    this.state = NOTHING_YET
    this.worker = this.begun()
    this.publish({})
  }

  close(): void {
    this.unfollow()
    this.worker.close()
  }

  private begun(): OpenWorker<ToChecks, FromChecks> {
    return new OpenWorker(this.newWorker(), 'Checking', { ready: () => this.ask(), hear: (message) => this.hear(message), fail: (failure) => this.fail(failure) })
  }

  private fail(failure: Breakdown): void {
    this.worker.close()
    this.publish({ ...NOTHING_YET, failure })
  }

  private ask(): void {
    const { document: project } = this.session.getState()
    if (!this.worker.isListening || project === this.checked) return
    this.asked++
    this.worker.send({ ask: 'findings', revision: this.asked, change: changeBetween(this.checked, project), first: this.first })
    this.checked = project
    this.publish({ isComplete: false, current: new Set(), isCovered: false, progress: { done: 0, total: project.components.length + project.screens.length } })
  }

  private hear(message: FromChecks): void {
    switch (message.says) {
      case 'findings':
        return this.take(message.found, message.revision === this.asked)
      case 'remedies':
        if (message.revision === this.asked) this.publish({ remedied: new Set([...this.state.remedied].filter((id) => !message.tried.includes(id)).concat(message.offered)) })
        return
      case 'coverage':
        return this.publish({ coverage: message.coverage, uncovered: message.failures, fromStart: message.fromStart, isCovered: message.isComplete })
      case 'budgets':
        return this.publish({ budgets: { question: message.question, budgets: message.budgets, fromStart: message.fromStart, failure: message.failure } })
      case 'failed':
        return this.fail(message.failure)
    }
  }

  /** What was found of an earlier revision is what is known for now, but not of what there is now. */
  private take({ looked, components, screens, project, done, total }: FoundSince, isOfNow: boolean): void {
    const before = this.state.findings
    const findings = { components: withNew(before.components, components), screens: withNew(before.screens, screens), project: project ?? before.project }
    if (!isOfNow) return this.publish({ findings })
    const isComplete = project !== null
    this.publish({ findings: isComplete ? this.ofWhatIsThere(findings) : findings, isComplete, current: new Set([...this.state.current, ...looked]), progress: { done, total } })
  }

  private ofWhatIsThere({ components, screens, project }: ProjectFindings): ProjectFindings {
    const only = (looked: ProjectFindings['components'], there: readonly Identified[]) => {
      const ids = new Set(there.map(({ id }) => id))
      return Object.keys(looked).every((id) => ids.has(id)) ? looked : Object.fromEntries(Object.entries(looked).filter(([id]) => ids.has(id)))
    }
    return { components: only(components, certain(this.checked).components), screens: only(screens, certain(this.checked).screens), project }
  }

  private publish(change: Partial<ChecksState>): void {
    this.state = { ...this.state, ...change }
    this.listeners.forEach((listener) => listener())
  }
}

/** What is known of each, with what is known anew; the same where nothing is. */
const withNew = <T>(known: Readonly<Record<Id, T>>, fresh: Readonly<Record<Id, T>>): Readonly<Record<Id, T>> => (Object.keys(fresh).length === 0 ? known : { ...known, ...fresh })

/** Everything that is to be said of a component, wherever it stands. */
export const findingsAbout = ({ components, screens, project }: ProjectFindings, component: Id): readonly Finding[] => [
  ...(components[component]?.findings ?? []),
  ...byComponent(screens, () => Object.values(screens).flatMap(({ findings }) => findings), component),
  ...byComponent(project, () => project.findings, component),
]

const known = new WeakMap<object, ReadonlyMap<Id, readonly Finding[]>>()

/** What was found of a component while `what` was looked at. All that is shown of components asks, so it is gathered once for each `what` as it is. */
function byComponent(what: object, findings: () => readonly Finding[], component: Id): readonly Finding[] {
  const gathered = known.get(what) ?? groupedByComponent(findings())
  known.set(what, gathered)
  return gathered.get(component) ?? []
}

function groupedByComponent(findings: readonly Finding[]): ReadonlyMap<Id, readonly Finding[]> {
  const gathered = new Map<Id, Finding[]>()
  for (const finding of findings) {
    const { component, screen } = finding.about
    if (component === undefined || screen !== undefined) continue
    const of = gathered.get(component)
    if (of) of.push(finding)
    else gathered.set(component, [finding])
  }
  return gathered
}

/** Everything that is to be said of a screen, and of what stands on it together. */
export const findingsOn = ({ screens, project }: ProjectFindings, screen: Id): readonly Finding[] =>
  [...(screens[screen]?.findings ?? []), ...project.findings.filter(({ about }) => about.screen === screen)]
