import { filesOf, questionsOf } from '@/core/document/sources'
import { Drawing } from '../../board/drawing'
import type { Station } from '../station'
import { Gather } from './gather'

export const gather: Station = {
  name: 'gather',
  title: 'Gather',
  state: ({ sources }) => {
    const open = filesOf(sources).reduce((sum, file) => sum + questionsOf(file), 0)
    return { open, done: open === 0 && Object.keys(sources).length > 0 }
  },
  panel: () => <Gather />,
  stage: () => <Drawing />,
  keys: [],
}
