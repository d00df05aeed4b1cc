import { RheoError, type Component, type Project, type Screen } from '../../document'
import { cannotBePaused } from '../rules/timing/cannot-be-paused'
import { combinationUnreachable } from '../rules/reach/combination-unreachable'
import { contextOf, type Check, type CheckOptions } from '../ground/context'
import { contrastLow, contrastUnknown } from '../rules/picture/contrast-low'
import { covered } from '../rules/input/covered'
import { dangling } from '../rules/project/dangling'
import { disabledAnswers } from '../rules/input/disabled-answers'
import { easingInvalid, unreadableOnScreen, valueUnreadable } from '../rules/project/unreadable'
import { endlessImmediateLoop } from '../rules/timing/endless-immediate-loop'
import { endsElsewhere } from '../rules/picture/ends-elsewhere'
import type { Finding } from '../model/finding'
import { flashes } from '../rules/access/flashes'
import { focusInvisible, focusTrapped } from '../rules/access/focus-invisible'
import { hiddenTakesInput } from '../rules/input/hidden-takes-input'
import { jumps } from '../rules/picture/jumps'
import { labelInName } from '../rules/access/label-in-name'
import { lanesOutOfStep } from '../rules/timing/lanes-out-of-step'
import { overshootsBounds } from '../rules/picture/overshoots-bounds'
import { actsOnPress, dragOnly, focusLeadsAway, hoverStays } from '../rules/access/pointer-habits'
import { squashed } from '../rules/picture/squashed'
import { textGhosts } from '../rules/picture/text-ghosts'
import { overlayVanishes, vanishesByItself } from '../rules/access/vanishes-by-itself'
import { leavesBounds } from '../rules/picture/leaves-bounds'
import { failureOf, together, type Looked } from '../model/looked'
import { looksDead, looksLive } from '../rules/input/looks-dead'
import { mayBeCutShort } from '../rules/timing/may-be-cut-short'
import { neverCompletes } from '../rules/timing/never-completes'
import { neverSettles } from '../rules/timing/never-settles'
import { noKeyboardWay } from '../rules/access/no-keyboard-way'
import { noName, noRole } from '../rules/access/no-name'
import { noReducedForm } from '../rules/access/no-reduced-form'
import { notFinished } from '../rules/reach/not-finished'
import { noWayBack } from '../rules/reach/no-way-back'
import { noWayOut } from '../rules/reach/no-way-out'
import { outsideScreen, unreachableHere, wrongTogether } from '../rules/project/on-screens'
import { outOfFamily } from '../rules/project/out-of-family'
import { prototypeContext } from '../ground/prototype'
import { parameterNotEverywhere } from '../rules/project/parameter-not-everywhere'
import { brokenPromises } from '../promises/pledges'
import { reachableOnlyBy } from '../rules/reach/reachable-only-by'
import { prototypeRestsDifferently, restsDifferently } from '../rules/picture/rests-differently'
import { roundTripDiffers } from '../rules/picture/round-trip-differs'
import { ruleNeverFires } from '../rules/reach/rule-never-fires'
import { rulesCompete } from '../rules/reach/rules-compete'
import { screenContext, type ScreenCheck } from '../ground/screen-context'
import { overlayUnreachable, screenUnreachable } from '../rules/reach/screen-unreachable'
import { neverCome, screenRulesNeverFire, wholeNotFinished } from '../rules/reach/screens-from-start'
import { screensInMotion } from '../rules/timing/screens-in-motion'
import { saysNoState } from '../rules/access/says-no-state'
import { seam } from '../rules/picture/seam'
import { slowToAnswer } from '../rules/timing/slow-to-answer'
import { startsMoving } from '../rules/timing/starts-moving'
import { stateUnreachable } from '../rules/reach/state-unreachable'
import { targetSmall } from '../rules/access/target-small'
import { thereAndBackDiffer } from '../rules/timing/there-and-back-differ'
import { timersRace } from '../rules/timing/timers-race'
import { tooLong, tooShort } from '../rules/timing/too-long'
import { twoHandsOnOne } from '../rules/project/two-hands-on-one'
import { someButNotAll, unanswered } from '../rules/input/unanswered'
import { neverSet, setButNeverRead, unused, unusedVariables } from '../rules/project/unused'
import { wrongWayRound } from '../rules/picture/wrong-way-round'

/** Every check of a component. Adding one is adding a file and a line. */
export const CHECKS: Readonly<Record<string, Check>> = {
  dangling,
  'state-unreachable': stateUnreachable,
  'combination-unreachable': combinationUnreachable,
  'reachable-only-by': reachableOnlyBy,
  'no-way-out': noWayOut,
  'no-way-back': noWayBack,
  'rule-never-fires': ruleNeverFires,
  'endless-immediate-loop': endlessImmediateLoop,
  'starts-moving': startsMoving,
  'rules-compete': rulesCompete,
  unanswered,
  'some-but-not-all': someButNotAll,
  'timers-race': timersRace,
  'never-completes': neverCompletes,
  'may-be-cut-short': mayBeCutShort,
  'never-settles': neverSettles,
  'ends-elsewhere': endsElsewhere,
  jumps,
  'round-trip-differs': roundTripDiffers,
  'rests-differently': restsDifferently,
  'there-and-back-differ': thereAndBackDiffer,
  'wrong-way-round': wrongWayRound,
  seam,
  'easing-invalid': easingInvalid,
  'lanes-out-of-step': lanesOutOfStep,
  'overshoots-bounds': overshootsBounds,
  squashed,
  'text-ghosts': textGhosts,
  'too-long': tooLong,
  'too-short': tooShort,
  flashes,
  'cannot-be-paused': cannotBePaused,
  'no-reduced-form': noReducedForm,
  'hidden-takes-input': hiddenTakesInput,
  covered,
  'looks-dead': looksDead,
  'looks-live': looksLive,
  'disabled-answers': disabledAnswers,
  'no-keyboard-way': noKeyboardWay,
  'no-name': noName,
  'no-role': noRole,
  'says-no-state': saysNoState,
  'label-in-name': labelInName,
  'drag-only': dragOnly,
  'acts-on-press': actsOnPress,
  'focus-leads-away': focusLeadsAway,
  'hover-stays': hoverStays,
  'vanishes-by-itself': vanishesByItself,
  'focus-invisible': focusInvisible,
  'focus-trapped': focusTrapped,
  'target-small': targetSmall,
  'contrast-low': contrastLow,
  'contrast-unknown': contrastUnknown,
  'slow-to-answer': slowToAnswer,
  'leaves-bounds': leavesBounds,
  'parameter-not-everywhere': parameterNotEverywhere,
  'two-hands-on-one': twoHandsOnOne,
  'value-unreadable': valueUnreadable,
}

