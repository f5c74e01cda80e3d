import { say } from '../../words'
import { numberIn, type Recipe } from '../recipe'
import { OUTLINES, type OutlineKind } from './outlines'

const TITLES: Record<OutlineKind, string> = {
  rectangle: say`Rectangle`,
  rounded: say`Rounded rectangle`,
  circle: say`Circle`,
  ellipse: say`Ellipse`,
  polygon: say`Polygon`,
  star: say`Star`,
  heart: say`Heart`,
  tag: say`Tag`,
  arch: say`Arch`,
  banner: say`Banner`,
  bracket: say`Bracket plate`,
  'scalloped-circle': say`Scalloped circle`,
  'scalloped-rectangle': say`Scalloped rectangle`,
}

const of = (...kinds: OutlineKind[]) => ({ choice: 'kind', is: kinds })

/** A plain shape: one closed cut. */
export const shape: Recipe = {
  name: 'shape',
  title: say`Shape`,
  says: say`one outline by its size`,
  takes: { least: 0, most: 0 },
  measures: [
    {
      name: 'kind',
      title: say`Kind`,
      kind: 'choice',
      usual: 'rectangle',
      choices: Object.entries(TITLES).map(([value, title]) => ({ value, title })),
    },
    { name: 'width', title: say`Width`, kind: 'length', usual: 100, least: 1, most: 3000 },
    {
      name: 'height',
      title: say`Height`,
      kind: 'length',
      usual: 70,
      least: 1,
      most: 3000,
      when: of(
        'rectangle',
        'rounded',
        'ellipse',
        'polygon',
        'star',
        'heart',
        'tag',
        'arch',
        'banner',
        'bracket',
        'scalloped-rectangle',
      ),
    },
    {
      name: 'corner',
      title: say`Corner`,
      kind: 'length',
      usual: 8,
      least: 0,
      most: 1500,
      when: of('rounded', 'tag', 'bracket'),
    },
    {
      name: 'count',
      title: say`How many`,
      kind: 'count',
      usual: 8,
      least: 3,
      most: 120,
      when: of('polygon', 'star', 'scalloped-circle', 'scalloped-rectangle'),
    },
    {
      name: 'depth',
      title: say`Depth`,
      kind: 'length',
      usual: 4,
      least: 0,
      most: 1500,
      when: of('star', 'banner', 'scalloped-circle', 'scalloped-rectangle'),
    },
  ],
  nameOf: ({ kind }) => TITLES[kind as OutlineKind],
  handles: (_, measures) => {
    const width = numberIn(measures, 'width')
    const isRound = ['circle', 'scalloped-circle'].includes(String(measures.kind))
    const height = isRound ? width : numberIn(measures, 'height')
    const across = { measure: 'width', at: { x: width, y: height / 2 }, along: { x: 1, y: 0 }, by: 1 }
    const down = { measure: 'height', at: { x: width / 2, y: height }, along: { x: 0, y: 1 }, by: 1 }
    return isRound ? [across] : [across, down]
  },
  make: (_, measures) => {
    const [width, height, corner, count, depth] = ['width', 'height', 'corner', 'count', 'depth'].map(
      (name) => numberIn(measures, name),
    )
    const sizes = { width: width!, height: height!, corner: corner!, count: count!, depth: depth! }
    return [{ key: 'outline', d: OUTLINES[measures.kind as OutlineKind](sizes), role: 'cut' }]
  },
}
