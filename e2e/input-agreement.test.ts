import { expect, test } from '@jest/globals'
import { Button } from 'selenium-webdriver/lib/input.js'
import { newComponent, newProject, type Component, type InputAction, type KeyTrigger, type Part, type Project, type Rule, type Trigger } from '@rheoscope/core/document'
import { advanceTo, send, startRun } from '@rheoscope/core/run'
import { useApplication } from './harness/application'
import type { BenchHands } from './harness/bench'

const application = useApplication()

const key = (on: KeyTrigger['on'], of: string | null, more: Partial<KeyTrigger> = {}): Trigger => ({ on, key: of, modifiers: {}, anywhere: false, ...more })

/** A component that writes down everything that comes to its left box, and taps on the right one. */
function listener(): Component {
  let count = 0
  const made = newComponent((name) => `${name}-${count++}`, 'Listener')
  const [frame] = made.parts
  const box = (id: string, x: number): Part => ({ id, kind: 'box', name: id, parent: frame!.id, base: { x, y: 20, width: 80, height: 60, fill: id === 'left' ? '#24506f' : '#8a2f24', focusable: true } })
  const words: Part = { id: 'words', kind: 'text', name: 'words', parent: frame!.id, base: { x: 4, y: 90, width: 220, height: 20, text: { expr: "'log: ' + log" }, fontSize: 8, receivesInput: false } }
  const [axis] = made.axes
  const hear = (trigger: Trigger, part: string | null, says: string): Rule => ({
    id: `hear-${says.replaceAll(' ', '-')}`, axis: axis!.id, trigger, part, within: { except: [] }, guard: null, letThrough: false, motion: null, target: { go: 'stay' },
    actions: [{ id: `say-${says.replaceAll(' ', '-')}`, do: 'set', variable: 'log', to: `log + '${says}, '` }],
  })
  const plain = ['tap', 'press', 'release', 'cancel', 'press outside', 'enter', 'leave', 'drag start', 'drag end', 'wheel', 'focus', 'blur'] as const
  return {
    ...made, id: 'listener', parts: [{ ...frame!, base: { width: 240, height: 120, fill: '#ffffff' } }, box('left', 20), box('right', 140), words],
    variables: [{ id: 'log', name: 'log', type: 'text', start: '' }],
    rules: [
      ...plain.map((on) => hear({ on }, 'left', on)), hear({ on: 'long press', thresholdMs: 500 }, 'left', 'long press'), hear({ on: 'tap' }, 'right', 'tap right'),
      { ...hear(key('key', 'ArrowRight'), 'left', 'arrow'), guard: '!repeats' }, { ...hear(key('key', 'ArrowRight'), 'left', 'arrow again'), guard: 'repeats' }, hear(key('key up', 'ArrowRight'), 'left', 'arrow up'),
      hear(key('key', 'k', { modifiers: { control: true }, anywhere: true }), null, 'chord'),
    ],
  }
}

const project: Project = { ...newProject('heard', 'Heard'), components: [listener()] }

const LEFT = { x: 60, y: 50 }
const RIGHT = { x: 180, y: 50 }
const BESIDE = { x: 120, y: 10 }

/** What is done in the page, and the same as inputs to a run, each some ms after the one before. */
interface Sequence {
  readonly name: string
  readonly inPage: (hands: BenchHands, at: (point: typeof LEFT) => { readonly x: number; readonly y: number }) => Promise<void>
  readonly inputs: readonly (readonly [afterMs: number, input: InputAction])[]
}

const mouse = (what: 'move' | 'press' | 'release', at: typeof LEFT): readonly [number, InputAction] => [10, { do: what, ...at, pointer: 'mouse' }]
const finger = (what: 'press' | 'release' | 'move', at: typeof LEFT): readonly [number, InputAction] => [10, { do: what, ...at, pointer: 'touch' }]
const keyed = (what: 'key' | 'key up', name: string, more: object = {}): readonly [number, InputAction] => [10, { do: what, key: name, modifiers: {}, ...more }]
const touch = (hands: BenchHands, type: string, ...touchPoints: readonly object[]) => hands.input('dispatchTouchEvent', { type, touchPoints })
const arrow = { key: 'ArrowRight', code: 'ArrowRight', windowsVirtualKeyCode: 39 }
const space = { key: ' ', code: 'Space', windowsVirtualKeyCode: 32, text: ' ' }

