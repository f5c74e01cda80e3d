import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { describe, expect, it } from 'vitest'
import { applyChanges } from '@/core/document/edits'
import { type Project, projectSchema } from '@/core/document/project'
import { PLAIN_READING } from '@/core/document/sources'
import { IntakeRefusal } from '@/core/intake/refusal'
import { shapeOfPiece } from '@/core/pieces/piece-shape'
import { readFile } from './read-file'
import { TASKS } from './registry'

const bytes = (name: string) =>
  new Uint8Array(readFileSync(fileURLToPath(new URL(`../../demo/drawings/${name}`, import.meta.url))))
const input = (name: string) => ({
  bytes: bytes(name),
  fileName: name,
  sourceId: name[0]!,
  project: null,
})

type Input = Parameters<typeof readFile.run>[0]
/** The project that a file makes, or that it leads to as a further one. */
async function read(asked: Input): Promise<Project> {
  const { project, edit } = await readFile.run(asked, () => {})
  return project ?? applyChanges(asked.project!, edit!.changes)
}

describe('read-file', () => {
  it('is known by its name, reports how far it is, and makes a valid project', async () => {
    expect(TASKS.get('read-file')).toBe(readFile)
    const shares: number[] = []
    const { project } = await readFile.run(input('tea-caddy.svg'), (share) => shares.push(share))
    expect(shares).toEqual([...shares].sort((a, b) => a - b))
    expect(shares.length).toBeGreaterThanOrEqual(3)
    expect(projectSchema.safeParse(project).success).toBe(true)
    expect(project!.name).toBe('tea caddy')
  })

  it('lays a second drawing to the right of the first, and leaves the first as it is', async () => {
    const first = await read(input('sachet.svg'))
    const asked = { ...input('tea-caddy.svg'), project: first }
    const { edit } = await readFile.run(asked, () => {})
    const both = await read(asked)
    expect(Object.keys(both.pieces)).toHaveLength(7)
    for (const id of Object.keys(first.pieces)) expect(both.pieces[id]).toEqual(first.pieces[id])
    const right = Math.max(...Object.values(first.pieces).map((p) => shapeOfPiece(both, p).box.maxX))
    const added = Object.values(both.pieces).filter((p) => !first.pieces[p.id])
    for (const piece of added) expect(shapeOfPiece(both, piece).box.minX).toBeGreaterThan(right)
    expect(edit!.label).toBe('Add “tea-caddy.svg”')
  })

  it('reads the same source again at another scale in its place, pieces kept', async () => {
    const small = await read(input('sachet.svg'))
    const named = {
      ...small,
      pieces: Object.fromEntries(Object.values(small.pieces).map((p) => [p.id, { ...p, copies: 4 }])),
    }
    const again = await read({
      ...input('sachet.svg'),
      project: named,
      reading: { ...PLAIN_READING, mmPerUnit: 25.4 / 72 },
    })
    expect(Object.keys(again.lines)).toEqual(Object.keys(small.lines))
    expect(Object.values(again.pieces).map((p) => [p.id, p.name, p.copies])).toEqual(
      Object.values(named.pieces).map((p) => [p.id, p.name, p.copies]),
    )
    const width = (p: typeof small) => shapeOfPiece(p, Object.values(p.pieces)[0]!).box
    expect(width(again).maxX / width(small).maxX).toBeCloseTo(96 / 72, 4)
  })

  it('refuses bad bytes and bad input', async () => {
    await expect(
      readFile.run({ ...input('sachet.svg'), bytes: new Uint8Array([1, 2, 3]) }, () => {}),
    ).rejects.toThrow(IntakeRefusal)
    expect(
      readFile.input.safeParse({ ...input('sachet.svg'), reading: { ...PLAIN_READING, mmPerUnit: -1 } })
        .success,
    ).toBe(false)
    expect(readFile.input.safeParse({ ...input('sachet.svg'), project: { name: 'x' } }).success).toBe(false)
  })
})
