import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { addSource } from '../src/core/binding/add-source'
import type { Art } from '../src/core/document/art'
import { laidAsUsual } from '../src/core/document/art'
import type { Paper } from '../src/core/document/paper'
import type { Piece } from '../src/core/document/pieces'
import { USUAL_PRINT } from '../src/core/document/print'
import { emptyProject, type Project } from '../src/core/document/project'
import { PLAIN_READING, type Reading } from '../src/core/document/sources'
import { USUAL_SLACK, USUAL_STACK } from '../src/core/document/stack'
import { readDrawing } from '../src/core/intake/formats'
import { putAtHand } from '../src/core/making/lettering/fonts'
import { readFont } from '../src/core/making/lettering/read-font'
import { addMaking } from '../src/core/making/make'
import { settled } from '../src/core/making/settle'
import { fillSheet } from '../src/core/sheets/fill'
import { packSheets } from '../src/core/sheets/pack'
import { placed } from '../src/core/sheets/repeat'
import { layersIn } from '../src/core/stacking'
import { closeDatabase } from '../src/server/database'
import { cutters } from '../src/server/library/cutters'
import { papers } from '../src/server/library/papers'
import { createProject, listProjects } from '../src/server/projects/store'
import { measureArt } from '../src/tasks/decode-art'
import { decodePicture } from '../src/tasks/decode-picture'
import { fontsOnDisk } from '../src/tasks/fonts-on-disk'
import { caddyPutTogether } from './caddy-build'
import { POND_LAYERS, pondLayer } from './koi-pond'
import { TEAPOT_SIZE } from './teapot'

/** Fills an empty database with the projects of the Lantern Quay Tea Fair. */
const DEMOS: readonly {
  file: string
  name: string
  source: string
  reading?: Partial<Reading>
  /** a picture that is printed on its pieces */
  art?: string
}[] = [
  {
    file: 'teapot.png',
    name: 'Lantern Quay Tea Fair: teapot card',
    source: 'demo-teapot',
    // 900 pixels are 180 mm.
    reading: { mmPerUnit: 180 / TEAPOT_SIZE.width },
  },
  { file: 'caddy-lid.svg', name: 'Lantern Quay Tea Fair: lid', source: 'demo-lid' },
  { file: 'tags.svg', name: 'Lantern Quay Tea Fair: tags', source: 'demo-tags' },
  { file: 'labels.svg', name: 'Lantern Quay Tea Fair: labels', source: 'demo-labels' },
  { file: 'tea-caddy.pdf', name: 'Lantern Quay Tea Fair: caddy, from PDF', source: 'demo-pdf' },
  { file: 'tea-caddy.dxf', name: 'Lantern Quay Tea Fair: caddy, from DXF', source: 'demo-dxf' },
  {
    file: 'sachet.svg',
    name: 'Lantern Quay Tea Fair: sachet',
    source: 'demo-sachet',
    art: 'quay-at-dusk.svg',
  },
  { file: 'tea-caddy.svg', name: 'Lantern Quay Tea Fair: caddy', source: 'demo-caddy' },
]

async function seed(): Promise<void> {
  await papers.list()
  await cutters.list()
  if ((await listProjects()).total > 0) return
  putAtHand('titan-one', readFont(await fontsOnDisk('titan-one.woff')))
  for (const { name, making, paper } of FROM_PATTERNS) {
    const [project] = settled(addMaking(emptyProject(name), making))
    const card = (await papers.list()).find((p) => p.name.startsWith(paper)) ?? null
    await createProject(renamed(project, [], { paper: card?.id ?? null }), [])
  }
  await seedPond()
  for (const { file, name, source, reading, art: artFile } of DEMOS) {
    const bytes = bytesOf(file)
    const drawing = await readDrawing(bytes, file, { ...PLAIN_READING, ...reading, decodePicture })
    const [project] = addSource(emptyProject(name), drawing, {
      id: source,
      name: file,
      format: drawing.format,
      bytes: bytes.length,
    })
    const kept = [{ id: source, name: file, bytes }]
    const art: Art[] = []
    if (artFile) {
      const picture = { id: 'demo-art', name: artFile, bytes: bytesOf(artFile) }
      kept.push(picture)
      art.push({
        ...picture,
        bytes: picture.bytes.length,
        ...(await measureArt(picture.bytes, artFile)),
      })
    }
    const prepare = PREPARE[file]
    await createProject(prepare ? prepare(project, await papers.list(), art) : project, kept)
  }
}

/** A picture of nine layers, each a drawing of its own on a paper of its own, stacked for a frame. */
async function seedPond(): Promise<void> {
  const [plain] = await papers.list()
  const { id: _, ...like } = plain!
  let project = emptyProject('Lantern Quay Tea Fair: koi pond')
  const kept: { id: string; name: string; bytes: Buffer }[] = []
  for (const [i, layer] of POND_LAYERS.entries()) {
    const id = `demo-pond-${i + 1}`
    const name = `${layer.name}.svg`
    const bytes = Buffer.from(pondLayer(layer))
    const drawing = await readDrawing(bytes, name, PLAIN_READING)
    ;[project] = addSource(project, drawing, {
      id,
      name,
      format: drawing.format,
      bytes: bytes.length,
      lay: 'centred',
    })
    kept.push({ id, name, bytes })
    const title = `Pond card, ${layer.name.replace(/^\d+ /, '')}`
    const { colour } = layer
    const paper = await papers.add({ ...like, name: title, colour, backColour: colour })
    for (const piece of Object.values(project.pieces)) if (piece.paper === null) piece.paper = paper.id
  }
  const layers = layersIn(project).map((l) => ({ ...l, facing: 'front' as const }))
  const frame = { width: 203, height: 203, depth: 25, slack: USUAL_SLACK, glass: 2 }
  await createProject({ ...project, stack: { ...USUAL_STACK, layers, frame } }, kept)
}

