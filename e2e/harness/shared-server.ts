import { startServer } from './server'

/** One server for all test files: its first start is slow, and every test works on a project of its own. */
async function setUp(): Promise<void> {
  const server = await startServer()
  process.env.RHEOSCOPE_ADDRESS = server.address
  ;(globalThis as { sharedServer?: typeof server }).sharedServer = server
}

// eslint-disable-next-line no-restricted-syntax -- Jest wants it so.
export default setUp
