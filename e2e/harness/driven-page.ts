import type { Input } from '@rheoscope/core/document'
import type { Hands } from './hands'

/** Time goes on in a page whose clock stands; then something is done, or what is drawn is held against markup, or neither. */
export interface PageStep {
  readonly toMs: number
  readonly input?: Input
  readonly drawn?: string
}

/** What of a step was otherwise, from a little before where that begins. */
export interface Difference {
  readonly atMs: number
  readonly expected: string
  readonly found: string
}

/** Frames come when they are called for, and pointers that nobody has can be captured. */
const CLOCK = `(() => {
  let waiting = [], last = 0
  window.requestAnimationFrame = (next) => { waiting.push([++last, next]); return last }
  window.cancelAnimationFrame = (id) => { waiting = waiting.filter(([each]) => each !== id) }
  window.frameAt = (ms) => { for (const [, next] of waiting.splice(0)) next(ms) }
  Element.prototype.setPointerCapture = () => undefined
})()`

/** Goes on through steps in a page, or in the element of a name that is on it: gives what was otherwise. */
const DRIVE = `
const [steps, tag, done] = arguments
const tree = tag === null ? document : document.querySelector(tag).shadowRoot
const picture = tree.querySelector('.running-picture')
const group = picture.querySelector('g')
const rest = (ms = 0) => new Promise((resolve) => setTimeout(resolve, ms))
const driven = window.driven ??= { now: 0, pressed: false }
const to = async (ms) => { while (driven.now < ms) { driven.now = Math.min(ms, driven.now + 100); window.frameAt(driven.now) } window.frameAt(driven.now); await rest() }
const at = ({ x, y }) => { const point = new DOMPoint(x, y).matrixTransform(group.getScreenCTM()); return { clientX: point.x, clientY: point.y } }
const pointer = (type, input, more) => picture.dispatchEvent(new PointerEvent(type, { bubbles: true, cancelable: true, pointerId: 1, isPrimary: true, pointerType: input.pointer ?? 'mouse', button: -1, buttons: driven.pressed ? 1 : 0, ...more }))
const held = (modifiers = {}) => ({ shiftKey: !!modifiers.shift, altKey: !!modifiers.alt, ctrlKey: !!modifiers.control, metaKey: !!modifiers.meta })
const fieldOf = async ({ instance, part }) => {
  for (let looks = 0; looks < 100; looks++) {
    const field = tree.querySelector('.spoken-field[data-says="' + CSS.escape(instance + '#' + part) + '"]')
    if (field) return field
    await rest(20)
  }
  throw new Error('There is no field ' + part + ' in ' + instance)
}
const DO = {
  move: (input) => pointer('pointermove', input, at(input)),
  press: (input) => { driven.pressed = true; pointer('pointerdown', input, { ...at(input), button: 0, buttons: 1 }) },
  release: (input) => { driven.pressed = false; pointer('pointerup', input, { ...at(input), button: 0, buttons: 0 }) },
  exit: (input) => { driven.pressed = false; pointer('pointerleave', input, {}) },
  cancel: (input) => { driven.pressed = false; pointer('pointercancel', input, {}) },
  wheel: (input) => picture.dispatchEvent(new WheelEvent('wheel', { bubbles: true, cancelable: true, ...at(input), deltaX: input.deltaX, deltaY: input.deltaY })),
  key: (input) => picture.dispatchEvent(new KeyboardEvent('keydown', { bubbles: true, cancelable: true, key: input.key, repeat: !!input.repeat, ...held(input.modifiers) })),
  'key up': (input) => picture.dispatchEvent(new KeyboardEvent('keyup', { bubbles: true, cancelable: true, key: input.key, ...held(input.modifiers) })),
  type: async (input) => {
    const field = await fieldOf(input)
    field.value = input.text
    if (input.selection) field.setSelectionRange(...input.selection)
    field.dispatchEvent(new InputEvent('input', { bubbles: true }))
  },
}
const plain = (markup) => {
  const holder = document.createElementNS('http://www.w3.org/2000/svg', 'g')
  holder.innerHTML = markup
  for (const image of holder.querySelectorAll('image')) image.setAttribute('href', '')
  // An element names its parts for whoever dresses it, and a field is shown by itself where it scrolls.
  for (const each of holder.querySelectorAll('*')) { each.removeAttribute('part'); each.style.visibility = ''; if (each.getAttribute('style') === '') each.removeAttribute('style') }
  return holder
}
const scope = tree.querySelector('.spoken').id.replace(/-spoken$/, '')
const found = []
const apart = (atMs, expected, shown) => { let at = 0; while (at < expected.length && expected[at] === shown[at]) at++; return { atMs, expected: expected.slice(Math.max(0, at - 160), at + 60), found: shown.slice(Math.max(0, at - 160), at + 60) } }
const go = async () => {
  for (const step of steps) {
    await to(step.toMs)
    if ('input' in step) await DO[step.input.do](step.input)
    if ('drawn' in step) {
      const [expected, shown] = [plain(step.drawn.replaceAll('SCOPE', scope)), plain(group.innerHTML)]
      if (!expected.isEqualNode(shown)) found.push(apart(step.toMs, expected.innerHTML, shown.innerHTML))
    }
  }
}
go().then(() => done(found), (error) => done([{ atMs: driven.now, expected: '', found: String(error) }]))`

/**
 * Opens a page whose clock stands, with motion as it is designed, and takes it through steps.
 *
 * @param tag the element on it that is meant; null for the page itself
 * @param look what is done once the page has come to the end of each of the rows of steps
 */
export async function drive(hands: Hands, address: string, rows: readonly (readonly PageStep[])[], tag: string | null = null, look: (row: number) => Promise<void> = async () => undefined): Promise<readonly Difference[]> {
  const { identifier } = await hands.askDevTools('Page.addScriptToEvaluateOnNewDocument', { source: CLOCK }) as { readonly identifier: string }
  await hands.askDevTools('Emulation.setEmulatedMedia', { features: [{ name: 'prefers-reduced-motion', value: 'no-preference' }] })
  await hands.driver.get(address)
  const differences: Difference[] = []
  for (const [row, steps] of rows.entries()) {
    differences.push(...(await hands.driver.executeAsyncScript<readonly Difference[]>(DRIVE, steps, tag)))
    await look(row)
  }
  await hands.askDevTools('Page.removeScriptToEvaluateOnNewDocument', { identifier })
  await hands.askDevTools('Emulation.setEmulatedMedia', { features: [] })
  return differences
}
