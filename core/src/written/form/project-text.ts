import { componentOf, DOCUMENT_VERSION, newProject, orElse, RheoError, sameValue, screenOf, type Component, type Named, type Pledge, type Project, type Screen, type Token, type Variable } from '../../document'
import { jsonText } from '../json'
import { clausesOf } from '../pieces'
import { quoted, wordsOf } from '../words'
import { also, alsoIn, jsonIn, leftOver } from './also'
import { behind, headOf, listed, withoutId, type Head } from './clauses'
import { componentLine, readComponent, skeletonOf, variableLines } from './component-text'
import { AT_ONCE, formLine, formLines, problemIn, textOfLines, type Attempt, type FormLine, type FormProblem, type WrittenLine } from './form-lines'
import { motionLine, motionOf } from './motion-text'
import { readValued, valuedLine } from './named-text'
import { referenceText, referred } from './names'
import { calledAs } from './same-things'
import { readScreen, screenLine, screenSkeleton } from './screen-text'
import { iconLine, readIcon, readTable, tableLine } from './table-text'
import { promiseLine, readPromise, readTake, takeLine } from './take-text'

/** What of a project is kept in JSON, each thing in a line behind its word. */
const IN_JSON = { picture: 'assets', accepted: 'accepted' } as const

/** A project in its written form: `readWritten` reads it back as it is. */
export const writtenProject = (project: Project): string => textOfLines([
  projectLine(project),
  ...project.tokens.map((token, index) => valuedLine('token', token, token.value, 'value', project.tokens.slice(0, index), [])),
  ...variableLines(project, project.variables, 'shared'),
  ...project.tables.map((table, index) => tableLine(table, project.tables.slice(0, index))),
  ...kept(project, 'picture'), ...project.icons.map((icon, index) => iconLine(icon, project.icons.slice(0, index))),
  ...project.components.map((component) => componentLine(project, component)),
  ...project.screens.map((screen) => screenLine(project, screen)),
  ...project.takes.map((take, index) => takeLine(project, take, project.takes.slice(0, index))),
  ...project.promises.map((pledge, index) => promiseLine(project, pledge, index)),
  ...kept(project, 'accepted'),
])

/** One component of a project in its written form. */
export const writtenComponent = (project: Project, component: Component): string => textOfLines([componentLine(project, component)])

/**
 * A component or screen for somebody who has it before their eyes: without identifiers, which `readWritten` finds by the names in the project it reads
 * into. Where it would find others, they stand there all the same.
 */
export function writtenPlainly(project: Project, owner: Component | Screen): string {
  const whole = textOfLines(['axes' in owner ? componentLine(project, owner) : screenLine(project, owner)])
  const plain = whole.replace(IDENTIFIERS, (found, isQuoted: string | undefined) => (isQuoted === undefined ? '' : found))
  const { project: read, problems } = readWritten(plain, project)
  return problems.length === 0 && sameValue(sameIn(read, owner), owner) ? plain : whole
}

/** What a component or screen is in a project; undefined where it is not there. */
export const sameIn = <T extends Component | Screen>(project: Project, owner: T): T | undefined =>
  // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- what has axes is a component, and what has none a screen
  ('axes' in owner ? componentOf(project, owner.id) : screenOf(project, owner.id)) as T | undefined

/** What is in quotes, which stays as it is, or a clause that says an identifier. */
const IDENTIFIERS = /("(?:[^"\\]|\\.)*")|(?<=^ *)id [\w-]+ (?=\S)|,? id [\w-]+(?=,|$)/gm

const kept = (project: Project, word: keyof typeof IN_JSON): readonly WrittenLine[] => project[IN_JSON[word]].map((each) => ({ text: `${word} ${jsonText(each)}`, inside: [] }))

