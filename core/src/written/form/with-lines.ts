import { orElse, TRIGGER_KINDS } from '../../document'
import { clausesOf, halves } from '../pieces'
import { unquoted, wordsOf } from '../words'
import { isPart, keywordOf } from './component-text'
import { formLine, formLines, textOfLines, type FormLine, type WrittenLine } from './form-lines'
import { nameText } from './names'
import { partNameIn } from './part-text'
import { triggerKindAt } from './trigger-text'

/** Where lines go that do not say it themselves. */
export interface LinesPlace {
  /** The name of the state whose look a part's line is about; null where there are no states. */
  readonly state: string | null
  /** The name of the part a new one goes into; null for the outermost. */
  readonly holder: string | null
}

/**
 * The written form of a component or screen with further lines in it, each where it belongs: what there is already is said anew (a part by its name,
 * a rule by its trigger and states, a state's look by the state), and everything else is added. `over plate: fill red` is short for the look of a state.
 */
export function withLines(text: string, more: string, place: LinesPlace): string {
  const [whole, ...others] = formLines(text)
  return whole ? textOfLines([formLines(more).reduce<WrittenLine>((owner, line) => withLine(owner, line, place), whole), ...others]) : text
}

function withLine(owner: WrittenLine, line: FormLine, place: LinesPlace): WrittenLine {
  const word = keywordOf(line)
  if (isPart(line)) return withPart(owner, line, place.holder)
  switch (word) {
    case 'states':
      return changed(owner, (each) => isNamedAs(each, line), (each) => ({ ...each, text: [each.text, ...newNames(each, line)].join(', '), inside: [...each.inside, ...line.inside] }), line)
    case 'look':
      return withLook(owner, wordsOf(line.text)[1]?.text ?? '', [...rest(line), ...line.inside])
    case 'absent':
      return changed(owner, (each) => keywordOf(each) === 'absent', (each) => ({ ...each, inside: merged(each.inside, line.inside) }), line)
    case 'parameter':
    case 'variable':
      return changed(owner, (each) => isNamedAs(each, line), () => line, line)
    case 'motion':
      return changed(owner, (each) => headOf(each) === headOf(line), (each) => annotated(line, each), line)
  }
  if (triggerKindAt(line.text)) return withRule(owner, line)
  return hasPart(owner, headOf(line)) && place.state !== null ? withLook(owner, place.state, [line]) : withStateAt(owner, line)
}

/** `over plate: fill red`: a state, then what a part is like in it. */
function withStateAt(owner: WrittenLine, line: FormLine): WrittenLine {
  const [state, part] = wordsOf(headOf(line))
  return state && part && hasPart(owner, part.text) ? withLook(owner, state.text, [formLine(line.text.slice(part.from), line.inside)]) : { ...owner, inside: [...owner.inside, line] }
}

/** The line that says the same thing as a new one says it now; the new one behind the others where there is none. */
function changed(owner: WrittenLine, isIt: (each: WrittenLine) => boolean, now: (each: WrittenLine) => WrittenLine, line: WrittenLine): WrittenLine {
  const at = owner.inside.findIndex(isIt)
  return { ...owner, inside: at < 0 ? [...owner.inside, line] : owner.inside.map((each, index) => (index === at ? now(each) : each)) }
}

const headOf = ({ text }: WrittenLine): string => orElse(() => halves(text, ':')[0], text)

/** A rule that holds always, in states that are named, takes the place of what held in them for the same trigger. */
function withRule(owner: WrittenLine, line: FormLine): WrittenLine {
  const { head, from, isGuarded } = ruleSaid(line)
  const notes: string[] = []
  const left = owner.inside.flatMap((each) => {
    const old = ruleSaid(each)
    if (triggerKindAt(each.text) === undefined || old.head !== head || isGuarded || old.isGuarded) return [each]
    const others = old.from.filter((state) => !from.includes(state))
    if (others.length === old.from.length) return [each]
    if (others.length === 0) notes.push(...(each.notes ?? []))
    return others.length === 0 ? [] : [{ ...each, text: `${head}: ${others.join(', ')} ${each.text.slice(each.text.indexOf('->'))}` }]
  })
  return { ...owner, inside: [...left, annotated(line, { notes })] }
}

/** A line in the place of others, with their notes where it has none. */
const annotated = (line: WrittenLine, { notes = [] }: Pick<WrittenLine, 'notes'>): WrittenLine => ({ ...line, notes: line.notes && line.notes.length > 0 ? line.notes : notes })

const ruleSaid = (line: WrittenLine) => {
  const body = orElse(() => halves(line.text, ':')[1], '')
  const [from, way] = orElse(() => halves(body, '->'), ['', ''] as const)
  return { head: headOf(line), from: clausesOf(from), isGuarded: clausesOf(way).some((clause) => clause.startsWith('if ')) }
}

const isNamedAs = (a: WrittenLine, b: WrittenLine): boolean => {
  const [one, other] = [wordsOf(headOf(a)), wordsOf(headOf(b))]
  return one[0]?.text === other[0]?.text && one[1]?.text === other[1]?.text
}

function newNames(there: WrittenLine, line: WrittenLine): readonly string[] {
  const names = (of: WrittenLine) => clausesOf(orElse(() => halves(of.text, ':')[1], ''))
  const known = new Set(names(there).map((clause) => wordsOf(clause)[0]?.text))
  return names(line).filter((clause) => !known.has(wordsOf(clause)[0]?.text))
}

