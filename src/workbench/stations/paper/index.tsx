import { isAboutArt, openFindings } from '@/core/inspection/open-findings'
import { piecesWithoutPaper } from '@/core/pieces/take-paper'
import { say } from '@/core/words'
import { Drawing } from '../../board/drawing'
import { WithFolded } from '../../folded/with-folded'
import { fetched } from '../fetched'
import type { Station } from '../station'

const load = () => import('./paper')
const Paper = fetched(() => load().then((m) => m.Paper))

export const paper: Station = {
  name: 'paper',
  title: say`Paper`,
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
  guide: {
    aim: say`Say which piece is cut from which paper, how often, and what is printed on it.`,
    tries: [
      say`Use one paper for all pieces that have none yet.`,
      say`Type how many copies of a piece you want on its card on the shelf.`,
      say`Drop a picture on a piece to print it there.`,
    ],
  },
  keys: [],
}
