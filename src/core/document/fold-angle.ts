import { counted, say } from '../words'
import { type Edit, makeEdit } from './edits'
import type { Project } from './project'

/** Says how far folds turn, degrees from flat; null lets folding work it out again. */
export const setFoldAngle = (
  project: Project,
  ids: readonly string[],
  angle: number | null,
): [Project, Edit] =>
  makeEdit(
    project,
    angle === null
      ? say`Let the angle of ${counted(ids.length, 'fold')} be worked out`
      : say`Fold ${counted(ids.length, 'score')} by ${angle}°`,
    (draft) => {
      for (const id of ids) {
        const line = draft.lines[id]
        if (!line) continue
        if (angle === null) delete line.angle
        else line.angle = angle
      }
    },
  )
