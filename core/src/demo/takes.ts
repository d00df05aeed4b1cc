import type { Take } from '../document'

const mouse = 'mouse' as const
const tapAt = (atMs: number, x: number, y: number): Take['inputs'] => [
  { atMs, do: 'move', x, y, pointer: mouse }, { atMs: atMs + 40, do: 'press', x, y, pointer: mouse }, { atMs: atMs + 110, do: 'release', x, y, pointer: mouse },
]

/** A finger goes down and, in so many equal steps of 16 ms, somewhere else. */
const dragTo = (atMs: number, from: readonly [x: number, y: number], to: readonly [x: number, y: number], steps = 12): Take['inputs'] => {
  const at = (step: number) => ({ x: from[0] + ((to[0] - from[0]) * step) / steps, y: from[1] + ((to[1] - from[1]) * step) / steps })
  const endMs = atMs + steps * 16
  return [
    { atMs, do: 'press', ...at(0), pointer: 'touch' },
    ...Array.from({ length: steps }, (_step, index): Take['inputs'][number] => ({ atMs: atMs + (index + 1) * 16, do: 'move', ...at(index + 1), pointer: 'touch' })),
    { atMs: endMs + 20, do: 'release', ...at(steps), pointer: 'touch' }, { atMs: endMs + 20, do: 'exit', pointer: 'touch' },
  ]
}

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
    id: 'takeLights', name: 'One light at a time', surface: { screen: 'cabins' }, inputs: tapAt(200, 180, 450), endsAtMs: 2000, reducedMotion: false,
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
    id: 'takeCrew', name: 'Somebody is coming', surface: { screen: 'crossing' }, inputs: tapAt(200, 190, 354), endsAtMs: 1500, reducedMotion: false,
    expectations: [
      { id: 'crewAsked', byMs: 800, expect: { what: 'state', instance: 'crossing-crewCall', axis: 'crewAxis', state: 'crewAsked' } },
      { id: 'crewText', byMs: 800, expect: { what: 'text', text: 'Somebody is coming' } },
    ],
  },
  {
    id: 'takeFilter', name: 'The chip for food shows the soup', surface: { screen: 'crossing' }, inputs: tapAt(200, 146, 580), endsAtMs: 1500, reducedMotion: false,
    expectations: [
      { id: 'filterFood', byMs: 800, expect: { what: 'text', text: 'Soup until two' } },
      { id: 'filterChip', byMs: 800, expect: { what: 'state', instance: 'crossing-deckFilter/filter-food', axis: 'chipAxis', state: 'chipChosen' } },
    ],
  },
  {
    id: 'takeCabin', name: 'The card of cabin 216 becomes its sheet', surface: { screen: 'cabins' }, inputs: [...tapAt(200, 180, 220), ...tapAt(1500, 195, 612)], endsAtMs: 3000, reducedMotion: false,
    expectations: [
      { id: 'cabinOpen', byMs: 1000, expect: { what: 'variable', name: 'openCabin', value: '216' } },
      { id: 'cabinOther', byMs: 1000, expect: { what: 'state', instance: 'cabins-cabinDeck/cabinList:cabin214', axis: 'cabinAxis', state: 'cabinAway' } },
      { id: 'cabinSheetThere', byMs: 1000, expect: { what: 'text', text: 'Back to the cabins' } },
      { id: 'cabinClosed', byMs: 2800, expect: { what: 'state', instance: 'cabins-cabinDeck/cabinList:cabin214', axis: 'cabinAxis', state: 'cabinHere' } },
    ],
  },
  {
    id: 'takeRound', name: 'All done ticks every task', surface: { screen: 'purser' }, inputs: tapAt(200, 270, 884), endsAtMs: 1200, reducedMotion: false,
    expectations: [
      { id: 'roundFirst', byMs: 800, expect: { what: 'state', instance: 'purser-safetyRound/safety-0', axis: 'safetyAxis', state: 'safetyDone' } },
      { id: 'roundLast', byMs: 800, expect: { what: 'state', instance: 'purser-safetyRound/safety-3', axis: 'safetyAxis', state: 'safetyDone' } },
    ],
  },
  {
    id: 'takeCrossing', name: 'From home to the crossing and back', surface: { screen: 'home' }, inputs: [...tapAt(200, 60, 672), ...tapAt(1200, 40, 812)], endsAtMs: 2400, reducedMotion: false,
    expectations: [
      { id: 'crossingThere', byMs: 900, expect: { what: 'text', text: 'How was the crossing?' } },
      { id: 'crossingBack', byMs: 2200, expect: { what: 'text', text: 'Skerry Line' } },
    ],
  },
  {
    id: 'takeWall', name: 'On the wall everything answers for itself', surface: { screen: 'wall' }, inputs: tapAt(200, 90, 50), endsAtMs: 3000, reducedMotion: false,
    expectations: [
      { id: 'wallBoards', byMs: 600, expect: { what: 'state', instance: 'wall-boardingButton', axis: 'boarding', state: 'working' } },
      { id: 'wallEngine', byMs: 600, expect: { what: 'state', instance: 'wall-engineStart', axis: 'engineAxis', state: 'engineIdle' } },
    ],
  },
  {
    id: 'takeCounter', name: 'Soup and a map go into the basket', surface: { screen: 'counter' }, endsAtMs: 5000, reducedMotion: false,
    inputs: [
      ...tapAt(200, 100, 122), { atMs: 500, do: 'type', instance: 'counter-goodsCounter', part: 'counterFind', text: 'soup' }, ...tapAt(1200, 321, 178),
      ...tapAt(1800, 100, 122), { atMs: 2000, do: 'type', instance: 'counter-goodsCounter', part: 'counterFind', text: '' }, ...tapAt(2600, 321, 228), ...tapAt(3800, 290, 812),
    ],
    expectations: [
      { id: 'counterSoup', byMs: 1100, expect: { what: 'text', text: 'Fish soup' } },
      { id: 'counterSum', byMs: 3600, expect: { what: 'text', text: '€ 12.40' } },
      { id: 'basketMap', byMs: 5000, expect: { what: 'text', text: 'Deck map' } },
      { id: 'basketOffers', byMs: 5000, expect: { what: 'text', text: 'Put it all back' } },
    ],
  },
  {
    id: 'takeDecks', name: 'The panels follow a finger, the line the tab', surface: { screen: 'decks' }, endsAtMs: 3000, reducedMotion: false,
    inputs: [...tapAt(200, 156, 108), ...dragTo(1200, [300, 200], [90, 200])],
    expectations: [
      { id: 'decksSaloon', byMs: 1000, expect: { what: 'state', instance: 'decks-deckTabsComponent', axis: 'deckTabsAxis', state: 'saloonDeckShown' } },
      { id: 'decksPromenade', byMs: 2400, expect: { what: 'state', instance: 'decks-deckTabsComponent', axis: 'deckTabsAxis', state: 'promenadeDeckShown' } },
      { id: 'decksAt', byMs: 2400, expect: { what: 'settled', instance: 'decks-deckTabsComponent' } },
    ],
  },
  {
    id: 'takeWeather', name: 'The sheet follows the finger up, its head shrinks', surface: { screen: 'decks' }, endsAtMs: 4000, reducedMotion: false,
    inputs: [...dragTo(200, [195, 640], [195, 560]), ...dragTo(1200, [195, 510], [195, 440]), { atMs: 2200, do: 'wheel', x: 195, y: 560, deltaX: 0, deltaY: 80 }, { atMs: 3000, do: 'wheel', x: 195, y: 560, deltaX: 0, deltaY: -80 }],
    expectations: [
      { id: 'weatherMiddle', byMs: 1000, expect: { what: 'state', instance: 'decks-weatherSheet', axis: 'sheetAxis', state: 'sheetMiddle' } },
      { id: 'weatherHigh', byMs: 2100, expect: { what: 'state', instance: 'decks-weatherSheet', axis: 'sheetAxis', state: 'sheetHigh' } },
      { id: 'weatherSmall', byMs: 2800, expect: { what: 'state', instance: 'decks-weatherSheet', axis: 'sheetHeaderAxis', state: 'headSmall' } },
      { id: 'weatherTall', byMs: 4000, expect: { what: 'state', instance: 'decks-weatherSheet', axis: 'sheetHeaderAxis', state: 'headTall' } },
    ],
  },
]
