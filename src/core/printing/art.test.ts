import { Resvg } from '@resvg/resvg-js'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { LaidArt } from '../document/art'
import { mapOfArt, sizeOfArt } from '../document/art'
import { apply } from '../geometry/affine'
import { flatten } from '../geometry/flatten'
import { readPath } from '../geometry/path'
import { artWithBleed, type PrintedArt } from './art-bleed'
import { gridOver, nearestSet, type Pixels, pixelsWithin } from './pixels'

const ring = (d: string) => flatten(readPath(d.trim().replace(/ ?([MLCZ]) ?/g, '$1')), 0.01)
const box = { minX: 10, minY: 20, maxX: 110, maxY: 70 }
const laid: LaidArt = { art: 'a', fit: 'fit', width: 30, turned: 0, right: 0, down: 0 }
const square = { width: 40, height: 40 }

describe('mapOfArt', () => {
  const corners = (some: Partial<LaidArt>, side: 'front' | 'back' = 'front') => {
    const map = mapOfArt(square, { ...laid, ...some }, box, side)
    return [apply(map, { x: 0, y: 0 }), apply(map, { x: 1, y: 1 })]
  }

  it('lies within the box, covers it, or has the width that was asked for, always in the middle', () => {
    expect(corners({})).toEqual([
      { x: 35, y: 20 },
      { x: 85, y: 70 },
    ])
    expect(corners({ fit: 'fill' })).toEqual([
      { x: 10, y: -5 },
      { x: 110, y: 95 },
    ])
    expect(corners({ fit: 'exact' })).toEqual([
      { x: 45, y: 30 },
      { x: 75, y: 60 },
    ])
    expect(corners({ right: 3, down: -2 })).toEqual([
      { x: 38, y: 18 },
      { x: 88, y: 68 },
    ])
  })

  it('fits what is turned by its turned sides', () => {
    const wide = { width: 80, height: 40 }
    expect(sizeOfArt(wide, { ...laid, turned: 90 }, box)).toEqual({ width: 50, height: 25 })
    const [first] = [apply(mapOfArt(wide, { ...laid, turned: 90 }, box), { x: 0, y: 0 })]
    // What was the left upper corner comes to the right.
    expect(first.x).toBeCloseTo(72.5)
    expect(first.y).toBeCloseTo(20)
  })

  it('is mirrored on the back about the middle of the piece', () => {
    const [first, last] = corners({ right: 3 }, 'back')
    expect([first!.x, last!.x]).toEqual([82, 32])
  })
})

