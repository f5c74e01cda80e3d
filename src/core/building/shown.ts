import { type Posed, placesOf, type ScenePanel, scenePanel } from '../folding'
import type { Camera } from '../folding/still'
import type { Box } from '../geometry/measure'
import type { PieceShape } from '../pieces/piece-shape'
import { GLUE } from './step'

/** Panels in space as a view shows them. */
export type Shown = { panels: ScenePanel[]; places: Float32Array; camera: Camera | null }

const NOWHERE: Box = { minX: 0, minY: 0, maxX: 1, maxY: 1 }

/** A scene as a view shows it. @param shapes of its pieces, whose boxes their printed faces are mapped to */
export function shownOf(
  { posed, glued, camera }: { posed: Posed; glued?: ReadonlySet<number>; camera?: Camera },
  shapes: Iterable<PieceShape>,
): Shown {
  const boxes = new Map([...shapes].map((s) => [s.piece.id, s.box]))
  const { panels, hinges } = posed.model
  return {
    panels: panels.map((panel, i) => {
      const own = hinges.filter((h) => h.a === i || h.b === i)
      const made = scenePanel(panel, own, boxes.get(panel.piece) ?? NOWHERE)
      return glued?.has(i) ? { ...made, lines: [GLUE] } : made
    }),
    places: placesOf(posed.pose),
    camera: camera ?? null,
  }
}
