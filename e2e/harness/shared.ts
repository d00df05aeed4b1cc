import { startBrowser } from './browser'
import { startServer } from './server'

/** So many test files run at once, each in a browser that it shares with others after it. */
const BROWSERS = 2

/** One server and a few browsers for all test files: they are slow to start, and every test works on a project and in a window of its own. */
async function setUp(): Promise<void> {
  const [server, ...browsers] = await Promise.all([startServer(), ...Array.from({ length: BROWSERS }, () => startBrowser())])
  Object.assign(process.env, { RHEOSCOPE_ADDRESS: server.address, RHEOSCOPE_BROWSERS: JSON.stringify(browsers.map(({ at, session }) => ({ at, session }))) })
  Object.assign(globalThis, { shared: [server, ...browsers] })
}

// eslint-disable-next-line no-restricted-syntax -- Jest wants it so.
export default setUp
