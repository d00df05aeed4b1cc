import { expect, test } from '@jest/globals'
import { useApplication } from './harness/application'
import type { BenchHands } from './harness/bench'

const application = useApplication()

/** Windows people have, by what a page has of them in px; a zoom of 200 % leaves half. */
const WINDOWS = [['800×600', 800, 600], ['1024×700', 1024, 700], ['1280×800 at 200 %', 640, 400], ['1920×1080', 1920, 1080], ['2560×1440', 2560, 1440]] as const

const PLACES = ['', 'component/boardingButton', 'component/boardingButton?at=easel', 'component/boardingButton?at=map', 'screen/home', 'screen/purser?show=arrange&part=purser-gangwayPost', 'flow', 'findings', 'findings/budgets', 'findings/promises', 'handover?form=tables'] as const

/** What somebody could not come to: controls that lie outside the window where nothing scrolls, or under something else; and whether the page scrolls. */
const OUT_OF_REACH = `
  const { scrollWidth, scrollHeight, clientWidth, clientHeight } = document.scrollingElement
  const page = [...(scrollWidth > clientWidth ? ['the page scrolls across by ' + (scrollWidth - clientWidth)] : []), ...(scrollHeight > clientHeight ? ['the page scrolls down by ' + (scrollHeight - clientHeight)] : [])]
  const scrolls = (element, across) => {
    for (let up = element.parentElement; up; up = up.parentElement) {
      const style = getComputedStyle(up)
      if (/auto|scroll/.test(across ? style.overflowX : style.overflowY)) return true
    }
    return false
  }
  const name = (element) => (element.getAttribute('aria-label') || element.innerText || element.title || element.tagName).trim().slice(0, 40)
  const controls = [...document.querySelectorAll('button, a[href], input, select, [role=button]:not(svg *), summary')].filter((element) => element.checkVisibility({ checkOpacity: true, visibilityProperty: true }) && !element.closest('[inert], .is-folded-away, .visually-hidden') && element.type !== 'file')
  const lost = controls.flatMap((element) => {
    const box = element.getBoundingClientRect()
    if (box.width < 2 || box.height < 2 || element.matches('.skip-link, .visually-hidden')) return []
    const [x, y] = [box.left + box.width / 2, box.top + box.height / 2]
    const isOutside = (x < 0 || x > innerWidth) && !scrolls(element, true) || (y < 0 || y > innerHeight) && !scrolls(element, false)
    if (isOutside) return ['out of the window: ' + name(element)]
    const over = x < 0 || y < 0 || x > innerWidth || y > innerHeight ? null : document.elementFromPoint(x, y)
    // What lies under the edge of a panel can be scrolled from under it.
    const isCovered = over && !over.closest('.panel-edge') && !element.contains(over) && !over.contains(element) && !(element.labels && [...element.labels].some((label) => label.contains(over)))
    // What is scrolled out of its panel is not under what lies there.
    const panel = element.closest('.pane, .contents-scroller, [class*=scroller], main, aside')?.getBoundingClientRect()
    const isScrolledOut = panel && (y > panel.bottom || y < panel.top || x > panel.right || x < panel.left)
    return isCovered && !isScrolledOut ? ['under ' + (over.className?.baseVal ?? over.className ?? over.tagName) + ': ' + name(element)] : []
  })
  return [...page, ...new Set(lost)]`

async function sized(hands: BenchHands, width: number, height: number): Promise<void> {
  await hands.askDevTools('Emulation.setDeviceMetricsOverride', { width, height, deviceScaleFactor: 1, mobile: false })
}

test.each(WINDOWS)('in a window of %s everything can be come to in every place, and the page itself does not scroll', async (_name, width, height) => {
  const hands = application.hands()
  await hands.openDemo('boardingButton')
  const project = (await hands.driver.getCurrentUrl()).replace(/\/component\/.*$/, '')
  await sized(hands, width, height)
  const lost: Record<string, readonly string[]> = {}
  for (const place of PLACES) {
    await hands.driver.get(`${project}/${place}`)
    await hands.find('main')
    await hands.driver.sleep(600)
    const found = await hands.driver.executeScript<readonly string[]>(OUT_OF_REACH)
    if (found.length > 0) lost[place] = found
  }
  await hands.askDevTools('Emulation.clearDeviceMetricsOverride', {})
  expect(lost).toEqual({})
})