/** What stands behind the name in the line of a look, as lines of parts: `look over plate: fill red`. */
function rest({ text }: FormLine): readonly FormLine[] {
  const part = wordsOf(text)[2]
  return part ? [formLine(text.slice(part.from))] : []
}

const hasPart = (owner: WrittenLine, name: string): boolean =>
  owner.inside.some((each) => isPart(each) && (partNameIn(each) === unquoted(name) || hasPart(each, name)))

function withPart(owner: WrittenLine, line: FormLine, holder: string | null): WrittenLine {
  const name = partNameIn(line)
  if (hasPart(owner, name)) return partChanged(owner, name, (part) => line.inside.reduce<WrittenLine>((whole, inner) => (isPart(inner) ? withPart(whole, inner, name) : { ...whole, inside: [...whole.inside, inner] }), { ...part, text: `${part.text} ${line.text.slice(wordsOf(line.text)[1]?.to).trim()}`.trim() }))
  const outermost = owner.inside.find(isPart)
  const into = holder !== null && hasPart(owner, holder) ? holder : outermost && partNameIn(outermost)
  return into === undefined || isPart(owner) ? { ...owner, inside: [...owner.inside, line] } : partChanged(owner, into, (part) => ({ ...part, inside: [...part.inside, line] }))
}

const partChanged = (owner: WrittenLine, name: string, change: (part: WrittenLine) => WrittenLine): WrittenLine => ({
  ...owner,
  inside: owner.inside.map((each) => (!isPart(each) ? each : partNameIn(each) === name ? change(each) : partChanged(each, name, change))),
})

/** The look of a state with lines about parts: what it says of a part already comes first, so that what is said anew holds. */
function withLook(owner: WrittenLine, state: string, lines: readonly WrittenLine[]): WrittenLine {
  const isOfState = ({ text }: WrittenLine) => clausesOf(orElse(() => halves(text, ':')[1], '')).some((clause) => wordsOf(clause)[0]?.text === state)
  return {
    ...owner,
    inside: owner.inside.map((each) => (keywordOf(each) === 'states' && isOfState(each)
      ? changed(each, (look) => /^look\b/.test(look.text) && wordsOf(look.text)[1]?.text === state, (look) => ({ ...look, inside: merged(look.inside, lines) }), { text: `look ${nameText(state)}`, inside: lines })
      : each)),
  }
}

const merged = (there: readonly WrittenLine[], lines: readonly WrittenLine[]): readonly WrittenLine[] => lines.reduce((all, line) => {
  const same = all.find((each) => headOf(each) === headOf(line))
  const said = (each: WrittenLine) => orElse(() => halves(each.text, ':')[1], '')
  return same ? all.map((each) => (each === same ? { text: `${headOf(each)}: ${said(each)} ${said(line)}`, inside: [...each.inside, ...line.inside] } : each)) : [...all, line]
}, there)

/** What the head of a row of cells can be, and what it comes to in a line. */
const RULE_HEADS = ['trigger', 'from', 'to', 'ms', 'easing', 'if']

/**
 * Rows of a spreadsheet as lines, by what stands above their columns: `kind`, `name` and properties are parts; `state` and `part property` states with
 * their looks; `trigger`, `from`, `to`, `ms`, `easing`, `if` rules. Null where the heads say none of these.
 *
 * @param rows with the heads first
 */
export function rowsAsLines(rows: readonly (readonly string[])[], axis: string): string | null {
  const [heads = [], ...cells] = rows.map((row) => row.map((cell) => cell.trim()))
  const named = cells.map((row) => Object.fromEntries(heads.map((head, index) => [head.toLowerCase(), row[index] ?? ''])))
  const [first] = heads.map((head) => head.toLowerCase())
  const others = (row: Readonly<Record<string, string>>, ...known: readonly string[]) => Object.entries(row).filter(([head, cell]) => cell !== '' && !known.includes(head))
  if (first === 'kind') return named.map((row) => [row.kind, nameText(row.name ?? ''), ...others(row, 'kind', 'name').map(([head, cell]) => `${head} ${cellText(cell)}`)].join(' ')).join('\n')
  if (first === 'state') {
    const looks = named.map((row) => others(row, 'state').map(([head, cell]) => `\n  ${head.replace(/^("[^"]*"|\S+)\s+/, '$1: ')} ${cellText(cell)}`).join(''))
    return [`states ${nameText(axis)}: ${named.map((row) => nameText(row.state ?? '')).join(', ')}`, ...named.flatMap((row, index) => (looks[index] === '' ? [] : [`look ${nameText(row.state ?? '')}${looks[index] ?? ''}`]))].join('\n')
  }
  if (first !== 'trigger' || !heads.every((head) => RULE_HEADS.includes(head.toLowerCase())) || !named.every((row) => TRIGGER_KINDS.some((kind) => row.trigger?.startsWith(kind)))) return null
  return named.map(({ trigger, from = 'any', to = '', ms = '', easing = '', if: guard = '' }) =>
    [`${trigger}: ${from} -> ${to}`, ...(ms + easing === '' ? [] : [[...(ms === '' ? [] : [`${ms.replace(/ ?ms$/, '')} ms`]), easing].join(' ').trim()]), ...(guard === '' ? [] : [`if ${guard}`])].join(', ')).join('\n')
}

/** A cell as a word of a line. */
const cellText = (cell: string): string => (/^[^\s"'(),;=]+$/.test(cell) ? cell : JSON.stringify(cell))
