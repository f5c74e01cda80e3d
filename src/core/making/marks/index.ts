import { translation } from '../../geometry/affine'
import { PATH_PATTERN, transformPath } from '../../geometry/path'
import { say } from '../../words'
import { CannotMake, type Recipe } from '../recipe'

/**
 * Lines that are drawn on a piece for whoever puts something on it: worked out elsewhere, and given about the upper left
 * corner of the piece's box, so that they go with it.
 */
export const marks: Recipe = {
  name: 'marks',
  title: say`Marks`,
  says: say`lines drawn on a piece, where something is laid on it`,
  isOffered: false,
  takes: { least: 1, most: 1 },
  leaves: () => true,
  measures: [
    // Nobody types them.
    {
      name: 'paths',
      title: say`Lines`,
      kind: 'text',
      usual: '',
      longest: 20_000,
      when: { choice: 'tool', is: [] },
    },
    {
      name: 'tool',
      title: say`Drawn with`,
      kind: 'choice',
      usual: 'pen',
      choices: [
        { value: 'pen', title: say`the pen` },
        { value: 'print', title: say`the printer` },
      ],
    },
  ],
  make([shape], { paths, tool }) {
    const parts = String(paths).split(/(?=M)/).filter(Boolean)
    if (parts.length === 0 || !parts.every((d) => PATH_PATTERN.test(d)))
      throw new CannotMake(say`There is nothing to draw here.`)
    const { minX, minY } = shape!.box
    const moved = translation(minX, minY)
    return parts.map((d, i) => ({
      key: `mark-${i + 1}`,
      d: transformPath(d, moved),
      role: tool === 'print' ? 'print' : 'pen',
    }))
  },
}
