import { allOf, budgetFromStart, budgetsBetween, coverageFromStart, coverageOf, ProjectChecker, tryingRemedy, type Coverage, type Finding, type Looked } from '@rheoscope/core/check'
import { certain, orElse, type Id, type Project } from '@rheoscope/core/document'
import { breakdownOf, type Breakdown } from '../workers/breakdown'
import { READY } from '../workers/open-worker'
import type { BudgetQuestion, FromChecks, ToChecks } from './messages'
import { sharing } from './sharing'

type FindingsQuestion = Extract<ToChecks, { ask: 'findings' }>

/** A newer project is looked for so often while an older one is checked, in ms. */
const BREATH_MS = 12

/** What has been found is told so often while more is looked for, in ms. */
const TELL_MS = 120

const checker = new ProjectChecker()
let project: Project | null = null
let newest: FindingsQuestion | null = null
let isChecking = false
let breathed = performance.now()

self.onmessage = ({ data }: MessageEvent<ToChecks>) => {
  switch (data.ask) {
    case 'findings':
      newest = data
      if (!isChecking) void check()
      return
    case 'coverage':
      return void tellCoverage()
    case 'budgets':
      return tellBudgets(data.question)
  }
}

self.postMessage(READY)

function tell(message: FromChecks): void {
  self.postMessage(message)
}

/** Lets what has been sent meanwhile arrive. */
const arrivals = (): Promise<void> => new Promise((resolve) => setTimeout(resolve))

/** Checks the newest project, what is looked at first, and begins again when a newer one arrives. */
async function check(): Promise<void> {
  isChecking = true
  while (newest) {
    const question: FindingsQuestion = newest
    newest = null
    try {
      project = project ? sharing(project, question.project) : question.project
      await checkAll(project, question)
    } catch (error) {
      tell({ says: 'failed', failure: breakdownOf('The checks broke down', error) })
    }
  }
  isChecking = false
}

async function checkAll(now: Project, { revision, first }: FindingsQuestion): Promise<void> {
  const components: Record<Id, Looked> = {}
  const screens: Record<Id, Looked> = {}
  const work: readonly Work[] = [
    ...now.components.map((component) => ({ id: component.id, checking: () => checker.checkingComponent(now, component), keep: (looked: Looked) => void (components[component.id] = looked) })),
    ...now.screens.map((screen) => ({ id: screen.id, checking: () => checker.checkingScreen(now, screen), keep: (looked: Looked) => void (screens[screen.id] = looked) })),
  ]
  const say = (done: number, whole: Looked | null) => tell({ says: 'findings', revision, found: { components, screens, project: whole, done, total: work.length } })
  const isFirst = ({ id }: { readonly id: string }) => id === first
  let told = performance.now()
  for (const [index, { id, checking, keep }] of [...work.filter(isFirst), ...work.filter((each) => !isFirst(each))].entries()) {
    const looked = await through(checking())
    if (!looked) return
    keep(looked)
    if (id !== first && performance.now() - told < TELL_MS) continue
    say(index + 1, null)
    told = performance.now()
  }
  say(work.length, null)
  // What an edit did not touch is remembered, so that the remedies of what is looked at come soon; all of the project takes longer.
  const looked = first === null ? undefined : (components[first] ?? screens[first])
  if (looked && !(await tryRemedies(now, revision, looked.findings))) return
  const whole = await through(checker.checkingWhole(now))
  if (!whole) return
  say(work.length, whole)
  await tryRemedies(now, revision, allOf({ components, screens, project: whole }))
}

/** Whether the remedy of a finding does what it is for, as far as that has been tried; what has not changed is not found anew. */
const remedied = new WeakMap<Finding, boolean>()

/** Tries the remedies of some findings, and tells which do what they are for; says whether it got through. */
async function tryRemedies(now: Project, revision: number, findings: readonly Finding[]): Promise<boolean> {
  const all = findings.filter(({ remedy }) => remedy !== null)
  const say = () => {
    const tried = all.filter((finding) => remedied.has(finding))
    if (tried.length > 0) tell({ says: 'remedies', revision, tried: tried.map(({ id }) => id), offered: tried.filter((finding) => remedied.get(finding)).map(({ id }) => id) })
  }
  say()
  let told = performance.now()
  for (const finding of all) {
    if (remedied.has(finding)) continue
    const isGood = await through(tryingRemedy({ project: now, findings }, finding))
    if (isGood === null) return false
    remedied.set(finding, isGood)
    if (performance.now() - told < TELL_MS) continue
    say()
    told = performance.now()
  }
  say()
  return true
}

/** Goes through a checking, with a breath now and then; null when something newer is to be checked instead. */
async function through<T>(checking: Generator<void, T>): Promise<T | null> {
  for (let step = checking.next(); ; step = checking.next()) {
    if (performance.now() - breathed >= BREATH_MS) {
      await arrivals()
      breathed = performance.now()
      if (newest) return null
    }
    if (step.done) return step.value
  }
}

/** One thing to check, by its id, and what becomes of what it comes to. */
interface Work {
  readonly id: Id
  readonly checking: () => Generator<void, Looked>
  readonly keep: (looked: Looked) => void
}

async function tellCoverage(): Promise<void> {
  const now = project
  const coverage: Coverage[] = []
  const failures: Record<Id, Breakdown> = {}
  for (const component of now?.components ?? []) {
    try {
      coverage.push(coverageOf(certain(now), component))
    } catch (error) {
      failures[component.id] = breakdownOf(`How ${component.name} is covered could not be found out`, error)
    }
    tell({ says: 'coverage', coverage, failures, fromStart: null, isComplete: false })
    await arrivals()
    if (project !== now) return
  }
  tell({ says: 'coverage', coverage, failures, fromStart: null, isComplete: true })
  await arrivals()
  if (now && project === now) tell({ says: 'coverage', coverage, failures, fromStart: orElse(() => coverageFromStart(now), null), isComplete: true })
}

function tellBudgets(question: BudgetQuestion): void {
  const component = project?.components.find(({ id }) => id === question.component)
  try {
    const { from } = question
    const isFromStart = from === null && component !== undefined
    tell({
      says: 'budgets', question, failure: null,
      budgets: component && from !== null ? budgetsBetween(certain(project), component, { ...question, from }) : [],
      fromStart: isFromStart ? budgetFromStart(certain(project), component, question) : null,
    })
  } catch (error) {
    tell({ says: 'budgets', question, budgets: [], fromStart: null, failure: breakdownOf('What it takes could not be found out', error) })
  }
}
