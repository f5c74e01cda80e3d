import { writeSection } from '../scripts/measure/report'
import { fuzz } from './run'

/** `npm run fuzz [-- COUNT [SEED]]`: spoilt files of every kind; none may crash, hang, or come in as nonsense. */
const count = Number(process.argv[2] ?? 5000)
const seed = Number(process.argv[3] ?? 20261123)
const { taken, refused, slowest, slowestFile, faults } = await fuzz(count, seed, 20_000)
const told = `${count.toLocaleString('en')} spoilt files (SVG, DXF, PDF, PNG): ${taken} taken in, ${refused} refused with a sentence, ${faults.length} faults. The slowest took ${Math.round(slowest)} ms.`
if (count >= 5000) writeSection('Spoilt files', 'npm run fuzz', told)
console.log(told, slowestFile)
for (const fault of faults.slice(0, 20)) console.log(fault)
process.exit(faults.length > 0 ? 1 : 0)
