import { Vector3 } from 'three'
import { describe, expect, it } from 'vitest'
import { chance, cut, open, piece, rect, score } from '../../../corpus/draw'
import { popUp } from '../../../corpus/templates/flat'
import { collisionsOf, findingsOf } from '.'
import { folding, strapCard } from './drawn-folds'
import { onFlat } from './model'
import { moved } from './rigid'

describe('a strap over a fold', () => {
  it('closes in every position, and follows up*u + down*v', () => {
    const [up, down] = [18, 32]
    const { model, motion } = folding(strapCard({ up, down }))
    const gutter = model.hinges.findIndex((h) => h.lines.length === 2)
    for (let i = 0; i <= 36; i += 1) {
      const { angles, pose, loops } = motion.at(i / 36)
      expect(loops.mm).toBeLessThan(0.01)
      const fold = (Math.abs(angles[gutter]!) * Math.PI) / 180
      expect(fold).toBeCloseTo((i / 36) * Math.PI, 6)
      // The two pages leave the fold in the directions u and v; the corner of the strap is a parallelogram's.
      const middle = model.hinges.findIndex(
        (h) => Math.abs(h.from[1] + 80 + down - up) < 1e-6 && h.lines.length === 1,
      )
      const { a, from } = model.hinges[middle]!
      const corner = moved(pose[a]!, onFlat(from))
      const fixed = moved(pose[model.hinges[gutter]!.a]!, onFlat(model.hinges[gutter]!.from))
      const across = Math.hypot(corner[1] - fixed[1], corner[2] - fixed[2])
      expect(across).toBeCloseTo(Math.sqrt(up ** 2 + down ** 2 - 2 * up * down * Math.cos(fold)), 4)
    }
  })

  it('of 200 random sizes is never in another branch: its fold stands off the card', () => {
    const random = chance(5)
    for (let i = 0; i < 200; i += 1) {
      const [up, down] = [8 + 30 * random(), 8 + 30 * random()]
      const { motion } = folding(strapCard({ up, down }))
      const { loops, pose } = motion.at(0.5)
      expect(loops.mm).toBeLessThan(0.01)
      expect(motion.closure.mm).toBeLessThan(0.01)
      expect(collisionsOf(motion.model, pose)).toEqual([])
    }
  })

  it('two straps of one card, each on its own', () => {
    const { motion } = folding(popUp(1))
    expect(motion.tree.closing).toHaveLength(2)
    expect(motion.at(1).angles.every((a) => Math.abs(Math.abs(a) - 180) < 1e-3)).toBe(true)
  })

  it('that reaches out of the closed card is found, with how far', () => {
    // Its fold lies up + down = 90 mm from the fold of the card, whose pages are 70 mm deep.
    const { model, motion } = folding(strapCard({ up: 60, down: 30 }))
    const [found] = findingsOf(model, motion)
    expect(found).toMatchObject({
      rule: 'pop-up-outside',
      message: expect.stringContaining('20 mm out of the card'),
    })
    const inside = folding(strapCard())
    expect(findingsOf(inside.model, inside.motion)).toEqual([])
  })

  it('of unequal measures does not close flat, and says so', () => {
    const { model, motion } = folding(strapCard({ up: 20, down: 20, rise: 6 }))
    expect(findingsOf(model, motion).map((f) => f.rule)).toContain('card-not-flat')
  })
})

describe('a beak on a fold', () => {
  /** A card with a fold along its middle, and a beak that points to the left. */
  const beakCard = (angle: number, long = 40): Parameters<typeof folding>[0] => {
    const [x, y] = [long * Math.cos((angle * Math.PI) / 180), long * Math.sin((angle * Math.PI) / 180)]
    return {
      name: 'beak',
      width: 130,
      height: 130,
      pieces: [
        piece(
          'card',
          cut(rect(0, 0, 120, 120)),
          score(open([0, 60], [30, 60])),
          score(open([30 + long, 60], [120, 60])),
          cut(open([30 + x, 60 - y], [30 + long, 60], [30 + x, 60 + y])),
          score(open([30, 60], [30 + x, 60 - y])),
          score(open([30, 60], [30 + x, 60 + y])),
          score(open([30, 60], [30 + long, 60])),
        ),
      ],
    }
  }

  it.each([20, 40, 60])(
    'with creases at %i degrees stands as its mirror image has it, from flat to closed',
    (angle) => {
      const { model, motion } = folding(beakCard(angle))
      expect(model.panels).toHaveLength(4)
      const fold = model.hinges.findIndex((h) => h.lines.length === 2)
      const crest = model.hinges.findIndex(
        (h) => h.lines.length === 1 && h.from[1] === -60 && h.to[1] === -60,
      )
      for (let i = 1; i < 36; i += 1) {
        const { angles, pose, loops } = motion.at(i / 36)
        expect(loops.mm).toBeLessThan(0.01)
        // Both pages hold their crease at this angle from the fold; the crest makes the same angle with both, as the
        // fold itself does, and so is its mirror image in the plane of the two creases.
        const { a, b, from, to } = model.hinges[fold]!
        const ends = from[0] < to[0] ? [from, to] : [to, from]
        const at = (panel: number, x: number, y: number) => new Vector3(...moved(pose[panel]!, [x, y, 0]))
        const upper = model.panels[a]!.ring.some((p) => p[1] > -1) ? a : b
        const lower = upper === a ? b : a
        const point = at(upper, 30, -60)
        const [x, y] = [40 * Math.cos((angle * Math.PI) / 180), 40 * Math.sin((angle * Math.PI) / 180)]
        const one = at(upper, 30 + x, -60 + y)
          .sub(point)
          .normalize()
        const two = at(lower, 30 + x, -60 - y)
          .sub(point)
          .normalize()
        const along = at(upper, ends[1]![0], -60).sub(point).normalize()
        const mirrored = along.clone().reflect(one.clone().cross(two).normalize())
        const { a: own } = model.hinges[crest]!
        const stands = at(own, 70, -60)
          .sub(at(own, 30, -60))
          .normalize()
        expect(stands.distanceTo(mirrored)).toBeLessThan(1e-4)
        // Of four creases that fold flat, opposite ones turn alike (the fold and the crest, against one another).
        expect(angles[crest]!).toBeCloseTo(-angles[fold]!, 2)
      }
      expect(motion.at(1).angles.every((v) => Math.abs(Math.abs(v) - 180) < 0.1)).toBe(true)
      // Maekawa: of the creases at a point that folds flat, two more go one way than the other.
      const valleys = motion.at(1).angles.filter((v) => v > 0).length
      expect(Math.abs(valleys - (motion.at(1).angles.length - valleys))).toBe(2)
    },
  )
})
