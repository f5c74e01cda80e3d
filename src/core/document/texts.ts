import * as z from 'zod'
import { type Affine, apply, determinant } from '../geometry/affine'
import type { Point } from '../geometry/point'
import { mm } from './fields'

/** Words that stand in a source: they are no lines, but can be lettered. */

export const textSettingSchema = z.strictObject({
  /** a place of their base line, mm, and which of them lies there */
  x: mm,
  y: mm,
  anchor: z.enum(['start', 'middle', 'end']),
  /** their em, mm */
  size: mm.positive(),
  /** degrees, clockwise */
  turn: z.number(),
  /** the name of their font, where it is told */
  font: z.string().max(200).nullable(),
})
/** How words are set. */
export type TextSetting = z.infer<typeof textSettingSchema>

export const sourceTextSchema = z.strictObject({
  words: z.string().min(1).max(200),
  setting: textSettingSchema,
})
/** Words of a source, and how they are set in the drawing. */
export type SourceText = z.infer<typeof sourceTextSchema>

/** How high capitals are, as a share of the em; fonts differ by a tenth of it (common practice). */
export const CAPITAL = 0.7

/** No more are kept of a source. */
export const MOST_SOURCE_TEXTS = 200

/**
 * How words are set that stand at a place of their own space.
 * @param matrix of that space to mm
 * @param em in units of it
 */
export function settingOf(
  matrix: Affine,
  at: Point,
  em: number,
  { anchor = 'start', font = null }: Partial<Pick<TextSetting, 'anchor' | 'font'>> = {},
): TextSetting {
  const [a, b, c, d] = matrix
  const turn = (Math.atan2(b, a) * 180) / Math.PI
  return {
    ...apply(matrix, at),
    anchor,
    size: em * Math.hypot(c, d),
    turn,
    font: font?.slice(0, 200) ?? null,
  }
}

/** Words that are moved with what is around them. */
export function movedSetting(setting: TextSetting, map: Affine): TextSetting {
  const [a, b, c, d] = map
  const turn = (setting.turn * Math.PI) / 180
  const [ux, uy] = [Math.cos(turn), Math.sin(turn)]
  return {
    ...setting,
    ...apply(map, setting),
    size: setting.size * Math.sqrt(Math.abs(determinant(map))),
    turn: (Math.atan2(b * ux + d * uy, a * ux + c * uy) * 180) / Math.PI,
  }
}

/** Whether every number of a setting is one, and its letters are of a size. */
export const isSet = ({ x, y, size, turn }: TextSetting): boolean =>
  [x, y, size, turn].every((v) => Number.isFinite(v) && Math.abs(v) < 1e5) && size > 0.05
