import type { Trace } from '@rheoscope/core/run'
import type { Mark, Network } from '../../../src/check/explore'

/** What happened, as far as both an exploration and a run tell it. */
export function told(mark: Mark, network: Network): readonly string[] {
  switch (mark.what) {
    case 'fired':
      return [`${mark.thing.path} fires ${mark.rule.id}`]
    case 'entered':
      return [`${mark.axis.thing.path} ${mark.axis.own} ${mark.axis.states[mark.from]} to ${mark.axis.states[mark.to]} by ${mark.rule?.id ?? 'nothing'}`]
    case 'settled':
      return network.axes.includes(mark.axis) ? [`${mark.axis.thing.path} ${mark.axis.own} settles in ${mark.axis.states[mark.state]}`] : []
    default:
      return []
  }
}

/** What happened to the things of a network in a run, in the same words. */
export function toldOf(trace: Trace, network: Network): readonly string[] {
  const things = new Map(network.things.map((thing) => [thing.path, thing]))
  const own = (path: string, axis: string): number => things.get(path)!.compiled.component.axes.findIndex(({ id }) => id === axis)
  return trace.flatMap((event): readonly string[] => {
    if (!('instance' in event) || !things.has(event.instance)) return []
    switch (event.what) {
      case 'fired':
        return [`${event.instance} fires ${event.rule}`]
      case 'state':
        return [`${event.instance} ${own(event.instance, event.axis)} ${event.from} to ${event.to} by ${event.rule ?? 'nothing'}`]
      case 'settled': {
        const axis = network.axisOf(things.get(event.instance)!, event.axis)!
        // Where nothing waits for a motion to end, the exploration does not follow it.
        return axis.motionAt < 0 ? [] : [`${event.instance} ${axis.own} settles in ${event.state}`]
      }
      default:
        return []
    }
  })
}
