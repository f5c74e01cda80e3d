import { isAboutArt, openFindings } from '@/core/inspection'
import { piecesWithoutPaper } from '@/core/pieces/take-paper'
import { Drawing } from '../../board/drawing'
import { WithFolded } from '../../folded/with-folded'
import { fetched } from '../fetched'
import type { Station } from '../station'

const load = () => import('./paper')
const Paper = fetched(() => load().then((m) => m.Paper))

export const paper: Station = {
  name: 'paper',
  title: 'Paper',
  state: (project, _, findings) => {
    const open =
      piecesWithoutPaper(project).length + openFindings(project, findings).filter(isAboutArt).length
    return { open, done: open === 0 && Object.keys(project.pieces).length > 0 }
  },
  panel: () => <Paper />,
  stage: () => (
    <WithFolded>
      <Drawing showArt />
    </WithFolded>
  ),
  load,
  keys: [],
}
