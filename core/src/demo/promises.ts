import type { Pledge, PledgedState } from '../document'

const isOn = (instance: string): PledgedState => ({ instance, axis: 'cabinLightAxis', state: 'lightOn' })

/** What the scenario promises: of the lights of a cabin at most one is on, and boarding is through within two seconds. */
export const demoPromises: readonly Pledge[] = [
  { id: 'oneLight', surface: { component: 'cabinLights' }, says: { kind: 'always', that: { what: 'count', how: 'at most', many: 1, of: ['lightsReading', 'lightsBunk', 'lightsDoor'].map(isOn) } } },
  {
    id: 'aboardSoon', surface: { component: 'boardingButton' },
    says: { kind: 'after', that: { what: 'state', instance: '', axis: 'boarding', state: 'working' }, then: { what: 'state', instance: '', axis: 'boarding', state: 'done' }, withinMs: 2000 },
  },
  { id: 'backToRest', surface: { screen: 'home' }, says: { kind: 'can reach', that: { what: 'state', instance: 'home-boardingButton', axis: 'boarding', state: 'rest' } } },
]
