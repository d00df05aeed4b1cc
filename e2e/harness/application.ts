import { afterAll, beforeAll } from '@jest/globals'
import { BenchHands } from './bench'
import { startBrowser, type TestBrowser } from './browser'

export interface Application {
  readonly address: string
  readonly browser: TestBrowser
  /** Hands with nothing done yet. */
  readonly hands: () => BenchHands
}

/** The application all test files share, and a browser for every test of this one, started before and ended after them. */
export function useApplication(): Application {
  const address = process.env.RHEOSCOPE_ADDRESS!
  let browser: TestBrowser
  beforeAll(async () => {
    browser = await startBrowser()
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
