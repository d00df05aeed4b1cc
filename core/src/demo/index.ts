import { newProject, type Project } from '../document'
import { boardingButton } from './boarding-button'
import { mastLamp } from './mast-lamp'
import { routePanel } from './route-panel'
import { spinnerRing } from './spinner-ring'

/** *Skerry Line*, an invented island ferry: the project that ships with the application. */
export const skerryLine: Project = {
  ...newProject('skerryLine', 'Skerry Line'),
  components: [boardingButton, spinnerRing, mastLamp, routePanel],
}
