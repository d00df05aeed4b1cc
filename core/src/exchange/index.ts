export { pictureFile } from './picture'
export { rowsOf, tableFrom } from './delimited'