/** What is made from nothing: a gift box for a caddy, and a card whose strap stands before its fold. */
const FROM_PATTERNS = [
  {
    name: 'Lantern Quay Tea Fair: gift box',
    paper: 'Oolong',
    making: {
      id: 'demo-box',
      recipe: 'pattern:tuck-end-box',
      name: 'Gift box',
      measures: { length: 70, width: 50, height: 110 },
    },
  },
  {
    name: 'Lantern Quay Tea Fair: boat card',
    paper: 'Plum',
    making: { id: 'demo-boat', recipe: 'pattern:strap-card', name: 'Boat card', measures: { strap: 60 } },
  },
  {
    name: 'Lantern Quay Tea Fair: tea melts',
    paper: 'Oolong',
    making: { id: 'demo-melts', recipe: 'pattern:melt-box', name: 'Box of tea melts', measures: {} },
  },
] as const

const bytesOf = (file: string): Buffer =>
  readFileSync(fileURLToPath(new URL(`./drawings/${file}`, import.meta.url)))

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

const laidOut = (project: Project, papers: readonly Paper[]): Project => ({
  ...project,
  layout: { ...project.layout, ...packSheets(project, papers) },
})

/** Labels to be printed first: register marks in the corners, laid out on A4. */
function layLabels(project: Project, papers: readonly Paper[]): Project {
  const paper = a4Of(papers)
  const named = renamed(project, ['Caddy label', 'Lid label'], { paper: paper.id, copies: 5 })
  return laidOut({ ...named, print: USUAL_PRINT }, papers)
}

/** A sachet with art all over it, to be printed first. */
function printSachet(project: Project, papers: readonly Paper[], [art]: readonly Art[]): Project {
  const paper = a4Of(papers)
  const front = laidAsUsual(art!)
  const named = renamed(project, ['Sachet', 'Tag'], { paper: paper.id, art: { front } })
  return laidOut({ ...named, print: USUAL_PRINT, art: { [art!.id]: art! } }, papers)
}

/** A card in the form of the teapot: its knob hangs together with its mirrored half. */
function foldTeapot(project: Project): Project {
  const [pot] = Object.values(project.pieces)
  return settled(
    addMaking(renamed(project, ['Teapot'], {}), {
      id: 'demo-card',
      recipe: 'fold-over',
      name: 'Teapot card',
      measures: { sink: 9 },
      takes: [{ piece: pot!.id, spent: true }],
    }),
  )[0]
}

/** Words round the rim of the lid, and behind them two papers more, each a little larger. */
function letterLid(project: Project): Project {
  const [rim] = Object.values(project.pieces)
  const [lettered] = settled(
    addMaking(renamed(project, ['Lid rim'], {}), {
      id: 'demo-words',
      recipe: 'lettering',
      measures: { text: 'Lantern Quay Tea Fair', course: 'outline', join: 'base', height: 12 },
      takes: [{ piece: rim!.id, spent: true }],
    }),
  )
  const words = Object.values(lettered.pieces).find((p) => p.id !== rim!.id)!
  return settled(
    addMaking(lettered, {
      id: 'demo-behind',
      recipe: 'surround',
      name: 'Behind the words',
      measures: { by: [3, 7] },
      takes: [{ piece: words.id, spent: false }],
    }),
  )[0]
}

/** As many tags as an A4 holds. */
function fillWithTags(project: Project, papers: readonly Paper[]): Project {
  const paper = a4Of(papers)
  const [tag] = Object.values(project.pieces)
  const { layout } = project
  const sheet = { id: 'sheet-1', paper: paper.id, width: paper.width, height: paper.height }
  const empty = { ...project, layout: { ...layout, sheets: [{ ...sheet, placements: [] }] } }
  const { laid } = fillSheet(empty, sheet.id, tag!.id)!
  const named = renamed(project, ['Price tag'], { paper: paper.id, copies: laid.length })
  return { ...named, layout: { ...layout, sheets: [{ ...sheet, placements: placed(tag!.id, laid) }] } }
}

/** What is done with some of the drawings before anyone sees them. */
type Prepare = (project: Project, papers: readonly Paper[], art: readonly Art[]) => Project
const PREPARE: Readonly<Record<string, Prepare>> = {
  'sachet.svg': printSachet,
  'teapot.png': foldTeapot,
  'caddy-lid.svg': letterLid,
  'tea-caddy.svg': caddyPutTogether,
  'labels.svg': layLabels,
  'tags.svg': fillWithTags,
}

await seed()
await closeDatabase()
