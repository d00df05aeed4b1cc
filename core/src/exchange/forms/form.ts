import { firstOf, RheoError, type Component, type Id, type Named, type Project, type Take } from '../../document'
import type { Bitmap, Raster } from '../pictures/raster'

/** What is handed over: all of a project, or one thing in it. */
export type Subject = { readonly of: 'project' } | { readonly of: 'component' | 'screen' | 'take'; readonly id: Id }

/** A file that is handed over. */
export interface HandedFile {
  readonly name: string
  /** Its media type (RFC 6838). */
  readonly mediaType: string
  readonly content: string | Uint8Array
}

/** What a form came to. */
export interface HandedOver {
  /** The first is the one to look at. */
  readonly files: readonly HandedFile[]
  /** What the form holds of it, a line each. */
  readonly holds: readonly string[]
  /** What the form cannot hold of it, a sentence each, with what it is about. */
  readonly leavesOut: readonly string[]
}

/** What something is made with. */
export interface Making {
  readonly kit: () => Promise<RunningKit>
  /** What has been chosen of the settings of the form, by their names; as usual where nothing has. */
  readonly settings: Readonly<Record<string, string>>
  /** Told the share that is done, 0 to 1, while something takes long. */
  readonly progress: (share: number) => void
  /** Makes a film of pictures of one size (WebM); null where there is nothing that could: only browsers have it. */
  readonly film: ((frames: Iterable<FilmFrame>) => Promise<Uint8Array>) | null
}

/** A picture of a film, and how long it stays. */
export interface FilmFrame {
  readonly bitmap: Bitmap
  readonly atMs: number
  readonly lastsMs: number
}

/** Something that can be chosen of a form. */
export interface Setting {
  readonly name: string
  readonly label: string
  /** The first is the usual one. */
  readonly choices: readonly string[]
}

/** What a page that runs by itself is built of, as the build of the application leaves it. */
export interface RunningKit {
  /** The run and the painter as one script, for a page and for an element. */
  readonly script: string
  readonly element: string
  /** What writes down what a page does. */
  readonly probe: string
  readonly style: string
  readonly fonts: readonly RunningFont[]
  /** What pictures are drawn with. */
  readonly drawing: () => Promise<Drawing>
  /** The SHA-256 of a text in base64 (FIPS 180-4), which whoever has a clock and a machine makes. */
  readonly sha256: (text: string) => Promise<string>
}

/** What draws SVG as pixels. */
export interface Drawing {
  /** WebAssembly. */
  readonly code: Uint8Array<ArrayBuffer>
  readonly faces: readonly DrawingFace[]
}

/** A font that pictures are drawn with. */
export interface DrawingFace extends Pick<RunningFont, 'family' | 'range'> {
  /** TrueType. */
  readonly data: Uint8Array
}

/** A font for some characters. */
export interface RunningFont {
  readonly family: 'sans' | 'mono' | 'fallback'
  readonly weight: string
  /** The characters, as `unicode-range` has them (CSS Fonts 4). */
  readonly range: string
  /** WOFF2 in base64. */
  readonly data: string
}

/** For whom a form is, in the order in which they are offered. */
export const READERS = ['Builds it', 'Tests it', 'Looks at it', 'Keeps it'] as const

/** A form in which a design leaves the application. */
export interface Form {
  /** The word of the address and the command line. */
  readonly name: string
  readonly label: string
  readonly forWhom: (typeof READERS)[number]
  /** What it is, in a sentence or two. */
  readonly says: string
  readonly takes: readonly Subject['of'][]
  readonly settings?: readonly Setting[]
  /** Makes it. Throws a `RheoError` (`missing`) where there is no such thing, and (`unreadable`) where it cannot be made. */
  readonly make: (project: Project, subject: Subject, making: Making) => HandedOver | Promise<HandedOver>
}

/** What is chosen of a setting. Throws a `RheoError` (`unreadable`) for what is none of its choices. */
export function chosen({ name, label, choices }: Setting, { settings }: Pick<Making, 'settings'>): string {
  const said = settings[name] ?? firstOf(choices)
  if (!choices.includes(said)) throw new RheoError('unreadable', name, `The ${label} is ${choices.join(' or ')}, not “${said}”.`)
  return said
}

/** What draws pictures as pixels; its code is loaded only then. */
export async function rasterFor({ kit }: Pick<Making, 'kit'>): Promise<Raster> {
  const { Raster } = await import('../pictures/raster')
  return Raster.open(await (await kit()).drawing())
}

/** What is said of a form that begins where the project does. */
export const NO_START = 'The project has no screen to start on: choose one with “Start here” on the stage.'

/** What the thing is called that is handed over. Throws a `RheoError` (`missing`) where it is not there. */
export const nameOf = (project: Project, subject: Subject): string => (subject.of === 'project' ? project.name : found<Named>(project[`${subject.of}s`], subject).name)

/** The component that is handed over. Throws a `RheoError` (`missing`) where it is not there. */
export const componentIn = ({ components }: Project, subject: Subject): Component => found(components, subject)

/** The take that is handed over. Throws a `RheoError` (`missing`) where it is not there. */
export const takeIn = ({ takes }: Project, subject: Subject): Take => found(takes, subject)

function found<T extends Named>(things: readonly T[], subject: Subject): T {
  const id = subject.of === 'project' ? '' : subject.id
  const thing = things.find((each) => each.id === id)
  if (!thing) throw new RheoError('missing', id, `There is no ${subject.of} “${id}” in this project.`)
  return thing
}

/** The components a subject is about: itself, or all. */
export const componentsOf = (project: Project, subject: Subject): readonly Component[] => (subject.of === 'component' ? [componentIn(project, subject)] : project.components)