function projectLine(project: Project): WrittenLine {
  const { id, name, motion, startScreen, limits, tokenFile } = project
  const text = listed([`project ${quoted(name)}`, ...(startScreen === null ? [] : [`starts on ${referenceText(project.screens, startScreen)}`]), `id ${id}`])
  const inside = [motionLine({ project, owner: NOTHING }, 'motion', motion)]
  return { text, inside: [...inside, ...also(leftOver({ id, name, motion, startScreen, ...(limits ? { limits } : {}), ...(tokenFile === undefined ? {} : { tokenFile }) }, () => readHead(formLine(text, inside), project)))] }
}

/** What a line stands in that is about the whole project: nothing. */
const NOTHING: Screen = { id: '', name: '', kind: 'screen', device: 'free', width: 1, height: 1, parts: [], rules: [], variables: [], overlay: null, motion: null }

function readHead({ text, inside }: FormLine, project: Project): Pick<Project, 'id' | 'name' | 'motion' | 'startScreen'> {
  const [head = '', ...clauses] = clausesOf(text)
  const { id, others } = withoutId(clauses, 'project')
  const started = behind(others, 'starts on')
  const motion = inside.find((line) => line.text.startsWith('motion'))
  return alsoIn({ id, name: wordsOf(head)[1]?.text ?? '', startScreen: started === undefined ? null : referred(project.screens, wordsOf(started)[0]?.text ?? '', 'screen'), motion: motion ? motionOf({ project, owner: NOTHING }, motion) : newProject('', '').motion }, inside)
}

/** A project as a text says it, with what of the text cannot be read. */
export interface ReadProjectText {
  readonly project: Project
  readonly problems: readonly FormProblem[]
}

/** So many problems are told at once. */
const MOST_PROBLEMS = 100

/**
 * Reads a project from its written form. What cannot be read is told, with its place, and left out; it is not validated yet. Throws a `RheoError` (`too-large`).
 *
 * @param into a project whose components, screens and other things of the same names become what the text says; the others stay, and the text can
 * refer to all of them. What is called as it was keeps its identifier, and so does what is in the place of something that is gone: it has been renamed
 */
export function readWritten(text: string, into: Project | null = null): ReadProjectText {
  const lines = formLines(text)
  if (into === null) return new ProjectReader(lines, newProject('project', 'Project')).read()
  const { project } = new ProjectReader(lines, into).read()
  const called = <T extends Named>(old: readonly T[], read: readonly T[]) => old.map((each) => { const now = read.find(({ id }) => id === each.id); return now ? calledAs(each, now) : each })
  return new ProjectReader(lines, { ...into, components: called(into.components, project.components), screens: called(into.screens, project.screens) }).read()
}

/** What the first component or screen of a text is called; null where it says none. */
export function nameIn(text: string): string | null {
  const line = formLines(text).find((each) => ['component', 'screen', 'overlay'].includes(wordOfLine(each)))
  return line ? orElse(() => headOf(line.text, []).name, null) : null
}

class ProjectReader {
  private readonly problems: FormProblem[] = []

  constructor(private readonly lines: readonly FormLine[], private readonly into: Project) {}

