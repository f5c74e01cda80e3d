import { readFileSync } from 'node:fs'
import { basename } from 'node:path'
import { parseArgs } from 'node:util'
import { PLAIN_READING, type Reading, stackedSchema } from '../src/core/document/sources'
import { IntakeRefusal } from '../src/core/intake/refusal'
import type { Call } from './command'
import { COMMANDS } from './commands'
import { readChoice, readNumber, UsageError } from './options'

const READING = '[--units-per-inch N] [--page N] [--fills layers|openings]'
const USAGE = COMMANDS.map(({ name, usage }) => `crease ${name} ${usage}`)
  .concat(`Each takes [--json]; where a file is read, ${READING}.`)
  .join('\n')

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
    tell(USAGE)
    return name ? 0 : 2
  }
  const command = COMMANDS.find((c) => c.name === name)
  if (!command) throw new UsageError(`there is no command “${name}”.\n${USAGE}`)
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

function sentence(error: unknown): string {
  if (error instanceof IntakeRefusal || error instanceof UsageError) return error.message
  const code = (error as NodeJS.ErrnoException).code
  if (code === 'ENOENT') return 'there is no such file.'
  if (code === 'EISDIR') return 'this is a folder, not a file.'
  if (code === 'EACCES') return 'this file may not be read or written.'
  return error instanceof Error ? error.message : String(error)
}
