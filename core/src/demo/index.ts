import { newProject, type Project } from '../document'
import { boardingButton } from './boarding-button'
import { buoyMarker, soundChart } from './buoy-marker'
import { cabinCard, cabinDeck, cabins, cabinSheet, cabinVariables } from './cabin-card'
import { cabinLight, cabinLights } from './cabin-lights'
import { cabinWarmth } from './cabin-warmth'
import { crewCall } from './crew-call'
import { crewTray } from './crew-tray'
import { crossingMood, moodFace, moods } from './crossing-mood'
import { deckTabs } from './deck-tabs'
import { deckFilter, deckNews, filterChip, newsLine } from './deck-filter'
import { drillNotice } from './drill-notice'
import { engineStart } from './engine-start'
import { fareTabs } from './fare-tabs'
import { galleyMenu } from './galley-menu'
import { gangwayPost, gangwaySwitch } from './gangway-switch'
import { landingList } from './landing-list'
import { lighthouse, lighthouseBeam } from './lighthouse'
import { luggageRack, luggageTag } from './luggage-tag'
import { mastLamp } from './mast-lamp'
import { ICONS, PICTURES } from './pictures'
import { portChooser } from './port-chooser'
import { harbourNotices, noticeCard, notices, readOn } from './read-on'
import { basketBadge, goods, goodsBasket, goodsCounter, goodsLine } from './purser-counter'
import { routePanel } from './route-panel'
import { roundSwitch, safetyCard, safetyRound } from './safety-round'
import { screensOf } from './screens'
import { seatChoice } from './seat-choice'
import { seenFromTheDeck } from './seen-from-the-deck'
import { spinnerRing } from './spinner-ring'
import { demoPromises } from './promises'
import { demoTakes } from './takes'
import { tideTable } from './tide-table'
import { weatherSheet } from './weather-sheet'
import { anchorIcon, ticketButton, ticketIcon } from './ticket-button'

const withoutScreens: Project = {
  ...newProject('skerryLine', 'Skerry Line'),
  components: [
    boardingButton, spinnerRing, mastLamp, routePanel, buoyMarker, soundChart, portChooser, crewCall, ticketButton, ticketIcon, anchorIcon,
    gangwaySwitch, gangwayPost, lighthouse, lighthouseBeam, crossingMood, moodFace, cabinLights, cabinLight, engineStart,
    crewTray, seenFromTheDeck, harbourNotices, noticeCard, readOn, luggageRack, luggageTag, drillNotice,
    deckFilter, filterChip, newsLine, cabinDeck, cabinCard, cabinSheet, safetyRound, safetyCard, roundSwitch, tideTable,
    fareTabs, seatChoice, landingList, cabinWarmth, galleyMenu, deckTabs, weatherSheet, goodsLine, basketBadge, goodsCounter, goodsBasket,
  ],
  variables: cabinVariables,
  tables: [moods, notices, deckNews, cabins, goods],
  assets: Object.values(PICTURES),
  icons: ICONS,
}

/** *Skerry Line*, an invented island ferry: the project that ships with the application. */
export const skerryLine: Project = { ...withoutScreens, screens: screensOf(withoutScreens), startScreen: 'home', takes: demoTakes, promises: demoPromises }
export { demoTakes } from './takes'
