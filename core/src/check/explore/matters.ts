import type { Rule } from '../../document'

/** What of what a person does has to be told apart, because something depends on it. */
export interface Matters {
  readonly hover: boolean
  readonly press: boolean
  /** What a finger is on that is down. */
  readonly finger: boolean
  /** What has the focus; where nothing depends on it, whoever uses keys is taken to have moved it there just before. */
  readonly focus: boolean
  /** Whether it is to be seen where the focus is. */
  readonly shown: boolean
  readonly keyUp: boolean
  readonly cancel: boolean
  readonly outside: boolean
  readonly twice: boolean
  readonly drag: boolean
}

/** By what rules listen to, and what anything asks for by its name. */
export function whatMatters(rules: readonly Rule[], asks: (name: string) => boolean): Matters {
  const listens = (...kinds: readonly Rule['trigger']['on'][]) => rules.some(({ trigger }) => kinds.includes(trigger.on))
  const hover = asks('hovered')
  const press = asks('pressed')
  const focusVisible = asks('focusVisible')
  return {
    hover: listens('enter', 'leave') || hover || press,
    press: listens('press', 'release', 'cancel', 'long press', 'drag start', 'drag', 'drag end', 'while dragged') || press,
    finger: hover,
    focus: listens('focus', 'blur') || asks('focused') || focusVisible,
    shown: focusVisible,
    keyUp: listens('key up'),
    cancel: listens('cancel'),
    outside: listens('press outside'),
    twice: listens('double tap'),
    drag: listens('drag start', 'drag', 'drag end', 'while dragged'),
  }
}
