import { measureBuilding } from './building'
import { measureEdits } from './edits'
import { measureEngine } from './engine'
import type { Figure } from './figure'
import { measureFolding } from './folding'
import { measureImport } from './import'
import { largeDrawing } from './large-drawing'
import { measureMakings } from './makings'
import { measureManyFiles } from './many-files'
import { measureMarks } from './marks'
import { measureNesting } from './nesting'
import { measurePage } from './page'
import { measurePatterns } from './patterns'
import { measurePings } from './pings'
import { measureRegions } from './regions'
import { writeSection } from './report'
import { measureSheets } from './sheets'
import { measureTrace } from './trace'
import { measureTravel } from './travel'

/** Measures what is promised about speed, prints it, and writes docs/measured.md. Needs a build. */
const svg = largeDrawing()
const figures: Figure[] = [
  ...(await measureImport(svg)),
  ...(await measureEdits(svg)),
  ...(await measureTrace()),
  ...(await measureRegions()),
  ...measureTravel(),
  ...measureEngine(),
  ...measurePatterns(),
  ...measureSheets(),
  ...(await measureMakings()),
  ...(await measureFolding()),
  ...(await measureBuilding()),
  ...(await measureManyFiles()),
  ...(await measureMarks()),
  ...measureNesting(),
  ...(await measurePings(svg)),
  ...(await measurePage(svg)),
]

const rows = figures.map(
  (f) => `| ${f.what} | ${f.figure} | ${f.against} | ${f.target} | ${f.met ? 'yes' : 'no'} |`,
)
const text = `| what | figure | against | target | met |
| --- | --- | --- | --- | --- |
${rows.join('\n')}`
writeSection('Speed', 'npm run measure', text)
console.log(text)
process.exit(0)
