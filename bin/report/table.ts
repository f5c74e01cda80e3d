import { ROLES } from '../../src/core/document/lines'
import { csv } from '../../src/core/export/csv'
import { count } from '../../src/core/words'
import type { Row } from './told'

const HEAD = [
  'File',
  'State',
  'Pieces',
  'Largest piece (mm)',
  'Lines',
  ...ROLES.map((r) => `${r[0]!.toUpperCase()}${r.slice(1)} (mm)`),
  'To decide',
  'Does not fold',
  'Findings',
]

const cells = (row: Row): string[] => [
  row.path,
  row.state,
  String(row.pieces),
  row.pieces > 0 ? `${row.width.toFixed(1)} x ${row.height.toFixed(1)}` : '',
  String(row.lines),
  ...ROLES.map((r) => row.lengths[r].toFixed(0)),
  String(row.decisions),
  row.unfolding.join(' | '),
  row.says || row.findings.join(' | '),
]

/** The rows as CSV. */
export const asCsv = (rows: readonly Row[]): string => csv([HEAD, ...rows.map(cells)])

/** How many files there are of each kind, in words. */
export function summaryOf(rows: readonly Row[]): string {
  const of = (is: (row: Row) => boolean) => rows.filter(is).length
  return [
    count(rows.length, 'file'),
    `${of((r) => r.state === 'sure')} sure`,
    `${of((r) => r.state === 'asks')} with something to decide`,
    `${of((r) => r.unfolding.length > 0)} that do not fold as drawn`,
    `${of((r) => r.findings.length > 0)} with findings`,
    `${of((r) => r.state === 'refused')} not read`,
  ].join(', ')
}

const escaped = (text: string): string => text.replace(/[&<>"']/g, (c) => `&#${c.charCodeAt(0)};`)

/** The rows as one page that needs nothing else: no script, no link. */
export const asHtml = (rows: readonly Row[]): string => `<!DOCTYPE html>
<html lang="en"><head><meta charset="utf-8"/><title>Report on ${rows.length} drawings</title>
<style>
body{font:14px/1.45 system-ui,sans-serif;margin:32px;color:#2b1a2f;background:#fffdf7}
table{border-collapse:collapse}
th,td{padding:5px 9px;text-align:left;vertical-align:top;border-bottom:1px solid #e2d7c6}
th{position:sticky;top:0;background:#efe6d8}
td:nth-child(n+3):nth-child(-n+${HEAD.length - 2}){font-variant-numeric:tabular-nums;white-space:nowrap}
.asks td:nth-child(2){color:#8a5b00}.refused td:nth-child(2){color:#a02020}.sure td:nth-child(2){color:#0f6b66}
</style></head><body>
<h1>Report</h1>
<p>${escaped(summaryOf(rows))}.</p>
<table><thead><tr>${HEAD.map((h) => `<th scope="col">${escaped(h)}</th>`).join('')}</tr></thead><tbody>
${rows
  .map(
    (row) =>
      `<tr class="${row.state}">${cells(row)
        .map((c) => `<td>${escaped(c)}</td>`)
        .join('')}</tr>`,
  )
  .join('\n')}
</tbody></table></body></html>
`
