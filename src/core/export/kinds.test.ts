import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { describe, expect, it } from 'vitest'
import { addSource } from '../binding/add-source'
import { planSheet } from '../cutting/plan'
import { USUAL_PRINT } from '../document/print'
import { emptyProject, projectSchema } from '../document/project'
import { PLAIN_READING } from '../document/sources'
import { svg } from '../intake/svg'
import { packSheets } from '../sheets/pack'
import { excerptFor } from './excerpt'
import { FILE_KINDS, fileKind, kindsFor, type Platform } from './kinds'

const bytes = readFileSync(fileURLToPath(new URL('../../../demo/drawings/tea-caddy.svg', import.meta.url)))
const file = { id: 's', name: 'tea-caddy.svg', format: 'svg', bytes: bytes.length }
const [caddy] = addSource(emptyProject('Fair'), await svg.read(bytes, PLAIN_READING), file)
const paper = { id: 'p', name: 'Plum', width: 304.8, height: 304.8 } as Parameters<typeof packSheets>[1][0]
const project = { ...caddy, layout: { ...caddy.layout, ...packSheets(caddy, [paper]) } }
const platform: Platform = {
  decodeArt: async () => ({ width: 1, height: 1, rgba: new Uint8Array(4) }),
  encode: async () => new Uint8Array(8),
  rasterise: async (text, side) => new TextEncoder().encode(`${side} ${text.length}`),
}

describe('the kinds of files', () => {
  it('have names, titles and endings of their own, and no two endings alike', () => {
    for (const key of ['name', 'title', 'ending'] as const)
      expect(new Set(FILE_KINDS.map((k) => k[key])).size).toBe(FILE_KINDS.length)
    expect(fileKind('exe')).toBeUndefined()
    // A project may remember a kind that a later version dropped.
    expect(
      projectSchema.safeParse({ ...project, run: { ...project.run, files: ['svg', 'gone'] } }).success,
    ).toBe(true)
  })

  it('offer nothing to print of sheets that are not printed', () => {
    expect(kindsFor({ print: null }).map((k) => k.name)).not.toContain('print')
    expect(kindsFor({ print: USUAL_PRINT })).toEqual(FILE_KINDS)
  })

  it.each(FILE_KINDS)(
    '$name is the same from all of a project and from what its sheet needs',
    async (kind) => {
      const write = await kind.writer()
      const [, sheet] = project.layout.sheets
      const some = excerptFor(project, sheet!)
      expect(Object.keys(some.lines).length).toBeLessThan(Object.keys(project.lines).length)
      const content = (from: typeof project) =>
        write({
          project: from,
          sheet: sheet!,
          title: 'Sheet',
          plan: kind.needs === 'plan' ? planSheet(from, sheet!, null) : null,
          platform,
        })
      const [whole, part] = [await content(project), await content(some)]
      expect(whole.length).toBeGreaterThan(5)
      expect(part).toEqual(whole)
      if (kind.needs === 'plan')
        expect(() => write({ project, sheet: sheet!, title: '', plan: null, platform })).toThrow(
          'needs the passes',
        )
    },
  )
})
