import { itemAt } from '../../document'
import type { RunningKit } from './form'

/**
 * What the build of the application leaves for what runs by itself.
 *
 * @param read the bytes of a file of that name in the build's folder `running`
 */
export async function runningKit(read: (file: string) => Promise<Uint8Array<ArrayBuffer>>, sha256: RunningKit['sha256']): Promise<RunningKit> {
  const text = async (file: string) => new TextDecoder().decode(await read(file))
  const [script, element, probe, style, fonts] = await Promise.all([text('page.js'), text('element.js'), text('probe.js'), text('page.css'), text('fonts.json')])
  // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- the build of this version has written it
  const all = JSON.parse(fonts) as RunningKit['fonts']
  return { script, element, probe, style, fonts: all, sha256, drawing: async () => ({ code: await read('drawing.wasm'), faces: filesIn(await read('faces.bin')).map((data, index) => ({ ...itemAt(all, index), data })) }) }
}

/** Files that stand behind one another, each behind its length in bytes (32 bits, the least significant first). */
function filesIn(bytes: Uint8Array): readonly Uint8Array[] {
  const files: Uint8Array[] = []
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  for (let at = 0; at < bytes.length;) {
    const from = at + 4
    at = from + view.getUint32(at, true)
    files.push(bytes.subarray(from, at))
  }
  return files
}
