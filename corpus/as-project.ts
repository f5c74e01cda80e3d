import { addSource } from '../src/core/binding/add-source'
import { emptyProject, type Project } from '../src/core/document/project'
import { readPath, writePath } from '../src/core/geometry/path'
import type { Dieline, TrueLine } from './draw'

/** Lines whose roles are known as a project, each role on a layer of its name. */
export function asProject(name: string, lines: readonly TrueLine[]): Project {
  const drawing = {
    artwork: { width: 1000, height: 1000 },
    scale: { mmPerUnit: 1, why: '', sure: true, choices: [] },
    lines: lines.map(({ d, role }, element) => ({
      d,
      look: { stroke: '#000000', fill: null, dash: [], width: 0.3, layers: [role] },
      label: null,
      element,
      fillRule: 'nonzero' as const,
    })),
    findings: [],
  }
  return addSource(emptyProject(name), drawing, { id: 's', name, format: 'svg', bytes: 1 })[0]
}

/** A dieline whose closed lines are drawn as a stranger does who draws each stretch for itself. */
export const inStretches = (dieline: Dieline): Dieline => ({
  ...dieline,
  pieces: dieline.pieces.map((p) => ({ ...p, lines: p.lines.flatMap(stretchesOf) })),
})

function stretchesOf({ d, role }: TrueLine): TrueLine[] {
  const { start, segments, closed } = readPath(d)
  if (!closed) return [{ d, role }]
  const ends = [start, ...segments.map((s) => s.to)]
  const last = ends.at(-1)!
  const all = last.x === start.x && last.y === start.y ? segments : [...segments, { to: start }]
  return all.map((segment, i) => ({
    d: writePath({ start: ends[i]!, segments: [segment], closed: false }),
    role,
  }))
}
