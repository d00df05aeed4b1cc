import { execFileSync } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { pathToFileURL } from 'node:url'
import { expect, test } from '@jest/globals'
import { skerryLine } from '@rheoscope/core/demo'
import { certain } from '@rheoscope/core/document'
import { handedOver } from '../../cli/src/handed-over'
import { useApplication } from '../harness/application'

const application = useApplication()

/** The text of each page a document is printed on (PDF, by the browser), its lines with single spaces. */
async function pagesOf(content: string): Promise<readonly string[]> {
  const hands = application.hands()
  const folder = mkdtempSync(path.join(tmpdir(), 'rheoscope-print-'))
  try {
    const [page, printed] = ['page.html', 'page.pdf'].map((name) => path.join(folder, name))
    writeFileSync(certain(page), content)
    await hands.driver.get(pathToFileURL(certain(page)).href)
    const { data } = (await hands.askDevTools('Page.printToPDF', { printBackground: true })) as { readonly data: string }
    writeFileSync(certain(printed), Buffer.from(data, 'base64'))
    return execFileSync('/usr/bin/pdftotext', ['-layout', certain(printed), '-'], { encoding: 'utf8' }).split('\f').slice(0, -1).map((text) => text.replace(/ +/g, ' '))
  } finally {
    rmSync(folder, { recursive: true, force: true })
  }
}

const specificationOf = async (of: { readonly component?: string; readonly screen?: string }): Promise<string> =>
  String(certain((await handedOver(skerryLine, { as: 'specification', ...of })).files[0]).content)

test('a specification is printed with its numbers, page by page', async () => {
  const pages = await pagesOf(await specificationOf({ component: 'Boarding button' }))
  const all = pages.join('\n')
  for (const said of ['Boarding button', '208x42 radius 6 fill #24506f', 'The gate answers within 1.8 s.', 'rest → working', '160 ms', '#767f8a', 'Findings']) expect(all).toContain(said)
  expect(pages.length).toBeGreaterThan(1)
  for (const [index, page] of pages.entries()) expect(page.trimEnd().split('\n').at(-1)!.trim()).toBe(String(index + 1))
})

test('what stands on a screen is printed in one piece with where it leads', async () => {
  const pages = await pagesOf(await specificationOf({ screen: 'Tides' }))
  expect(pages.join('\n')).toContain('What stands on it')
  expect(pages.every((page) => page.trim() !== '')).toBe(true)
})
