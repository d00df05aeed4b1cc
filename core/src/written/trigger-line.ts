import { defaultTrigger, isLeading, RheoError, wordOf, type Id, type LeadingTrigger, type Named, type Trigger, type TriggerKind } from '../document'
import { named } from './named'
import { piecesOf } from './pieces'
import { unquoted } from './words'

/** A trigger, and the part it happens on; null for the component itself. */
export interface SaidTrigger {
  readonly trigger: Trigger
  readonly part: Id | null
}

/** How triggers can be said in a line. */
export const TRIGGER_LINES = 'tap on field, after 1800, key Escape, message chosen'

/**
 * Reads triggers from a line, with commas between: `tap on field, after 1800, key Escape, message chosen, changes tries`. Parts go
 * by their names. Throws a `RheoError` (`unreadable`) with the piece that cannot be read.
 *
 * @param kinds the triggers there are to choose from
 */
export function readTriggers(line: string, kinds: readonly TriggerKind[], parts: readonly Named[]): readonly SaidTrigger[] {
  const pieces = piecesOf(line, ',')
  if (pieces.length === 0) throw new RheoError('unreadable', line, `Write what happens: ${TRIGGER_LINES}.`)
  return pieces.map((piece) => triggerIn(piece, kinds, parts))
}

function triggerIn(piece: string, kinds: readonly TriggerKind[], parts: readonly Named[]): SaidTrigger {
  const spoken = piece.toLowerCase()
  const [kind] = kinds.filter((each) => spoken === each || spoken.startsWith(`${each} `)).toSorted((a, b) => b.length - a.length)
  if (!kind) throw new RheoError('unreadable', piece, `“${piece}” is no trigger; there are ${kinds.join(', ')}.`)
  const usual = defaultTrigger(kind)
  if (isLeading(usual)) return leadingIn(usual.on, piece, parts)
  const [, said = '', on] = /^(.*?)(?:(?:^|\s)on (.+))?$/i.exec(piece.slice(kind.length).trim()) ?? []
  return { trigger: withSaid(usual, unquoted(said.trim()), piece), part: on === undefined ? null : named(parts, on.trim(), 'part').id }
}

/** What a hand leads, by an expression: `while dragged on sheet by sheet.dragY / 200 kept if sheet.speedY > 500`. */
function leadingIn(kind: LeadingTrigger['on'], piece: string, parts: readonly Named[]): SaidTrigger {
  const [, on, by, keptIf] = /^.*?(?:\s+on (.+?))?(?:\s+by (.+?))?(?:\s+kept if (.+))?$/i.exec(piece.slice(kind.length)) ?? []
  if (keptIf !== undefined && kind === 'while scrolled') throw new RheoError('unreadable', piece, 'What is scrolled stays where it is; only a drag is kept or not.')
  const part = on === undefined ? null : named(parts, on.trim(), 'part')
  const about = part ?? parts[0]
  return { trigger: { ...defaultTrigger(kind, about ? wordOf(about.name) : null), ...(by === undefined ? {} : { by }), ...(keptIf === undefined ? {} : { keptIf }) }, part: part?.id ?? null }
}

/** A trigger with what is said of it besides: how long, which key, whose name. */
function withSaid(trigger: Trigger, said: string, piece: string): Trigger {
  if (said === '') return trigger
  switch (trigger.on) {
    case 'after':
    case 'every':
      return { ...trigger, ms: msIn(said, piece) }
    case 'long press':
      return { ...trigger, thresholdMs: msIn(said, piece) }
    case 'key':
    case 'key up':
      return { ...trigger, key: said === 'any' ? null : said === 'space' ? ' ' : said }
    case 'changes':
    case 'message':
      return { ...trigger, name: said }
    default:
      throw new RheoError('unreadable', piece, `Nothing more can be said of “${trigger.on}” than the part it happens on: ${trigger.on} on …`)
  }
}

function msIn(said: string, piece: string): number {
  const ms = /^(\d+)( ?ms)?$/.exec(said)
  if (!ms) throw new RheoError('unreadable', piece, `“${said}” is no time; write milliseconds: after 1800.`)
  return Number(ms[1])
}
