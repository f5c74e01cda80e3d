import { writeFileSync } from 'node:fs'
import { availableParallelism } from 'node:os'
import { extname } from 'node:path'
import type { Command } from '../command'
import { readNumber, UsageError } from '../options'
import { filesMeant } from '../report/files'
import { lookAtAll } from '../report/processes'
import { asCsv, asHtml, summaryOf } from '../report/table'

/** No file is waited for longer, ms. */
const LIMIT = 60_000

const WRITERS: Readonly<Record<string, typeof asCsv>> = { '.csv': asCsv, '.html': asHtml }

/** Looks at many drawings on all cores, and writes what they are, what is wrong with them, and what does not fold. */
export const report: Command = {
  name: 'report',
  usage: 'FILE|FOLDER|PATTERN... [--cores N] [--out REPORT.csv|REPORT.html]',
  options: { out: { type: 'string' }, cores: { type: 'string' } },
  async run({ files, text, reading, json, fail, say, tell }) {
    if (files.length === 0) throw new UsageError('report needs files, folders or patterns.')
    const out = text('out')
    const write = out ? WRITERS[extname(out).toLowerCase()] : asCsv
    if (!write) throw new UsageError(`--out takes a report.csv or a report.html, not “${out}”.`)
    const workers = readNumber('cores', text('cores'), { least: 1, most: 64, whole: true })
    const asked = (await filesMeant(files)).map((file) => ({ ...file, reading }))
    const rows = await lookAtAll(asked, { workers: workers ?? availableParallelism(), limit: LIMIT })
    if (rows.some((r) => r.state === 'refused')) fail()
    if (out) writeFileSync(out, write(rows))
    if (json) for (const row of rows) say(JSON.stringify(row))
    else say(out ? `${out}: ${summaryOf(rows)}` : asCsv(rows).trimEnd())
    if (!out || json) tell(summaryOf(rows))
  },
}
