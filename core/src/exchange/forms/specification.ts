import { acceptanceOf, pledgeText, ProjectChecker, type Finding, type Looked } from '../../check'
import { componentOf, isExpression, sameValue, slug, type Component, type Pledge, type Project, type Rule, type Screen } from '../../document'
import { parseEasing } from '../../motion'
import { drawList, startRun, stillLife } from '../../run'
import { escaped, type DrawList } from '../../scene'
import { inTreeOrder, lookWords, partWords, ruleWords } from '../../written'
import { motionSheets, responseSheets, valueWords, type MotionSheet } from './component-sheets'
import { counted } from '../counted'
import { pictureMarkup } from '../picture'
import { faceText, withAssets } from '../pictures/stand-alone'
import { componentsOf, nameOf, type Form, type Making, type RunningFont } from './form'
import { looksOf } from './kept-forms'
import { fontsFor } from './page'

/** A document to be printed and built from. */
export const specification: Form = {
  name: 'specification',
  label: 'Specification',
  forWhom: 'Looks at it',
  says: 'A document to read and to print: every component with its looks, measures, answers and motions, every screen with what stands on it and where it leads.',
  takes: ['project', 'component', 'screen'],
  make: async (project, subject, { kit, progress }) => {
    const name = nameOf(project, subject)
    const screens = subject.of === 'project' ? project.screens : project.screens.filter(({ id }) => subject.of === 'screen' && id === subject.id)
    const components = subject.of === 'screen' ? [] : componentsOf(project, subject)
    return {
      files: [{ name: `${slug(name)}-specification.html`, mediaType: 'text/html', content: withAssets(project, documentOf(project, { name, components, screens, isWhole: subject.of === 'project', fonts: fontsFor(project, (await kit()).fonts).faces }, progress)) }],
      holds: [`${counted(components.length, 'component')}, ${counted(screens.length, 'screen')}`],
      leavesOut: [],
    }
  },
}

/** What is said of the whole stands behind all that it is made of. */
const WHOLE = { id: 'whole-project', name: 'All of it together' }

interface Contents {
  readonly name: string
  readonly components: readonly Component[]
  readonly screens: readonly Screen[]
  /** It is about all of the project, with what is found of that. */
  readonly isWhole: boolean
  readonly fonts: readonly RunningFont[]
}

function documentOf(project: Project, { name, components, screens, isWhole, fonts }: Contents, progress: Making['progress']): string {
  const isOne = components.length + screens.length === 1
  const heading = isOne ? 'h1' : 'h2'
  const checker = new ProjectChecker()
  let done = 0
  const withFindings = (section: string, { findings }: Looked): string => {
    progress(++done / (components.length + screens.length + 1))
    return `${section}${findingsOf(project, findings)}`
  }
  const entry = (id: string, text: string) => `<li><a href="#${escaped(id)}">${escaped(text)}</a></li>`
  return [
    '<!doctype html>', '<html lang="en">', '<head>', '<meta charset="utf-8">', '<meta name="viewport" content="width=device-width, initial-scale=1">',
    `<title>${escaped(name)}: specification</title>`, `<style>${fonts.map(faceText).join('')}${STYLE}</style>`, '</head>', '<body>',
    ...(isOne ? [] : [`<h1>${escaped(name)}</h1>`, `<nav aria-label="Contents"><ul>${[...components, ...screens, ...(isWhole ? [WHOLE] : [])].map((each) => entry(each.id, each.name)).join('')}</ul></nav>`]),
    ...components.map((component) => withFindings(componentSection(project, component, heading), checker.component(project, component))),
    ...screens.map((screen) => withFindings(screenSection(project, screen, heading), checker.screen(project, screen))),
    ...(isWhole ? [`${section({ ...WHOLE, note: undefined, heading }, [])}${findingsOf(project, checker.whole(project).findings)}`] : []), '</body>', '</html>', '',
  ].join('\n')
}

function componentSection(project: Project, component: Component, heading: Heading): string {
  const { id, name, note, axes, parameters, variables } = component
  const scope = { project, owner: component }
  const looks = looksOf(component).map(({ name: look, standing }) => `<figure>${picture(stillLife(project, component.id, { standing }), `${name}, ${look}`)}<figcaption>${escaped(look)}</figcaption></figure>`)
  const said = axes.flatMap(({ states }) => states.flatMap((state) => [...(state.note === undefined ? [] : [[state.name, state.note]]), ...lookWords(scope, state.look).map((words) => [state.name, words])]))
  return section({ id, name, note, heading }, [
    `<div class="looks">${looks.join('')}</div>`,
    values([...parameters.map((each) => [each.name, `parameter, ${each.type}`, valueWords(each.initial), each.note ?? '']), ...variables.map((each) => [each.name, `variable, ${each.type}`, valueWords(each.start), each.note ?? ''])]),
    '<h3>Parts</h3>', partsTable(project, component),
    ...(said.length === 0 ? [] : ['<h3>What each state changes</h3>', table(['state', 'what it says'], said)]),
    ...responseSheets(project, component).map(({ axis, rows }) => `<h3>Answers${axes.length === 1 ? '' : ` of ${escaped(axis.name)}`}</h3>${table(['when', ...axis.states.map((state) => state.name)], rows.map(({ trigger, cells }) => [trigger, ...cells.map((cell) => (cell === '' ? '·' : cell))]))}`),
    ...notesOf(project, component), '<h3>Motions</h3>', ...motionSheets(project, component).filter(({ moves }) => moves.length > 0).map((sheet) => motionSection(sheet)), keyboard(component), promised(project, { component: id }),
  ])
}

