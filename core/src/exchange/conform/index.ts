export { readBuildLog, type BuildLog, type BuiltMotion } from './build-log'
export { conformance, type Conformance, type Deviation } from './deviations'
