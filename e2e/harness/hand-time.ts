import type { WebDriver } from 'selenium-webdriver'
import { Name, type Command } from 'selenium-webdriver/lib/command.js'

/** The times of the keystroke-level model, in s: a key, a pointing, a button that goes down or up, a hand between keyboard and pointer, a thought. */
const TIMES = { key: 0.2, pointing: 1.1, button: 0.1, homing: 0.4, thought: 1.35 } as const

/** What Selenium sends to let go of keys that are held. */
const RELEASE = '\uE000'

interface InputAction {
  readonly type: string
}

interface InputSource {
  readonly type: string
  readonly actions: readonly InputAction[]
}

/**
 * How long somebody who knows how would take for what a driver does, by the keystroke-level model (Card, Moran, Newell 1980, The Keystroke-Level Model
 * for User Performance Time with Interactive Systems, CACM 23:7). A thought comes before each line of text and before each selection or command. What the
 * application takes is not in it.
 */
export class HandTime {
  private total = 0
  private pressing = 0
  private hand: 'keyboard' | 'pointer' | null = null
  private isStopped = false

  get seconds(): number {
    return Math.round(this.total)
  }

  /** Of that, what goes into pressing keys. */
  get keySeconds(): number {
    return Math.round(this.pressing)
  }

  /** Does something that is no part of the work. */
  async aside<T>(act: () => Promise<T>): Promise<T> {
    this.isStopped = true
    return act().finally(() => { this.isStopped = false })
  }

  keys(count: number, thoughts = 1): void {
    this.reach('keyboard')
    if (!this.isStopped) this.pressing += count * TIMES.key
    this.spend(count * TIMES.key + thoughts * TIMES.thought)
  }

  point(buttons = 2, pointings = 1, thoughts = 1): void {
    this.reach('pointer')
    this.spend(pointings * TIMES.pointing + buttons * TIMES.button + thoughts * TIMES.thought)
  }

  /** Adds what a command to the browser takes of a hand. */
  count(command: Command): void {
    switch (command.getName()) {
      case Name.CLICK_ELEMENT:
        return this.point()
      case Name.SEND_KEYS_TO_ELEMENT: {
        const text = String(command.getParameter('text')).replaceAll(RELEASE, '')
        return this.keys([...text].length, text.split('\n').filter((line) => line !== '').length)
      }
      case Name.ACTIONS:
        for (const source of command.getParameter('actions') as readonly InputSource[]) this.source(source)
    }
  }

  private source({ type, actions }: InputSource): void {
    const count = (name: string) => actions.filter((action) => action.type === name).length
    if (type === 'key' && count('keyDown') > 0) this.keys(count('keyDown'))
    if (type !== 'pointer' || count('pointerDown') === 0) return
    const isDrag = actions.slice(actions.findIndex((action) => action.type === 'pointerDown'), actions.findLastIndex((action) => action.type === 'pointerUp')).some((action) => action.type === 'pointerMove')
    this.point(count('pointerDown') + count('pointerUp'), isDrag ? 2 : 1)
  }

  private reach(hand: 'keyboard' | 'pointer'): void {
    if (this.hand !== null && this.hand !== hand) this.spend(TIMES.homing)
    this.hand = hand
  }

  private spend(seconds: number): void {
    if (!this.isStopped) this.total += seconds
  }
}

const watching = new WeakMap<WebDriver, HandTime>()

/** The time of what a driver does from now on. */
export function timeOf(driver: WebDriver): HandTime {
  const time = new HandTime()
  if (!watching.has(driver)) {
    const execute = driver.execute.bind(driver)
    driver.execute = async (command: Command) => {
      const answer = await execute(command)
      watching.get(driver)?.count(command)
      return answer
    }
  }
  watching.set(driver, time)
  return time
}
