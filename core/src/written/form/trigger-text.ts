import { defaultTrigger, RheoError, TRIGGER_KINDS, type Axis, type Id, type KeyTrigger, type Trigger, type TriggerKind } from '../../document'
import { quoted, unquoted, wordsOf, type Word } from '../words'
import { nameText, referenceText, referred } from './names'
import type { FormScope } from './said-text'

/** A trigger and the part it happens on, as the head of a rule: `tap on plate`, `after 1800 to 2400 since settling`, `key Shift+Enter anywhere`. */
export function triggerText({ owner }: FormScope, axis: Axis | undefined, trigger: Trigger, part: Id | null): string {
  const on = part === null ? '' : ` on ${referenceText(owner.parts, part)}`
  return `${trigger.on}${detailText(trigger, axis)}${on}`
}

const KEYWORDS = ['on', 'to', 'any', 'anywhere', 'space']

function detailText(trigger: Trigger, axis: Axis | undefined): string {
  switch (trigger.on) {
    case 'double tap':
      return trigger.tapWaits ? ' waiting' : ''
    case 'long press':
      return ` ${trigger.thresholdMs}`
    case 'after':
    case 'every': {
      const { ms, mostMs, since, pauseWhile } = trigger
      return ` ${ms}${mostMs === undefined ? '' : ` to ${mostMs}`}${since === 'entering' ? '' : ` since ${since}`}${pauseWhile === null ? '' : ` paused while ${quoted(pauseWhile)}`}`
    }
    case 'key':
    case 'key up':
      return ` ${chordText(trigger)}${trigger.anywhere ? ' anywhere' : ''}`
    case 'while dragged':
      return ` by ${quoted(trigger.by)}${trigger.keptIf === null ? '' : ` kept if ${quoted(trigger.keptIf)}`}`
    case 'while scrolled':
      return ` by ${quoted(trigger.by)}`
    case 'settled':
      return trigger.inside === true ? ' inside' : ''
    case 'entered':
    case 'left':
      return trigger.group === undefined ? '' : ` ${referenceText(axis?.groups ?? [], trigger.group, KEYWORDS)}`
    case 'changes':
      return ` ${nameText(trigger.name, KEYWORDS)}${trigger.to === null ? '' : ` to ${JSON.stringify(trigger.to)}`}`
    case 'message':
      return ` ${nameText(trigger.name, KEYWORDS)}`
    default:
      return ''
  }
}

function chordText({ key, modifiers }: KeyTrigger): string {
  const held = (['shift', 'control', 'alt', 'meta'] as const).filter((name) => modifiers[name] === true)
  const pressed = key === null ? 'any' : key === ' ' ? 'space' : nameText(key, KEYWORDS)
  return [...held, pressed].join('+')
}

/** Reads the head of a rule. Throws a `RheoError` (`unreadable`). */
export function readTrigger(scope: FormScope, axis: Axis | undefined, head: string): { readonly trigger: Trigger; readonly part: Id | null } {
  const kind = triggerKindAt(head)
  if (!kind) throw new RheoError('unreadable', head, `“${head}” is no trigger: ${TRIGGER_KINDS.join(', ')}.`)
  return new TriggerReader(scope, axis, kind, wordsOf(head.slice(kind.length))).all()
}

/** The trigger a line begins with, the longest there is. */
export const triggerKindAt = (text: string): TriggerKind | undefined =>
  TRIGGER_KINDS.filter((kind) => text.startsWith(kind) && /^(?:[\s:]|$)/.test(text.slice(kind.length))).toSorted((a, b) => b.length - a.length)[0]

class TriggerReader {
  private at = 0

  constructor(private readonly scope: FormScope, private readonly axis: Axis | undefined, private readonly kind: TriggerKind, private readonly words: readonly Word[]) {}

  all(): { readonly trigger: Trigger; readonly part: Id | null } {
    const trigger = this.trigger()
    const part = this.isNext('on') ? referred(this.scope.owner.parts, this.next().text, 'part') : null
    const rest = this.words[this.at]
    if (rest) throw new RheoError('unreadable', rest.text, `“${rest.text}” says nothing of ${this.kind}.`)
    return { trigger, part }
  }