describe('pixelsWithin', () => {
  it('sets the pixels whose middles a general renderer paints', () => {
    const d = 'M 3 2 L 37.3 6.2 L 30.1 28.7 L 17 15 L 8.4 33.3 Z M 20 8 L 26 9 L 24 13 Z'
    const grid = gridOver({ minX: 0, minY: 0, maxX: 40, maxY: 36 }, 4)
    const within = pixelsWithin(d.split(/(?=M)/).map(ring), grid)
    const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="160" height="144" viewBox="0 0 40 36"><path d="${d}" fill-rule="evenodd"/></svg>`
    const { pixels } = new Resvg(svg).render()
    let off = 0
    for (let i = 0; i < within.length; i += 1) {
      const painted = pixels[4 * i + 3]!
      // Pixels that are painted in part may go either way.
      if (painted === 0 || painted === 255) off += Number((painted === 255) !== (within[i] === 1))
    }
    expect(off).toBe(0)
  })
})

describe('nearestSet', () => {
  it('finds what a search through all pixels finds', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 17 }),
        fc.integer({ min: 1, max: 17 }),
        fc.array(fc.tuple(fc.nat(16), fc.nat(16)), { maxLength: 12 }),
        (width, height, points) => {
          const set = new Uint8Array(width * height)
          for (const [x, y] of points) if (x < width && y < height) set[y * width + x] = 1
          const { nearest, squared } = nearestSet(set, width, height)
          for (let i = 0; i < set.length; i += 1) {
            const distance = (j: number) =>
              ((j % width) - (i % width)) ** 2 + (Math.floor(j / width) - Math.floor(i / width)) ** 2
            const all = [...set.keys()].filter((j) => set[j]).map(distance)
            expect(squared[i]).toBe(all.length > 0 ? Math.min(...all) : Number.POSITIVE_INFINITY)
            if (all.length > 0) expect(distance(nearest[i]!)).toBe(squared[i])
            else expect(nearest[i]).toBe(-1)
          }
        },
      ),
    )
  })
})

/** A picture, drawn by a general renderer. */
function picture(content: string, size = 200): Pixels {
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${size}" height="${size}" viewBox="0 0 20 20">${content}</svg>`
  const { pixels, width, height } = new Resvg(svg).render()
  const rgba = new Uint8Array(pixels)
  // The renderer multiplies colours by their opacity.
  for (let i = 0; i < rgba.length; i += 4)
    for (let c = 0; c < 3; c += 1) rgba[i + c] = Math.round((255 * rgba[i + c]!) / Math.max(1, rgba[i + 3]!))
  return { width, height, rgba }
}
const colourAt = ({ pixels, grid }: PrintedArt, x: number, y: number) => {
  const at = (v: number, from: number) => Math.floor((v - from) * grid.scale)
  const i = 4 * (at(y, grid.at.y) * grid.width + at(x, grid.at.x))
  return [...pixels.rgba.slice(i, i + 4)]
}
const RED = [255, 0, 0, 255]
const BLUE = [0, 0, 255, 255]
const CLEAR = 0

describe('artWithBleed', () => {
  const card = ring('M 0 0 L 20 0 L 20 20 L 0 20 Z')
  const whole = [20, 0, 0, 20, 0, 0] as const
  const halves = picture(
    '<rect width="10" height="20" fill="#f00"/><rect x="10" width="10" height="20" fill="#00f"/>',
  )

  it('carries the colours of the edge on beyond it, as far as the bleed goes', () => {
    const art = artWithBleed(halves, whole, card, 3, 10)
    expect(art.grid.at).toEqual({ x: expect.closeTo(-3, 2), y: expect.closeTo(-3, 2) })
    expect(colourAt(art, 5, 10)).toEqual(RED)
    expect(colourAt(art, -2.8, 10)).toEqual(RED)
    expect(colourAt(art, 22.8, 10)).toEqual(BLUE)
    expect(colourAt(art, 6, -2.8)).toEqual(RED)
    // The clip is as wide as the bleed, round at the corners.
    expect(art.clip[0]!.filter((_, i) => i % 2 === 0).every((x) => x >= -3.01 && x <= 23.01)).toBe(true)
  })

  it('uses what the art itself has beyond the edge before it makes anything up', () => {
    const overhanging = artWithBleed(halves, [40, 0, 0, 20, -19, 0], card, 3, 10)
    expect(colourAt(overhanging, 0.5, 10)).toEqual(RED)
    expect(colourAt(overhanging, 1.5, 10)).toEqual(BLUE)
    expect(colourAt(overhanging, 22.5, 10)).toEqual(BLUE)
    expect(colourAt(overhanging, -2.5, 10)).toEqual(RED)
  })

  it('leaves art alone that ends well within the piece, and carries on what ends a hair short of it', () => {
    const inside = artWithBleed(halves, [16, 0, 0, 16, 2, 2], card, 3, 10)
    expect(colourAt(inside, 1, 10)[3]).toBe(CLEAR)
    expect(colourAt(inside, -1, 10)[3]).toBe(CLEAR)
    const short = artWithBleed(halves, [19.5, 0, 0, 19.5, 0.25, 0.25], card, 3, 10)
    expect(colourAt(short, 0.1, 10)).toEqual(RED)
    expect(colourAt(short, -2.5, 10)).toEqual(RED)
  })

  it('follows the shape of art that is clear around it, without a pale rim', () => {
    const round = ring(
      'M 20 10 C 20 15.523 15.523 20 10 20 C 4.477 20 0 15.523 0 10 C 0 4.477 4.477 0 10 0 C 15.523 0 20 4.477 20 10 Z',
    )
    const disc = artWithBleed(picture('<circle cx="10" cy="10" r="10" fill="#f00"/>'), whole, round, 2, 10)
    for (let turn = 0; turn < 6.28; turn += 0.07)
      for (const r of [9.5, 9.9, 10, 10.1, 11, 11.8]) {
        const [x, y] = [10 + r * Math.cos(turn), 10 + r * Math.sin(turn)]
        expect(colourAt(disc, x, y)).toEqual(RED)
      }
  })

  it('adds nothing without bleed, and turns with its map', () => {
    const plain = artWithBleed(halves, whole, card, 0, 10)
    expect([plain.grid.width, plain.grid.height]).toEqual([200, 200])
    const turned = artWithBleed(halves, [0, 20, -20, 0, 20, 0], card, 0, 10)
    expect(colourAt(turned, 10, 5)).toEqual(RED)
    expect(colourAt(turned, 10, 15)).toEqual(BLUE)
  })
})
