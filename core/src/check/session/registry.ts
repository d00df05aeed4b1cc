import { columnNeverSet, totalNeverChanges } from '../rules/records/columns-and-totals'
import { leftOpen, leftOpenOnScreen } from '../rules/records/left-open'
import { recordMissing } from '../rules/records/record-missing'
import { listStaysEmpty, listStaysEmptyOnScreen } from '../rules/records/list-stays-empty'
import { textTooWide, textTooWideOnScreen } from '../rules/picture/text-too-wide'
import { coveredAtSize, cutOffAtSize } from '../rules/picture/at-further-sizes'
import { cannotBePaused } from '../rules/timing/cannot-be-paused'
import { combinationUnreachable } from '../rules/reach/combination-unreachable'
import { contrastLow, contrastUnknown } from '../rules/picture/contrast-low'
import { covered } from '../rules/input/covered'
import { dangling } from '../rules/project/dangling'
import { disabledAnswers } from '../rules/input/disabled-answers'
import { easingInvalid, unreadableOnScreen, valueUnreadable } from '../rules/project/unreadable'
import { endlessImmediateLoop } from '../rules/timing/endless-immediate-loop'
import { endsElsewhere } from '../rules/picture/ends-elsewhere'
import { flashes } from '../rules/access/flashes'
import { focusInvisible, focusTrapped } from '../rules/access/focus-invisible'
import { hiddenTakesInput } from '../rules/input/hidden-takes-input'
import { jumpsWhenLetGo } from '../rules/picture/jumps-when-let-go'
import { neverLedWhole } from '../rules/timing/never-led-whole'
import { jumps } from '../rules/picture/jumps'
import { labelInName } from '../rules/access/label-in-name'
import { lanesOutOfStep } from '../rules/timing/lanes-out-of-step'
import { overshootsBounds } from '../rules/picture/overshoots-bounds'
import { actsOnPress, dragOnly, focusLeadsAway, hoverStays } from '../rules/access/pointer-habits'
import { squashed } from '../rules/picture/squashed'
import { textGhosts } from '../rules/picture/text-ghosts'
import { overlayVanishes, vanishesByItself } from '../rules/access/vanishes-by-itself'
import { leavesBounds } from '../rules/picture/leaves-bounds'
import { looksDead, looksLive } from '../rules/input/looks-dead'
import { mayBeCutShort } from '../rules/timing/may-be-cut-short'
import { neverCompletes } from '../rules/timing/never-completes'
import { neverSettles } from '../rules/timing/never-settles'
import { noKeyboardWay } from '../rules/access/no-keyboard-way'
import { noName, noRole } from '../rules/access/no-name'
import { noReducedForm } from '../rules/access/no-reduced-form'
import { noWayBack } from '../rules/reach/no-way-back'
import { noWayOut } from '../rules/reach/no-way-out'
import { outsideScreen, unreachableHere, WRONG_TOGETHER } from '../rules/project/on-screens'
import { outOfFamily } from '../rules/project/out-of-family'
import { parameterNotEverywhere } from '../rules/project/parameter-not-everywhere'
import { brokenPromises } from '../promises/pledges'
import { reachableOnlyBy } from '../rules/reach/reachable-only-by'
import { prototypeRestsDifferently, restsDifferently } from '../rules/picture/rests-differently'
import { roundTripDiffers } from '../rules/picture/round-trip-differs'
import { ruleNeverFires } from '../rules/reach/rule-never-fires'
import { rulesCompete } from '../rules/reach/rules-compete'
import type { ScreenCheck } from '../ground/screen-context'
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
import type { ComponentCheck, ProjectCheck, PrototypeCheck } from '../ground/context'
import { notFinished, screenNotFinished } from '../rules/reach/not-finished'

/** Every question about a component, in the order they are asked. Adding one is adding a file and its name. */
const OF_COMPONENTS: readonly ComponentCheck[] = [
  dangling, stateUnreachable, combinationUnreachable, reachableOnlyBy, noWayOut, noWayBack, ruleNeverFires, endlessImmediateLoop, startsMoving,
  rulesCompete, unanswered, someButNotAll, timersRace, neverCompletes, mayBeCutShort, neverSettles, endsElsewhere, jumps, roundTripDiffers,
  restsDifferently, thereAndBackDiffer, wrongWayRound, seam, easingInvalid, lanesOutOfStep, overshootsBounds, squashed, textGhosts, tooLong, tooShort,
  flashes, cannotBePaused, noReducedForm, hiddenTakesInput, covered, looksDead, looksLive, disabledAnswers, noKeyboardWay, noName, noRole, saysNoState,
  labelInName, dragOnly, actsOnPress, focusLeadsAway, hoverStays, vanishesByItself, focusInvisible, focusTrapped, targetSmall, contrastLow,
  contrastUnknown, slowToAnswer, leavesBounds, parameterNotEverywhere, twoHandsOnOne, valueUnreadable, textTooWide, listStaysEmpty, recordMissing, neverLedWhole, jumpsWhenLetGo, leftOpen, notFinished,
]

/** Every question about a screen. */
const OF_SCREENS: readonly ScreenCheck[] = [
  ...WRONG_TOGETHER, unreachableHere, outsideScreen, cutOffAtSize, coveredAtSize, unreadableOnScreen, textTooWideOnScreen, listStaysEmptyOnScreen, leftOpenOnScreen, overlayVanishes, screenNotFinished,
]

/** Every question about a whole project. */
const OF_PROJECTS: readonly ProjectCheck[] = [
  screenUnreachable, overlayUnreachable, outOfFamily, unused, unusedVariables, neverSet, setButNeverRead, columnNeverSet, totalNeverChanges, brokenPromises,
]

/** Every question about what becomes of a prototype. What they find goes by the kinds that others raise of components. */
const OF_PROTOTYPES: readonly PrototypeCheck[] = [
  neverCome, screenRulesNeverFire, screensInMotion, prototypeRestsDifferently, wholeNotFinished,
]

/** Every check, by what it asks about. */
export const CHECKS = { component: OF_COMPONENTS, screen: OF_SCREENS, project: OF_PROJECTS, prototype: OF_PROTOTYPES }
