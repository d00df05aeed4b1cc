export { connectionsOf, type Connection } from './connections'
export { laidOut, type MapGraph, type MapLayout } from './laid-out'