/** What is said of rules, by what they answer. */
function notesOf(project: Project, owner: Component | Screen): readonly string[] {
  const noted = owner.rules.flatMap((rule: Rule) => (rule.note === undefined ? [] : [[ruleWords({ project, owner }, rule).trigger, rule.note]]))
  return noted.length === 0 ? [] : [table(['when', 'note'], noted)]
}

function partsTable(project: Project, owner: Component | Screen): string {
  const depth = (id: string | null): number => (id === null ? 0 : 1 + depth(owner.parts.find((part) => part.id === id)?.parent ?? null))
  const rows = inTreeOrder(owner.parts).map((part) => `<tr><th scope="row" class="in-${Math.min(6, depth(part.parent))}">${escaped(part.name)}</th><td>${escaped(partWords({ project, owner }, part))}${part.note === undefined ? '' : `<br><em>${escaped(part.note)}</em>`}</td></tr>`)
  return `<table><thead><tr><th scope="col">part</th><th scope="col">what it is</th></tr></thead><tbody>${rows.join('')}</tbody></table>`
}

function motionSection({ trigger, from, to, lengthMs, moves }: MotionSheet): string {
  const rows = moves.map((move) => [move.part, move.property, valueWords(move.from), valueWords(move.to), `${move.delayMs} ms`, `${move.durationMs} ms`, move.easing])
  return `<section class="motion"><h4>${escaped(`${from.name} → ${to?.name ?? 'wherever it leads'}`)} <small>${escaped(trigger)}, ${Math.round(lengthMs)} ms</small></h4>${score(moves, lengthMs)}${table(['part', 'property', 'from', 'to', 'delay', 'duration', 'easing'], rows)}</section>`
}

/** The lanes of a motion under one another, each with its curve, over time. */
function score(moves: MotionSheet['moves'], lengthMs: number): string {
  if (lengthMs === 0) return ''
  const [width, height] = [560, 22]
  const at = (ms: number) => Math.round((ms / lengthMs) * width * 100) / 100
  const lanes = moves.map((move, index) => {
    const { ease } = parseEasing(move.easing)
    const points = Array.from({ length: 41 }, (_each, step) => `${at(move.delayMs + (move.durationMs * step) / 40)},${Math.round((index * height + height - 4 - ease(step / 40) * (height - 8)) * 100) / 100}`)
    return `<polyline points="${points.join(' ')}"/>`
  })
  return `<svg class="score" role="img" aria-label="The curves of ${moves.length} lanes over ${Math.round(lengthMs)} ms" width="${width}" height="${moves.length * height}" viewBox="0 0 ${width} ${moves.length * height}">${lanes.join('')}</svg>`
}

/** What has always to be so of a component or screen. */
function promised(project: Project, surface: Pledge['surface']): string {
  const said = project.promises.filter((pledge) => sameValue(pledge.surface, surface))
  return said.length === 0 ? '' : `<h3>Promises</h3><ul>${said.map((pledge) => `<li>${escaped(pledgeText(project, pledge))}${pledge.note === undefined ? '' : `<br><em>${escaped(pledge.note)}</em>`}</li>`).join('')}</ul>`
}

/** What has been found of something, the worst first, with why somebody has accepted it. */
function findingsOf(project: Project, findings: readonly Finding[]): string {
  const rows = findings.map((finding) => [finding.level, finding.sentence, acceptanceOf(project, finding)?.reason ?? ''])
  return `<h3>Findings</h3>${rows.length === 0 ? '<p>Nothing.</p>' : table(['level', 'what', 'accepted because'], rows)}`
}

