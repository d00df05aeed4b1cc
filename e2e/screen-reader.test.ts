import { describe, expect, test } from '@jest/globals'
import { skerryLine } from '@rheoscope/core/demo'
import type { Take } from '@rheoscope/core/document'
import { described, everyDescribed, inOrder, play, runOptionsOf, startRun, type Described } from '@rheoscope/core/run'
import { useApplication } from './harness/application'
import type { BenchHands } from './harness/bench'

const application = useApplication()

interface AxValue {
  readonly value?: unknown
}

interface AxNode {
  readonly nodeId: string
  readonly ignored: boolean
  readonly role?: AxValue
  readonly name?: AxValue
  readonly value?: AxValue
  readonly properties?: readonly { readonly name: string; readonly value: AxValue }[]
  readonly childIds?: readonly string[]
  readonly backendDOMNodeId?: number
}

/** What Chromium tells a screen reader of the run, a line for each part: its role, its name and its states. */
async function heard(hands: BenchHands): Promise<readonly string[]> {
  const { root } = await hands.askDevTools('DOM.getDocument', { depth: 0 }) as { root: { nodeId: number } }
  const { nodeId } = await hands.askDevTools('DOM.querySelector', { nodeId: root.nodeId, selector: '.spoken' }) as { nodeId: number }
  // Another screen may come in between.
  const { nodes } = await hands.askDevTools('Accessibility.queryAXTree', { nodeId }).catch(() => ({ nodes: [] })) as { nodes: readonly AxNode[] }
  return nodes.filter(({ ignored, role }) => !ignored && ROLES.has(String(role?.value))).map(({ role, name, value, properties = [] }) => {
    const said = properties.filter(({ name: property }) => STATES.includes(property)).map(({ name: property, value: { value: to } }) => `${property}=${String(to)}`)
    return [String(role?.value), String(name?.value ?? '').trim(), ...said.toSorted(), ...(value?.value === undefined || value.value === '' ? [] : [`value=${String(value.value)}`])].join(', ')
  })
}

const STATES = ['checked', 'selected', 'expanded', 'pressed', 'disabled', 'modal']

/** The roles of the drawing as Chromium calls them. */
const CALLED: Readonly<Record<string, string>> = { img: 'image', textbox: 'textbox', listbox: 'listbox', status: 'status' }

const ROLES = new Set(['button', 'link', 'switch', 'checkbox', 'radiogroup', 'radio', 'listbox', 'option', 'combobox', 'textbox', 'slider', 'spinbutton', 'tablist', 'tab', 'tabpanel', 'menu', 'menuitem', 'dialog', 'tooltip', 'status', 'alert', 'image', 'group', 'region'])

/** The same of what the drawing says; the tools of the browser do not tell the words of a value. */
function said({ role, name, says, holds }: Described): string {
  const yesNo = STATES.flatMap((state) => {
    const value = (says as Readonly<Record<string, unknown>>)[state]
    if (state === 'checked' && says.partlyChecked === true) return ['checked=mixed']
    // What is not disabled is not said to be so; a dialog is modal or not.
    return value === undefined || (state === 'disabled' && value === false) ? [] : [`${state}=${String(value)}`]
  })
  const modal = role === 'dialog' && says.modal === undefined ? ['modal=false'] : []
  return [CALLED[role] ?? role, name, ...[...yesNo, ...modal].toSorted(), ...(says.valueNow === undefined ? [] : [`value=${String(says.valueNow)}`]), ...(holds === null || holds === '' ? [] : [`value=${holds}`])].join(', ')
}

function toldAt(take: Take, ms: number): readonly string[] {
  const run = startRun(skerryLine, take.surface, runOptionsOf(take))
  play(run, inOrder(take.inputs).filter(({ atMs }) => atMs <= ms), ms)
  return everyDescribed(described(run)).filter(({ role }) => role !== 'text').map(said)
}

const INSTANTS = Number(process.env.RHEOSCOPE_INSTANTS ?? 8)

/** It is looked at anew every 100 ms. */
const MOST_LOOKS = 60

