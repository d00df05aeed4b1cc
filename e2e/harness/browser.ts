import { mkdtempSync, rmSync } from 'node:fs'
import { createRequire } from 'node:module'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { Builder, Session, WebDriver } from 'selenium-webdriver'
import { Options, ServiceBuilder } from 'selenium-webdriver/chrome.js'
import type * as Http from 'selenium-webdriver/http'

// A folder, which only `require` finds its way into.
const { Executor, HttpClient } = createRequire(import.meta.url)('selenium-webdriver/http') as typeof Http

/** The command of ChromeDriver that speaks to the browser below the page (Chrome DevTools Protocol). */
export const DEV_TOOLS = 'sendDevToolsCommand'

/** The same, with what it answers. */
export const DEV_TOOLS_ANSWER = 'sendDevToolsCommandAndGetResult'

const CHROMIUM = process.env.CHROMIUM ?? '/usr/bin/chromium'
const CHROMEDRIVER = process.env.CHROMEDRIVER ?? '/usr/bin/chromedriver'

const FLAGS = [
  '--headless', '--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking',
  '--disable-component-update', '--disable-sync', '--force-device-scale-factor=1', '--hide-scrollbars', '--force-prefers-reduced-motion',
]

export interface TestBrowser {
  readonly driver: WebDriver
  readonly close: () => Promise<void>
}

/** A browser that others can use too, by where its driver listens and which of its sessions it is. */
export interface SharedBrowser extends TestBrowser {
  readonly at: string
  readonly session: string
}

/** Debian's Chromium without a window, with a fresh profile; the page is `width` × `height` px. */
export async function startBrowser(width = 1280, height = 800): Promise<SharedBrowser> {
  const profile = mkdtempSync(path.join(tmpdir(), 'rheoscope-browser-'))
  const options = new Options()
  options.setChromeBinaryPath(CHROMIUM)
  options.addArguments(...FLAGS, `--user-data-dir=${profile}`, `--window-size=${width},${height}`)
  const service = new ServiceBuilder(CHROMEDRIVER).build()
  const at = await service.start()
  const driver = await new Builder().forBrowser('chrome').setChromeOptions(options).usingServer(at).build()
  await sizePage(driver, width, height)
  return {
    driver, at,
    session: (await driver.getSession()).getId(),
    close: async () => {
      await driver.quit()
      await service.kill()
      rmSync(profile, { recursive: true, force: true, maxRetries: 5, retryDelay: 100 })
    },
  }
}

/** A window of its own in a browser that was started elsewhere, with nothing kept from before. */
export async function windowOf({ at, session }: Pick<SharedBrowser, 'at' | 'session'>, width = 1280, height = 800): Promise<TestBrowser> {
  const executor = new Executor(new HttpClient(at))
  executor.defineCommand(DEV_TOOLS, 'POST', '/session/:sessionId/chromium/send_command')
  executor.defineCommand(DEV_TOOLS_ANSWER, 'POST', '/session/:sessionId/chromium/send_command_and_get_result')
  const driver = new WebDriver(new Session(session, {}), executor)
  const [first] = await driver.getAllWindowHandles()
  await driver.switchTo().newWindow('window')
  await sizePage(driver, width, height)
  return {
    driver,
    close: async () => {
      await driver.executeScript('try { localStorage.clear() } catch { /* A page of no origin keeps nothing. */ }')
      for (const handle of await driver.getAllWindowHandles()) {
        if (handle === first) continue
        await driver.switchTo().window(handle)
        await driver.close()
      }
      await driver.switchTo().window(first!)
    },
  }
}

async function sizePage(driver: WebDriver, width: number, height: number): Promise<void> {
  const [inner, outer] = await driver.executeScript<[number[], number[]]>('return [[innerWidth, innerHeight], [outerWidth, outerHeight]]')
  await driver.manage().window().setRect({ width: width + outer[0]! - inner[0]!, height: height + outer[1]! - inner[1]!, x: 0, y: 0 })
}
