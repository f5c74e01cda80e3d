import { makingsOf } from '@/core/document/sources'
import { WithFolded } from '../../folded/with-folded'
import { fetched } from '../fetched'
import type { Station } from '../station'

const load = () => import('./parts')
const Shape = fetched(() => load().then((m) => m.Shape))
const ShapeStage = fetched(() => load().then((m) => m.ShapeStage))
const ShapeFrame = fetched(() => load().then((m) => m.ShapeFrame))

export const shape: Station = {
  name: 'shape',
  title: 'Shape',
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
  load,
  keys: [
    { press: 'Arrow keys', what: 'Move the chosen pieces by 1 mm, with Shift by 10, with Alt by 0.1' },
    { press: 'Click', what: 'Choose the smallest piece there; once more the next larger one' },
    { press: 'Shift and click', what: 'Choose one more, or let it go' },
  ],
}
