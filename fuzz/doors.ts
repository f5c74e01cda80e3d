import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate'
import { PLAIN_CARD } from '../corpus/plain-card'
import { writeArchive } from '../src/core/archive'
import { addSource } from '../src/core/binding/add-source'
import { emptyProject } from '../src/core/document/project'
import { PLAIN_READING } from '../src/core/document/sources'
import { writeFold } from '../src/core/export/folded/fold'
import { buildOf, foldedPieces, posedTogether } from '../src/core/folding'
import { readDrawing } from '../src/core/intake/formats'
import { addMaking } from '../src/core/making/make'
import { settled } from '../src/core/making/settle'
import { mutate } from './mutate'

type Bytes = Uint8Array<ArrayBuffer>

/** The doors through which files of strangers come in. */
export type Door = 'drawing' | 'pattern' | 'font' | 'archive' | 'art'

/** A whole file that comes in by a door, and how it is spoilt. */
export type Visitor = { name: string; door: Door; spoilt: (random: () => number) => Bytes }

const at = (path: string): Bytes =>
  new Uint8Array(readFileSync(fileURLToPath(new URL(`../${path}`, import.meta.url))))

const plain = (name: string, door: Door, bytes: Bytes): Visitor => ({
  name,
  door,
  spoilt: (random) => mutate(bytes, random),
})

/** A project in an archive: a drawing, a pattern that was made, both with all that they need. */
async function archived(): Promise<Bytes> {
  const bytes = at('demo/drawings/tea-caddy.svg')
  const drawing = await readDrawing(bytes, 'tea-caddy.svg', PLAIN_READING)
  const source = { id: 'f', name: 'tea-caddy.svg', format: 'svg', bytes: bytes.length } as const
  const [project] = addSource(emptyProject('Fair'), drawing, source)
  const [made] = settled(addMaking(project, { id: 'm', recipe: 'pattern:tuck-end-box' }))
  const files = [{ id: 'f', name: 'tea-caddy.svg', bytes }]
  return new Uint8Array(writeArchive({ project: made, papers: [PLAIN_CARD], files }))
}

/** One of the files in an archive spoilt, and packed again as if nothing were wrong with it. */
function spoiltWithin(bytes: Bytes, path: string, random: () => number): Bytes {
  const entries = unzipSync(bytes)
  const whole = new Uint8Array(entries[path]!)
  const inner = random() < 0.4 ? mutate(whole, random) : swappedJson(whole, random)
  return new Uint8Array(zipSync({ ...entries, [path]: inner }, { level: 1 }))
}

/** A text file of which values are taken from one another: it stays JSON. */
function swappedJson(bytes: Bytes, random: () => number): Bytes {
  const root: unknown = JSON.parse(strFromU8(bytes))
  const places: [Record<string, unknown>, string][] = []
  const walk = (value: unknown) => {
    if (!value || typeof value !== 'object') return
    for (const key of Object.keys(value)) {
      places.push([value as Record<string, unknown>, key])
      walk((value as Record<string, unknown>)[key])
    }
  }
  walk(root)
  const odd = [null, -1, 0, 1e308, '', 'toString', '__proto__', [], {}, true]
  for (let k = 0; k < 1 + random() * 3; k += 1) {
    const [[to, key], [from, other]] = [0, 1].map(() => places[Math.floor(random() * places.length)]!) as [
      [Record<string, unknown>, string],
      [Record<string, unknown>, string],
    ]
    const value = random() < 0.5 ? odd[Math.floor(random() * odd.length)] : structuredClone(from[other])
    to[key] = value
  }
  return strToU8(JSON.stringify(root)) as Bytes
}

/** Whole files for every door but that of drawings alone. */
export async function visitors(): Promise<Visitor[]> {
  const pattern = at('src/core/patterns/shipped/gable-box.json')
  const archive = await archived()
  const [project] = settled(addMaking(emptyProject('Fair'), { id: 'm', recipe: 'pattern:tuck-end-box' }))
  const posed = posedTogether(buildOf(foldedPieces(project)), 0)
  const fold = strToU8(
    writeFold({ name: 'Box', ...posed, colours: { front: '#ffffff', back: '#ffffff' } }),
  ) as Bytes
  return [
    plain('gable-box.json', 'pattern', pattern),
    { name: 'gable-box.json', door: 'pattern', spoilt: (random) => swappedJson(pattern, random) },
    plain('box.fold', 'drawing', fold),
    { name: 'box.fold', door: 'drawing', spoilt: (random) => swappedJson(fold, random) },
    plain('titan-one.woff', 'font', at('public/fonts/titan-one.woff')),
    plain('readability.svg', 'font', at('public/fonts/readability.svg')),
    plain('fair.crease.zip', 'archive', archive),
    ...['project.json', 'format.json', 'papers.json'].map(
      (path): Visitor => ({
        name: `fair.crease.zip with another ${path}`,
        door: 'archive',
        spoilt: (random) => spoiltWithin(archive, path, random),
      }),
    ),
    plain('teapot.png', 'art', at('demo/drawings/teapot.png')),
    plain('sachet.svg', 'art', at('demo/drawings/sachet.svg')),
  ]
}
