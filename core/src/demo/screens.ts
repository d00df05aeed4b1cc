import { instanceFor, newScreen, type Component, type Part, type Project, type Screen, type Take } from '../document'

/** A screen whose parts are named after it, so that the demo project is the same each time it is made. */
function screen(id: string, name: string, device: Screen['device'], fill: string): Screen {
  const made = newScreen(() => id, name, device)
  const [ground] = made.parts
  return { ...made, id, parts: [{ ...ground!, id: `${id}-ground`, base: { ...ground!.base, fill } }] }
}

function withInstances(project: Project, empty: Screen, placed: readonly (readonly [component: string, x: number, y: number])[]): Screen {
  return placed.reduce((now, [component, x, y]) => {
    const part = instanceFor(project, now, component, `${now.id}-${component}`, { x, y })
    return { ...now, parts: [...now.parts, part] }
  }, empty)
}

const heading = (of: Screen, text: string): Part => ({
  id: `${of.id}-heading`, kind: 'text', name: 'heading', parent: of.parts[0]!.id,
  base: { x: 24, y: 36, width: of.width - 48, height: 34, text, fontSize: 26, fontWeight: '700', fill: '#1d2b33', widthFrom: 'fixed', heightFrom: 'fixed' },
})

const withHeading = (of: Screen, text: string): Screen => ({ ...of, parts: [...of.parts, heading(of, text)] })

const WALL = { columns: 5, width: 330, height: 240 }

/** Every component side by side. */
function partsWall(project: Project, components: readonly Component[]): Screen {
  const empty = screen('wall', 'Parts wall', 'free', '#f4efe4')
  const rows = Math.ceil(components.length / WALL.columns)
  const size = { width: WALL.columns * WALL.width + 40, height: rows * WALL.height + 40 }
  const [ground] = empty.parts
  const sized: Screen = { ...empty, ...size, parts: [{ ...ground!, base: { ...ground!.base, ...size } } as Part] }
  return withInstances(project, sized, components.map(({ id }, index) => [id, 30 + (index % WALL.columns) * WALL.width, 30 + Math.floor(index / WALL.columns) * WALL.height]))
}

/** The screens of the scenario, with the components that stand on them. */
export function screensOf(project: Project): readonly Screen[] {
  const home = withHeading(screen('home', 'Home', 'phone', '#fbf8f1'), 'Skerry Line')
  const crossing = withHeading(screen('crossing', 'Crossing', 'phone', '#fbf8f1'), 'On the crossing')
  const cabins = withHeading(screen('cabins', 'Cabins', 'phone', '#fbf8f1'), 'Cabin 214')
  const kiosk = withHeading(screen('kiosk', 'Quay kiosk', 'kiosk', '#fbf8f1'), 'Skerry Quay')
  const purser = withHeading(screen('purser', 'Purser', 'tablet', '#f4efe4'), 'Purser')
  return [
    withInstances(project, home, [['portChooser', 24, 110], ['boardingButton', 24, 360], ['ticketButton', 24, 470]]),
    withInstances(project, crossing, [['soundChart', 35, 100], ['crewCall', 105, 360], ['crossingMood', 55, 450]]),
    withInstances(project, cabins, [['cabinLights', 93, 110], ['mastLamp', 93, 320]]),
    withInstances(project, purser, [['engineStart', 40, 120], ['gangwayPost', 40, 220], ['lighthouse', 40, 340], ['crewTray', 400, 120], ['luggageRack', 400, 340]]),
    withInstances(project, kiosk, [['harbourNotices', 40, 110], ['readOn', 380, 110], ['seenFromTheDeck', 700, 110], ['drillNotice', 380, 360]]),
    partsWall(project, project.components.filter(({ id }) => !['spinnerRing', 'ticketIcon', 'anchorIcon', 'moodFace', 'cabinLight', 'noticeCard', 'luggageTag'].includes(id))),
  ]
}

const mouse = 'mouse' as const
const tapAt = (atMs: number, x: number, y: number): Take['inputs'] => [
  { atMs, do: 'move', x, y, pointer: mouse }, { atMs: atMs + 40, do: 'press', x, y, pointer: mouse }, { atMs: atMs + 110, do: 'release', x, y, pointer: mouse },
]

/** One recorded run for each screen that says what is to come of it. */
export const demoTakes: readonly Take[] = [
  {
    id: 'takeBoarding', name: 'Boarding takes under two seconds', surface: { screen: 'home' }, inputs: tapAt(300, 100, 390), endsAtMs: 3000, reducedMotion: false,
    expectations: [
      { id: 'boardingWorks', byMs: 600, expect: { what: 'state', instance: 'home-boardingButton', axis: 'boarding', state: 'working' } },
      { id: 'boardingDone', byMs: 2400, expect: { what: 'text', text: 'Aboard' } },
    ],
  },
  {
    id: 'takeLights', name: 'One light at a time', surface: { screen: 'cabins' }, inputs: tapAt(200, 180, 190), endsAtMs: 2000, reducedMotion: false,
    expectations: [
      { id: 'bunkLit', byMs: 1500, expect: { what: 'state', instance: 'cabins-cabinLights/lightsBunk', axis: 'cabinLightAxis', state: 'lightOn' } },
      { id: 'readingOut', byMs: 1500, expect: { what: 'state', instance: 'cabins-cabinLights/lightsReading', axis: 'cabinLightAxis', state: 'lightOff' } },
      { id: 'lightsSettled', byMs: 1500, expect: { what: 'settled', instance: 'cabins-cabinLights/lightsBunk' } },
    ],
  },
  {
    id: 'takeEngine', name: 'The engine runs and stops by itself', surface: { screen: 'purser' }, inputs: tapAt(100, 170, 150), endsAtMs: 8000, reducedMotion: false,
    expectations: [
      { id: 'engineRuns', byMs: 4500, expect: { what: 'state', instance: 'purser-engineStart', axis: 'engineAxis', state: 'engineRunning' } },
      { id: 'engineStops', byMs: 8000, expect: { what: 'state', instance: 'purser-engineStart', axis: 'engineAxis', state: 'engineIdle' } },
    ],
  },
  {
    id: 'takeNotice', name: 'A notice opens to its own height', surface: { screen: 'kiosk' }, inputs: tapAt(200, 150, 190), endsAtMs: 1500, reducedMotion: false,
    expectations: [
      { id: 'noticeOpen', byMs: 1000, expect: { what: 'state', instance: 'kiosk-harbourNotices/noticesList:notice2', axis: 'noticeAxis', state: 'cardOpen' } },
      { id: 'noticeShut', byMs: 1000, expect: { what: 'state', instance: 'kiosk-harbourNotices/noticesList:notice1', axis: 'noticeAxis', state: 'cardShut' } },
    ],
  },
  {
    id: 'takeCrew', name: 'Somebody is coming', surface: { screen: 'crossing' }, inputs: tapAt(200, 190, 384), endsAtMs: 1500, reducedMotion: false,
    expectations: [
      { id: 'crewAsked', byMs: 800, expect: { what: 'state', instance: 'crossing-crewCall', axis: 'crewAxis', state: 'crewAsked' } },
      { id: 'crewText', byMs: 800, expect: { what: 'text', text: 'Somebody is coming' } },
    ],
  },
]
