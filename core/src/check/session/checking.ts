import { RheoError, type Component, type Project, type Screen } from '../../document'
import { contextOf, type CheckOptions, type ProjectCheck, type PrototypeCheck } from '../ground/context'
import type { Finding } from '../model/finding'
import { failureOf, mergedLooks, type Looked } from '../model/looked'
import { prototypeContext } from '../ground/prototype'
import { screenContext } from '../ground/screen-context'
import { CHECKS } from './registry'
import type { Check, CheckScope } from '../model/check'

/** Checking that can be paused and given up: it yields now and then. */
export type Checking = Generator<void, Looked>

/** What is to be said of one component. A component that cannot be put together is a finding itself. */
export const checkingComponent = (project: Project, component: Component, options?: CheckOptions): Checking =>
  checking({ component: component.id }, () => contextOf(project, component, options), CHECKS.component)

/** What goes wrong on a screen because of what stands there together. */
export const checkingScreen = (project: Project, screen: Screen, options?: CheckOptions): Checking =>
  checking({ screen: screen.id }, () => screenContext(project, screen, options), CHECKS.screen)

/** What is to be said of a project as a whole. */
export const checkingProject = (project: Project, options: CheckOptions = {}): Checking =>
  checking({}, () => project, [...CHECKS.project, ...CHECKS.prototype].map((check) => askedOf(check, options)), () => prototypeContext(project, options)?.looking())

/** The question about all of a project that raised a finding, to be asked of another one; null where the finding is of a component or what stands on a screen. */
export function raisedBy({ kind, about }: Finding, project: Project, options: CheckOptions = {}): Checking | null {
  const isOfScreen = about.screen !== undefined && about.instance === undefined && about.component === undefined
  const raising = [...CHECKS.project, ...(isOfScreen ? CHECKS.prototype : [])].filter(({ name }) => name === kind)
  return raising.length > 0 ? checking({}, () => project, raising.map((check) => askedOf(check, options))) : null
}

/** What is asked of one thing, by the name a failure goes by. */
type Question<Context> = Check<readonly [Context], CheckScope>

const askedOf = (check: ProjectCheck | PrototypeCheck, options: CheckOptions): Question<Project> => ({ ...check, finds: (project) => check.finds(project, options) })

/** Asks one question after another about a thing; when it cannot be put together, that is what is found. */
function* checking<Context>(about: Finding['about'], contextFor: () => Context, questions: readonly Question<Context>[], looking: () => Generator<void, void> | undefined = () => undefined): Checking {
  let context: Context | undefined
  const looked = [answered('dangling', about, () => {
    context = contextFor()
    return []
  })]
  if (context === undefined) return mergedLooks(looked)
  try {
    yield* looking() ?? []
  } catch (error) {
    looked.push({ findings: [], failures: [failureOf('what becomes of it', about, error)] })
  }
  for (const question of questions) {
    yield
    const of = context
    looked.push(answered(question.name, about, () => question.finds(of).map((finding) => ({ ...finding, means: meaningOf(finding, question) }))))
  }
  return mergedLooks(looked)
}

/** What a finding is; one of another kind than its question has is what that kind is of components. */
const meaningOf = ({ kind }: Finding, { name, means }: Question<never>): string =>
  kind === name ? means : (CHECKS.component.find((check) => check.name === kind)?.means ?? means)

/** What a question comes to. When it breaks down only its own answer is missing. */
function answered(name: string, about: Finding['about'], ask: () => readonly Finding[]): Looked {
  try {
    return { findings: ask(), failures: [] }
  } catch (error) {
    if (!(error instanceof RheoError)) return { findings: [], failures: [failureOf(name, about, error)] }
    if (error.code === 'too-large') return { findings: [tooLarge(about, error.message)], failures: [] }
    return { findings: [{ id: `dangling ${about.component ?? about.screen ?? ''}`, kind: 'dangling', level: 'fault', sentence: error.message, about, remedy: null, witness: null, numbers: {} }], failures: [] }
  }
}

/** What is more than checks look at is told once, whichever of them came upon it. */
const tooLarge = (about: Finding['about'], sentence: string): Finding =>
  ({ id: `not-finished ${about.component ?? about.screen ?? ''}`, kind: 'not-finished', level: 'note', sentence, about, remedy: null, witness: null, numbers: {} })

/** Goes through with a checking at once. */
export function finished(checking: Checking): Looked {
  for (;;) {
    const { done, value } = checking.next()
    if (done) return value
  }
}

/** All that is to be said of one component, at once. */
export const checkComponent = (project: Project, component: Component, options?: CheckOptions): Looked => finished(checkingComponent(project, component, options))

/** All that goes wrong on a screen because of what stands there together, at once. */
export const checkScreen = (project: Project, screen: Screen, options?: CheckOptions): Looked => finished(checkingScreen(project, screen, options))

/** All that is to be said of a project as a whole, at once. */
export const checkProject = (project: Project, options?: CheckOptions): Looked => finished(checkingProject(project, options))
