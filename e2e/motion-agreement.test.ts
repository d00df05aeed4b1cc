import { expect, test } from '@jest/globals'
import { skerryLine } from '@rheoscope/core/demo'
import { propertyDefinition, statesHeldBy, type Literal } from '@rheoscope/core/document'
import { webAnimations, type ExportedLane } from '@rheoscope/core/exchange'
import { laneValue, parseColour, type Lane } from '@rheoscope/core/motion'
import { fireByHand, startRun } from '@rheoscope/core/run'
import { useApplication } from './harness/application'

const application = useApplication()

const INSTANTS = 50

interface Played {
  readonly where: string
  readonly lane: Lane
  readonly exported: ExportedLane
  readonly atMs: readonly number[]
}

/** Every lane of every rule of every component, from the first state the rule holds in. */
function everyLane(): { readonly played: readonly Played[]; readonly left: readonly string[] } {
  const left: string[] = []
  const played = skerryLine.components.flatMap((component) => component.rules.flatMap((rule) => {
    const from = statesHeldBy(component, rule)[0]
    if (!from || rule.target.go === 'ignored') return []
    const run = startRun(skerryLine, { component: component.id }, { states: { [rule.axis]: from.id } })
    fireByHand(run, rule)
    const { lanes } = run.instances.get('')!
    return lanes.flatMap((lane): Played[] => {
      const { lanes: [exported], left: [missed] } = webAnimations(component.parts, [lane])
      const where = `${component.name}: ${component.parts[lane.part]!.name} ${lane.property}`
      if (missed || !exported) left.push(where)
      const whole = lane.delayMs + lane.durationMs
      return exported ? [{ where, lane, exported, atMs: Array.from({ length: INSTANTS }, (_, index) => (whole * index) / (INSTANTS - 1)) }] : []
    })
  }))
  return { played, left }
}

test('the lanes of every job, as Web Animations keyframes, are in Chromium what they are here', async () => {
  const { played, left } = everyLane()
  const { driver } = application.browser
  await driver.get('about:blank')
  const measured: string[][] = []
  for (let done = 0; done < played.length; done += 40) {
    const batch = played.slice(done, done + 40).map(({ exported, atMs }) => ({ ...exported, atMs, css: Object.keys(exported.keyframes[0]!).find((key) => key !== 'offset')! }))
    measured.push(...(await driver.executeScript<string[][]>(`
      return arguments[0].map(({ keyframes, options, atMs, css }) => {
        const element = document.body.appendChild(document.createElement('div'))
        element.style.cssText = 'position: absolute; display: none'
        const animation = element.animate(keyframes, options)
        animation.pause()
        const values = atMs.map((ms) => { animation.currentTime = ms; return getComputedStyle(element)[css] })
        element.remove()
        return values
      })`, batch)))
  }
  const worst = { number: { by: 0, where: '' }, angle: { by: 0, where: '' }, colour: { by: 0, where: '' } }
  for (const [index, { where, lane, atMs }] of played.entries()) {
    for (const [instant, ms] of atMs.entries()) {
      // What comes into sight is there at once here, and just after in CSS (Web Animations: visibility at progress 0).
      if (instant === 0 && lane.property === 'visible') continue
      const { kind, by } = difference(lane, laneValue(lane, lane.startMs + ms) as Literal, measured[index]![instant]!)
      if (by > worst[kind].by) worst[kind] = { by, where }
    }
  }
  process.stdout.write(`keyframes: ${played.length} lanes × ${INSTANTS} instants; worst position ${worst.number.by.toFixed(4)} px (${worst.number.where}), angle ${worst.angle.by.toFixed(4)}° (${worst.angle.where}), colour ${(worst.colour.by * 255).toFixed(2)}/255 (${worst.colour.where})\n`)
  process.stdout.write(`without a CSS property: ${[...new Set(left)].join('; ')}\n`)
  expect(played.length).toBeGreaterThan(100)
  expect(worst.number.by).toBeLessThan(0.01)
  expect(worst.angle.by).toBeLessThan(0.01)
  expect(worst.colour.by).toBeLessThanOrEqual(1 / 255)
})

/** How far a computed style is from a value of ours. */
function difference(lane: Lane, ours: Literal, style: string): { readonly kind: 'number' | 'angle' | 'colour'; readonly by: number } {
  const type = propertyDefinition(lane.property)!.type
  if (type === 'yesNo') return { kind: 'number', by: (style === 'visible') === ours ? 0 : 1 }
  const numbers = (style.match(/-?[\d.]+(?:e-?\d+)?/g) ?? ['1']).map(Number)
  if (type === 'paint') {
    const [r, g, b, a] = parseColour(ours === null ? '#00000000' : String(ours))
    const theirs = srgbOf(style, numbers)
    // What is all but transparent has no colour to compare.
    return { kind: 'colour', by: a < 2 / 255 ? Math.abs(a - theirs[3]!) : Math.max(...[r, g, b, a].map((channel, index) => Math.abs(channel - theirs[index]!))) }
  }
  const theirs = lane.property === 'scaleY' ? (numbers[1] ?? numbers[0]!) : style === 'none' ? 0 : numbers[0]!
  return { kind: type === 'angle' ? 'angle' : 'number', by: Math.abs(theirs - (ours as number)) }
}

/** Red, green, blue and alpha of a computed colour in OKLab or RGB. */
function srgbOf(style: string, numbers: readonly number[]): readonly number[] {
  if (!style.startsWith('oklab')) return [...numbers.slice(0, 3).map((channel) => channel / 255), numbers[3] ?? 1]
  const [l, a, b, alpha = 1] = numbers as [number, number, number, number?]
  const [L, M, S] = [l + 0.3963377774 * a + 0.2158037573 * b, l - 0.1055613458 * a - 0.0638541728 * b, l - 0.0894841775 * a - 1.291485548 * b].map((root) => root ** 3) as [number, number, number]
  const linear = [4.0767416621 * L - 3.3077115913 * M + 0.2309699292 * S, -1.2684380046 * L + 2.6097574011 * M - 0.3413193965 * S, -0.0041960863 * L - 0.7034186147 * M + 1.707614701 * S]
  return [...linear.map((c) => Math.min(1, Math.max(0, c <= 0.0031308 ? 12.92 * c : 1.055 * c ** (1 / 2.4) - 0.055))), alpha]
}
