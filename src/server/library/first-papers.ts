import { type PaperFields, PLAIN_SETTINGS } from '../../core/document/paper'

const card = (
  name: string,
  width: number,
  height: number,
  weight: number,
  caliper: number,
  colour: string,
  force: number,
): PaperFields => ({
  name,
  width,
  height,
  weight,
  caliper,
  colour,
  backColour: colour,
  settings: { ...PLAIN_SETTINGS, cut: { ...PLAIN_SETTINGS.cut, force } },
})

const INCH = 25.4

/** The papers that a new library begins with: invented colours, common sizes and weights. */
export const FIRST_PAPERS: readonly PaperFields[] = [
  card('Oolong card', 12 * INCH, 12 * INCH, 220, 0.3, '#c9a27a', 210),
  card('Plum card', 12 * INCH, 12 * INCH, 220, 0.3, '#7a4468', 210),
  card('Rice white, A4', 210, 297, 160, 0.21, '#f6f1e7', 160),
  { ...card('Harbour kraft, A3', 297, 420, 280, 0.4, '#b08a5e', 260), backColour: '#d9c3a3' },
  card('Clear film, A4', 210, 297, 150, 0.15, '#dfeaea', 180),
]
