import { afterAll, beforeAll } from '@jest/globals'
import { BenchHands } from './bench'
import { windowOf, type SharedBrowser, type TestBrowser } from './browser'

export interface Application {
  readonly address: string
  readonly browser: TestBrowser
  /** Hands with nothing done yet. */
  readonly hands: () => BenchHands
}

/** The application and the browser all test files share, with a window for the tests of this one. */
export function useApplication(): Application {
  const address = process.env.RHEOSCOPE_ADDRESS!
  let browser: TestBrowser
  beforeAll(async () => {
    const browsers = JSON.parse(process.env.RHEOSCOPE_BROWSERS!) as readonly Pick<SharedBrowser, 'at' | 'session'>[]
    browser = await windowOf(browsers[(Number(process.env.JEST_WORKER_ID ?? 1) - 1) % browsers.length]!)
  })
  afterAll(async () => {
    await browser.close()
  })
  return {
    address,
    get browser() { return browser },
    hands: () => new BenchHands(browser.driver, address),
  }
}
