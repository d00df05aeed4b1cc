import type { TestServer } from './server'

export default async function tearDown(): Promise<void> {
  await (globalThis as { sharedServer?: TestServer }).sharedServer?.close()
}
