import { afterAll, beforeAll } from '@jest/globals'
import { BenchHands } from './bench'
import { startBrowser, type TestBrowser } from './browser'
import { startServer, type TestServer } from './server'

export interface Application {
  readonly server: TestServer
  readonly browser: TestBrowser
  /** Hands with nothing done yet. */
  readonly hands: () => BenchHands
}

/** The application and a browser for every test of a file; started before and ended after them. */
export function useApplication(): Application {
  let server: TestServer
  let browser: TestBrowser
  beforeAll(async () => {
    ;[server, browser] = await Promise.all([startServer(), startBrowser()])
  })
  afterAll(async () => {
    await browser.close()
    await server.close()
  })
  return {
    get server() { return server },
    get browser() { return browser },
    hands: () => new BenchHands(browser.driver, server.address),
  }
}
