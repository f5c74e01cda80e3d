import { CONVENTIONS as EASY, fileOf } from './conventions'
import { HARD_CONVENTIONS } from './hard-conventions'

const CONVENTIONS = [...EASY, ...HARD_CONVENTIONS]

import { chance } from './draw'
import { type Score, scoreFile } from './score'
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
    const dieline = template(0.8 + 0.6 * random())
    const drawing = {
      drawn: convention.draw(dieline, random),
      width: dieline.width,
      height: dieline.height + 30,
    }
    const file = await fileOf(convention, drawing)
    const score = await scoreFile(file.bytes, file.name, dieline, drawing)
    if (notes && score.notes.length > 0)
      console.log(`${convention.name} / ${dieline.name}:\n  ${score.notes.slice(0, 8).join('\n  ')}`)
    scores.push(score)
  }
  rows.push({ name: convention.name, plain: convention.plain, scores })
}

const sum = (scores: readonly Score[], key: Exclude<keyof Score, 'notes'>) =>
  scores.reduce((n, s) => n + s[key], 0)
const percent = (part: number, whole: number) =>
  (whole > 0 ? ((100 * part) / whole).toFixed(2) : '-').padStart(7)

function tell(name: string, scores: readonly Score[]) {
  const length = sum(scores, 'length')
  const rightOrAsked = length - sum(scores, 'wrongSure')
  const most = Math.max(...scores.map((s) => s.decisions))
  console.log(
    [
      name.padEnd(38),
      String(scores.length).padStart(4),
      percent(sum(scores, 'right'), length),
      percent(rightOrAsked, length),
      percent(sum(scores, 'wrongSure'), length),
      percent(sum(scores, 'piecesFound'), sum(scores, 'pieces')),
      String(sum(scores, 'piecesExtra')).padStart(6),
      percent(sum(scores, 'bound'), sum(scores, 'toBind')),
      (sum(scores, 'decisions') / scores.length).toFixed(2).padStart(6),
      String(most).padStart(4),
    ].join(' '),
  )
}

console.log(`${'convention'.padEnd(38)} files  right  r.or ask  wrong!  pieces  extra  bound   asked most`)
for (const { name, scores } of rows) tell(name, scores)
const all = rows.flatMap((r) => r.scores)
tell('all', all)
tell(
  'plain',
  rows.filter((r) => r.plain).flatMap((r) => r.scores),
)
console.log(
  `files with more than three decisions: ${all.filter((s) => s.decisions > 3).length} of ${all.length}`,
)