const SEQUENCES: readonly Sequence[] = [
  {
    name: 'a click, and one with each other button',
    inPage: async (hands, at) => {
      for (const button of [Button.LEFT, Button.RIGHT, Button.MIDDLE]) await hands.driver.actions().move(at(LEFT)).press(button).release(button).perform()
    },
    inputs: [mouse('move', LEFT), mouse('press', LEFT), mouse('release', LEFT)],
  },
  {
    name: 'a press that is let go of elsewhere, and a click there',
    inPage: (hands, at) => hands.driver.actions().move(at(LEFT)).press().move(at(RIGHT)).release().press().release().perform(),
    inputs: [mouse('move', LEFT), mouse('press', LEFT), mouse('move', RIGHT), mouse('release', RIGHT), mouse('press', RIGHT), mouse('release', RIGHT)],
  },
  {
    name: 'a press that lasts, and one that drags',
    inPage: (hands, at) => hands.driver.actions().move(at(LEFT)).press().pause(800).release().press().move({ ...at({ x: LEFT.x + 20, y: LEFT.y }), duration: 1 }).release().perform(),
    inputs: [mouse('move', LEFT), mouse('press', LEFT), [800, { do: 'release', ...LEFT, pointer: 'mouse' }], mouse('press', LEFT), mouse('move', { x: LEFT.x + 20, y: LEFT.y }), mouse('release', { x: LEFT.x + 20, y: LEFT.y })],
  },
  {
    name: 'a finger that taps while another one is down',
    inPage: async (hands, at) => {
      const [first, second] = [{ id: 1, ...at(LEFT) }, { id: 2, ...at(RIGHT) }]
      await touch(hands, 'touchStart', first)
      await touch(hands, 'touchStart', first, second)
      await touch(hands, 'touchEnd', second)
      await touch(hands, 'touchEnd')
    },
    inputs: [finger('press', LEFT), finger('release', LEFT)],
  },
  {
    name: 'a finger that the system takes away, after it has moved',
    inPage: async (hands, at) => {
      await touch(hands, 'touchStart', { id: 1, ...at(LEFT) })
      await touch(hands, 'touchMove', { id: 1, ...at({ x: LEFT.x + 25, y: LEFT.y }) })
      await touch(hands, 'touchCancel')
    },
    inputs: [finger('press', LEFT), finger('move', { x: LEFT.x + 25, y: LEFT.y }), [10, { do: 'cancel', pointer: 'touch' }]],
  },
  {
    name: 'keys that are held, and Space that taps once it comes up',
    inPage: async (hands) => {
      await hands.driver.executeScript('document.querySelector(".specimen-picture").focus()')
      await hands.press('\uE004')
      await hands.input('dispatchKeyEvent', { type: 'keyDown', ...arrow })
      for (let times = 0; times < 2; times++) await hands.input('dispatchKeyEvent', { type: 'keyDown', autoRepeat: true, ...arrow })
      await hands.input('dispatchKeyEvent', { type: 'keyUp', ...arrow })
      await hands.input('dispatchKeyEvent', { type: 'keyDown', ...space })
      for (let times = 0; times < 3; times++) await hands.input('dispatchKeyEvent', { type: 'keyDown', autoRepeat: true, ...space })
      await hands.input('dispatchKeyEvent', { type: 'keyUp', ...space })
    },
    inputs: [
      keyed('key', 'Tab'), keyed('key', 'ArrowRight'), keyed('key', 'ArrowRight', { repeat: true }), keyed('key', 'ArrowRight', { repeat: true }), keyed('key up', 'ArrowRight'),
      keyed('key', ' '), keyed('key', ' ', { repeat: true }), keyed('key up', ' '),
    ],
  },
  {
    name: 'chords: one that is listened to, and Enter with a modifier',
    inPage: async (hands) => {
      await hands.driver.executeScript('document.querySelector(".specimen-picture").focus()')
      await hands.press('\uE004')
      await hands.chord('\uE009', 'k')
      await hands.chord('\uE008', '\uE007')
    },
    inputs: [keyed('key', 'Tab'), keyed('key', 'k', { modifiers: { control: true } }), keyed('key', 'Enter', { modifiers: { shift: true } })],
  },
  {
    name: 'the wheel, and a press beside',
    inPage: async (hands, at) => {
      const { x, y } = at(LEFT)
      await hands.driver.actions().move({ x, y }).perform()
      await hands.input('dispatchMouseEvent', { type: 'mouseWheel', x, y, deltaX: 0, deltaY: 120 })
      await hands.driver.sleep(150)
      await hands.driver.actions().move(at(BESIDE)).press().release().perform()
    },
    inputs: [mouse('move', LEFT), [10, { do: 'wheel', ...LEFT, deltaX: 0, deltaY: 120 }], mouse('move', BESIDE), mouse('press', BESIDE), mouse('release', BESIDE)],
  },
]

