import { filesOf, questionsOf } from '@/core/document/sources'
import { say } from '@/core/words'
import { Drawing } from '../../board/drawing'
import { fetched } from '../fetched'
import type { Station } from '../station'

const load = () => import('./gather')
const Gather = fetched(() => load().then((m) => m.Gather))

export const gather: Station = {
  name: 'gather',
  title: say`Gather`,
  state: ({ sources }) => {
    const open = filesOf(sources).reduce((sum, file) => sum + questionsOf(file), 0)
    return { open, done: open === 0 && Object.keys(sources).length > 0 }
  },
  panel: () => <Gather />,
  stage: () => <Drawing />,
  guide: {
    aim: say`Bring drawings in and make sure that they have their true size. Everything after this counts on it.`,
    tries: [
      say`Drop several files on the page at once: each becomes a part of this project.`,
      say`Compare the size of a source with a ruler, and type the right width if it is off.`,
      say`Replace a source by a newer file: what you decided about its lines is kept.`,
    ],
  },
  keys: [],
}