/** What of a component answers to the keyboard, and what is told to who does not see it. */
function keyboard({ parts, rules }: Component): string {
  const told = parts.flatMap(({ name, base }) => { const { role, accessibleName } = base; return role === undefined || role === 'none' ? [] : [[name, String(role), accessibleName === undefined ? 'what it says' : isExpression(accessibleName) ? `= ${accessibleName.expr}` : String(accessibleName), base.focusable === true ? 'Tab stops here' : '']] })
  const keys = [...new Set(rules.flatMap(({ trigger }) => ('key' in trigger ? [trigger.key ?? 'any key'] : [])))]
  return [...(told.length === 0 ? [] : ['<h3>Keyboard and screen reader</h3>', table(['part', 'role (WAI-ARIA 1.2)', 'name', 'focus'], told)]), ...(keys.length === 0 ? [] : [`<p>Keys it answers: ${escaped(keys.map((key) => (key === ' ' ? 'Space' : key)).join(', '))}.</p>`])].join('')
}

function screenSection(project: Project, screen: Screen, heading: Heading): string {
  const { id, name, note, kind, width, height, device, rules, parts } = screen
  const ways = rules.map((rule) => { const { trigger, target, clauses, does } = ruleWords({ project, owner: screen }, rule); return [trigger, [...(target === 'stay' ? [] : [target]), ...does, ...clauses].join('; ')] })
  const used = parts.flatMap((part) => (part.kind === 'instance' ? [componentOf(project, part.component)?.name ?? ''] : []))
  return section({ id, name, note, heading }, [
    `<p>${escaped(`A ${kind}, ${device}, ${width} × ${height} px.`)}${used.length === 0 ? '' : escaped(` On it: ${[...new Set(used)].join(', ')}.`)}</p>`, `<figure>${picture(drawList(startRun(project, { screen: id })), name)}</figure>`,
    '<h3>What stands on it</h3>', partsTable(project, screen), ...(ways.length === 0 ? [] : ['<h3>Where it leads</h3>', table(['when', 'what happens'], ways)]), ...notesOf(project, screen), promised(project, { screen: id }),
  ])
}

/** What the name of a thing stands in: it is that of the document where there is no other. */
type Heading = 'h1' | 'h2'

const section = ({ id, name, note, heading }: { readonly id: string; readonly name: string; readonly note: string | undefined; readonly heading: Heading }, inside: readonly string[]): string =>
  `<section class="thing" id="${escaped(id)}"><${heading}>${escaped(name)}</${heading}>${note === undefined ? '' : `<p class="note">${escaped(note).replaceAll('\n', '<br>')}</p>`}${inside.join('\n')}</section>`

const picture = (list: DrawList, label: string): string => pictureMarkup(list, `p${slug(label)}`, { role: 'img', 'aria-label': label })

const values = (rows: readonly (readonly string[])[]): string => (rows.length === 0 ? '' : `<h3>Parameters and variables</h3>${table(['name', 'what', 'at first', 'note'], rows)}`)

function table(heads: readonly string[], rows: readonly (readonly string[])[]): string {
  const head = heads.map((each) => `<th scope="col">${escaped(each)}</th>`).join('')
  const body = rows.map(([first = '', ...others]) => `<tr><th scope="row">${escaped(first)}</th>${others.map((cell) => `<td>${escaped(cell)}</td>`).join('')}</tr>`).join('')
  return `<table><thead><tr>${head}</tr></thead><tbody>${body}</tbody></table>`
}

const STYLE = `
body{font:15px/1.5 'Atkinson Hyperlegible Next','Noto Sans',sans-serif;color:#1d2b33;background:#fff;max-width:60rem;margin:2rem auto;padding:0 1.5rem}
h1{font-size:2rem;margin:0 0 1rem}h2{font-size:1.5rem;border-bottom:2px solid #1d2b33;padding-bottom:.2rem;margin-top:2.5rem}h3{font-size:1.05rem;margin:1.5rem 0 .4rem}h4{font-size:1rem;margin:1rem 0 .3rem}small{font-weight:400;color:#56646b}
a{color:#24506f}nav ul{columns:3;list-style:none;padding:0}
table{border-collapse:collapse;width:100%;font-size:13px}th,td{text-align:left;vertical-align:top;padding:3px 8px 3px 0;border-bottom:1px solid #d8d2c4;overflow-wrap:anywhere}thead th{color:#56646b;font-weight:400}
.looks{display:flex;flex-wrap:wrap;gap:1rem}figure{margin:0}figure svg{max-width:100%;height:auto;border:1px solid #d8d2c4;overflow:hidden}figcaption{color:#56646b;font-size:13px}
.note{border-left:3px solid #c8371b;padding-left:.7rem}.score{display:block;max-width:100%}.score polyline{fill:none;stroke:#24506f;stroke-width:1.5}
${[1, 2, 3, 4, 5, 6].map((depth) => `.in-${depth}{padding-left:${depth * 1.1}rem}`).join('')}
@page{margin:16mm 14mm;@bottom-right{content:counter(page)}}
@media print{body{max-width:none;margin:0;padding:0}nav~.thing{break-before:page}h2,h3,h4{break-after:avoid}tr,figure,.motion{break-inside:avoid}a{color:inherit;text-decoration:none}}
`
