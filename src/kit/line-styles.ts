/**
 * How roles look in the drawing: told by line style first and colour second, by the convention of origami diagrams
 * where there is one (valley dashes, mountain dash and dot). Widths and dashes in pixels.
 */
export type LineStyle = {
  colour: string
  width: number
  dash: readonly number[]
  round: boolean
  /** a dot where the line begins: pen lines have a direction */
  startDot: boolean
}

const style = (
  colour: string,
  width: number,
  dash: readonly number[] = [],
  round = false,
  startDot = false,
): LineStyle => ({
  colour,
  width,
  dash,
  round,
  startDot,
})

export const LINE_STYLES = {
  cut: style('#2b1a2f', 1.7),
  score: style('#9a2c70', 1.6, [8, 5]),
  'score-mountain': style('#9a2c70', 1.6, [10, 4, 1.5, 4]),
  perforate: style('#14706a', 2.6, [0.1, 6], true),
  pen: style('#33528f', 1.1, [], false, true),
  print: style('#b29fae', 0.8),
  skip: style('#cfc3b4', 0.9, [2, 4]),
} as const

export type StyleName = keyof typeof LINE_STYLES
