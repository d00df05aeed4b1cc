import { acceptanceOf, ProjectChecker, type Finding, type Looked } from '../../check'
import { componentOf, slug, type Component, type Project, type Screen } from '../../document'
import { drawList, startRun } from '../../run'
import { escaped } from '../../scene'
import { ruleWords } from '../../written'
import { counted } from '../counted'
import { faceText, withAssets } from '../pictures/stand-alone'
import { componentSection } from './component-section'
import { componentsOf, nameOf, type Form, type Making, type RunningFont } from './form'
import { fontsFor } from './page'
import { notesOf, partsTable, picture, promised, section, table, type Heading } from './printed'

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

function screenSection(project: Project, screen: Screen, heading: Heading): string {
  const { id, name, note, kind, width, height, device, rules, parts } = screen
  const ways = rules.map((rule) => { const { trigger, target, clauses, does } = ruleWords({ project, owner: screen }, rule); return [trigger, [...(target === 'stay' ? [] : [target]), ...does, ...clauses].join('; ')] })
  const used = parts.flatMap((part) => (part.kind === 'instance' ? [componentOf(project, part.component)?.name ?? ''] : []))
  return section({ id, name, note, heading }, [
    `<p>${escaped(`A ${kind}, ${device}, ${width} × ${height} px.`)}${used.length === 0 ? '' : escaped(` On it: ${[...new Set(used)].join(', ')}.`)}</p>`, `<figure>${picture(drawList(startRun(project, { screen: id })), name)}</figure>`,
    '<h3>What stands on it</h3>', partsTable(project, screen), ...(ways.length === 0 ? [] : ['<h3>Where it leads</h3>', table(['when', 'what happens'], ways)]), ...notesOf(project, screen), promised(project, { screen: id }),
  ])
}

/** What has been found of something, the worst first, with why somebody has accepted it. */
function findingsOf(project: Project, findings: readonly Finding[]): string {
  const rows = findings.map((finding) => [finding.level, finding.sentence, acceptanceOf(project, finding)?.reason ?? ''])
  return `<h3>Findings</h3>${rows.length === 0 ? '<p>Nothing.</p>' : table(['level', 'what', 'accepted because'], rows)}`
}

const STYLE = `
body{font:15px/1.5 'Atkinson Hyperlegible Next','Noto Sans',sans-serif;color:#1d2b33;background:#fff;max-width:60rem;margin:2rem auto;padding:0 1.5rem}
h1{font-size:2rem;margin:0 0 1rem}h2{font-size:1.5rem;border-bottom:2px solid #1d2b33;padding-bottom:.2rem;margin-top:2.5rem}h3{font-size:1.05rem;margin:1.5rem 0 .4rem}h4{font-size:1rem;margin:1rem 0 .3rem}small{font-weight:400;color:#56646b}
a{color:#24506f}nav ul{columns:3;list-style:none;padding:0}
table{border-collapse:collapse;width:100%;font-size:13px}th,td{text-align:left;vertical-align:top;padding:3px 8px 3px 0;border-bottom:1px solid #d8d2c4;overflow-wrap:anywhere}table th{overflow-wrap:break-word}.motion td:is(:nth-child(5),:nth-child(6)){white-space:nowrap}thead th{color:#56646b;font-weight:400}
.looks{display:flex;flex-wrap:wrap;gap:1rem}figure{margin:0}figure svg{max-width:100%;height:auto;border:1px solid #d8d2c4;overflow:hidden}figcaption{color:#56646b;font-size:13px}
.note{border-left:3px solid #c8371b;padding-left:.7rem}.score,.map{display:block;max-width:100%;height:auto}.map{margin:.8rem 0}.score polyline{fill:none;stroke:#24506f;stroke-width:1.5}
${[1, 2, 3, 4, 5, 6].map((depth) => `.in-${depth}{padding-left:${depth * 1.1}rem}`).join('')}
@page{margin:16mm 14mm;@bottom-right{content:counter(page)}}
@media print{body{max-width:none;margin:0;padding:0}nav~.thing{break-before:page}h2,h3,h4{break-after:avoid}tr,figure,.motion,.map{break-inside:avoid}a{color:inherit;text-decoration:none}}
`
