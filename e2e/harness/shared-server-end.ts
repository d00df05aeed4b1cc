import type { TestServer } from './server'

async function tearDown(): Promise<void> {
  await (globalThis as { sharedServer?: TestServer }).sharedServer?.close()
}

// eslint-disable-next-line no-restricted-syntax -- Jest wants it so.
export default tearDown
