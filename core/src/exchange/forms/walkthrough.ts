import { walkthroughOf, walkthroughOfPrototype, walkthroughOfScreen, type Spot, type WalkedRule, type WalkLeg, type WalkStep, type Walkthrough } from '../../check'
import { slug, type Expectation, type Project, type Take } from '../../document'
import { chanceIn } from '../../run'
import { escaped } from '../../scene'
import { ruleWords } from '../../written'
import { counted } from '../counted'
import { csvOf } from '../delimited'
import { componentIn, nameOf, NO_START, type Form, type HandedFile, type Subject } from './form'
import { browserActions } from './take-actions'

/** The shortest way through every rule. */
export const walkthrough: Form = {
  name: 'walkthrough',
  label: 'Walkthrough',
  forWhom: 'Tests it',
  says: 'The shortest way on which every rule fires at least once: as a list to tick off, as CSV, as takes for “rheoscope run”, and as actions of WebDriver for the page or the element. Of a project: what leads from screen to screen.',
  takes: ['project', 'component', 'screen'],
  make: (project, subject) => {
    const name = nameOf(project, subject)
    const walked = walkedThrough(project, subject)
    if (!walked) return { files: [], holds: [], leavesOut: [project.startScreen === null ? NO_START : 'The prototype cannot be put together as a whole: its findings say why.'] }
    const { surface, legs, missed } = walked
    const rows = legs.flatMap((leg, index) => leg.steps.map((step) => [index + 1, Math.round(step.atMs), doneIn(step), seenIn(project, step).join('; ')]))
    const files: readonly HandedFile[] = legs.length === 0 ? [] : [
      { name: `${slug(name)}-walkthrough.html`, mediaType: 'text/html', content: checklist(project, name, legs) },
      { name: `${slug(name)}-walkthrough.csv`, mediaType: 'text/csv', content: csvOf([['way', 'at ms', 'do', 'what happens'], ...rows]) },
      ...legs.flatMap((leg, index): readonly HandedFile[] => {
        const numbered = `${slug(name)}-walkthrough${legs.length === 1 ? '' : `-${index + 1}`}`
        return [
          { name: `${numbered}.take.json`, mediaType: 'application/json', content: `${JSON.stringify(takeOfLeg(name, surface, leg, index), null, 2)}\n` },
          { name: `${numbered}-actions.json`, mediaType: 'application/json', content: `${JSON.stringify({ actions: browserActions(leg.inputs).actions }, null, 2)}\n` },
        ]
      }),
    ]
    return {
      files,
      holds: [counted(legs.reduce((sum, { steps }) => sum + steps.length, 0), 'step'), `${counted(legs.length, 'beginning')}`],
      leavesOut: missed.map((each) => `${titleOf(each)}${ruleText(project, each)}: nobody makes that happen who begins there.`),
    }
  },
}

/** Null for a project that says nothing of where it starts, or cannot be put together. */
function walkedThrough(project: Project, subject: Subject): Walkthrough | null {
  if (subject.of === 'component') return walkthroughOf(project, componentIn(project, subject))
  if (subject.of === 'screen') return walkthroughOfScreen(project, subject.id)
  return walkthroughOfPrototype(project)
}

/** A leg as a take that expects what happens in it. */
export function takeOfLeg(name: string, surface: Walkthrough['surface'], { inputs, chance, endsAtMs, steps }: WalkLeg, index: number): Take {
  const expectations = steps.flatMap(({ atMs, fired }, at) => fired.flatMap(({ thing: { path }, rule: { axis, target } }, place): readonly Expectation[] =>
    (target.go === 'state' && fired.findLastIndex((each) => each.thing.path === path && each.rule.axis === axis) === place ? [{ id: `step${at}${place === 0 ? '' : `-${place}`}`, byMs: Math.round(atMs), expect: { what: 'state', instance: path, axis, state: target.state } }] : [])))
  return { id: `walk${index + 1}`, name: `Walk through ${name} ${index + 1}`, surface, inputs, endsAtMs: Math.round(endsAtMs), expectations, reducedMotion: false, ...chanceIn({ chance }) }
}

