export { pictureFile } from './picture'
