import { mkdtempSync, readFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { inflateRawSync } from 'node:zlib'
import { strToU8, zipSync } from 'fflate'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { readArchive, writeArchive } from '../../core/archive'
import { crc32 } from '../../core/archive/unzip'
import { emptyProject, type Project, projectSchema } from '../../core/document/project'
import { IntakeRefusal } from '../../core/intake/refusal'
import { addMaking } from '../../core/making/make'
import { settled } from '../../core/making/settle'
import { seeded } from '../../core/nesting/random'
import { readFile } from '../../tasks/read-file'
import { asProblem } from '../as-problem'
import { closeDatabase } from '../database'
import { papers } from '../library/papers'
import { archiveOf, openArchive } from './archive'
import { createProject, loadProject, loadSource } from './store'

vi.mock('../../tasks/run-in-thread', () => ({
  runInThread: async (task: { run: (input: unknown) => Promise<unknown> }, input: unknown) => task.run(input),
}))

const bytes = new Uint8Array(readFileSync(join(process.cwd(), 'demo/drawings/sachet.svg')))
const { project: read } = await readFile.run(
  { bytes, fileName: 'sachet.svg', sourceId: 'src1', project: null },
  () => {},
)
const sachet = (): Project => structuredClone(read!)

async function another(): Promise<void> {
  await closeDatabase()
  delete (globalThis as { velvetProjects?: unknown }).velvetProjects
  process.env.VELVET_DB = join(mkdtempSync(join(tmpdir(), 'velvet-')), 'test.db')
}
beforeEach(another)
afterEach(closeDatabase)

/** The entries of a zip archive by its central directory (APPNOTE of PKWARE, 4.3.12), with Node's own inflate. */
function unpacked(zip: Buffer): Map<string, Buffer> {
  const entries = new Map<string, Buffer>()
  let at = zip.readUInt32LE(zip.lastIndexOf('PK\x05\x06', undefined, 'latin1') + 16)
  while (zip.readUInt32LE(at) === 0x02014b50) {
    const [method, packed] = [zip.readUInt16LE(at + 10), zip.readUInt32LE(at + 20)]
    const [name, extra, comment, local] = [28, 30, 32]
      .map((o) => zip.readUInt16LE(at + o))
      .concat(zip.readUInt32LE(at + 42)) as [number, number, number, number]
    const start = local + 30 + zip.readUInt16LE(local + 26) + zip.readUInt16LE(local + 28)
    const data = zip.subarray(start, start + packed)
    entries.set(zip.toString('utf8', at + 46, at + 46 + name), method === 8 ? inflateRawSync(data) : data)
    at += 46 + name + extra + comment
  }
  return entries
}

describe('a whole project as one file', () => {
  it('is an open archive: the document, its papers, its files as they came, and what it is', async () => {
    const card = (await papers.list())[1]!
    const project = sachet()
    for (const piece of Object.values(project.pieces)) piece.paper = card.id
    const id = await createProject(project, [{ id: 'src1', name: 'sachet.svg', bytes }])
    const entries = unpacked(Buffer.from((await archiveOf(id)).bytes))
    expect([...entries.keys()].sort()).toEqual([
      'README.txt',
      'files/1-sachet.svg',
      'format.json',
      'papers.json',
      'project.json',
    ])
    expect(entries.get('files/1-sachet.svg')!.equals(Buffer.from(bytes))).toBe(true)
    expect(projectSchema.parse(JSON.parse(entries.get('project.json')!.toString()))).toEqual(
      (await loadProject(id)).project,
    )
    expect(JSON.parse(entries.get('papers.json')!.toString())).toMatchObject([{ name: card.name }])
  })

  it('is opened in another database: the same project, its papers known or added, its files kept', async () => {
    const { id: _, ...like } = (await papers.list())[0]!
    const own = await papers.add({ ...like, name: 'Tide blue', colour: '#336699', backColour: '#336699' })
    const [made] = settled(addMaking(sachet(), { id: 'm', recipe: 'pattern:tuck-end-box' }))
    const [first, ...rest] = Object.values(made.pieces)
    first!.paper = own.id
    for (const piece of rest) piece.paper = 'paper-2'
    const id = await createProject(made, [{ id: 'src1', name: 'sachet.svg', bytes }])
    const before = (await loadProject(id)).project
    const archive = await archiveOf(id)
    await another()
    const opened = await openArchive(archive.bytes, 'tea.crease.zip')
    const { project } = await loadProject(opened)
    const here = await papers.list()
    const added = here.find((p) => p.name === 'Tide blue')!
    expect(added.colour).toBe('#336699')
    expect(here.filter((p) => p.name === here[1]!.name).length).toBe(1)
    expect(project.pieces[first!.id]!.paper).toBe(added.id)
    expect(project.pieces[rest[0]!.id]!.paper).toBe('paper-2')
    const bare = (p: Project) => ({
      ...p,
      pieces: Object.values(p.pieces).map((q) => ({ ...q, paper: null })),
    })
    expect(bare(project)).toEqual(bare(before))
    expect((await loadSource(opened, 'src1')).bytes.length).toBe(bytes.length)
    // Opened once more, no paper is added again.
    await openArchive(archive.bytes, 'tea.crease.zip')
    expect((await papers.list()).length).toBe(here.length)
  })

  it('from a stranger is refused in a sentence where it is broken, false or too large, and nothing is kept', async () => {
    const whole = { project: sachet(), papers: [], files: [{ id: 'src1', name: 'sachet.svg', bytes }] }
    const good = unpackedAgain(writeArchive(whole))
    const without = (path: string) =>
      zipSync(Object.fromEntries(Object.entries(good).filter(([p]) => p !== path)))
    const changed = (path: string, value: unknown) =>
      zipSync({ ...good, [path]: strToU8(JSON.stringify(value)) })
    const cases: [string, Uint8Array, RegExp][] = [
      ['cut short', writeArchive(whole).slice(0, 300), /archive is broken/],
      ['no project', without('project.json'), /“project.json” is missing/],
      ['no JSON', zipSync({ ...good, 'papers.json': strToU8('{') }), /“papers.json” is no JSON/],
      [
        'a false field',
        changed('project.json', { ...sachet(), unit: 'ells' }),
        /“project.json” does not fit: unit/,
      ],
      ['an unknown field', changed('project.json', { ...sachet(), spell: 1 }), /“project.json” does not fit/],
      [
        'no version',
        changed('project.json', { ...sachet(), version: 0 }),
        /no version of Velvet Crease writes/,
      ],
      ['a version in words', changed('project.json', { ...sachet(), version: '2' }), /“2”, which no version/],
      [
        'a slice that is missing',
        changed('project.json', { ...sachet(), pieces: undefined }),
        /lacks “pieces”, so it is no whole project/,
      ],
      [
        'two files of one id',
        changed('format.json', {
          format: 'velvet-crease-project',
          version: 2,
          files: [0, 1].map(() => ({ id: 'src1', name: 'sachet.svg', path: 'files/1-sachet.svg' })),
        }),
        /Two files in it have the id/,
      ],
      [
        'a tower of brackets',
        zipSync({ ...good, 'papers.json': strToU8('['.repeat(30_000_000)) }),
        /“papers.json” holds more values, or deeper/,
      ],
      ['a newer version', changed('project.json', { ...sachet(), version: 99 }), /newer version/],
      ['a file that is missing', without('files/1-sachet.svg'), /is named, and missing/],
      [
        'another format',
        changed('format.json', { format: 'x', version: 2, files: [] }),
        /“format.json” does not fit/,
      ],
      [
        'a source without its file',
        changed('format.json', { format: 'velvet-crease-project', version: 2, files: [] }),
        /“sachet.svg” of the project is missing/,
      ],
    ]
    for (const [what, archive, why] of cases) {
      const problem = await openArchive(archive, 'x.zip').then(
        () => null,
        (error) => asProblem(error),
      )
      expect(problem?.status, what).toBe(422)
      expect(problem?.message, what).toMatch(why)
      expect(problem?.message, what).toMatch(/^x.zip is not taken. /)
    }
    const many = zipSync(
      Object.fromEntries(Array.from({ length: 3100 }, (_, i) => [`files/${i}`, new Uint8Array(1)])),
    )
    expect(() => readArchive(many, 'x.zip')).toThrow(/or 3000 files/)
  })

  it('is refused wherever a bit of it is flipped, or is the same project', () => {
    const project = sachet()
    const whole = writeArchive({ project, papers: [], files: [{ id: 'src1', name: 'sachet.svg', bytes }] })
    const random = seeded(7)
    let [refused, same] = [0, 0]
    for (let k = 0; k < 400; k += 1) {
      const flipped = whole.slice()
      const at = Math.floor(random() * flipped.length)
      flipped[at] = flipped[at]! ^ (1 << Math.floor(8 * random()))
      try {
        const { project: read, files } = readArchive(flipped, 'x.zip')
        expect(read).toEqual(project)
        expect(files.map((f) => Buffer.from(f.bytes).equals(bytes))).toEqual([true])
        same += 1
      } catch (error) {
        expect(error).toBeInstanceOf(IntakeRefusal)
        refused += 1
      }
    }
    // What lies between the entries tells nothing of them: names in two places, times, attributes.
    expect(refused).toBeGreaterThan(300)
    expect(refused + same).toBe(400)
  })

  it('brings no papers that it does not use, and none where its art is refused', async () => {
    const here = await papers.list()
    const other = { ...here[0]!, id: 'other', name: 'Other card' }
    const project = sachet()
    await openArchive(
      writeArchive({ project, papers: [other], files: [{ id: 'src1', name: 'sachet.svg', bytes }] }),
      'x.zip',
    )
    expect(await papers.list()).toEqual(here)
    for (const piece of Object.values(project.pieces)) piece.paper = 'other'
    project.art = {
      a: { id: 'a', name: 'a.png', bytes: 3, format: 'png', pixels: null, width: 10, height: 10 },
    }
    const files = [
      { id: 'src1', name: 'sachet.svg', bytes },
      { id: 'a', name: 'a.png', bytes: new Uint8Array([1, 2, 3]) },
    ]
    await expect(openArchive(writeArchive({ project, papers: [other], files }), 'x.zip')).rejects.toThrow(
      /a.png is damaged/,
    )
    expect(await papers.list()).toEqual(here)
    // The check value of CRC-32 (catalogues of check sums, from memory).
    expect(crc32(strToU8('123456789'))).toBe(0xcbf43926)
  })

  it('keeps an empty project too', () => {
    const { project } = readArchive(
      writeArchive({ project: emptyProject('Fair'), papers: [], files: [] }),
      'x.zip',
    )
    expect(project.name).toBe('Fair')
  })
})

/** The entries of an archive, to be packed again. */
const unpackedAgain = (zip: Uint8Array): Record<string, Uint8Array> =>
  Object.fromEntries([...unpacked(Buffer.from(zip))].map(([path, data]) => [path, new Uint8Array(data)]))
