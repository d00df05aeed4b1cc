import { existsSync, readFileSync } from 'node:fs'
import { Command, Option } from 'commander'
import { RheoError } from '@rheoscope/core/document'
import { readProject } from '@rheoscope/core/schema'
import { checkReport, type Format } from './check-report'
import { takeFrom, takeReport } from './take-report'

/** Exit codes: nothing to complain of, findings at or above the level asked for or something a take misses, could not run. */
const [CLEAN, FOUND, FAILED] = [0, 1, 2] as const

const program = new Command('rheoscope').description('Rheoscope without its interface, for build pipelines').exitOverride((error) => process.exit(error.exitCode === 0 ? CLEAN : FAILED))

program
  .command('check')
  .description('check every component of a project file')
  .argument('<file>', 'a .rheo.json file')
  .addOption(new Option('--format <format>', 'how to print the findings').choices(['text', 'json']).default('text'))
  .addOption(new Option('--level <level>', 'the least level that counts as found').choices(['fault', 'risk', 'note']).default('fault'))
  .action((file: string, { format, level }: { format: Format; level: 'fault' | 'risk' | 'note' }) => {
    const { text, isFound } = checkReport(readProject(readFileSync(file, 'utf8')), format, level)
    process.stdout.write(text)
    process.exitCode = isFound ? FOUND : CLEAN
  })

program
  .command('run')
  .description('play a take of a project file and say what it comes to')
  .argument('<file>', 'a .rheo.json file')
  .requiredOption('--take <take>', 'the name of a take in it, or a file with one')
  .addOption(new Option('--format <format>', 'how to print what it comes to; as data with the whole trace').choices(['text', 'json']).default('text'))
  .action((file: string, { take: named, format }: { take: string; format: Format }) => {
    const project = readProject(readFileSync(file, 'utf8'))
    const take = takeFrom(project, named, () => (existsSync(named) ? readFileSync(named, 'utf8') : null))
    const { text, isMet } = takeReport(project, take, format)
    process.stdout.write(text)
    process.exitCode = isMet ? CLEAN : FOUND
  })

try {
  program.parse()
} catch (error) {
  const sentence = error instanceof RheoError ? error.message : `The file cannot be read: ${(error as Error).message}.`
  process.stderr.write(`${sentence}\n`)
  process.exitCode = FAILED
}
