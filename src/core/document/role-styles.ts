import type { Line, Role } from './lines'

/** What a line is drawn as: its role, folds told apart by direction where it is known. */
export type StyledRole = Role | 'score mountain' | 'score valley'

export const styledRole = <R extends Role>({ role, fold }: Pick<Line, 'fold'> & { role: R }) =>
  role === 'score' && fold ? (`score ${fold}` as const) : role

type Stroke = { width: number; dash: readonly number[] }
export type RoleStyle = {
  colour: string
  /** whether ends and dashes are round */
  round: boolean
  /** a dot where the line begins: pen lines have a direction */
  startDot: boolean
  /** in files at true size, mm */
  paper: Stroke
  /** on the screen, px, however near the board is */
  screen: Stroke
  /** colour index of a DXF layer; the layer's name is what tells */
  dxf: number
}

const style = (colour: string, dxf: number, paper: Stroke, screen: Stroke, more = {}): RoleStyle => ({
  colour,
  dxf,
  paper,
  screen,
  round: false,
  startDot: false,
  ...more,
})
const stroke = (width: number, ...dash: number[]): Stroke => ({ width, dash })

const SCORE = style('#9a2c70', 6, stroke(0.25, 3, 1.5), stroke(1.6, 8, 5))

/**
 * How roles look wherever they are drawn: told by line style first and colour second, by the convention of origami
 * diagrams where there is one (valley dashes, mountain dash and dot).
 */
export const ROLE_STYLES: Readonly<Record<StyledRole, RoleStyle>> = {
  cut: style('#2b1a2f', 7, stroke(0.25), stroke(1.7)),
  score: SCORE,
  'score valley': SCORE,
  'score mountain': style('#9a2c70', 1, stroke(0.25, 4, 1.2, 0.4, 1.2), stroke(1.6, 10, 4, 1.5, 4)),
  perforate: style('#14706a', 3, stroke(0.4, 0, 1.2), stroke(2.6, 0.1, 6), { round: true }),
  pen: style('#33528f', 5, stroke(0.2), stroke(1.1), { startDot: true }),
  print: style('#b29fae', 8, stroke(0.1), stroke(0.8)),
  skip: style('#cfc3b4', 9, stroke(0.1, 1, 2), stroke(0.9, 2, 4)),
}
