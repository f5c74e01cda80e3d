import {
  type CommonEntityOptions,
  DxfWriter,
  LWPolylineFlags,
  point2d,
  point3d,
  SplineFlags,
  Units,
} from '@tarikjabiri/dxf'
import type { Sheet } from '../../document/layout'
import type { Project } from '../../document/project'
import { ROLE_STYLES } from '../../document/role-styles'
import { allSegments } from '../../geometry/part'
import type { Contour } from '../../geometry/path'
import type { Point } from '../../geometry/point'
import type { Write } from '../kind'
import { EXPORTED, type Exported, partsOf } from '../parts'

/**
 * A sheet as DXF text in mm: a layer a role, a block a piece that bears its name, y up from the sheet's lower left
 * corner. Straight lines are light polylines, curves are splines of degree three, exact.
 */
export function sheetToDxf(project: Project, sheet: Sheet): string {
  const dxf = new DxfWriter()
  dxf.setUnits(Units.Millimeters)
  const parts = partsOf(project, sheet)
  for (const kind of EXPORTED)
    if (parts.some((p) => p.groups.some((g) => g.kind === kind)))
      dxf.addLayer(layerOf(kind), ROLE_STYLES[kind].dxf, 'Continuous')
  const used = new Set<string>()
  const beats = new Set<string>()
  /** The linetype of a perforation, at true size. */
  const perforation = ([dash, gap]: readonly number[]): string => {
    const name = `Perforation ${dash} ${gap}`.replaceAll('.', '_')
    if (!beats.has(name)) dxf.addLType(name, `Perforation, ${dash} and ${gap} mm`, [dash!, -gap!])
    beats.add(name)
    return name
  }
  for (const part of parts) {
    const block = dxf.addBlock(blockName(part.name, used))
    for (const { kind, dash, contours } of part.groups) {
      const lineType = kind === 'perforate' ? perforation(dash) : 'Continuous'
      for (const contour of contours)
        addContour(block, contour, sheet.height, { layerName: layerOf(kind), lineType })
    }
    dxf.addInsert(block.name, point3d(0, 0))
  }
  return dxf.stringify()
}

const layerOf = (kind: Exported): string => kind.charAt(0).toUpperCase() + kind.slice(1)

/** A name for a block: letters, digits and what else the format bears, and every one once. */
function blockName(name: string, used: Set<string>): string {
  const plain =
    name
      .replace(/[^\p{L}\p{N} _.-]/gu, ' ')
      .replace(/\s+/g, ' ')
      .trim()
      .slice(0, 80) || 'Piece'
  let unique = plain
  for (let n = 2; used.has(unique.toUpperCase()); n += 1) unique = `${plain} copy ${n}`
  used.add(unique.toUpperCase())
  return unique
}

type Block = ReturnType<DxfWriter['addBlock']>

/** Straight runs as polylines and each curve as a spline, in order; a contour without curves is one polyline. */
function addContour(block: Block, contour: Contour, height: number, look: CommonEntityOptions): void {
  const at = ({ x, y }: Point) => ({ x, y: height - y })
  const segments = allSegments(contour)
  if (segments.every((s) => !s.c1)) {
    const points = [contour.start, ...contour.segments.map((s) => s.to)].map(at)
    block.addLWPolyline(
      points.map((p) => ({ point: point2d(p.x, p.y) })),
      { flags: contour.closed ? LWPolylineFlags.Closed : LWPolylineFlags.None, ...look },
    )
    return
  }
  let from = contour.start
  let run: Point[] = [from]
  const flush = () => {
    if (run.length > 1)
      block.addLWPolyline(
        run.map(at).map((p) => ({ point: point2d(p.x, p.y) })),
        look,
      )
  }
  for (const { c1, c2, to } of segments) {
    if (c1 && c2) {
      flush()
      const control = [from, c1, c2, to].map(at)
      block.addSpline(
        {
          controlPoints: control.map((p) => point3d(p.x, p.y)),
          degreeCurve: 3,
          flags: SplineFlags.Planar,
          knots: [0, 0, 0, 0, 1, 1, 1, 1],
        },
        look,
      )
      run = [to]
    } else run.push(to)
    from = to
  }
  flush()
}

export const write: Write = ({ project, sheet }) => sheetToDxf(project, sheet)
