import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { addSource } from '../src/core/binding/add-source'
import { emptyProject, PLAIN_READING, type Project, type Reading } from '../src/core/document/schema'
import { readDrawing } from '../src/core/intake/formats'
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
    await createProject(file === 'tea-caddy.svg' ? nameCaddy(project) : project, [
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

await seed()
await closeDatabase()
