import { fitsOf } from '../src/core/building'
import { type HandJoin, UNTOUCHED_BUILD } from '../src/core/document/build'
import type { Project } from '../src/core/document/project'
import { buildOf, type FoldPanel, foldedPiece } from '../src/core/folding'
import { placeOnPanel } from '../src/core/making/joins'
import { type PieceShape, shapeOfPiece } from '../src/core/pieces/piece-shape'

/** What the pieces of the caddy are, in drawing order. */
const CADDY_PIECES = ['Front and side', 'Back and lid', 'Cup shelf', 'Window pane', 'Label strip']

/** The caddy with its names: both halves glued, its pane behind the window, its shelf on its feet at the bottom. */
export function caddyPutTogether(unnamed: Project): Project {
  const project = withNames(unnamed)
  const [front, back, shelf, pane] = Object.values(project.pieces).map((p) => shapeOfPiece(project, p))
  const panels = panelsOf(front!)
  const window = panels.find((p) => p.openings.length > 0)
  if (!window) return project
  const [halves] = fitsOf(buildOf([front!, back!].map(foldedPiece)))
  // The foot that is drawn below the shelf.
  const [foot] = [...panelsOf(shelf!)].sort((a, b) => low(a) - low(b))
  const [opening] = window.openings
  const on: HandJoin = {
    onto: front!.piece.id,
    at: placeOnPanel(front!, window),
    right: 0,
    up: 0,
    turn: 0,
    turned: false,
    side: 'back',
    above: 0,
    how: 'glue',
  }
  const joins: Record<string, HandJoin> = {
    ...(halves ? { [halves.piece]: halves.join } : {}),
    [pane!.piece.id]: {
      ...on,
      right: middle(opening!, 0) - middle(window.ring, 0),
      up: middle(opening!, 1) - middle(window.ring, 1),
    },
    [shelf!.piece.id]: {
      ...on,
      by: placeOnPanel(shelf!, foot!),
      up: (tall(foot!) - tall(window)) / 2 + STANDS,
      how: 'lay',
    },
  }
  return { ...project, build: { ...UNTOUCHED_BUILD, joins } }
}

/** Feet stand on the flaps of the bottom, so far above the edge of the wall, mm. */
const STANDS = 1

function withNames(project: Project): Project {
  const pieces = Object.values(project.pieces).map((piece, i) => ({
    ...piece,
    name: CADDY_PIECES[i] ?? piece.name,
  }))
  return { ...project, pieces: Object.fromEntries(pieces.map((p) => [p.id, p])) }
}

type Ring = FoldPanel['ring']
const panelsOf = (shape: PieceShape) => foldedPiece(shape).motion.model.panels
const least = (ring: Ring, k: 0 | 1) => Math.min(...ring.map((p) => p[k]))
const most = (ring: Ring, k: 0 | 1) => Math.max(...ring.map((p) => p[k]))
const middle = (ring: Ring, k: 0 | 1) => (least(ring, k) + most(ring, k)) / 2
const tall = ({ ring }: FoldPanel) => most(ring, 1) - least(ring, 1)
const low = ({ ring }: FoldPanel) => least(ring, 1)
