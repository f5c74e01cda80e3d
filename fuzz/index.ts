import { writeSection } from '../scripts/measure/report'
import { fuzz, fuzzDoors, fuzzGrammar, type Outcome } from './run'

/**
 * `npm run fuzz [-- COUNT [SEED]]`: spoilt files of every kind, and absurd ones that keep the grammar of their format;
 * none may crash, hang, or come in as nonsense.
 */
const count = Number(process.argv[2] ?? 5000)
const absurd = Number(process.argv[2] ?? 20_000)
const seed = Number(process.argv[3] ?? 20261123)
const told = (what: string, n: number, { taken, refused, slowest, faults }: Outcome) =>
  `${n.toLocaleString('en')} ${what}: ${taken} taken in, ${refused} refused with a sentence, ${faults.length} faults. The slowest took ${Math.round(slowest)} ms.`
const spoilt = await fuzz(count, seed, 20_000)
const others = Number(process.argv[2] ?? 10_000)
const odd = await fuzzGrammar(absurd, seed, 20_000)
const doors = await fuzzDoors(others, seed, 20_000)
const words = [
  told('spoilt files (SVG, DXF, PDF, PNG)', count, spoilt),
  told('files in the grammar of their format with absurd contents (SVG, DXF, PDF)', absurd, odd),
  told('spoilt patterns, FOLD files, fonts, archives, files within archives, and art', others, doors),
].join('\n\n')
if (count >= 5000) writeSection('Spoilt files', 'npm run fuzz', words)
console.log(words, spoilt.slowestFile, odd.slowestFile, doors.slowestFile)
const faults = [...spoilt.faults, ...odd.faults, ...doors.faults]
for (const fault of faults.slice(0, 20)) console.log(fault)
process.exit(faults.length > 0 ? 1 : 0)
