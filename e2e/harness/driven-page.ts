import type { Input } from '@rheoscope/core/document'
import type { Hands } from './hands'

/** Something done to a page whose clock stands: time goes on to an instant, then something is done, or what is drawn is held against markup. */
export type PageStep = { readonly toMs: number } & ({ readonly input: Input } | { readonly drawn: string })

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

/** Goes through steps in the page: gives what was otherwise. */
const DRIVE = `
const [steps, done] = arguments
const picture = document.querySelector('.running-picture')
const group = picture.querySelector('g')
const rest = () => new Promise((resolve) => setTimeout(resolve, 0))
let now = 0, pressed = false
const to = async (ms) => { while (now < ms) { now = Math.min(ms, now + 100); window.frameAt(now) } window.frameAt(now); await rest() }
const at = ({ x, y }) => { const point = new DOMPoint(x, y).matrixTransform(group.getScreenCTM()); return { clientX: point.x, clientY: point.y } }
const pointer = (type, input, more) => picture.dispatchEvent(new PointerEvent(type, { bubbles: true, cancelable: true, pointerId: 1, isPrimary: true, pointerType: input.pointer ?? 'mouse', button: -1, buttons: pressed ? 1 : 0, ...more }))
const held = (modifiers = {}) => ({ shiftKey: !!modifiers.shift, altKey: !!modifiers.alt, ctrlKey: !!modifiers.control, metaKey: !!modifiers.meta })
const DO = {
  move: (input) => pointer('pointermove', input, at(input)),
  press: (input) => { pressed = true; pointer('pointerdown', input, { ...at(input), button: 0, buttons: 1 }) },
  release: (input) => { pressed = false; pointer('pointerup', input, { ...at(input), button: 0, buttons: 0 }) },
  exit: (input) => { pressed = false; pointer('pointerleave', input, {}) },
  cancel: (input) => { pressed = false; pointer('pointercancel', input, {}) },
  wheel: (input) => picture.dispatchEvent(new WheelEvent('wheel', { bubbles: true, cancelable: true, ...at(input), deltaX: input.deltaX, deltaY: input.deltaY })),
  key: (input) => picture.dispatchEvent(new KeyboardEvent('keydown', { bubbles: true, cancelable: true, key: input.key, repeat: !!input.repeat, ...held(input.modifiers) })),
  'key up': (input) => picture.dispatchEvent(new KeyboardEvent('keyup', { bubbles: true, cancelable: true, key: input.key, ...held(input.modifiers) })),
}
const plain = (markup) => { const holder = document.createElementNS('http://www.w3.org/2000/svg', 'g'); holder.innerHTML = markup; for (const image of holder.querySelectorAll('image')) image.setAttribute('href', ''); return holder }
const scope = document.querySelector('.spoken').id.replace(/-spoken$/, '')
const found = []
const apart = (atMs, expected, shown) => { let at = 0; while (at < expected.length && expected[at] === shown[at]) at++; return { atMs, expected: expected.slice(Math.max(0, at - 160), at + 60), found: shown.slice(Math.max(0, at - 160), at + 60) } }
const go = async () => {
  for (const step of steps) {
    await to(step.toMs)
    if ('input' in step) DO[step.input.do](step.input)
    else {
      const [expected, shown] = [plain(step.drawn.replaceAll('SCOPE', scope)), plain(group.innerHTML)]
      if (!expected.isEqualNode(shown)) found.push(apart(step.toMs, expected.innerHTML, shown.innerHTML))
    }
  }
}
go().then(() => done(found), (error) => done([{ atMs: now, expected: '', found: String(error) }]))`

/** Opens a page whose clock stands, with motion as it is designed, and takes it through steps. */
export async function drive(hands: Hands, address: string, steps: readonly PageStep[]): Promise<readonly Difference[]> {
  const { identifier } = await hands.askDevTools('Page.addScriptToEvaluateOnNewDocument', { source: CLOCK }) as { readonly identifier: string }
  await hands.askDevTools('Emulation.setEmulatedMedia', { features: [{ name: 'prefers-reduced-motion', value: 'no-preference' }] })
  await hands.driver.get(address)
  const differences = await hands.driver.executeAsyncScript<readonly Difference[]>(DRIVE, steps)
  await hands.askDevTools('Page.removeScriptToEvaluateOnNewDocument', { identifier })
  await hands.askDevTools('Emulation.setEmulatedMedia', { features: [] })
  return differences
}
