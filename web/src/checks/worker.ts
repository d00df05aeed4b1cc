import { budgetsBetween, coverageOf, ProjectChecker, type Checking, type Coverage, type Finding, type ProjectFindings } from '@rheoscope/core/check'
import type { Project } from '@rheoscope/core/document'
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

tell({ says: 'ready' })

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
    project = project ? sharing(project, question.project) : question.project
    await checkAll(project, question)
  }
  isChecking = false
}

async function checkAll(now: Project, { revision, first }: FindingsQuestion): Promise<void> {
  const found: { components: Record<string, readonly Finding[]>; screens: Record<string, readonly Finding[]>; project: readonly Finding[] } = { components: {}, screens: {}, project: [] }
  const say = (isComplete: boolean) => tell({ says: 'findings', revision, findings: found satisfies ProjectFindings, isComplete })
  const isFirst = ({ id }: { readonly id: string }) => id === first
  const work: readonly Work[] = [
    ...now.components.map(({ id }, index) => ({ id, checking: () => checker.checkingComponent(now, now.components[index]!), keep: (findings: readonly Finding[]) => void (found.components[id] = findings) })),
    ...now.screens.map(({ id }, index) => ({ id, checking: () => checker.checkingScreen(now, now.screens[index]!), keep: (findings: readonly Finding[]) => void (found.screens[id] = findings) })),
  ]
  let [told, breathed] = [performance.now(), performance.now()]
  for (const { id, checking, keep } of [...work.filter(isFirst), ...work.filter((each) => !isFirst(each))]) {
    const steps = checking()
    let step = steps.next()
    for (; !step.done; step = steps.next()) {
      if (performance.now() - breathed < BREATH_MS) continue
      await arrivals()
      breathed = performance.now()
      if (newest) return
    }
    keep(step.value)
    if (id !== first && performance.now() - told < TELL_MS) continue
    say(false)
    told = performance.now()
  }
  await arrivals()
  if (newest) return
  found.project = checker.whole(now)
  say(true)
}

/** One thing to check, by its id, and what becomes of its findings. */
interface Work {
  readonly id: string
  readonly checking: () => Checking
  readonly keep: (findings: readonly Finding[]) => void
}

async function tellCoverage(): Promise<void> {
  const now = project
  const coverage: Coverage[] = []
  for (const component of now?.components ?? []) {
    try {
      coverage.push(coverageOf(now!, component))
    } catch {
      // What cannot be put together is a finding; there is nothing to cover.
    }
    tell({ says: 'coverage', coverage, isComplete: false })
    await arrivals()
    if (project !== now) return
  }
  tell({ says: 'coverage', coverage, isComplete: true })
}

function tellBudgets(question: BudgetQuestion): void {
  const component = project?.components.find(({ id }) => id === question.component)
  tell({ says: 'budgets', question, budgets: component ? budgetsBetween(project!, component, question) : [] })
}
