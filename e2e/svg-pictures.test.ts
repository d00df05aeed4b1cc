import { expect, test } from '@jest/globals'
import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import path from 'node:path'
import { newComponent, newProject, type Component, type Project } from '@rheoscope/core/document'
import { pictureFile, svgIn } from '@rheoscope/core/exchange'
import { drawList, startRun } from '@rheoscope/core/run'
import { useApplication } from './harness/application'

const application = useApplication()
const { resolve } = createRequire(import.meta.url)
const folderOf = (name: string) => path.dirname(resolve(`${name}/package.json`))

const FILES: readonly string[] = [
  ...['activity', 'anchor', 'bell', 'calendar', 'compass', 'life-buoy', 'map', 'settings', 'sun', 'wind'].map((name) => `${folderOf('feather-icons')}/dist/icons/${name}.svg`),
  ...['alarm-fill', 'binoculars', 'broadcast-pin', 'calendar-week', 'cloud-sun', 'gear-wide-connected', 'person-wheelchair', 'water'].map((name) => `${folderOf('bootstrap-icons')}/icons/${name}.svg`),
  ...['au', 'br', 'es', 'gb', 'gt', 'in', 'ke', 'kr', 'mx', 'ni', 'pt', 'za'].map((name) => `${folderOf('flag-icons')}/flags/4x3/${name}.svg`),
]

const SIDE_PX = 160

/** The mean difference of two pictures over all pixels and channels, from 0 to 1, as the browser paints them on white. */
const COMPARE = `
  const [first, second, side, done] = arguments
  const pixels = async (markup) => {
    const image = new Image()
    image.src = 'data:image/svg+xml;charset=utf-8,' + encodeURIComponent(markup)
    await image.decode()
    const canvas = new OffscreenCanvas(side, side)
    const context = canvas.getContext('2d')
    context.fillStyle = '#ffffff'
    context.fillRect(0, 0, side, side)
    context.drawImage(image, 0, 0, side, side)
    return context.getImageData(0, 0, side, side).data
  }
  Promise.all([pixels(first), pixels(second)]).then(([a, b]) => {
    let sum = 0
    for (let at = 0; at < a.length; at++) sum += Math.abs(a[at] - b[at])
    done(sum / a.length / 255)
  }, (error) => done(String(error)))`

test('30 icons and illustrations look as the browser’s own rendering of their files', async () => {
  const { driver } = application.browser
  await driver.get('about:blank')
  const compared: { name: string; difference: number; leftOut: readonly string[] }[] = []
  for (const file of FILES) {
    const original = readFileSync(file, 'utf8')
    const { component, leftOut } = componentFrom(original)
    const project: Project = { ...newProject('p', 'P'), components: [component] }
    const ours = pictureFile(drawList(startRun(project, { component: component.id })))
    const difference = await driver.executeAsyncScript<number | string>(COMPARE, sized(original), sized(ours), SIDE_PX)
    if (typeof difference === 'string') throw new Error(`${file}: ${difference}`)
    compared.push({ name: path.basename(file), difference, leftOut })
  }
  const worst = compared.reduce((a, b) => (b.difference > a.difference ? b : a))
  const mean = compared.reduce((sum, { difference }) => sum + difference, 0) / compared.length
  const percent = (share: number) => `${(share * 100).toFixed(3)} %`
  process.stdout.write(`${compared.length} pictures: mean pixel difference ${percent(mean)}; worst ${worst.name} with ${percent(worst.difference)}${worst.leftOut.length > 0 ? `, left out: ${worst.leftOut.join(', ')}` : ''}\n`)
  for (const { name, leftOut } of compared) if (leftOut.length > 0) process.stdout.write(`  ${name}: left out ${leftOut.join(', ')}\n`)
  expect(compared).toHaveLength(30)
  expect(worst.difference).toBeLessThan(0.01)
})

function componentFrom(text: string): { readonly component: Component; readonly leftOut: readonly string[] } {
  let count = 0
  const newId = () => `i${count++}`
  const { parts, leftOut } = svgIn(text, 'picture', newId)
  return { component: { ...newComponent(newId, 'Picture'), parts }, leftOut }
}

/** Both fill the square they are compared in. */
const sized = (markup: string): string =>
  markup.replace(/<svg([^>]*)>/, (_all, attributes: string) => {
    const box = /viewBox="([^"]+)"/.exec(attributes)?.[1]
    return `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" viewBox="${box}" width="${SIDE_PX}" height="${SIDE_PX}" ${keptOf(attributes)}>`
  })

const keptOf = (attributes: string): string =>
  [...attributes.matchAll(/\s((?!xmlns|viewBox|width|height|class)[a-z-:]+="[^"]*")/g)].map(([, attribute]) => attribute).join(' ')
