import { say } from '../../words'
import type { Evidence } from './evidence'

/** A slit that prolongs a fold of another look. */
export const prolongs: Evidence = ({ place }) =>
  (place.kind === 'slit' || place.kind === 'divides') && place.prolongs
    ? { kind: 'prolongs', because: say`it prolongs a line of another look, as a slit does` }
    : null

/** Lines that cannot be folds: with a sharp bend, or running past the end of another within whole paper. */
export const rigid: Evidence = ({ place, line }, { families }) =>
  place.kind === 'divides' && place.bent && families.get(line.family)!.kind !== 'fold-look'
    ? { kind: 'rigid', because: say`it bends, or another line ends on it within the paper, as no fold can` }
    : null

/** A cut look with an end inside the paper, where folds go on. */
export const stopsAtFolds: Evidence = ({ place, line }, { families }) =>
  place.kind === 'divides' && !place.severs && families.get(line.family)!.kind === 'outline-look'
    ? { kind: 'stops-at-folds', because: say`it stops where folds go on` }
    : null

/** Panels drawn one by one. */
export const drawnTwice: Evidence = ({ place }) =>
  place.kind === 'divides' && place.twice
    ? { kind: 'drawn-twice', because: say`two panels share it and each was drawn with it` }
    : null
