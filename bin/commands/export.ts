import { writeFileSync } from 'node:fs'
import { extname } from 'node:path'
import type { Command } from '../command'
import { layFile, USUAL_LAY } from '../lay-file'
import { UsageError } from '../options'
import { EXPORT_KINDS, exportSheets } from '../sheet-files'

/** A file a sheet, for a cutter or another program. */
export const exportCommand: Command = {
  name: 'export',
  usage: `FILE --to ${EXPORT_KINDS.join('|')} --out PATH [--paper NAME|WxH] [--mat WxH]`,
  options: {
    to: { type: 'string' },
    out: { type: 'string' },
    paper: { type: 'string', multiple: true },
    mat: { type: 'string' },
  },
  async run({ files, text, texts, eachFile, reading, say, tell }) {
    const [to, out] = [text('to'), text('out')]
    if (!to || !EXPORT_KINDS.includes(to) || !out)
      throw new UsageError(`export needs --to ${EXPORT_KINDS.join('|')}, and --out PATH.`)
    if (files.length > 1) throw new UsageError('export takes one file.')
    await eachFile(async (bytes, name) => {
      const { project, papers } = await layFile(bytes, name, {
        ...USUAL_LAY,
        papers: texts('paper'),
        mat: text('mat') ?? null,
        reading,
      })
      const written = await exportSheets(project, papers, to)
      for (const { piece, why } of project.layout.unplaced)
        tell(`${project.pieces[piece]?.name} is on no sheet. ${why}`)
      if (written.length === 0) throw new UsageError('there is no sheet to write.')
      for (const [i, content] of written.entries()) {
        const path = written.length === 1 ? out : numbered(out, i + 1)
        writeFileSync(path, content)
        say(path)
      }
    })
  },
}

/** `box.svg` and 2 make `box-2.svg`. */
function numbered(path: string, number: number): string {
  const ending = extname(path)
  return `${path.slice(0, path.length - ending.length)}-${number}${ending}`
}
