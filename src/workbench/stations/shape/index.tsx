import { makingsOf } from '@/core/document/sources'
import { say } from '@/core/words'
import { WithFolded } from '../../folded/with-folded'
import { fetched } from '../fetched'
import type { Station } from '../station'

const load = () => import('./parts')
const Shape = fetched(() => load().then((m) => m.Shape))
const ShapeStage = fetched(() => load().then((m) => m.ShapeStage))
const ShapeFrame = fetched(() => load().then((m) => m.ShapeFrame))

export const shape: Station = {
  name: 'shape',
  title: say`Shape`,
  state: ({ sources }) => {
    const makings = makingsOf(sources)
    const open = makings.filter((m) => m.trouble !== null).length
    return { open, done: makings.length > 0 && open === 0 }
  },
  panel: () => <Shape />,
  stage: () => (
    <WithFolded>
      <ShapeStage />
    </WithFolded>
  ),
  Frame: ShapeFrame,
  guide: {
    aim: say`Make something new, or something of the pieces that you have: a box at your size, a card, a border, words.`,
    tries: [
      say`Make a box pattern, and then change one of its measures: all that hangs on it follows.`,
      say`Choose a piece and mirror it over a fold: it becomes a card.`,
      say`Switch the board to “both”, and draw the slider to fold what you made.`,
    ],
  },
  keys: [
    { press: say`Arrow keys`, what: say`Move the chosen pieces by 1 mm, with Shift by 10, with Alt by 0.1` },
    { press: say`Click`, what: say`Choose the smallest piece there; once more the next larger one` },
    { press: say`Shift and click`, what: say`Choose one more, or let it go` },
  ],
}
