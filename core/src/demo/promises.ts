import type { Pledge, Pledged, PledgedState } from '../document'

const isOn = (instance: string): PledgedState => ({ instance, axis: 'cabinLightAxis', state: 'lightOn' })

const isIn = (state: string): PledgedState => ({ instance: '', axis: 'tides', state })

const tides = (state: string): Pledged => ({ what: 'state', ...isIn(state) })

/**
 * What the scenario promises: of the lights of a cabin at most one is on, and boarding is through within two seconds; whoever
 * asks for the tides is answered within four, sees only the answer to what was asked last, and can always come to see it;
 * the screen of the tides asks as soon as it is shown, whichever way one comes there.
 */
export const demoPromises: readonly Pledge[] = [
  { id: 'oneLight', surface: { component: 'cabinLights' }, says: { kind: 'always', that: { what: 'count', how: 'at most', many: 1, of: ['lightsReading', 'lightsBunk', 'lightsDoor'].map(isOn) } } },
  {
    id: 'aboardSoon', surface: { component: 'boardingButton' },
    says: { kind: 'after', that: { what: 'state', instance: '', axis: 'boarding', state: 'working' }, then: { what: 'state', instance: '', axis: 'boarding', state: 'done' }, withinMs: 2000 },
  },
  {
    id: 'tidesAnswered', surface: { component: 'tideTable' },
    says: { kind: 'after', that: tides('tideLoads'), then: { what: 'count', how: 'at most', many: 0, of: [isIn('tideLoads')] }, withinMs: 4000 },
  },
  { id: 'tidesNotOld', surface: { component: 'tideTable' }, says: { kind: 'after', that: tides('tideShown'), then: { what: 'variable', name: 'isAsked', value: false }, withinMs: 0 } },
  { id: 'tidesReached', surface: { component: 'tideTable' }, says: { kind: 'can reach', that: tides('tideShown') } },
  {
    id: 'tidesAsked', surface: { screen: 'home' }, through: true,
    says: { kind: 'after', that: { what: 'shown', screen: 'tides' }, then: { what: 'state', instance: '@tides/tides-tideTable', axis: 'tides', state: 'tideLoads' }, withinMs: 0 },
  },
  { id: 'backToRest', surface: { screen: 'home' }, says: { kind: 'can reach', that: { what: 'state', instance: 'home-boardingButton', axis: 'boarding', state: 'rest' } } },
]
