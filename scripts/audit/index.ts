import { execFileSync, spawnSync } from 'node:child_process'
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { laidAsUsual } from '../../src/core/document/art'
import type { Sheet } from '../../src/core/document/layout'
import { USUAL_PRINT } from '../../src/core/document/print'
import type { Project } from '../../src/core/document/project'
import { sheetToDxf } from '../../src/core/export/dxf'
import { partsOf } from '../../src/core/export/parts'
import { sheetToPdf } from '../../src/core/export/pdf'
import { boundsOf, heightOf, uniteBoxes, widthOf } from '../../src/core/geometry/measure'
import { packSheets } from '../../src/core/sheets/pack'
import { FIRST_PAPERS } from '../../src/server/library/first-papers'
import { decodeArt, measureArt } from '../../src/tasks/decode-art'
import { readFile } from '../../src/tasks/read-file'
import { writeSection } from '../measure/report'

/**
 * `npm run audit`: has general tools look through what is written of every demo sheet: DXF by ezdxf, PDF by qpdf.
 * Needs Debian's python3-ezdxf and qpdf, and says so where they are missing.
 */
const PYTHON = '/usr/bin/python3'
for (const [tool, ...asked] of [
  [PYTHON, '-c', 'import ezdxf'],
  ['qpdf', '--version'],
] as const)
  if (spawnSync(tool, asked).status !== 0) {
    console.error(
      `audit: ${asked.at(-1)} does not work with ${tool}. Install python3-ezdxf and qpdf from Debian.`,
    )
    process.exit(2)
  }

const folder = mkdtempSync(join(tmpdir(), 'velvet-audit-'))
const demo = (name: string) =>
  new Uint8Array(readFileSync(fileURLToPath(new URL(`../../demo/drawings/${name}`, import.meta.url))))
const papers = FIRST_PAPERS.map((fields, i) => ({ id: `paper-${i}`, ...fields }))
const artBytes = demo('quay-at-dusk.svg')
const art = { id: 'art', name: 'quay', bytes: artBytes.length, ...(await measureArt(artBytes, 'quay')) }

const DRAWINGS = [
  'tea-caddy.svg',
  'sachet.svg',
  'labels.svg',
  'tags.svg',
  'tea-caddy.dxf',
  'tea-caddy.pdf',
  'teapot.png',
]
const faults: string[] = []
let [dxfs, pdfs] = [0, 0]
for (const name of DRAWINGS) {
  const project = await laidOut(name)
  for (const [i, sheet] of project.layout.sheets.entries()) {
    auditDxf(`${name} sheet ${i + 1}`, project, sheet)
    await auditPdf(`${name} sheet ${i + 1}`, project, sheet)
  }
}
const told = `Every sheet of the ${DRAWINGS.length} demo drawings, with art on both sides: ${dxfs} DXF files audited by ezdxf (errors, unit, layers, size within 0.01 mm), ${pdfs} PDF files checked by qpdf (cut, print, both in one; optional content groups with their processing steps). ${faults.length} faults.`
writeSection('Files for other programs', 'npm run audit', told)
console.log(told)
for (const fault of faults) console.error(fault)
process.exit(faults.length > 0 ? 1 : 0)

/** A demo drawing laid out on sheets of the first papers, with art on both sides of its pieces. */
async function laidOut(name: string): Promise<Project> {
  const { project } = await readFile.run(
    { bytes: demo(name), fileName: name, sourceId: 'source', project: null },
    () => {},
  )
  const laid = laidAsUsual(art)
  const pieces = Object.values(project!.pieces).map((p) => ({ ...p, art: { front: laid, back: laid } }))
  const carrying: Project = {
    ...project!,
    art: { art },
    pieces: Object.fromEntries(pieces.map((p) => [p.id, p])),
  }
  return { ...carrying, layout: { ...carrying.layout, ...packSheets(carrying, papers) } }
}

function auditDxf(what: string, project: Project, sheet: Sheet): void {
  const path = join(folder, `${dxfs}.dxf`)
  writeFileSync(path, sheetToDxf(project, sheet))
  dxfs += 1
  const script = fileURLToPath(new URL('./check-dxf.py', import.meta.url))
  const found = JSON.parse(execFileSync(PYTHON, [script, path], { encoding: 'utf8' })) as {
    errors: number
    unit: number
    layers: Record<string, number>
    box: [number, number]
  }
  const groups = partsOf(project, sheet).flatMap((part) => part.groups)
  const box = uniteBoxes(groups.flatMap(({ contours }) => contours.map(boundsOf)))
  const off = Math.max(Math.abs(found.box[0] - widthOf(box)), Math.abs(found.box[1] - heightOf(box)))
  if (found.errors > 0) faults.push(`${what}: ${found.errors} errors in the DXF`)
  if (found.unit !== 4) faults.push(`${what}: the unit of the DXF is ${found.unit}, not 4 (mm)`)
  if (!(off < 0.01)) faults.push(`${what}: the DXF is ${off.toFixed(3)} mm off in size`)
  const roles = [...new Set(groups.map(({ kind }) => kind))].sort().join(', ')
  const layers = Object.keys(found.layers).sort().join(', ').toLowerCase()
  if (layers !== roles) faults.push(`${what}: the DXF has the layers ${layers}, not ${roles}`)
}

async function auditPdf(what: string, project: Project, sheet: Sheet): Promise<void> {
  const print = { ...USUAL_PRINT, bothSides: true }
  const wishes = { cut: { cut: true }, print: { cut: false, print }, both: { cut: true, print } }
  for (const [kind, wish] of Object.entries(wishes)) {
    const path = join(folder, `${pdfs}.pdf`)
    const decode = (_: string, width: number, height: number) => decodeArt(artBytes, width / 8, height / 8)
    writeFileSync(path, await sheetToPdf(project, sheet, { ...wish, decodeArt: decode }))
    pdfs += 1
    const { status, stdout, stderr } = spawnSync('qpdf', ['--check', path], { encoding: 'utf8' })
    if (status !== 0) faults.push(`${what}, ${kind}: ${stdout}${stderr}`)
    const plain = spawnSync('qpdf', ['--qdf', '--object-streams=disable', path, '-'], {
      encoding: 'latin1',
    }).stdout
    if (wish.cut && !/GTS_ProcStepsType \/Cutting/.test(plain))
      faults.push(`${what}, ${kind}: no step Cutting`)
    if (kind !== 'cut' && (plain.match(/\/Type \/Page$/gm) ?? []).length !== 2)
      faults.push(`${what}, ${kind}: it has not two pages`)
  }
}
