import { instanceFor, newScreen, rootOf, screenRule, type Component, type Motion, type Part, type Project, type Rule, type Screen, type Value } from '../document'
import { timed } from './building'

/** A screen whose parts are named after it, so that the demo project is the same each time it is made. */
function screen(id: string, name: string, device: Screen['device'], fill: string): Screen {
  const made = newScreen(() => id, name, device)
  const ground = rootOf(made)
  return { ...made, id, ...(device === 'phone' ? { sizes: [{ id: `${id}-small`, name: 'small phone', width: 360, height: 740 }] } : {}), parts: [{ ...ground, id: `${id}-ground`, base: { ...ground.base, fill } }] }
}

function withInstances(project: Project, empty: Screen, placed: readonly (readonly [component: string, x: number, y: number])[]): Screen {
  return placed.reduce((now, [component, x, y]) => {
    const part = instanceFor(project, now, component, `${now.id}-${component}`, { x, y })
    const pinned: Part = now.sizes ? { ...part, base: { ...part.base, pinX: 'centre' } } : part
    return { ...now, parts: [...now.parts, pinned] }
  }, empty)
}

const heading = (of: Screen, text: Value): Part => ({
  id: `${of.id}-heading`, kind: 'text', name: 'heading', parent: rootOf(of).id,
  base: { x: 24, y: 36, width: of.width - 48, height: 34, text, fontSize: 26, fontWeight: '700', fill: '#1d2b33', widthFrom: 'fixed', heightFrom: 'fixed' },
})

const withHeading = (of: Screen, text: Value): Screen => ({ ...of, parts: [...of.parts, heading(of, text)] })

const WALL = { columns: 5, width: 330, height: 240 }

/** Every component side by side. */
function partsWall(project: Project, components: readonly Component[]): Screen {
  const empty = screen('wall', 'Parts wall', 'free', '#f4efe4')
  const rows = Math.ceil(components.length / WALL.columns)
  const size = { width: WALL.columns * WALL.width + 40, height: rows * WALL.height + 40 }
  const ground = rootOf(empty)
  const sized: Screen = { ...empty, ...size, parts: [{ ...ground, base: { ...ground.base, ...size } }] }
  return withInstances(project, sized, components.map(({ id }, index) => [id, 30 + (index % WALL.columns) * WALL.width, 30 + Math.floor(index / WALL.columns) * WALL.height]))
}

/** What takes one on: words at a place, and a rule that goes to another screen. */
function withLink(of: Screen, words: string, at: { readonly x: number; readonly y: number; readonly pinY?: string }, screen: string, motion: Motion | null): Screen {
  const id = `${of.id}-to-${screen}`
  const link: Part = {
    id, kind: 'text', name: words, parent: rootOf(of).id,
    base: { ...at, text: words, fontSize: 16, fontWeight: '600', fill: '#2f6f9f', cursor: 'pointer', role: 'link', accessibleName: words, focusable: true, widthFrom: 'content', heightFrom: 'content' },
  }
  const going: Rule = { ...screenRule(`${id}-rule`, { on: 'tap' }, id), actions: [{ id: `${id}-goes`, do: 'go to screen', screen, motion }] }
  return { ...of, parts: [...of.parts, link], rules: [...of.rules, going] }
}

/** A screen that comes in from the right, and goes back there. */
const fromTheRight = (of: Screen): Screen => ({ ...of, absent: { [rootOf(of).id]: { translateX: of.width } }, motion: timed(320, 'cubic-bezier(0.2, 0, 0, 1)') })

/** At the foot of a screen, also of a lower one. */
const BACK = { x: 24, y: 800, pinY: 'end' }

/** The cabin that is open, over the cabins. */
function cabinOverlay(project: Project): Screen {
  const size = { width: 342, height: 420 }
  const empty: Screen = { ...screen('cabin', 'Cabin', 'free', '#ffffff'), ...size, kind: 'overlay', overlay: { backdropOpacity: 0.35, closesOnOutsideTap: true, closesOnEscape: true }, motion: timed(300, 'ease-out') }
  return withInstances(project, { ...empty, parts: [{ ...rootOf(empty), base: size }] }, [['cabinSheet', 0, 0]])
}

