import type { RunningKit } from './form'

/**
 * What the build of the application leaves for what runs by itself.
 *
 * @param read the text of a file of that name in the build's folder `running`
 */
export async function runningKit(read: (file: string) => Promise<string>, sha256: RunningKit['sha256']): Promise<RunningKit> {
  const [script, element, style, fonts] = await Promise.all([read('page.js'), read('element.js'), read('page.css'), read('fonts.json')])
  // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- the build of this version has written it
  return { script, element, style, fonts: JSON.parse(fonts) as RunningKit['fonts'], sha256 }
}
