import { lengthIn, type Recipe } from '../recipe'
import { circle } from './circle'
import { rectangle } from './rectangle'

/** The outlines that a shape can have, each by its outer size. Adding one is a file here and a line in the list. */
const OUTLINES = { rectangle, circle } as const
type Outline = keyof typeof OUTLINES

const TITLES: Record<Outline, string> = { rectangle: 'Rectangle', circle: 'Circle' }

/** A plain shape: one closed cut. */
export const shape: Recipe = {
  name: 'shape',
  title: 'Shape',
  takes: { least: 0, most: 0 },
  measures: [
    {
      name: 'outline',
      title: 'Outline',
      kind: 'choice',
      usual: 'rectangle',
      choices: Object.entries(TITLES).map(([value, title]) => ({ value, title })),
    },
    { name: 'width', title: 'Width', kind: 'length', usual: 100, least: 1, most: 3000 },
    { name: 'height', title: 'Height', kind: 'length', usual: 70, least: 1, most: 3000 },
  ],
  nameOf: ({ outline }) => TITLES[outline as Outline],
  make: (_, measures) => {
    const draw = OUTLINES[measures.outline as Outline]
    return [
      { key: 'outline', d: draw(lengthIn(measures, 'width'), lengthIn(measures, 'height')), role: 'cut' },
    ]
  },
}