/** Where the first screen leads on, and where the words for it stand. */
const LINKS = [['Cabins', 'cabins', 24, 620], ['On the crossing', 'crossing', 24, 660], ['Tides', 'tides', 24, 700], ['Decks and weather', 'decks', 200, 620]] as const

/** The screens of the scenario, with the components that stand on them. */
export function screensOf(project: Project): readonly Screen[] {
  const home = LINKS.reduce<Screen>((of, [words, to, x, y]) => withLink(of, words, { x, y }, to, null), withHeading(screen('home', 'Home', 'phone', '#fbf8f1'), 'Skerry Line'))
  const crossing = fromTheRight(withLink(withHeading(screen('crossing', 'Crossing', 'phone', '#fbf8f1'), 'On the crossing'), 'Home', BACK, 'home', null))
  const cabins = fromTheRight(withLink(withHeading(screen('cabins', 'Cabins', 'phone', '#fbf8f1'), { expr: "openCabin == '' ? 'Cabins' : 'Cabin ' + openCabin" }), 'Home', BACK, 'home', null))
  const tides = fromTheRight(withLink(withHeading(screen('tides', 'Tides', 'phone', '#fbf8f1'), 'Tides'), 'Home', BACK, 'home', null))
  const decks = fromTheRight(withLink(withHeading(screen('decks', 'Decks', 'phone', '#fbf8f1'), 'Decks and weather'), 'Home', BACK, 'home', null))
  const counter = fromTheRight(withLink(withHeading(screen('counter', 'Counter', 'phone', '#fbf8f1'), 'Purser’s counter'), 'Your basket', { ...BACK, x: 250 }, 'basket', null))
  const basket = fromTheRight(withLink(withHeading(screen('basket', 'Basket', 'phone', '#fbf8f1'), 'Your basket'), 'Home', BACK, 'home', null))
  const asking: Rule = { ...screenRule('tides-asks', { on: 'shown' }, null), actions: [{ id: 'tides-asks-it', do: 'send', message: 'ask', payload: null, recipient: { instance: 'tides-tideTable' } }] }
  const kiosk = withHeading(screen('kiosk', 'Quay kiosk', 'kiosk', '#fbf8f1'), 'Skerry Quay')
  const purser = withHeading(screen('purser', 'Purser', 'tablet', '#f4efe4'), 'Purser')
  return [
    withInstances(project, home, [['portChooser', 24, 110], ['boardingButton', 24, 360], ['ticketButton', 24, 470]]),
    withInstances(project, crossing, [['soundChart', 35, 100], ['crewCall', 105, 330], ['crossingMood', 55, 410], ['deckFilter', 43, 560]]),
    withInstances(project, cabins, [['cabinDeck', 24, 100], ['cabinLights', 93, 370], ['mastLamp', 93, 560]]),
    withInstances(project, { ...tides, rules: [...tides.rules, asking] }, [['tideTable', 55, 110]]),
    withInstances(project, purser, [['engineStart', 40, 120], ['gangwayPost', 40, 220], ['lighthouse', 40, 340], ['crewTray', 400, 120], ['luggageRack', 400, 340], ['safetyRound', 40, 640], ['routePanel', 400, 640]]),
    withInstances(project, kiosk, [['harbourNotices', 40, 110], ['readOn', 380, 110], ['seenFromTheDeck', 700, 110], ['drillNotice', 380, 360]]),
    partsWall(project, project.components.filter(({ id }) => !INSIDE_OTHERS.includes(id))),
    cabinOverlay(project),
    withInstances(project, decks, [['deckTabsComponent', 35, 90], ['weatherSheet', 24, 284]]),
    withInstances(project, counter, [['goodsCounter', 39, 100]]),
    withInstances(project, basket, [['goodsBasket', 39, 100]]),
  ]
}

/** Components that only stand inside others. */
const INSIDE_OTHERS = ['spinnerRing', 'ticketIcon', 'anchorIcon', 'moodFace', 'cabinLight', 'noticeCard', 'luggageTag', 'filterChip', 'newsLine', 'cabinCard', 'cabinSheet', 'safetyCard', 'roundSwitch', 'goodsLine', 'basketBadge']
