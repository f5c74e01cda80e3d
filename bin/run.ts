import { readFileSync } from 'node:fs'
import { basename } from 'node:path'
import { parseArgs } from 'node:util'
import { PLAIN_READING, type Reading, stackedSchema } from '../src/core/document/sources'
import type { Call } from './command'
import { COMMANDS } from './commands'
import { readChoice, readNumber, UsageError } from './options'
import { sentence } from './sentence'

const READING = '[--units-per-inch N] [--page N] [--fills layers|openings]'
/** What there is, in a line each. */
async function usage(): Promise<string> {
  const commands = await Promise.all(Object.values(COMMANDS).map((load) => load()))
  return commands
    .map(({ name, usage }) => `crease ${name} ${usage}`)
    .concat(`Each takes [--json]; where a file is read, ${READING}.`)
    .join('\n')
}

/** Where lines go. */
export type Ways = Pick<Call, 'say' | 'tell'>

/**
 * Does what a command line asks for; what is wrong with it is told.
 * @param args as typed after `crease`
 * @returns the exit code: 1 where a file failed, 2 where the command line cannot be followed
 */
export async function crease(args: readonly string[], ways: Ways): Promise<number> {
  try {
    return await follow(args, ways)
  } catch (error) {
    ways.tell(`crease: ${sentence(error)}`)
    return 2
  }
}

async function follow([name, ...rest]: readonly string[], { say, tell }: Ways): Promise<number> {
  if (!name || name === '--help' || name === '-h') {
    tell(await usage())
    return name ? 0 : 2
  }
  const load = Object.hasOwn(COMMANDS, name) ? COMMANDS[name] : undefined
  if (!load) throw new UsageError(`there is no command “${name}”.\n${await usage()}`)
  const command = await load()
  const parsed = parseArgs({
    args: rest,
    allowPositionals: true,
    options: {
      ...command.options,
      json: { type: 'boolean' },
      help: { type: 'boolean', short: 'h' },
      'units-per-inch': { type: 'string' },
      page: { type: 'string' },
      fills: { type: 'string' },
    },
  })
  const files = parsed.positionals
  // Which options there are is told by the command: their types are not known here.
  const values: Readonly<Record<string, unknown>> = parsed.values
  if (values.help) {
    tell(`crease ${name} ${command.usage} [--json] ${READING}`)
    return 0
  }
  const text = (option: string) => values[option] as string | undefined
  let failed = false
  const eachFile: Call['eachFile'] = async (work) => {
    if (files.length === 0) throw new UsageError(`${name} needs a file.`)
    for (const path of files)
      try {
        await work(readFileSync(path), basename(path))
      } catch (error) {
        failed = true
        tell(`${path}: ${sentence(error)}`)
      }
  }
  await command.run({
    files,
    fail: () => {
      failed = true
    },
    reading: readReading(text),
    json: values.json === true,
    text,
    has: (option) => values[option] === true,
    texts: (option) => (values[option] as string[] | undefined) ?? [],
    eachFile,
    say,
    tell,
  })
  return failed ? 1 : 0
}

function readReading(text: Call['text']): Reading {
  const perInch = readNumber('units-per-inch', text('units-per-inch'), { least: 1e-3, most: 1e6 })
  const page = readNumber('page', text('page'), { least: 1, most: 1e6, whole: true })
  const stacked = readChoice('fills', text('fills'), stackedSchema.shape.as.options)
  return { ...PLAIN_READING, mmPerUnit: perInch === null ? null : 25.4 / perInch, page, stacked }
}
