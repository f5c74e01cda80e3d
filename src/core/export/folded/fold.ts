import { type Flat, onFlat } from '../../folding/model'
import { lengthOf, minus, moved, type Vec3 } from '../../folding/rigid'
import type { FoldedBuild } from './kind'

/** Corners nearer than this are one corner, mm. */
const SAME = 0.05

/**
 * A folded build as FOLD 1.2 (the open JSON format for origami): the folded form, and in a second frame the flat
 * sheet. Edges are B at the border, V and M where they fold, F where they stay flat; openings are borders too.
 */
export function writeFold({ name, model, angles, pose }: FoldedBuild): string {
  const flat: Flat[] = []
  const folded: Vec3[] = []
  // Two sides of a slit are one place on the sheet and two when it is folded: such corners are told apart.
  const cells = new Map<string, number[]>()
  const corner = (p: Flat, panel: number): number => {
    const [cx, cy] = p.map((v) => Math.round(v / SAME)) as [number, number]
    const there = moved(pose[panel]!, onFlat(p))
    for (const dx of [0, -1, 1])
      for (const dy of [0, -1, 1]) {
        const known = cells
          .get(`${cx + dx} ${cy + dy}`)
          ?.find(
            (k) =>
              Math.hypot(flat[k]![0] - p[0], flat[k]![1] - p[1]) < SAME &&
              lengthOf(minus(folded[k]!, there)) < SAME,
          )
        if (known !== undefined) return known
      }
    flat.push(p)
    folded.push(there)
    const key = `${cx} ${cy}`
    cells.set(key, [...(cells.get(key) ?? []), flat.length - 1])
    return flat.length - 1
  }
  const faces = model.panels.map(({ ring }, i) => ring.map((p) => corner(p, i)))
  const edges = new Map<string, { ends: [number, number]; faces: number[] }>()
  const walk = (corners: readonly number[], face: number) => {
    corners.forEach((a, k) => {
      const b = corners[(k + 1) % corners.length]!
      if (a === b) return
      const key = a < b ? `${a} ${b}` : `${b} ${a}`
      const known = edges.get(key)
      if (known) known.faces.push(face)
      else edges.set(key, { ends: [a, b], faces: [face] })
    })
  }
  faces.forEach(walk)
  model.panels.forEach((panel, i) => {
    for (const opening of panel.openings)
      walk(
        opening.map((p) => corner(p, i)),
        i,
      )
  })
  const all = [...edges.values()]
  const angleOf = ({ faces: [a, b] }: (typeof all)[number]): number | null => {
    if (b === undefined || a === b) return null
    const k = model.hinges.findIndex((h) => (h.a === a && h.b === b) || (h.a === b && h.b === a))
    return k < 0 ? null : angles[k]!
  }
  const turns = all.map(angleOf)
  const assignment = turns.map((angle) =>
    angle === null ? 'B' : Math.abs(angle) < 1e-6 ? 'F' : angle > 0 ? 'V' : 'M',
  )
  const round = (v: number) => Math.round(v * 1e6) / 1e6
  return JSON.stringify({
    file_spec: 1.2,
    file_creator: 'Velvet Crease',
    file_title: name,
    file_classes: ['singleModel'],
    frame_unit: 'mm',
    frame_classes: ['foldedForm'],
    frame_attributes: ['3D'],
    vertices_coords: folded.map((p) => p.map(round)),
    edges_vertices: all.map((e) => e.ends),
    edges_assignment: assignment,
    edges_foldAngle: turns.map((angle) => round(angle ?? 0)),
    faces_vertices: faces,
    file_frames: [
      {
        frame_parent: 0,
        frame_inherit: true,
        frame_classes: ['creasePattern'],
        frame_attributes: ['2D'],
        vertices_coords: flat.map((p) => p.map(round)),
      },
    ],
  })
}
