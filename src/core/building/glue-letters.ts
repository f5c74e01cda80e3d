import type { Build, Glue } from '../folding'
import { type Flat, laid } from '../folding/model'
import { type Affine, multiply, scaling, translation } from '../geometry/affine'
import { transformContour, writePath } from '../geometry/path'
import { findPoles } from '../geometry/poles'
import { polylineArea, transformPolyline } from '../geometry/polyline'
import { intersect, type Region, unite } from '../geometry/regions'
import { DRAWN_HEIGHT, type Font, fontAtHand } from '../making/lettering/fonts'
import type { Marks } from '../making/marks/drawn'
import { partsOf } from '../stacking'
import type { Whole } from './whole'

/** What letters are drawn in: a font of single lines. */
export const LETTER_FONT = 'readability'

/** Letters are no higher, mm; and so many times as high as the largest circle in their place is wide; smaller ones are left out. */
const HIGHEST = 6
const SHARE = 0.6
const LEAST = 2

/** A panel of a piece, both by position. */
type Place = { piece: number; panel: number }
/** A glued place, and on which of the two panels that meet a front is hidden by it. */
type Joint = {
  letter: string
  own: Place
  partner: Place
  lay: Glue['lay']
  hides: { own: boolean; partner: boolean }
}

/**
 * The letters of glued places, each drawn on the front of a panel where the other one hides it in the end. Where only
 * backs meet there is nothing to draw on: a cutter draws on the face that lies up.
 * @throws CannotMake where {@link LETTER_FONT} is not at hand
 */
export function glueLetters(whole: Pick<Whole, 'build' | 'seams' | 'steps'>): Marks[] {
  const font = fontAtHand(LETTER_FONT)
  const { pieces } = whole.build
  const drawn = new Map<number, string[]>()
  for (const joint of jointsOf(whole)) {
    const { own, partner, lay, letter } = joint
    const paper = (at: Place) => regionOf(pieces[at.piece]!.motion.model.panels[at.panel]!)
    const lying = paper(own).map((ring) => mapped(ring, (p) => laid(lay, p)))
    const shared = intersect(unite(lying, 'even-odd'), paper(partner))
    for (const side of ['own', 'partner'] as const) {
      if (!joint.hides[side]) continue
      const place = side === 'partner' ? shared : shared.map((ring) => mapped(ring, (p) => ledBack(lay, p)))
      const { piece } = joint[side]
      const { minX, minY } = pieces[piece]!.shape.box
      // Flat places of folding run upwards, the drawing down.
      const onSheet = place.map((ring) => transformPolyline(ring, [1, 0, 0, -1, -minX, -minY]))
      drawn.set(piece, [...(drawn.get(piece) ?? []), ...letterIn(onSheet, letter, font)])
    }
  }
  return [...drawn].flatMap(([piece, paths]) =>
    paths.length > 0 ? [{ piece: pieces[piece]!.shape.piece.id, paths: paths.join('') }] : [],
  )
}

function jointsOf({ build, seams, steps }: Pick<Whole, 'build' | 'seams' | 'steps'>): Joint[] {
  const idOf = ({ piece, panel }: Place) => build.pieces[piece]!.motion.model.panels[panel]!.id
  return steps.flatMap(({ letter, glued: [one, other] }): Joint[] => {
    if (!letter || one === undefined || other === undefined) return []
    const join = build.joins.find(
      (j) => idOf(j) === one && idOf({ piece: j.onto, panel: j.partner }) === other,
    )
    if (join) {
      const { lay, side } = join
      const hides =
        side === 'back' ? { own: !lay.mirrored, partner: false } : { own: lay.mirrored, partner: true }
      return [{ letter, own: join, partner: { piece: join.onto, panel: join.partner }, lay, hides }]
    }
    const seam = seams.find((s) => idOf(s) === one)
    if (seam)
      return [
        {
          letter,
          own: seam,
          partner: { piece: seam.onto, panel: seam.partner },
          lay: seam.lay,
          hides: { own: !seam.lay.mirrored, partner: false },
        },
      ]
    return ofOnePiece(build, letter, one, other)
  })
}

/** A tab that is glued within its piece: folded back it lies behind its partner, folded forward before it. */
function ofOnePiece(build: Build, letter: string, one: string, other: string): Joint[] {
  for (const [piece, { motion }] of build.pieces.entries()) {
    const { panels, glue, hinges } = motion.model
    const found = glue.find((g) => panels[g.panel]!.id === one && panels[g.partner]!.id === other)
    if (!found) continue
    const { panel, partner, lay } = found
    const fold = hinges.find((h) => h.a === panel || h.b === panel)
    const isBehind = (fold?.target ?? 0) < 0
    const hides = lay.mirrored
      ? { own: !isBehind, partner: !isBehind }
      : { own: isBehind, partner: !isBehind }
    return [{ letter, own: { piece, panel }, partner: { piece, panel: partner }, lay, hides }]
  }
  return []
}

type Ring = Region[number]

const regionOf = ({
  ring,
  openings,
}: {
  ring: readonly Flat[]
  openings: readonly (readonly Flat[])[]
}): Region =>
  unite(
    [ring, ...openings].map((r) => Float64Array.from([...r, r[0]!].flat())),
    'even-odd',
  )

function mapped(ring: Ring, by: (p: Flat) => Flat): Ring {
  const out = new Float64Array(ring.length)
  for (let i = 0; i + 1 < ring.length; i += 2) out.set(by([ring[i]!, ring[i + 1]!]), i)
  return out
}

/** What {@link laid} does, taken back. */
function ledBack({ cos, sin, x, y, mirrored }: Glue['lay'], [px, py]: Flat): Flat {
  const [dx, dy] = [px - x, py - y]
  const q = -sin * dx + cos * dy
  return [cos * dx + sin * dy, mirrored ? -q : q]
}

/** A letter in the middle of the widest part of a place, upright on the sheet; nothing where it would be too small. */
function letterIn(place: Region, letter: string, font: Font): string[] {
  const [largest] = partsOf(place).sort((a, b) => areaOf(b) - areaOf(a))
  if (!largest) return []
  const [x, y, r] = findPoles(largest)
  const height = Math.min(HIGHEST, SHARE * 2 * r!)
  if (height < LEAST) return []
  const letters = font.lay(letter)
  const scale = height / DRAWN_HEIGHT
  let at = x! - (scale * letters.reduce((sum, l) => sum + l.advance, 0)) / 2
  return letters.flatMap(({ contours, advance }) => {
    const put: Affine = multiply(translation(at, y! + height / 2), scaling(scale, scale))
    at += scale * advance
    return contours.map((c) => writePath(transformContour(c, put)))
  })
}

const areaOf = ([outer]: Region): number => Math.abs(polylineArea(outer!))
