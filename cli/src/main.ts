import { existsSync, readFileSync } from 'node:fs'
import { Command, InvalidArgumentError, Option } from 'commander'
import { MODALITIES, type Severity, type Modality } from '@rheoscope/core/check'
import { RheoError, serialise, type Project } from '@rheoscope/core/document'
import { FORMS, openedText } from '@rheoscope/core/exchange'
import { checkReport, FORMATS, LEVELS, type Format } from './check-report'
import { textIn, writeBeside, writeFiles } from './beside'
import { handedOver, type AskedFor } from './handed-over'
import { conformReport, type ConformFormat } from './conform-report'
import { scxmlInto } from './scxml-into'
import { tokensInto } from './tokens-into'
import { writtenOf } from './written-of'
import { takeFrom, takeReport, type TakeFormat } from './take-report'

/** Exit codes: no findings, findings at or above the level asked for or something a take misses, could not run or a check broke down. */
const [CLEAN, FOUND, FAILED] = [0, 1, 2] as const

const program = new Command('rheoscope').description('Rheoscope without its interface, for build pipelines').exitOverride((error) => process.exit(error.exitCode === 0 ? CLEAN : FAILED))

const listOf = <Item extends string>(text: string, known: readonly Item[]): readonly Item[] => {
  const items = text.split(',').map((item) => item.trim())
  return items.map((item) => {
    const found = known.find((each) => each === item)
    if (found === undefined) throw new InvalidArgumentError(`“${item}” is none of ${known.join(', ')}.`)
    return found
  })
}

program
  .command('check')
  .description('check the components and screens of a project file')
  .argument('<file>', 'a .rheo.json or .rheo file')
  .addOption(new Option('--screen <name>', 'look only at one screen and what stands on it, by its name or id'))
  .addOption(new Option('--ways <ways>', 'the ways in which people work').default(MODALITIES, MODALITIES.join(',')).argParser((text) => listOf(text, MODALITIES)))
  .addOption(new Option('--format <format>', 'how to print the findings').choices(FORMATS).default('text'))
  .addOption(new Option('--fail-on <level>', 'the least level that makes it fail').choices(LEVELS).default('fault'))
  .addOption(new Option('--max-level <level>', 'the former name of --fail-on').choices(LEVELS).hideHelp())
  .action((file: string, { screen, ways, format, failOn, maxLevel }: { screen?: string; ways: readonly Modality[]; format: Format; failOn: Severity; maxLevel?: Severity }) => {
    const project = projectIn(file)
    const { text, isFound, failures } = checkReport(project, { file, format, level: maxLevel ?? failOn, ways, ...(screen === undefined ? {} : { screen }) })
    process.stdout.write(text)
    process.stderr.write(failures.map((sentence) => `${sentence}\n`).join(''))
    process.exitCode = failures.length > 0 ? FAILED : isFound ? FOUND : CLEAN
  })

program
  .command('run')
  .description('play a take of a project file and say what it comes to')
  .argument('<file>', 'a .rheo.json or .rheo file')
  .requiredOption('--take <take>', 'the name of a take in it, or a file with one')
  .addOption(new Option('--format <format>', 'how to print what it comes to; as data with the whole trace').choices(['text', 'json']).default('text'))
  .action((file: string, { take: named, format }: { take: string; format: TakeFormat }) => {
    const project = projectIn(file)
    const take = takeFrom(project, named, () => (existsSync(named) ? readFileSync(named, 'utf8') : null))
    const { text, isMet } = takeReport(project, take, format)
    process.stdout.write(text)
    process.exitCode = isMet ? CLEAN : FOUND
  })

program
  .command('write')
  .description('print a project, or one component of it, in its written form')
  .argument('<file>', 'a .rheo.json or .rheo file')
  .addOption(new Option('--component <name>', 'only this component, by its name or id'))
  .addOption(new Option('--out <file>', 'write it there, and the pictures beside it as files'))
  .action((file: string, { component, out }: { component?: string; out?: string }) => {
    if (out === undefined) process.stdout.write(writtenOf(projectIn(file), component))
    else writeBeside(out, projectIn(file), component)
  })

