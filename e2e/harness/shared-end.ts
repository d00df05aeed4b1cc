async function tearDown(): Promise<void> {
  const { shared = [] } = globalThis as { shared?: readonly { readonly close: () => Promise<void> }[] }
  for (const each of shared) await each.close()
}

// eslint-disable-next-line no-restricted-syntax -- Jest wants it so.
export default tearDown
