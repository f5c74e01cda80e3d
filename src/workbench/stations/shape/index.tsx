import { makingsOf } from '@/core/document/sources'
import { Drawing } from '../../board/drawing'
import { fetched } from '../fetched'
import type { Station } from '../station'

const load = () => import('./shape')
const Shape = fetched(() => load().then((m) => m.Shape))

export const shape: Station = {
  name: 'shape',
  title: 'Shape',
  state: ({ sources }) => {
    const makings = makingsOf(sources)
    const open = makings.filter((m) => m.trouble !== null).length
    return { open, done: makings.length > 0 && open === 0 }
  },
  panel: () => <Shape />,
  stage: () => <Drawing />,
  load,
  keys: [],
}
