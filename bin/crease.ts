import { readFileSync, writeFileSync } from 'node:fs'
import { basename, extname } from 'node:path'
import { parseArgs } from 'node:util'
import { PLAIN_READING, turningSchema } from '../src/core/document/schema'
import { IntakeRefusal } from '../src/core/intake/refusal'
import { EXPORT_KINDS, exportSheets } from './export'
import { layFile, USUAL_LAY } from './lay'
import { readChoice, readNumber, UsageError } from './options'
import { describeSort, sortFile } from './sort'

const USAGE = `crease sort FILE... [--units-per-inch N] [--page N] [--json]
crease lay FILE --paper NAME|WxH... [--mat WxH] [--spacing MM] [--margin MM] [--rotations any|quarter|half|none]
           [--copies N] [--seconds N] [--seed N] [--shape true|box] [--json]
           of several papers all but the last are leftovers, one sheet each
crease export FILE --to svg|dxf|pdf|gcode|hpgl --out PATH [--paper NAME|WxH] [--mat WxH]`

/** The core without a screen: messages on stderr, results on stdout. Answers the exit code. */
async function main(): Promise<number> {
  const { values, positionals } = parseArgs({
    allowPositionals: true,
    options: {
      json: { type: 'boolean', default: false },
      'units-per-inch': { type: 'string' },
      page: { type: 'string' },
      paper: { type: 'string', multiple: true },
      spacing: { type: 'string' },
      margin: { type: 'string' },
      rotations: { type: 'string' },
      copies: { type: 'string' },
      seconds: { type: 'string' },
      seed: { type: 'string' },
      shape: { type: 'string' },
      mat: { type: 'string' },
      to: { type: 'string' },
      out: { type: 'string' },
      help: { type: 'boolean', short: 'h', default: false },
    },
  })
  const [command, ...files] = positionals
  if (values.help || !command) {
    console.error(USAGE)
    return values.help ? 0 : 2
  }
  const perInch = values['units-per-inch'] === undefined ? null : Number(values['units-per-inch'])
  if (perInch !== null && !(perInch > 0))
    throw new UsageError('--units-per-inch takes a number greater than 0.')
  const page = values.page === undefined ? null : Number(values.page)
  if (page !== null && !(Number.isInteger(page) && page >= 1))
    throw new UsageError('--page takes a number from 1.')
  const reading = { ...PLAIN_READING, mmPerUnit: perInch === null ? null : 25.4 / perInch, page }
  if (files.length === 0) throw new UsageError(`${command} needs a file.`)
  let failed = false
  const each = async (work: (bytes: Uint8Array, name: string) => Promise<void>) => {
    for (const path of files)
      try {
        await work(readFileSync(path), basename(path))
      } catch (error) {
        failed = true
        console.error(`${path}: ${sentence(error)}`)
      }
  }
  if (command === 'sort')
    await each(async (bytes, name) => {
      const sorted = await sortFile(bytes, name, reading)
      console.log(values.json ? JSON.stringify(sorted) : describeSort(name, sorted))
    })
  else if (command === 'lay') {
    if (!values.paper?.length)
      throw new UsageError('lay needs --paper, a name of paper such as A4 or a size such as 210x297.')
    const options = {
      papers: values.paper,
      mat: values.mat ?? null,
      reading,
      spacing: readNumber('spacing', values.spacing, { least: 0, most: 100 }),
      margin: readNumber('margin', values.margin, { least: 0, most: 100 }),
      turning: readChoice('rotations', values.rotations, turningSchema.options),
      copies: readNumber('copies', values.copies, { least: 1, most: 500, whole: true }),
      seconds: readNumber('seconds', values.seconds, { least: 0, most: 3600 }) ?? USUAL_LAY.seconds,
      seed: readNumber('seed', values.seed, { least: 0, most: 1e9, whole: true }) ?? USUAL_LAY.seed,
      shape: readChoice('shape', values.shape, ['true', 'box'] as const) ?? USUAL_LAY.shape,
    }
    await each(async (bytes, name) => {
      const laid = await layFile(bytes, name, options)
      if (values.json) console.log(JSON.stringify(laid.result))
      else {
        for (const s of laid.result.sheets)
          console.log(`${s.paper}: ${s.placements.length} pieces, ${Math.round(s.density * 100)} % used`)
        for (const u of laid.result.unplaced) console.log(`${u.piece} is on no sheet. ${u.why}`)
      }
    })
  } else if (command === 'export') {
    const { to, out } = values
    if (!to || !EXPORT_KINDS.includes(to) || !out)
      throw new UsageError(`export needs --to ${EXPORT_KINDS.join('|')}, and --out PATH.`)
    if (files.length > 1) throw new UsageError('export takes one file.')
    await each(async (bytes, name) => {
      const { project, papers } = await layFile(bytes, name, {
        ...USUAL_LAY,
        papers: values.paper ?? [],
        mat: values.mat ?? null,
        reading,
      })
      const written = await exportSheets(project, papers, to)
      for (const why of project.layout.unplaced)
        console.error(`${project.pieces[why.piece]?.name} is on no sheet. ${why.why}`)
      if (written.length === 0) throw new UsageError('there is no sheet to write.')
      written.forEach((text, i) => {
        const path = written.length === 1 ? out : numbered(out, i + 1)
        writeFileSync(path, text)
        console.log(path)
      })
    })
  } else throw new UsageError(`there is no command “${command}”.\n${USAGE}`)
  return failed ? 1 : 0
}

/** `box.svg` and 2 make `box-2.svg`. */
function numbered(path: string, number: number): string {
  const ending = extname(path)
  return `${path.slice(0, path.length - ending.length)}-${number}${ending}`
}

function sentence(error: unknown): string {
  if (error instanceof IntakeRefusal || error instanceof UsageError) return error.message
  const code = (error as NodeJS.ErrnoException).code
  if (code === 'ENOENT') return 'there is no such file.'
  if (code === 'EISDIR') return 'this is a folder, not a file.'
  if (code === 'EACCES') return 'this file may not be read or written.'
  return error instanceof Error ? error.message : String(error)
}

try {
  process.exitCode = await main()
} catch (error) {
  console.error(`crease: ${sentence(error)}`)
  process.exitCode = 2
}
