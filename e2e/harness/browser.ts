import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { Builder, type WebDriver } from 'selenium-webdriver'
import { Options, ServiceBuilder } from 'selenium-webdriver/chrome.js'

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

/** Debian's Chromium without a window, with a fresh profile; the page is `width` × `height` px. */
export async function startBrowser(width = 1280, height = 800): Promise<TestBrowser> {
  const profile = mkdtempSync(path.join(tmpdir(), 'rheoscope-browser-'))
  const options = new Options()
  options.setChromeBinaryPath(CHROMIUM)
  options.addArguments(...FLAGS, `--user-data-dir=${profile}`, `--window-size=${width},${height}`)
  const driver = await new Builder().forBrowser('chrome').setChromeOptions(options).setChromeService(new ServiceBuilder(CHROMEDRIVER)).build()
  await sizePage(driver, width, height)
  return {
    driver,
    close: async () => {
      await driver.quit()
      rmSync(profile, { recursive: true, force: true, maxRetries: 5, retryDelay: 100 })
    },
  }
}

async function sizePage(driver: WebDriver, width: number, height: number): Promise<void> {
  const [inner, outer] = await driver.executeScript<[number[], number[]]>('return [[innerWidth, innerHeight], [outerWidth, outerHeight]]')
  await driver.manage().window().setRect({ width: width + outer[0]! - inner[0]!, height: height + outer[1]! - inner[1]!, x: 0, y: 0 })
}
