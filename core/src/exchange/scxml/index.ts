export { scxmlIn, type ScxmlIn } from './scxml-in'
