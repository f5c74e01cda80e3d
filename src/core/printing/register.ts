import type { Affine } from '../geometry/affine'
import { allOf, decimal, say } from '../words'
import type { FoundMark } from './find-marks'
import { fitAffine } from './fit'
import { CORNER_NAMES } from './marks'

/** A residual above this is no register any more, mm. */
export const MOST_RESIDUAL = 0.3

/** How a sheet lies by its marks, or what is to be done about it. */
export type Register =
  | { ok: true; map: Affine; residual: number; words: string }
  | { ok: false; message: string }

/**
 * The map from a sheet as it was planned to where it lies, from its marks.
 * @param found marks with the places at which they were seen, in the coordinates that the map is to lead to
 */
export function registerBy(found: readonly FoundMark[]): Register {
  const trouble = found.filter((m) => m.trouble !== null)
  if (trouble.length > 0) {
    const [first] = trouble
    const where = allOf(trouble.map((m) => CORNER_NAMES[m.corner]))
    return {
      ok: false,
      message:
        first!.trouble === 'missing'
          ? say`The mark in the ${where} corner was not found. Lay the sheet against the stops, the printed side up, and check that it was printed at 100 %.`
          : say`The mark in the ${where} corner is covered or smeared. Wipe it clean, take off what lies on it, and scan again.`,
    }
  }
  const { map, residual } = fitAffine(
    found,
    found.map((m) => m.seen!),
  )
  if (residual > MOST_RESIDUAL)
    return {
      ok: false,
      message: say`The marks do not fit together: ${decimal(residual, 2, 2)} mm are left, and ${MOST_RESIDUAL} mm is the most. The sheet is creased or was printed unevenly. Smooth it, or print it again.`,
    }
  const turn = (Math.atan2(map[1], map[0]) * 180) / Math.PI
  const scale = Math.sqrt(Math.abs(map[0] * map[3] - map[1] * map[2]))
  return {
    ok: true,
    map,
    residual,
    words: say`Turned by ${decimal(turn, 2, 2)}°, printed at ${decimal(100 * scale, 2, 2)} %, ${decimal(residual, 3, 3)} mm left over.`,
  }
}
