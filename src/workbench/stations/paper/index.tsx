import { isAboutArt, openFindings } from '@/core/inspection'
import { Drawing } from '../../board/drawing'
import { fetched } from '../fetched'
import type { Station } from '../station'

const load = () => import('./paper')
const Paper = fetched(() => load().then((m) => m.Paper))

export const paper: Station = {
  name: 'paper',
  title: 'Paper',
  state: (project, _, findings) => {
    const pieces = Object.values(project.pieces)
    const without = pieces.filter((p) => p.paper === null && p.copies > 0).length
    const open = without + openFindings(project, findings).filter(isAboutArt).length
    return { open, done: open === 0 && pieces.length > 0 }
  },
  panel: () => <Paper />,
  stage: () => <Drawing showArt />,
  load,
  keys: [],
}
