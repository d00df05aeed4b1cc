import { slug, type Project } from '../../document'
import { drawList, startRun, stillLife } from '../../run'
import { counted } from '../counted'
import { pictureFile } from '../picture'
import { withAssets, withFonts } from '../pictures/stand-alone'
import { chosen, componentsOf, nameOf, rasterFor, type Form, type HandedFile, type Setting, type Subject } from './form'
import { looksOf } from './kept-forms'

/** A picture by its name, without the ending of a file. */
interface Still {
  readonly name: string
  readonly picture: string
}

/** What can be seen of something at rest: each look of components, and screens as they begin. */
function stillsOf(project: Project, subject: Subject): readonly Still[] {
  const screens = subject.of === 'component' ? [] : project.screens.filter(({ id }) => subject.of === 'project' || subject.id === id)
  const components = subject.of === 'screen' ? [] : componentsOf(project, subject)
  return [
    ...components.flatMap((component) => looksOf(component).map(({ name, standing }) => ({ name: `${slug(component.name)}-${slug(name)}`, picture: pictureFile(stillLife(project, component.id, { standing })) }))),
    ...screens.map(({ id, name }) => ({ name: slug(name), picture: pictureFile(drawList(startRun(project, { screen: id }))) })),
  ].map(({ name, picture }) => ({ name, picture: withAssets(project, picture) }))
}

const FONTS: Setting = { name: 'fonts', label: 'fonts', choices: ['in the picture', 'by name'] }

/** Every look, and every screen, as a picture of shapes. */
export const svgPictures: Form = {
  name: 'svg',
  label: 'SVG',
  forWhom: 'Looks at it',
  says: 'Each look, and each screen as it begins, as an SVG picture, as large as it is drawn (SVG 2). Texts stay texts.',
  takes: ['project', 'component', 'screen'],
  settings: [FONTS],
  make: async (project, subject, making) => {
    nameOf(project, subject)
    const fonts = chosen(FONTS, making) === 'by name' ? [] : (await making.kit()).fonts
    const files = stillsOf(project, subject).map(({ name, picture }): HandedFile => ({ name: `${name}.svg`, mediaType: 'image/svg+xml', content: withFonts(picture, fonts) }))
    return { files, holds: [counted(files.length, 'picture')], leavesOut: fonts.length > 0 ? [] : ['The fonts of its texts: where they are not installed others are shown.'] }
  },
}

export const SCALE: Setting = { name: 'scale', label: 'scale', choices: ['1', '2', '3'] }

/** Every look, and every screen, as a picture of pixels. */
export const pngPictures: Form = {
  name: 'png',
  label: 'PNG',
  forWhom: 'Looks at it',
  says: 'Each look, and each screen as it begins, as a PNG picture with so many pixels for each px. What nothing is drawn on is clear.',
  takes: ['project', 'component', 'screen'],
  settings: [SCALE],
  make: async (project, subject, making) => {
    nameOf(project, subject)
    const scale = Number(chosen(SCALE, making))
    const raster = await rasterFor(making)
    const stills = stillsOf(project, subject)
    const files = stills.map(({ name, picture }, index): HandedFile => {
      making.progress(index / stills.length)
      return { name: scale === 1 ? `${name}.png` : `${name}@${scale}x.png`, mediaType: 'image/png', content: raster.png(picture, scale) }
    })
    return { files, holds: [counted(files.length, 'picture'), `${counted(scale, 'pixel')} for each px`], leavesOut: [] }
  },
}
