import { defaultTrigger, slug, TRIGGER_KINDS, type Trigger, type TriggerKind } from '../../document'

/** What an event of a state chart is here: a trigger, and the name of the part it is on. */
export interface Heard {
  readonly trigger: Trigger
  readonly part: string | null
}

/** Triggers that come from hands on a part, by the word they have in an event. */
const ON_PARTS: ReadonlyMap<string, TriggerKind> = new Map(
  TRIGGER_KINDS.filter((kind) => !['key', 'key up', 'after', 'every', 'changes', 'message', 'while dragged', 'while scrolled'].includes(kind)).map((kind) => [slug(kind), kind]),
)

/**
 * The trigger of an event: `tap`, `tap.tick`, `key.Enter`, `changes.count`, `message.saved`. Any other is a message of its own name,
 * which comes from outside.
 */
export function heard(event: string): Heard {
  const [first = '', ...rest] = event.split('.')
  const further = rest.join('.')
  if (first === 'message' && further !== '') return { trigger: { on: 'message', name: further }, part: null }
  if (first === 'changes' && further !== '') return { trigger: { on: 'changes', name: further, to: null }, part: null }
  if (first === 'key' || first === 'key-up') {
    // The name of a key may be a full stop, and stands last.
    const [, part, key = further] = /^([a-z0-9-]+)\.(.+)$/.exec(further) ?? []
    const kind = first === 'key' ? 'key' : 'key up'
    return { trigger: { on: kind, key: key === 'Space' ? ' ' : key === 'any' || key === '' ? null : key, modifiers: {}, anywhere: false }, part: part ?? null }
  }
  const kind = ON_PARTS.get(first)
  if (kind === undefined) return { trigger: { on: 'message', name: event }, part: null }
  return { trigger: defaultTrigger(kind), part: further === '' ? null : further }
}