/** The component of a project on its bench: where its left box is, and what has been written down. */
async function opened(hands: BenchHands, of: Project): Promise<{ readonly left: readonly [number, number]; readonly written: () => Promise<string> }> {
  const made = await fetch(`${application.address}/api/projects/file`, { method: 'POST', headers: { 'content-type': 'application/vnd.rheoscope+json' }, body: JSON.stringify(of) })
  const { project: stored } = (await made.json()) as { project: Project }
  await hands.driver.get(`${application.address}/project/${stored.id}/component/${stored.components[0]!.id}`)
  await hands.find('[aria-label="Trigger table"]')
  // Words are broken into lines, whose spaces are lost.
  const written = async () => (await hands.words('.specimen-picture')).find((words) => words.startsWith('log: '))?.slice('log: '.length).replaceAll(/\s/g, '') ?? ''
  return { left: (await hands.middlesOf('#24506f', '.specimen-picture'))[0]!, written }
}

/** What a run has written down of some inputs. */
function inNode(inputs: Sequence['inputs']): string {
  const run = startRun(project, { component: 'listener' })
  for (const [afterMs, input] of inputs) {
    advanceTo(run, run.nowMs + afterMs)
    send(run, input)
  }
  return String(run.instances.get('')!.environment.log)
}

test('two fingers pinch where something listens to that, and the first one is free again after it', async () => {
  const hands = application.hands()
  const [component] = project.components
  const pinched: Rule = { ...component!.rules[0]!, id: 'pinched', trigger: { on: 'pinch' }, actions: [{ id: 'say-pinched', do: 'set', variable: 'log', to: "log + (pinch.scale > 1.5 ? 'wide;' : '')" }] }
  const { left, written } = await opened(hands, { ...project, components: [{ ...component!, rules: [...component!.rules, pinched] }] })
  const [first, second, apart] = [{ id: 1, x: left[0] - 10, y: left[1] }, { id: 2, x: left[0] + 10, y: left[1] }, { id: 2, x: left[0] + 40, y: left[1] }]
  await touch(hands, 'touchStart', first)
  await touch(hands, 'touchStart', first, second)
  await touch(hands, 'touchMove', first, apart)
  await touch(hands, 'touchEnd')
  await touch(hands, 'touchStart', first)
  await touch(hands, 'touchEnd')
  let seen = ''
  await hands.until(() => `a press is taken away, two fingers are wide apart, and one taps again; it came to “${seen}”`, async () => {
    seen = await written()
    return /^press,focus,cancel,(wide;)+press,release,tap,$/.test(seen)
  })
})

test('pointers, fingers and keys in the page come to the same steps as in Node', async () => {
  const hands = application.hands()
  const { left, written } = await opened(hands, project)
  const right = (await hands.middlesOf('#8a2f24', '.specimen-picture'))[0]!
  const zoom = (right[0] - left[0]) / (RIGHT.x - LEFT.x)
  const at = ({ x, y }: typeof LEFT) => ({ x: Math.round(left[0] + (x - LEFT.x) * zoom), y: Math.round(left[1] + (y - LEFT.y) * zoom) })
  for (const { name, inPage, inputs } of SEQUENCES) {
    await hands.clickButton('Start over')
    await hands.until('nothing is written down', async () => (await written()) === '')
    await inPage(hands, at)
    const wanted = inNode(inputs).replaceAll(/\s/g, '')
    expect(wanted).not.toBe('')
    let seen = ''
    await hands.until(() => `“${name}” comes to “${wanted}”; it came to “${seen}”`, async () => {
      seen = await written()
      return seen === wanted
    })
  }
})