  private trigger(): Trigger {
    const trigger = defaultTrigger(this.kind)
    switch (trigger.on) {
      case 'double tap':
        return { ...trigger, tapWaits: this.isNext('waiting') }
      case 'long press':
        return this.isNumber() ? { ...trigger, thresholdMs: this.number() } : trigger
      case 'after':
      case 'every': {
        const ms = this.isNumber() ? this.number() : trigger.ms
        const most = this.isNext('to') ? { mostMs: this.number() } : {}
        const since = this.isNext('since') ? this.origin() : 'entering'
        return { ...trigger, ms, ...most, since, pauseWhile: this.isNext('paused') && this.isNext('while') ? this.next().text : null }
      }
      case 'key':
      case 'key up':
        return { ...trigger, ...this.chord(), anywhere: this.isNext('anywhere') }
      case 'while dragged':
      case 'while scrolled': {
        const by = this.isNext('by') ? this.next().text : trigger.by
        return trigger.on === 'while scrolled' ? { ...trigger, by } : { ...trigger, by, keptIf: this.isNext('kept') && this.isNext('if') ? this.next().text : null }
      }
      case 'settled':
        return this.isNext('inside') ? { ...trigger, inside: true } : trigger
      case 'entered':
      case 'left':
        return this.isName() ? { ...trigger, group: referred(this.axis?.groups ?? [], this.next().text, 'group') } : trigger
      case 'changes':
        return { ...trigger, name: this.isName() ? this.next().text : '', to: this.isNext('to') ? this.literal() : null }
      case 'message':
        return { ...trigger, name: this.isName() ? this.next().text : '' }
      default:
        return trigger
    }
  }

  private next(): Word {
    const word = this.words[this.at++]
    if (!word) throw new RheoError('unreadable', this.kind, `Something is missing behind “${this.words.at(-1)?.text ?? this.kind}”.`)
    return word
  }

  /** Whether this word comes next, which is passed then. */
  private isNext(text: string): boolean {
    const word = this.words[this.at]
    const isIt = word?.isQuoted === false && word.text === text
    if (isIt) this.at++
    return isIt
  }

  private isName(): boolean {
    const word = this.words[this.at]
    return word !== undefined && (word.isQuoted || !['on', 'to'].includes(word.text))
  }

  private isNumber(): boolean {
    return /^\d+$/.test(this.words[this.at]?.text ?? '')
  }

  private number(): number {
    const { text } = this.next()
    if (!/^\d+$/.test(text)) throw new RheoError('unreadable', text, `“${text}” is no time in ms.`)
    return Number(text)
  }

  private origin(): 'settling' | 'entering' | 'entering the first' {
    const { text } = this.next()
    if (text === 'settling') return text
    if (text !== 'entering') throw new RheoError('unreadable', text, 'A timer counts since entering, settling or entering the first.')
    return this.isNext('the') && this.isNext('first') ? 'entering the first' : 'entering'
  }

  private chord(): Pick<KeyTrigger, 'key' | 'modifiers'> {
    const { text, isQuoted } = this.next()
    // `Shift+"+"`: the quotes are inside the word.
    const [, before = '', pressed = text] = isQuoted ? [] : /^((?:(?:shift|control|alt|meta)\+)*)(.+)$/.exec(text) ?? []
    const modifiers = Object.fromEntries(before.split('+').filter((name) => name !== '').map((name) => [name, true]))
    const bare = unquoted(pressed)
    return { key: isQuoted || pressed.startsWith('"') ? bare : pressed === 'any' ? null : pressed === 'space' ? ' ' : bare, modifiers }
  }

  private literal(): string | number | boolean {
    const { text, isQuoted } = this.next()
    if (isQuoted) return text
    if (text === 'true' || text === 'false') return text === 'true'
    const number = Number(text)
    if (!Number.isFinite(number)) throw new RheoError('unreadable', text, 'What it changes to is a number, true, false or a text in quotes.')
    return number
  }
}