function checklist(project: Project, name: string, legs: readonly WalkLeg[]): string {
  const lists = legs.map(({ steps }, index) => [
    ...(legs.length === 1 ? [] : [`<h2>Way ${index + 1}</h2>`, '<p>Begin anew.</p>']),
    `<ol>${steps.map((step, at) => `<li><label><input type="checkbox"> <strong>${escaped(doneIn(step))}</strong> <small>${Math.round(step.atMs - (steps[at - 1]?.atMs ?? 0))} ms later</small></label>${seenIn(project, step).map((line) => `<br>${escaped(line)}`).join('')}</li>`).join('')}</ol>`,
  ].join('\n'))
  return [
    '<!doctype html>', '<html lang="en">', '<head>', '<meta charset="utf-8">', '<meta name="viewport" content="width=device-width, initial-scale=1">', `<title>${escaped(name)}: walkthrough</title>`,
    '<style>body{font:16px/1.5 sans-serif;color:#1d2b33;background:#fff;max-width:45rem;margin:2rem auto;padding:0 1rem}li{margin:.6rem 0;break-inside:avoid}small{color:#56646b}</style>',
    '</head>', '<body>', `<h1>${escaped(name)}: walkthrough</h1>`, ...lists, '</body>', '</html>', '',
  ].join('\n')
}

/** What fires in a step, in words; what is of several things alike is said once. */
const seenIn = (project: Project, { fired }: WalkStep): readonly string[] => [...new Set(fired.map((each) => `${titleOf(each)}${ruleText(project, each)}`))]

/** Of what a rule is, where that is not the surface itself. */
const titleOf = ({ thing }: WalkedRule): string => (thing.path === '' ? '' : `${thing.compiled.component.name}: `)

function ruleText(project: Project, { thing, rule }: WalkedRule): string {
  const { trigger, target, clauses, does } = ruleWords({ project, owner: thing.compiled.component }, rule)
  return `${trigger} → ${[target, ...clauses, ...does].join(', ')}`
}

/** What somebody does in a step, in words. */
function doneIn({ occasion }: WalkStep): string {
  switch (occasion.what) {
    case 'point':
      return occasion.spot ? `Point at ${placeOf(occasion.spot)}` : 'Point elsewhere'
    case 'drag':
      return 'Drag'
    case 'cancel':
      return 'Have the finger taken away'
    case 'press':
    case 'release':
    case 'tap':
      return `${VERBS[occasion.what]}${occasion.spot ? ` ${placeOf(occasion.spot)}` : ' beside everything'}${occasion.pointer === 'touch' ? ' with a finger' : ''}`
    case 'turn':
      return `${occasion.turn === 'pinch' ? 'Pinch' : 'Turn the wheel over'} ${placeOf(occasion.spot)}`
    case 'focus':
      return occasion.spot ? `Go to ${placeOf(occasion.spot)} with Tab` : 'Take the focus away'
    case 'type':
      return `Write into ${placeOf(occasion.spot)}`
    case 'key':
    case 'key up':
      return `${occasion.what === 'key' ? 'Press' : 'Let go of'} ${occasion.key === ' ' ? 'Space' : occasion.key}${occasion.spot ? ` on ${placeOf(occasion.spot)}` : ''}`
    case 'long':
      return 'Keep holding'
    case 'late tap':
      return 'Do not tap again'
    default:
      return 'Wait'
  }
}

const VERBS = { press: 'Press', release: 'Let go of', tap: 'Tap' } as const

function placeOf({ at: { thing, part } }: Spot): string {
  const { name, parts } = thing.compiled.component
  const there = parts.find(({ id }) => id === part)
  return thing.path === '' ? `“${there?.name ?? name}”` : `“${name}”${there && there.parent !== null ? `, “${there.name}”` : ''}`
}
