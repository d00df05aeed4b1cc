import { DOCUMENT_VERSION, itemAt, newProject, RheoError, type Component, type Named, type Project, type Screen, type Token, type Variable } from '../../document'
import { clausesOf } from '../pieces'
import { quoted, wordsOf } from '../words'
import { also, alsoIn, jsonIn, leftOver } from './also'
import { componentLine, headOf, lineOf, readComponent, skeletonOf, STOP, variableLines, type Attempt } from './component-text'
import { readScreen, screenLine, screenSkeleton } from './screen-text'
import { formLines, problemIn, textOfLines, type FormLine, type FormProblem, type WrittenLine } from './form-lines'
import { formed, listed, motionLine, readMotionLine } from './motion-text'
import { referenceText, referred } from './names'
import { readValued, valuedLine } from './named-text'

/** What of a project is kept in JSON, each thing in a line behind its word. */
const IN_JSON = { table: 'tables', picture: 'assets', icon: 'icons', take: 'takes', accepted: 'accepted', promise: 'promises' } as const

/** A project in its written form: `readWritten` reads it back as it is. */
export const writtenProject = (project: Project): string => textOfLines([
  projectLine(project),
  ...project.tokens.map((token, index) => valuedLine('token', token, token.value, 'value', project.tokens.slice(0, index), [])),
  ...variableLines(project, project.variables, 'shared'),
  ...kept(project, 'table'), ...kept(project, 'picture'), ...kept(project, 'icon'),
  ...project.components.map((component) => componentLine(project, component)),
  ...project.screens.map((screen) => screenLine(project, screen)),
  ...kept(project, 'take'), ...kept(project, 'promise'), ...kept(project, 'accepted'),
])

/** One component of a project in its written form. */
export const writtenComponent = (project: Project, component: Component): string => textOfLines([componentLine(project, component)])

const kept = (project: Project, word: keyof typeof IN_JSON): readonly WrittenLine[] => project[IN_JSON[word]].map((each) => ({ text: `${word} ${JSON.stringify(each)}`, inside: [] }))

function projectLine(project: Project): WrittenLine {
  const { id, name, motion, startScreen, limits } = project
  const text = listed([`project ${quoted(name)}`, ...(startScreen === null ? [] : [`starts on ${referenceText(project.screens, startScreen)}`]), `id ${id}`])
  const inside = [motionLine({ project, owner: NOTHING }, 'motion', motion)]
  return { text, inside: [...inside, ...also(leftOver({ id, name, motion, startScreen, ...(limits ? { limits } : {}) }, () => readHead({ number: 0, indent: 0, text, inside: formed(inside) }, project)))] }
}

/** What a line stands in that is about the whole project: nothing. */
const NOTHING: Screen = { id: '', name: '', kind: 'screen', device: 'free', width: 1, height: 1, parts: [], rules: [], variables: [], overlay: null, motion: null }

function readHead({ text, inside }: FormLine, project: Project): Pick<Project, 'id' | 'name' | 'motion' | 'startScreen'> {
  const [head = '', ...clauses] = clausesOf(text)
  const name = wordsOf(head)[1]?.text ?? ''
  const id = clauses.find((clause) => clause.startsWith('id '))?.slice('id '.length) ?? 'project'
  const started = clauses.find((clause) => clause.startsWith('starts on '))
  const motion = inside.find((line) => line.text.startsWith('motion'))
  const said = motion ? clausesOf(motion.text.replace(/^motion:?/, '')) : []
  return alsoIn({ id, name, startScreen: started === undefined ? null : referred(project.screens, wordsOf(started)[2]?.text ?? '', 'screen'), motion: motion ? readMotionLine({ project, owner: NOTHING }, said, motion.inside) : newProject('', '').motion }, inside)
}

/** A project as a text says it, with what of the text cannot be read. */
export interface ReadProjectText {
  readonly project: Project
  readonly problems: readonly FormProblem[]
}

/** So many problems are told at once. */
const MOST_PROBLEMS = 100

/** Reads a project from its written form. What cannot be read is told, with its place, and left out; it is not validated yet. Throws a `RheoError` (`too-large`). */
export function readWritten(text: string): ReadProjectText {
  const problems: FormProblem[] = []
  const attempt: Attempt = (line, read) => {
    try {
      return read()
    } catch (error) {
      if (!(error instanceof RheoError)) throw error
      if (problems.length < MOST_PROBLEMS) problems.push(problemIn(line, error))
      return undefined
    }
  }
  const lines = formLines(text)
  const linesOf = (...words: readonly string[]) => lines.filter((line) => words.includes(wordOfLine(line)))
  const valued = <T extends Named>(word: string, field: string) => linesOf(word).reduce<readonly T[]>((before, line) => {
    const read = attempt(line, () => readValued(line, word, field, before, []))
    // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- what is read is validated as part of its project
    return read ? [...before, read as T] : before
  }, [])
  let project: Project = { ...newProject('project', 'Project'), version: DOCUMENT_VERSION, tokens: valued<Token>('token', 'value'), variables: valued<Variable>('shared', 'start') }
  for (const [word, list] of Object.entries(IN_JSON)) {
    project = { ...project, [list]: linesOf(word).flatMap((line): readonly unknown[] => attempt(line, () => [jsonIn(line.text.slice(word.length))]) ?? []) }
  }
  const [components, screens] = [linesOf('component'), linesOf('screen', 'overlay')]
  const heads = headsOf(components, attempt)
  // What a slot is filled with at first can be a component further down.
  const named = { ...project, components: heads.map(({ line, head }) => skeletonOf(lineOf(line.text, []), head, project, STOP)) }
  const surfaces = headsOf(screens, attempt)
  project = {
    ...project,
    components: heads.map(({ line, head }) => skeletonOf(line, head, named, attempt)),
    screens: surfaces.map(({ line, head }) => screenSkeleton(line, head, attempt)),
  }
  const [first] = linesOf('project')
  if (first) project = { ...project, ...attempt(first, () => readHead(first, project)) }
  const known = project
  project = {
    ...known,
    components: known.components.map((skeleton, index) => attempt(itemAt(heads, index).line, () => readComponent(known, itemAt(heads, index).line, skeleton, attempt)) ?? skeleton),
    screens: known.screens.map((skeleton, index) => attempt(itemAt(surfaces, index).line, () => readScreen(known, itemAt(surfaces, index).line, skeleton, attempt)) ?? skeleton),
  }
  const odd = lines.filter((line) => !WORDS.includes(wordOfLine(line)))
  for (const line of odd) attempt(line, () => { throw new RheoError('unreadable', wordOfLine(line), `A text begins its lines with ${listed(WORDS)}; not with “${wordOfLine(line)}”.`) })
  return { project, problems: problems.toSorted((a, b) => a.line - b.line) }
}

const WORDS: readonly string[] = ['project', 'token', 'shared', 'component', 'screen', 'overlay', ...Object.keys(IN_JSON)]

interface Head {
  readonly line: FormLine
  readonly head: ReturnType<typeof headOf>
}

/** What the heads of lines say, each with an identifier of its own. */
const headsOf = (lines: readonly FormLine[], attempt: Attempt): readonly Head[] => lines.reduce<readonly Head[]>((before, line) => {
  const head = attempt(line, () => headOf(line, before.map((each) => each.head)))
  return head ? [...before, { line, head }] : before
}, [])

const wordOfLine = ({ text }: FormLine): string => /^\S*/.exec(text)?.[0] ?? ''
