import { RheoError, type Project, type Rule, type Screen, type ScreenSize, type Variable } from '../../document'
import { clausesOf, halves } from '../pieces'
import { wordsOf } from '../words'
import { alsoIn } from './also'
import { behind, headOf, listed, ownIdClause, type Head } from './clauses'
import { absentLines, isPart, isThing, keywordOf, partsIn, rootLines, ruleOf, variableLines, withLeft } from './component-text'
import { AT_ONCE, formLine, type Attempt, type FormLine, type WrittenLine } from './form-lines'
import { readLook } from './look-text'
import { motionLine, motionOf } from './motion-text'
import { readValued } from './named-text'
import { earlier, nameText, referenceText, referred } from './names'
import { noted } from './note-text'
import { ruleLine } from './rule-text'
import type { FormScope } from './said-text'
import { withOldIds } from './same-things'

/** A screen or overlay with everything on it. */
export function screenLine(project: Project, screen: Screen): WrittenLine {
  const scope: FormScope = { project, owner: screen }
  const { id, name, kind, device, width, height, sizes = [], motion, absent, rules } = screen
  const text = listed([`${kind} ${nameText(name)} ${device} ${width}x${height}`, ...ownIdClause(screen, earlier(project.screens, id))])
  const inside = [
    ...variableLines(project, screen.variables, 'variable'),
    ...rootLines(scope),
    ...sizes.map((size, index): WrittenLine => ({ text: listed([`size ${nameText(size.name)} ${size.width}x${size.height}`, ...ownIdClause(size, sizes.slice(0, index))]), inside: [] })),
    ...(screen.overlay ? [{ text: overlayText(scope, screen.overlay), inside: [] }] : []),
    ...(absent ? absentLines(scope, absent) : []),
    ...(motion ? [motionLine(scope, 'motion', motion)] : []),
    ...rules.map((rule, index) => ruleLine(scope, rule, rules.slice(0, index))),
  ]
  return withLeft(screen, text, inside, () => {
    const line = formLine(text, inside)
    return readScreen(project, line, screenSkeleton(line, headOf(text, earlier(project.screens, id)), AT_ONCE), AT_ONCE)
  })
}

/** A screen as it can be referred to. */
export function screenSkeleton(line: FormLine, { id, name, words }: Head, attempt: Attempt, old: Screen | null = null): Screen {
  const [device = 'free', size = ''] = words.map((word) => word.text)
  const [, width, height] = /^(\d+(?:\.\d+)?)x(\d+(?:\.\d+)?)$/.exec(size) ?? []
  const variables: Variable[] = []
  for (const each of line.inside) {
    // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- what is read is validated as part of its project
    if (keywordOf(each) === 'variable') attempt(each, () => variables.push(readValued(each, 'variable', 'start', variables, [], old?.variables) as Variable))
  }
  // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- as above
  return { id, name, kind: keywordOf(line) as Screen['kind'], device: device as Screen['device'], width: Number(width ?? 390), height: Number(height ?? 844), parts: [], rules: [], variables, overlay: null, motion: null }
}

/** A screen with all that its lines say. */
export function readScreen(project: Project, line: FormLine, skeleton: Screen, attempt: Attempt, old: Screen | null = null): Screen {
  const owner = { ...skeleton, parts: partsIn({ project, owner: skeleton, old }, line, attempt) }
  const scope: FormScope = { project, owner }
  const rules: Rule[] = []
  const sizes: ScreenSize[] = []
  let [motion, absent, overlay]: [Screen['motion'], Screen['absent'], Screen['overlay']] = [null, undefined, null]
  for (const each of line.inside) {
    attempt(each, () => {
      switch (keywordOf(each)) {
        case 'variable':
        case 'also':
          return
        case 'size':
          sizes.push(sizeOf(each, sizes, old?.sizes))
          return
        case 'over':
          overlay = overlayOf(scope, each)
          return
        case 'absent':
          absent = readLook(scope, each.inside)
          return
        case 'motion':
          motion = motionOf(scope, each)
          return
        default:
          if (!isPart(each)) rules.push(ruleOf(scope, each, rules))
      }
    })
  }
  const read = noted(alsoIn({ ...owner, rules, motion, overlay, ...(absent ? { absent } : {}), ...(sizes.length > 0 ? { sizes } : {}) }, line.inside), line, isThing)
  return old ? withOldIds(read, old) : read
}

function overlayText({ owner }: FormScope, { backdropOpacity, closesOnOutsideTap, closesOnEscape, at, firstFocus }: NonNullable<Screen['overlay']>): string {
  return `over: ${listed([`backdrop ${backdropOpacity}`, ...(closesOnOutsideTap ? ['closes on outside tap'] : []), ...(closesOnEscape ? ['closes on Escape'] : []), ...(at === undefined ? [] : [`at ${at}`]), ...(firstFocus === undefined ? [] : [`focus ${referenceText(owner.parts, firstFocus)}`])])}`
}

function overlayOf({ owner }: FormScope, { text }: FormLine): NonNullable<Screen['overlay']> {
  const clauses = clausesOf(halves(text, ':')[1])
  const [at, focus] = [behind(clauses, 'at'), behind(clauses, 'focus')]
  // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- what is read is validated as part of its project
  return {
    backdropOpacity: Number(behind(clauses, 'backdrop') ?? 0), closesOnOutsideTap: clauses.includes('closes on outside tap'), closesOnEscape: clauses.includes('closes on Escape'),
    ...(at === undefined ? {} : { at }), ...(focus === undefined ? {} : { firstFocus: referred(owner.parts, wordsOf(focus)[0]?.text ?? '', 'part') }),
  } as NonNullable<Screen['overlay']>
}

function sizeOf({ text }: FormLine, before: readonly ScreenSize[], known?: readonly ScreenSize[]): ScreenSize {
  const { id, name, words: [size] } = headOf(text, before, known)
  const [width = NaN, height = NaN] = (size?.text ?? '').split('x').map(Number)
  if (Number.isNaN(width) || Number.isNaN(height)) throw new RheoError('unreadable', text, 'A size has a name, a width and a height: size "small phone" 360x740.')
  return { id, name, width, height }
}
