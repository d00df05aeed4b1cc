import { afterAll, beforeAll } from '@jest/globals'
import { BenchHands } from './bench'
import { windowOf, type TestBrowser } from './browser'

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
    browser = await windowOf({ at: process.env.RHEOSCOPE_BROWSER!, session: process.env.RHEOSCOPE_SESSION! })
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
