import { startBrowser } from './browser'
import { startServer } from './server'

/** One server and one browser for all test files: they are slow to start, and every test works on a project and in a window of its own. */
async function setUp(): Promise<void> {
  const [server, browser] = await Promise.all([startServer(), startBrowser()])
  Object.assign(process.env, { RHEOSCOPE_ADDRESS: server.address, RHEOSCOPE_BROWSER: browser.at, RHEOSCOPE_SESSION: browser.session })
  Object.assign(globalThis, { shared: [server, browser] })
}

// eslint-disable-next-line no-restricted-syntax -- Jest wants it so.
export default setUp
