/** `npm test`: installs what is missing, then types, lint, unit tests, and end-to-end tests in Chromium. */
import { build, installBrowser, installPackages, step } from './install.mjs'

installPackages()
installBrowser()
step('types', 'npm', ['run', '--silent', 'typecheck'])
step('lint', 'npm', ['run', '--silent', 'lint'])
step('unit tests', 'npm', ['run', '--silent', 'unit'])
build()
step('end-to-end tests', 'npm', ['run', '--silent', 'e2e'])
