import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { addSource } from '../src/core/binding/add-source'
import type { Paper } from '../src/core/document/paper'
import { sizeOfPiece } from '../src/core/document/pieces'
import {
  emptyProject,
  type Piece,
  PLAIN_READING,
  type Project,
  type Reading,
  USUAL_PRINT,
} from '../src/core/document/schema'
import { readDrawing } from '../src/core/intake/formats'
import { packSheets } from '../src/core/sheets/pack'
import { fillGrid, repeat } from '../src/core/sheets/repeat'
import { usableArea } from '../src/core/sheets/usable-area'
import { closeDatabase } from '../src/server/database'
import { cutters } from '../src/server/library/cutters'
import { papers } from '../src/server/library/papers'
import { createProject, listProjects } from '../src/server/projects/store'
import { decodePicture } from '../src/tasks/decode-picture'
import { TEAPOT_SIZE } from './teapot'

/** Fills an empty database with the projects of the Lantern Quay Tea Fair. */
const DEMOS: readonly { file: string; name: string; source: string; reading?: Partial<Reading> }[] = [
  {
    file: 'teapot.png',
    name: 'Lantern Quay Tea Fair: teapot card',
    source: 'demo-teapot',
    // 900 pixels are 180 mm.
    reading: { mmPerUnit: 180 / TEAPOT_SIZE.width },
  },
  { file: 'tags.svg', name: 'Lantern Quay Tea Fair: tags', source: 'demo-tags' },
  { file: 'labels.svg', name: 'Lantern Quay Tea Fair: labels', source: 'demo-labels' },
  { file: 'tea-caddy.pdf', name: 'Lantern Quay Tea Fair: caddy, from PDF', source: 'demo-pdf' },
  { file: 'tea-caddy.dxf', name: 'Lantern Quay Tea Fair: caddy, from DXF', source: 'demo-dxf' },
  { file: 'sachet.svg', name: 'Lantern Quay Tea Fair: sachet', source: 'demo-sachet' },
  { file: 'tea-caddy.svg', name: 'Lantern Quay Tea Fair: caddy', source: 'demo-caddy' },
]

/** What the pieces of the caddy are, in drawing order. */
const CADDY_PIECES = ['Front and side', 'Back and lid', 'Cup shelf', 'Window pane', 'Label strip']

async function seed(): Promise<void> {
  await papers.list()
  await cutters.list()
  if ((await listProjects()).length > 0) return
  for (const { file, name, source, reading } of DEMOS) {
    const bytes = readFileSync(fileURLToPath(new URL(`./drawings/${file}`, import.meta.url)))
    const drawing = await readDrawing(bytes, file, { ...PLAIN_READING, ...reading, decodePicture })
    const [project] = addSource(emptyProject(name), drawing, {
      id: source,
      name: file,
      format: drawing.format,
      bytes: bytes.length,
    })
    const prepare = PREPARE[file]
    await createProject(prepare ? prepare(project, await papers.list()) : project, [
      { id: source, name: file, bytes },
    ])
  }
}

function nameCaddy(project: Project): Project {
  const pieces = Object.values(project.pieces).map((piece, i) => ({
    ...piece,
    name: CADDY_PIECES[i] ?? piece.name,
  }))
  return { ...project, pieces: Object.fromEntries(pieces.map((p) => [p.id, p])) }
}

/** The first A4 paper of the library. */
function a4Of(papers: readonly Paper[]): Paper {
  const found = papers.find((p) => p.width === 210 && p.height === 297)
  if (!found) throw new Error('seed: the library has no A4')
  return found
}

const renamed = (project: Project, names: readonly string[], more: Partial<Piece>): Project => ({
  ...project,
  pieces: Object.fromEntries(
    Object.values(project.pieces).map((p, i) => [p.id, { ...p, ...more, name: names[i] ?? p.name }]),
  ),
})

/** Labels to be printed first: register marks in the corners, laid out on A4. */
function layLabels(project: Project, papers: readonly Paper[]): Project {
  const paper = a4Of(papers)
  const named = renamed(project, ['Caddy label', 'Lid label'], { paper: paper.id, copies: 5 })
  const layout = { ...named.layout, print: USUAL_PRINT }
  return { ...named, layout: { ...layout, ...packSheets({ ...named, layout }, papers) } }
}

/** As many tags as an A4 holds. */
function fillWithTags(project: Project, papers: readonly Paper[]): Project {
  const paper = a4Of(papers)
  const [tag] = Object.values(project.pieces)
  const { layout } = project
  const area = usableArea(paper, layout)
  const size = sizeOfPiece(project, tag!)
  const grid = fillGrid(size, area, layout.spacing)
  const named = renamed(project, ['Price tag'], { paper: paper.id, copies: grid.count })
  const placements = repeat(tag!.id, size, grid, { x: area.minX, y: area.minY }, layout.spacing)
  const sheet = { id: 'sheet-1', paper: paper.id, width: paper.width, height: paper.height, placements }
  return { ...named, layout: { ...layout, sheets: [sheet] } }
}

/** What is done with some of the drawings before anyone sees them. */
const PREPARE: Readonly<Record<string, (project: Project, papers: readonly Paper[]) => Project>> = {
  'tea-caddy.svg': nameCaddy,
  'labels.svg': layLabels,
  'tags.svg': fillWithTags,
}

await seed()
await closeDatabase()
