import { ARTBOARD_CONVENTIONS } from './artboard-conventions'
import { CONVENTIONS as EASY } from './conventions'
import { HARD_CONVENTIONS } from './hard-conventions'
import { PAGE_CONVENTIONS } from './page-conventions'
import { PAPER_CONVENTIONS } from './paper-conventions'

const CONVENTIONS = [
  ...EASY,
  ...HARD_CONVENTIONS,
  ...PAGE_CONVENTIONS,
  ...ARTBOARD_CONVENTIONS,
  ...PAPER_CONVENTIONS,
]

import { writeSection } from '../scripts/measure/report'
import { chance } from './draw'
import { type Score, scoreTemplate } from './score'
import { TEMPLATES } from './templates'

/**
 * `npm run score-sorting [-- --notes] [-- CONVENTION]`: sorts every template drawn in every convention and prints how much of it came
 * out right, per convention.
 */
const notes = process.argv.includes('--notes')
const only = process.argv.slice(2).find((a) => !a.startsWith('--'))
const rows: { name: string; plain: boolean; scores: Score[] }[] = []
for (const [c, convention] of CONVENTIONS.entries()) {
  if (only && !convention.name.includes(only)) continue
  const scores: Score[] = []
  for (const [t, template] of TEMPLATES.entries()) {
    const random = chance(1000 * c + t)
    const scored = await scoreTemplate(convention, template, random)
    if (!scored) continue
    const { dieline, score } = scored
    if (notes && score.notes.length > 0)
      console.log(`${convention.name} / ${dieline.name}:\n  ${score.notes.slice(0, 8).join('\n  ')}`)
    scores.push(score)
  }
  rows.push({ name: convention.name, plain: convention.plain, scores })
}

const sum = (scores: readonly Score[], key: Exclude<keyof Score, 'notes'>) =>
  scores.reduce((n, s) => n + s[key], 0)
const percent = (part: number, whole: number) => (whole > 0 ? ((100 * part) / whole).toFixed(2) : '-')

const COLUMNS = [
  'convention',
  'files',
  'role right, % of length',
  'right or asked',
  'wrong though sure',
  'pieces found, %',
  'pieces too many',
  'lines bound, % of length',
  'decisions a file',
  'at most',
]

function row(name: string, scores: readonly Score[]): string[] {
  const length = sum(scores, 'length')
  return [
    name,
    String(scores.length),
    percent(sum(scores, 'right'), length),
    percent(length - sum(scores, 'wrongSure'), length),
    percent(sum(scores, 'wrongSure'), length),
    percent(sum(scores, 'piecesFound'), sum(scores, 'pieces')),
    String(sum(scores, 'piecesExtra')),
    percent(sum(scores, 'bound'), sum(scores, 'toBind')),
    (sum(scores, 'decisions') / scores.length).toFixed(2),
    String(Math.max(...scores.map((s) => s.decisions))),
  ]
}

const all = rows.flatMap((r) => r.scores)
const plain = rows.filter((r) => r.plain).flatMap((r) => r.scores)
const table = [
  ...rows.map(({ name, scores }) => row(name, scores)),
  row('all', all),
  ...(plain.length > 0 ? [row('plain conventions', plain)] : []),
]
const widths = COLUMNS.map((c, i) =>
  Math.max(i === 0 ? 0 : 7, ...table.map((r) => r[i]!.length), i === 0 ? c.length : 0),
)
for (const cells of table)
  console.log(cells.map((c, i) => (i === 0 ? c.padEnd(widths[0]!) : c.padStart(widths[i]!))).join(' '))
console.log(`Columns: ${COLUMNS.join('; ')}.`)
const whole = all.filter((s) => s.wrongSure === 0 && s.piecesFound === s.pieces && s.piecesExtra === 0).length
console.log(`Files with all pieces, none too many, and nothing wrong though sure: ${whole} of ${all.length}.`)
console.log(
  `Files with more than three decisions: ${all.filter((s) => s.decisions > 3).length} of ${all.length}.`,
)

if (!only) {
  const line = (cells: readonly string[]) => `| ${cells.join(' | ')} |`
  writeSection(
    'Sorting',
    'npm run score-sorting',
    [
      `${TEMPLATES.length} templates in ${rows.length} conventions, ${all.length} files. Targets: at least 99 % right or asked, at most 0.1 % wrong though sure, all pieces`,
      'and bindings in plain conventions, at most three decisions a file. What a fold loses when it is trimmed at the edge counts as wrong here.',
      `Files with all pieces, none too many, and nothing wrong though sure: ${whole} of ${all.length}.`,
      '',
      line(COLUMNS),
      line(COLUMNS.map(() => '---')),
      ...table.map(line),
    ].join('\n'),
  )
}
