import { readdirSync, readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { describe, expect, it } from 'vitest'
import { readProject } from '../bin/project'
import { cutAfterLoose } from '../judges/cut-order'
import { followGcode, followHpgl, KNIFE } from '../judges/programs'
import { planSheet } from '../src/core/cutting/plan'
import { filesOf, PLAIN_READING } from '../src/core/document/sources'
import { planToGcode } from '../src/core/export/gcode'
import { planToHpgl } from '../src/core/export/hpgl'
import { drawingAsSheet } from '../src/core/export/parts'
import { CONVENTIONS, fileOf } from './conventions'
import { chance } from './draw'
import { HARD_CONVENTIONS } from './hard-conventions'
import { PAGE_CONVENTIONS } from './page-conventions'
import { PAPER_CONVENTIONS } from './paper-conventions'
import { TEMPLATES } from './templates'

/** The faults in the order in which both programs of a file cut the whole drawing. */
async function faultsOf(bytes: Uint8Array, name: string) {
  const project = await readProject(bytes, name, PLAIN_READING)
  const { width, height } = filesOf(project.sources)[0]!.artwork
  const plan = planSheet(project, drawingAsSheet(project, { width, height }), null)
  return [followGcode(planToGcode(plan, name)), followHpgl(planToHpgl(plan, name))].map((paths) =>
    cutAfterLoose(paths.filter((p) => p.tool === KNIFE)),
  )
}

// Pieces that lie on one another are laid apart before they are cut.
const FLAT = [...CONVENTIONS, ...HARD_CONVENTIONS, ...PAGE_CONVENTIONS, ...PAPER_CONVENTIONS].filter(
  (c) => !c.prepare,
)

describe.each(FLAT)('drawn with $name', (convention) => {
  it('is cut from within in both languages', async () => {
    for (const [t, template] of TEMPLATES.entries()) {
      const random = chance(500 + t)
      const dieline = template(0.8 + 0.6 * random())
      const drawn = convention.draw(dieline, random)
      const { bytes, name } = await fileOf(convention, {
        drawn,
        width: dieline.width,
        height: dieline.height + 30,
      })
      expect(await faultsOf(bytes, name), dieline.name).toEqual([[], []])
    }
  })
})

const DEMO = fileURLToPath(new URL('../demo/drawings/', import.meta.url))

describe('the demo drawings', () => {
  it.each(readdirSync(DEMO).filter((n) => !n.startsWith('quay')))('%s is cut from within', async (name) => {
    expect(await faultsOf(readFileSync(DEMO + name), name)).toEqual([[], []])
  })
})