/** Every check of a screen. Adding one is adding a line. */
const SCREEN_CHECKS: Readonly<Record<string, ScreenCheck>> = {
  'wrong-together': wrongTogether,
  'state-unreachable': unreachableHere,
  'leaves-bounds': outsideScreen,
  'value-unreadable': unreadableOnScreen,
  'vanishes-by-itself': overlayVanishes,
}

/** A question about a whole project. */
export type ProjectCheck = (project: Project, options: CheckOptions) => readonly Finding[]

/** Every check of a whole project. Adding one is adding a file and a line. */
export const PROJECT_CHECKS: Readonly<Record<string, ProjectCheck>> = {
  'screen-unreachable': screenUnreachable,
  'overlay-unreachable': overlayUnreachable,
  'out-of-family': outOfFamily,
  unused: (project) => [...unused(project), ...unusedVariables(project)],
  'never-set': neverSet,
  'set-but-never-read': setButNeverRead,
  'promise-broken': brokenPromises,
}

/** Every question about what becomes of a prototype from its start screen on. What they find goes by the kinds that others raise of components. */
export const PROTOTYPE_CHECKS: Readonly<Record<string, ProjectCheck>> = {
  'screens never come to': neverCome,
  'rules of screens that never fire': screenRulesNeverFire,
  'screens in motion': screensInMotion,
  'ways that rest differently': prototypeRestsDifferently,
  'how far the prototype was followed': wholeNotFinished,
}

/** Checking that can be paused and given up: it yields now and then. */
export type Checking = Generator<void, Looked>

/** What is to be said of one component. A component that cannot be put together is a finding itself. */
export const checkingComponent = (project: Project, component: Component, options?: CheckOptions): Checking =>
  checking({ component: component.id }, () => contextOf(project, component, options), { ...CHECKS, 'not-finished': ({ arena }) => notFinished(arena, { component: component.id }, component.name) })

/** What goes wrong on a screen because of what stands there together. */
export const checkingScreen = (project: Project, screen: Screen, options?: CheckOptions): Checking =>
  checking({ screen: screen.id }, () => screenContext(project, screen, options), {
    ...SCREEN_CHECKS, 'not-finished': ({ groups }) => groups.flatMap(({ arena, isFirst }) => (isFirst ? notFinished(arena, { screen: screen.id }, screen.name) : [])),
  })

/** What is to be said of a project as a whole. */
export const checkingProject = (project: Project, options: CheckOptions = {}): Checking => checking({}, () => project, mapped({ ...PROJECT_CHECKS, ...PROTOTYPE_CHECKS }, (check) => (of: Project) => check(of, options)), () => prototypeContext(project, options)?.looking())

/** The question about all of a project that raised a finding, to be asked of another one; null where the finding is of a component or what stands on a screen. */
export function raisedBy({ kind, about }: Finding, project: Project, options: CheckOptions = {}): Checking | null {
  const isOfScreen = about.screen !== undefined && about.instance === undefined && about.component === undefined
  const check = PROJECT_CHECKS[kind] ?? (isOfScreen && kind === 'rule-never-fires' ? screenRulesNeverFire : undefined)
  return check ? checking({}, () => project, { [kind]: (of: Project) => check(of, options) }) : null
}

type Question<Context> = (context: Context) => readonly Finding[]

const mapped = <From, To>(record: Readonly<Record<string, From>>, map: (from: From) => To): Readonly<Record<string, To>> =>
  Object.fromEntries(Object.entries(record).map(([key, value]) => [key, map(value)]))

/** Asks one question after another about a thing; when it cannot be put together, that is what is found. */
function* checking<Context>(about: Finding['about'], contextFor: () => Context, questions: Readonly<Record<string, Question<Context>>>, looking: () => Generator<void, void> | undefined = () => undefined): Checking {
  let context: Context | undefined
  const looked = [answered('dangling', about, () => {
    context = contextFor()
    return []
  })]
  if (context === undefined) return together(looked)
  try {
    yield* looking() ?? []
  } catch (error) {
    looked.push({ findings: [], failures: [failureOf('what becomes of it', about, error)] })
  }
  for (const [name, question] of Object.entries(questions)) {
    yield
    const of = context
    looked.push(answered(name, about, () => question(of)))
  }
  return together(looked)
}

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

export const checkComponent = (project: Project, component: Component, options?: CheckOptions): Looked => finished(checkingComponent(project, component, options))

export const checkScreen = (project: Project, screen: Screen, options?: CheckOptions): Looked => finished(checkingScreen(project, screen, options))

export const checkProject = (project: Project, options?: CheckOptions): Looked => finished(checkingProject(project, options))