program
  .command('read')
  .description('print what a written form says as a project file')
  .argument('<file>', 'a .rheo file')
  .addOption(new Option('--into <file>', 'a project whose things of the same names are replaced; the others stay'))
  .action((file: string, { into }: { into?: string }) => {
    process.stdout.write(serialise(openedText(textIn(file), into === undefined ? null : projectIn(into)).project))
  })

program
  .command('export')
  .description('hand over a project, or one thing in it, in a form for others')
  .argument('<file>', 'a .rheo.json or .rheo file')
  .addOption(new Option('--as <form>', 'the form').choices(FORMS.map(({ name }) => name)).makeOptionMandatory())
  .addOption(new Option('--component <name>', 'only this component, by its name or id').conflicts(['screen', 'take']))
  .addOption(new Option('--screen <name>', 'only this screen').conflicts(['component', 'take']))
  .addOption(new Option('--take <name>', 'only this take').conflicts(['component', 'screen']))
  .addOption(new Option('--set <name=value>', 'choose one of the settings of the form; can be said several times').argParser((said: string, before: readonly string[] = []) => [...before, said]))
  .addOption(new Option('--out <path>', 'the file, or the folder for several; otherwise a single text is printed'))
  .action(async (file: string, { out, ...asked }: AskedFor & { out?: string }) => {
    const { files, leavesOut } = await handedOver(projectIn(file), asked)
    writeFiles(files, out)
    process.stderr.write(leavesOut.map((sentence) => `Left out: ${sentence}\n`).join(''))
    process.exitCode = files.length === 0 ? FAILED : CLEAN
  })

program
  .command('import')
  .description('bring something into a project, and print the project file that comes of it')
  .argument('<file>', 'the file to bring in')
  .addOption(new Option('--as <form>', 'what it is: design tokens (JSON of the Design Tokens Format Module), or a state chart (SCXML)').choices(['tokens', 'scxml']).makeOptionMandatory())
  .addOption(new Option('--into <file>', 'the project, a .rheo.json or .rheo file').makeOptionMandatory())
  .addOption(new Option('--out <file>', 'write the project there; otherwise it is printed'))
  .action(async (file: string, { as, into, out }: { as: 'tokens' | 'scxml'; into: string; out?: string }) => {
    const { project, changes, leftOut } = await (as === 'tokens' ? tokensInto : scxmlInto)(projectIn(into), textIn(file))
    writeFiles([{ name: 'project.rheo.json', mediaType: 'application/vnd.rheoscope+json', content: serialise(project) }], out)
    process.stderr.write([...changes, ...leftOut.map((sentence) => `Left out: ${sentence}`)].map((line) => `${line}\n`).join(''))
  })

program
  .command('conform')
  .description('say what was built otherwise than it was designed')
  .argument('<file>', 'a .rheo.json or .rheo file')
  .requiredOption('--log <file>', 'what the probe of a component has written')
  .addOption(new Option('--format <format>', 'how to print what differs').choices(['text', 'json']).default('text'))
  .action((file: string, { log, format }: { log: string; format: ConformFormat }) => {
    const { text, conforms } = conformReport(projectIn(file), textIn(log), format)
    process.stdout.write(text)
    process.exitCode = conforms ? CLEAN : FOUND
  })

try {
  await program.parseAsync()
} catch (error) {
  const sentence = error instanceof RheoError ? error.message : isOfSystem(error) ? `The file cannot be read: ${error.message}.` : `Rheoscope broke down: ${error instanceof Error ? String(error.stack) : JSON.stringify(error)}`
  process.stderr.write(`${sentence}\n`)
  process.exitCode = FAILED
}

/** The project a file holds, in whichever of its two forms. */
function projectIn(file: string): Project {
  return openedText(textIn(file)).project
}

/** Whether the operating system refused something, such as reading a file. */
function isOfSystem(error: unknown): error is NodeJS.ErrnoException {
  return error instanceof Error && 'syscall' in error
}
