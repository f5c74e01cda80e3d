import type { ParseArgsConfig } from 'node:util'
import type { Reading } from '../src/core/document/sources'

/** One thing that the command line does: a file in `commands/` and a line in its index. */
export type Command = {
  name: string
  /** what is typed after the name, for the help */
  usage: string
  /** what it takes beside `--json` and how files are read */
  options: NonNullable<ParseArgsConfig['options']>
  /** @throws UsageError where the command line cannot be followed */
  run(call: Call): Promise<void>
}

/** A command line that was taken apart. */
export type Call = {
  /** what stands after the name, in order */
  files: readonly string[]
  /** how files are read */
  reading: Reading
  json: boolean
  /** the text of an option, or undefined where it was not given */
  text(option: string): string | undefined
  /** whether an option without a value was given */
  has(option: string): boolean
  /** the texts of an option that may be given several times */
  texts(option: string): readonly string[]
  /** Does something with each file; one that fails is told, and the others are gone on with. */
  eachFile(work: (bytes: Uint8Array, name: string) => Promise<void>): Promise<void>
  /** Says that a file failed, and was told: the exit code is 1. */
  fail(): void
  /** a line of the result, to stdout */
  say(line: string): void
  /** a line beside the result, to stderr */
  tell(line: string): void
}
