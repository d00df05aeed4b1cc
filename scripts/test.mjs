/** `npm test`: installs what is missing, then types, lint, unit tests, and end-to-end tests in Chromium. */
import { installBrowser, installPackages, installPostgres, lane, step } from './install.mjs'

installPackages()
installBrowser()
installPostgres()
const silent = (script) => [script, 'npm', ['run', '--silent', script]]
// Two things at a time keep two cores busy.
const codes = await Promise.all([lane([silent('typecheck'), silent('lint'), silent('build')]), lane([silent('unit')])])
const failed = codes.find((code) => code !== 0)
if (failed !== undefined) process.exit(failed)
step('end-to-end tests', 'npm', ['run', '--silent', 'e2e'])
