import { spawnSync } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { writeSection } from '../measure/report'
import { compareDxf } from './dxf'
import { comparePdf } from './pdf'
import { comparePictures } from './pictures'
import { compareSvg } from './svg'

/**
 * `npm run compare`: reads drawings beside other programs from Debian's packages, over files that those programs
 * wrote, and tells how far sizes, areas and nodes are apart. Needs librsvg2-bin, mupdf-tools, python3-ezdxf and
 * potrace, and says so where one is missing.
 */
const TOOLS: readonly (readonly [program: string, ...args: string[]])[] = [
  ['rsvg-convert', '--version'],
  ['mutool', '-v'],
  ['potrace', '--version'],
  ['/usr/bin/python3', '-c', 'import ezdxf'],
]
for (const [program, ...args] of TOOLS)
  if (spawnSync(program, args).status !== 0) {
    console.error(
      `compare: ${program} ${args.at(-1)} does not work. Install librsvg2-bin, mupdf-tools, potrace and python3-ezdxf from Debian.`,
    )
    process.exit(2)
  }

const folder = mkdtempSync(join(tmpdir(), 'velvet-compare-'))
const rows = [
  ...(await compareSvg(folder)),
  ...(await comparePdf(folder)),
  ...(await compareDxf(folder)),
  ...comparePictures(folder),
]
rmSync(folder, { recursive: true, force: true })
const body = [
  '| what | figure | against | target | met |',
  '| --- | --- | --- | --- | --- |',
  ...rows.map((r) => `| ${r.what} | ${r.figure} | ${r.against} | ${r.target} | ${r.met ? 'yes' : 'no'} |`),
].join('\n')
writeSection('Beside other programs', 'npm run compare', body)
console.log(body)
process.exit(rows.every((r) => r.met) ? 0 : 1)