test.each(skerryLine.takes.filter(({ surface, chance }) => 'screen' in surface && chance === undefined).map((take) => [take.name, take] as const))('a screen reader meets what the drawing says, at instants all along “%s”', async (_name, take) => {
  const hands = application.hands()
  const screen = 'screen' in take.surface ? take.surface.screen : ''
  await hands.openDemoScreen(screen)
  await hands.driver.get(`${(await hands.driver.getCurrentUrl()).replace(/\?.*/, '')}?take=${encodeURIComponent(take.name)}`)
  await hands.find('.trace-canvas')
  await hands.clickButton('To its end')
  for (let step = 1; step <= INSTANTS; step++) {
    const ms = Math.round((take.endsAtMs * step) / INSTANTS)
    await hands.driver.executeScript('window.history.pushState(null, "", location.pathname + "?at=" + arguments[0]); window.dispatchEvent(new PopStateEvent("popstate"))', ms)
    const told = toldAt(take, ms)
    let last: readonly string[] = []
    for (let looks = 0; looks < MOST_LOOKS && last.join('\n') !== told.join('\n'); looks++) last = await heard(hands)
    expect([ms, ...last]).toEqual([ms, ...told])
  }
})

/** Does what a screen reader does to press something: finds it in Chromium's tree by its role and name, and has it do its own action. */
async function act(hands: BenchHands, role: string, name: string): Promise<void> {
  const { root } = await hands.askDevTools('DOM.getDocument', { depth: 0 }) as { root: { nodeId: number } }
  const { nodeId } = await hands.askDevTools('DOM.querySelector', { nodeId: root.nodeId, selector: '.spoken' }) as { nodeId: number }
  const { nodes } = await hands.askDevTools('Accessibility.queryAXTree', { nodeId, role, accessibleName: name }) as { nodes: readonly AxNode[] }
  const { object } = await hands.askDevTools('DOM.resolveNode', { backendNodeId: nodes.find(({ ignored }) => !ignored)!.backendDOMNodeId }) as { object: { objectId: string } }
  await hands.askDevTools('Runtime.callFunctionOn', { objectId: object.objectId, functionDeclaration: 'function () { this.click() }' })
}

describe('through the tree alone', () => {
  const hears = (hands: BenchHands, ...lines: readonly string[]) => hands.until(`it says ${lines.join('; ')}`, async () => {
    const said = await heard(hands)
    return lines.every((line) => said.includes(line))
  })

  test('one boards, and starts again', async () => {
    const hands = application.hands()
    await hands.openDemo('boardingButton')
    await hears(hands, 'button, Board')
    await act(hands, 'button', 'Board')
    await hands.until('it works', async () => (await hands.specimenState()) === 'working')
    await hears(hands, 'button, Aboard')
    await act(hands, 'button', 'Aboard')
    await hears(hands, 'button, Board')
  })

  test('a port is chosen', async () => {
    const hands = application.hands()
    await hands.openDemo('portChooser')
    await hears(hands, 'button, Which port?, expanded=false')
    await act(hands, 'button', 'Which port?')
    await hears(hands, 'button, Which port?, expanded=true')
    await hands.driver.sleep(300)
    await act(hands, 'option', 'Outer Holm')
    await hears(hands, 'button, Outer Holm, expanded=false', 'option, Outer Holm, selected=true')
  })

  test('of three lights one at most is on', async () => {
    const hands = application.hands()
    await hands.openDemo('cabinLights')
    await hears(hands, 'switch, Reading, checked=true', 'switch, Bunk, checked=false')
    await act(hands, 'switch', 'Bunk')
    await hears(hands, 'switch, Reading, checked=false', 'switch, Bunk, checked=true')
    await act(hands, 'switch', 'Bunk')
    await hears(hands, 'switch, Bunk, checked=false', 'switch, Door, checked=false')
  })
})

test('the focus of the run is told with the part that has it', async () => {
  const hands = application.hands()
  await hands.openDemoScreen('purser')
  await hands.driver.executeScript('[...document.querySelectorAll(".spoken [role=switch]")].at(-1).focus()')
  await hands.until('the run has the focus there', async () => {
    const id = await (await hands.find('.screen-picture')).getAttribute('aria-activedescendant')
    return id !== null && (await hands.driver.executeScript('return document.getElementById(arguments[0])?.getAttribute("role")', id)) === 'switch'
  })
})
