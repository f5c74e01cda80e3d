import { writeFileSync } from 'node:fs'
import { cpus } from 'node:os'
import type { Figure } from './figure'
import { measureImport } from './import'
import { largeDrawing } from './large-drawing'
import { measurePage } from './page'
import { measureTrace } from './trace'

/** Measures what is promised about speed, prints it, and writes docs/measured.md. Needs a build. */
const svg = largeDrawing()
const figures: Figure[] = [
  ...(await measureImport(svg)),
  ...(await measureTrace()),
  ...(await measurePage(svg)),
]

const rows = figures.map(
  (f) => `| ${f.what} | ${f.figure} | ${f.against} | ${f.target} | ${f.met ? 'yes' : 'no'} |`,
)
const text = `# Measured

By \`npm run measure\` on ${new Date().toISOString().slice(0, 10)}, Node.js ${process.versions.node}, ${cpus().length} cores, a shared and noisy
machine: ratios say more than times.

| what | figure | against | target | met |
| --- | --- | --- | --- | --- |
${rows.join('\n')}
`
writeFileSync('docs/measured.md', text)
console.log(text)
process.exit(0)
