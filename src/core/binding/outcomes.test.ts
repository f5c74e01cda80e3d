import { describe, expect, it } from 'vitest'
import { readProject } from '../../../bin/project'
import { PLAIN_READING } from '../document/sources'
import { outcomesOf } from './outcomes'

const drawn = (inner: string) =>
  new TextEncoder().encode(
    `<svg xmlns="http://www.w3.org/2000/svg" width="120mm" height="90mm" viewBox="0 0 120 90">${inner}</svg>`,
  )
const path = (d: string, colour = '#000') => `<path d="${d}" fill="none" stroke="${colour}"/>`
const read = (inner: string) => readProject(drawn(inner), 'card.svg', PLAIN_READING)

describe('outcomesOf', () => {
  it('shows what pieces come of the edge of the artboard, cut or left out', async () => {
    const tags = [5, 45].map((x) => path(`M${x} 5L${x + 30} 5L${x + 30} 80L${x} 80Z`, '#0a0')).join('')
    const project = await read(path('M0 0L120 0L120 90L0 90Z') + tags)
    const [edge] = Object.values(project.lines)
    const { of, box } = outcomesOf(project, [edge!.id])!
    expect(of.map((o) => [o.role, o.pieces.map((p) => Math.round(p.width))])).toEqual([
      ['cut', [120]],
      ['skip', [30, 30]],
    ])
    expect(box).toEqual({ minX: 0, minY: 0, maxX: 120, maxY: 90 })
    // The document itself is not touched.
    expect(project.lines[edge!.id]).toEqual(edge)
  })

  it('has nothing to show where no piece changes by the answer', async () => {
    const project = await read(path('M10 10L100 10L100 80L10 80Z') + path('M20 40L60 40', '#00f'))
    const slit = Object.values(project.lines).find((l) => l.d.includes('60'))!
    expect(outcomesOf(project, [slit.id])).toBeNull()
    expect(outcomesOf(project, [])).toBeNull()
  })
})
