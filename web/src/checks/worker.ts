import { allOf, budgetFromStart, budgetsBetween, coverageFromStart, coverageOf, ProjectChecker, tryingRemedy, type Coverage, type Finding, type Looked } from '@rheoscope/core/check'
import { certain, orElse, type Id, type Project } from '@rheoscope/core/document'
import { breakdownOf, type Breakdown } from '../workers/breakdown'
import { READY } from '../workers/open-worker'
import type { BudgetQuestion, FromChecks, ToChecks } from './messages'
import { changedBy } from './project-change'

type FindingsQuestion = Extract<ToChecks, { ask: 'findings' }>

/** A newer project is looked for so often while an older one is checked, in ms. */
const BREATH_MS = 12

/** So long nothing has to change, in ms, before more is looked at than what is looked at by a person: they are in the middle of something. */
const REST_MS = 250

/** What has been found is told so often while more is looked for, in ms. */
const TELL_MS = 120

const checker = new ProjectChecker()
/** As it was told last. */
let told: Project | null = null
/** What is looked at, or was. */
let project: Project | null = null
let newest: FindingsQuestion | null = null
let isChecking = false
let breathed = performance.now()

self.onmessage = ({ data }: MessageEvent<ToChecks>) => {
  switch (data.ask) {
    case 'findings':
      newest = data
      told = changedBy(told, data.change)
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

/** Whether nothing newer arrives for a while. */
async function isAtRest(): Promise<boolean> {
  await new Promise((resolve) => setTimeout(resolve, REST_MS))
  return newest === null
}

/** Checks the newest project, what is looked at first, and begins again when a newer one arrives. */
async function check(): Promise<void> {
  isChecking = true
  while (newest) {
    const question: FindingsQuestion = newest
    newest = null
    try {
      project = certain(told)
      await checkAll(project, question)
    } catch (error) {
      tell({ says: 'failed', failure: breakdownOf('The checks broke down', error) })
    }
  }
  isChecking = false
}

/** What the page has been told of each component and screen, so that it need not be told again. */
const toldOf = new Map<Id, Looked>()

async function checkAll(now: Project, { revision, first }: FindingsQuestion): Promise<void> {
  const components: Record<Id, Looked> = {}
  const screens: Record<Id, Looked> = {}
  const work: readonly Work[] = [
    ...now.components.map((component) => ({ id: component.id, checking: () => checker.checkingComponent(now, component), all: components })),
    ...now.screens.map((screen) => ({ id: screen.id, checking: () => checker.checkingScreen(now, screen), all: screens })),
  ]
  let untold: Work[] = []
  const say = (done: number, whole: Looked | null) => {
    const news = untold.filter(({ id, all }) => toldOf.get(id) !== all[id])
    for (const { id, all } of news) toldOf.set(id, certain(all[id]))
    const newsOf = (of: Readonly<Record<Id, Looked>>) => Object.fromEntries(news.flatMap(({ id, all }) => (all === of ? [[id, certain(all[id])]] : [])))
    tell({ says: 'findings', revision, found: { looked: untold.map(({ id }) => id), components: newsOf(components), screens: newsOf(screens), project: whole, done, total: work.length } })
    untold = []
  }
  const isFirst = ({ id }: { readonly id: string }) => id === first
  let toldAt = performance.now()
  const [own, others] = [work.filter(isFirst), work.filter((each) => !isFirst(each))]
  for (const [index, each] of [...own, ...others].entries()) {
    if (index === own.length && revision > 1 && !(await isAtRest())) return
    const looked = await through(each.checking())
    if (!looked) return
    each.all[each.id] = looked
    untold.push(each)
    if (each.id !== first && performance.now() - toldAt < TELL_MS) continue
    say(index + 1, null)
    toldAt = performance.now()
  }
  say(work.length, null)
  // What an edit did not touch is remembered, so that the remedies of what is looked at come soon; all of the project takes longer.
  const looked = first === null ? undefined : (components[first] ?? screens[first])
  if (looked && !(await tryRemedies(now, revision, looked.findings))) return
  const whole = await through(checker.checkingWhole(now))
  if (!whole) return
  say(work.length, whole)
  // What is gone the page forgets as well.
  for (const id of toldOf.keys()) if (!(id in components) && !(id in screens)) toldOf.delete(id)
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
  let toldAt = performance.now()
  for (const finding of all) {
    if (remedied.has(finding)) continue
    const isGood = await through(tryingRemedy({ project: now, findings }, finding))
    if (isGood === null) return false
    remedied.set(finding, isGood)
    if (performance.now() - toldAt < TELL_MS) continue
    say()
    toldAt = performance.now()
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

/** One thing to check, by its id, and where what it comes to is kept. */
interface Work {
  readonly id: Id
  readonly checking: () => Generator<void, Looked>
  readonly all: Record<Id, Looked>
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