  read(): ReadProjectText {
    const { into } = this
    const [components, screens] = [this.heads(into.components, 'component'), this.heads(into.screens, 'screen', 'overlay')]
    const valued: Project = {
      ...into, version: DOCUMENT_VERSION,
      tokens: together(into.tokens, this.valued<Token>('token', 'value')), variables: together(into.variables, this.valued<Variable>('shared', 'start')),
      tables: together(into.tables, this.each('table', readTable)), icons: together(into.icons, this.each('icon', readIcon)),
      ...Object.fromEntries(Object.entries(IN_JSON).map(([word, list]) => [list, [...into[list], ...this.each(word, ({ text }) => jsonIn(text.slice(word.length)))]])),
    }
    // What a slot is filled with at first can be a component further down.
    const named = { ...valued, components: together(into.components, components.map(({ line, head }) => skeletonOf(formLine(line.text), head, valued, AT_ONCE))) }
    const skeletons = components.map(({ line, head }) => ({ line, skeleton: skeletonOf(line, head, named, this.attempt, componentOf(into, head.id)) }))
    const surfaces = screens.map(({ line, head }) => ({ line, skeleton: screenSkeleton(line, head, this.attempt, screenOf(into, head.id)) }))
    const headed = this.headed({ ...valued, components: together(into.components, skeletons.map(({ skeleton }) => skeleton)), screens: together(into.screens, surfaces.map(({ skeleton }) => skeleton)) })
    const drawn: Project = {
      ...headed,
      components: together(into.components, skeletons.map(({ line, skeleton }) => this.attempt(line, () => readComponent(headed, line, skeleton, this.attempt, componentOf(into, skeleton.id))) ?? skeleton)),
      screens: together(into.screens, surfaces.map(({ line, skeleton }) => this.attempt(line, () => readScreen(headed, line, skeleton, this.attempt, screenOf(into, skeleton.id))) ?? skeleton)),
    }
    const project: Project = {
      ...drawn,
      takes: together(into.takes, this.each('take', (line, before) => readTake(drawn, line, before))),
      promises: [...into.promises, ...this.each<Pledge>('promise', (line, before) => readPromise(drawn, line, before.length))],
    }
    for (const line of this.lines) if (!WORDS.includes(wordOfLine(line))) this.attempt(line, () => beginsWithNothing(line))
    return { project, problems: this.problems.toSorted((a, b) => a.line - b.line) }
  }

  private readonly attempt: Attempt = (line, read) => {
    try {
      return read()
    } catch (error) {
      if (!(error instanceof RheoError)) throw error
      if (this.problems.length < MOST_PROBLEMS) this.problems.push(problemIn(line, error))
      return undefined
    }
  }

  private linesOf(...words: readonly string[]): readonly FormLine[] {
    return this.lines.filter((line) => words.includes(wordOfLine(line)))
  }

  /** What each line that begins with a word says, told those before it. */
  private each<T>(word: string, read: (line: FormLine, before: readonly T[]) => T): readonly T[] {
    const found: T[] = []
    for (const line of this.linesOf(word)) this.attempt(line, () => found.push(read(line, found)))
    return found
  }

  private valued<T extends Named>(word: string, field: string): readonly T[] {
    // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- what is read is validated as part of its project
    return this.each<T>(word, (line, before) => readValued(line, word, field, before, []) as T)
  }

  /** What the heads of lines say; what is called like something there was keeps the identifier of that. */
  private heads(there: readonly Named[], ...words: readonly string[]): readonly HeadedLine[] {
    const heads: HeadedLine[] = []
    for (const line of this.linesOf(...words)) {
      this.attempt(line, () => {
        const head = headOf(line.text, [...there, ...heads.map((each) => each.head)])
        heads.push({ line, head: { ...head, id: there.find(({ name }) => name === head.name)?.id ?? head.id } })
      })
    }
    return heads
  }

  private headed(project: Project): Project {
    const [line] = this.linesOf('project')
    return line ? { ...project, ...this.attempt(line, () => readHead(line, project)) } : project
  }
}

interface HeadedLine {
  readonly line: FormLine
  readonly head: Head
}

/** Things there are with others in the place of those of the same names, under their identifiers, and the rest behind them. */
function together<T extends Named>(there: readonly T[], others: readonly T[]): readonly T[] {
  const replaced = there.map((each) => { const other = others.find(({ name }) => name === each.name); return other ? { ...other, id: each.id } : each })
  return [...replaced, ...others.filter(({ name }) => !there.some((each) => each.name === name))]
}

function beginsWithNothing(line: FormLine): never {
  throw new RheoError('unreadable', wordOfLine(line), `A line at the edge begins with ${listed(WORDS)}; not with “${wordOfLine(line)}”.`)
}

const WORDS: readonly string[] = ['project', 'token', 'shared', 'table', 'icon', 'component', 'screen', 'overlay', 'take', 'promise', ...Object.keys(IN_JSON)]

const wordOfLine = ({ text }: FormLine): string => /^\S*/.exec(text)?.[0] ?? ''
