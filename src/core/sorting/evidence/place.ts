import { say } from '../../words'
import type { Evidence, Fact } from './evidence'

/** Where the stretch lies among the faces of the drawing. */
export const place: Evidence = ({ line, place: at }): Fact | null => {
  switch (at.kind) {
    case 'frame':
      return { kind: at.sure ? 'frame' : 'rather-frame', because: at.why }
    case 'lettering':
      return {
        kind: 'lettering',
        because: say`it stands in a row of small shapes outside every piece, as writing does`,
      }
    case 'inscription':
      return {
        kind: 'inscription',
        because: say`it stands in a row of small shapes on a piece, as writing does`,
      }
    case 'margin':
      return {
        kind: 'margin',
        because: say`it runs around an outline at an even distance, as a bleed or a mat does`,
      }
    case 'crossed':
      return {
        kind: 'crossed',
        because: say`folds run on across it, in and out again, as they do across a printed frame`,
      }
    case 'outline':
      return {
        kind: 'outline',
        because:
          at.parts > 1
            ? say`${at.parts} lines close an outline together, and it is one of them`
            : say`it is the outline of a piece`,
      }
    case 'opening':
      return { kind: 'opening', because: say`it closes an opening inside a piece` }
    case 'divides':
      return {
        kind: 'divides',
        because: at.severs
          ? say`it runs from edge to edge, so a cut would sever the piece there`
          : say`it runs from line to line with paper on both sides`,
      }
    case 'slit':
      return { kind: 'slit', because: say`it ends free within the paper, as a slit does` }
    case 'within':
      return line.look.stroke === null
        ? {
            kind: 'filled-only',
            because: say`it is a filled shape without a stroke, while outlines have one`,
          }
        : null
    case 'outside':
      return at.far
        ? { kind: 'far-outside', because: say`it is small and lies clear of every piece` }
        : { kind: 'outside', because: say`it lies outside every outline` }
  }
}

/**
 * A line that runs along all edges of its panel: a window with a narrow rim, or a frame that is printed on it. Drawn as
 * the outlines are, it is a window.
 */
export const rim: Evidence = ({ line, place: at }, { families }) =>
  at.kind === 'opening' && at.rim && !/^(outline|only)-look$/.test(families.get(line.family)!.kind)
    ? {
        kind: 'rim',
        because: say`it runs along the edges of its panel at an even distance, as a printed frame does`,
      }
    : null

/** A line around everything that may be the outermost piece or a frame. */
export const perhapsFrame: Evidence = ({ place: at }) =>
  at.kind !== 'outline'
    ? null
    : at.ratherOutline
      ? { kind: 'rather-outline', because: at.ratherOutline }
      : at.perhapsFrame
        ? { kind: 'perhaps-frame', because: say`it may be a frame or a bleed around what lies in it` }
        : null
