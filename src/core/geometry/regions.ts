import {
  areaPathsD,
  booleanOpD,
  ClipType,
  EndType,
  FillRule,
  inflatePathsD,
  JoinType,
  type PathsD,
} from 'clipper2-ts'
import type { Polyline } from './flatten'

/**
 * A part of the plane: closed polylines in mm, openings wound against their outlines. Booleans and offsets are those
 * of the library clipper2 (Vatti 1992; Chen and McMains 2005).
 */
export type Region = Polyline[]

/** Digits after the point that the library keeps of a millimetre. */
const PRECISION = 4

const toPaths = (rings: readonly Polyline[]): PathsD =>
  rings.map((ring) => {
    const path = []
    // The library closes paths itself.
    for (let i = 0; i < ring.length - 2; i += 2) path.push({ x: ring[i]!, y: ring[i + 1]! })
    return path
  })

const toRegion = (paths: PathsD): Region =>
  paths.map((path) => {
    const ring = new Float64Array(2 * path.length + 2)
    path.forEach(({ x, y }, i) => {
      ring[2 * i] = x
      ring[2 * i + 1] = y
    })
    ring[2 * path.length] = ring[0]!
    ring[2 * path.length + 1] = ring[1]!
    return ring
  })

const RULES = { 'even-odd': FillRule.EvenOdd, 'non-zero': FillRule.NonZero }
type Rule = keyof typeof RULES

/** What lies within any of the rings. */
export const unite = (rings: readonly Polyline[], rule: Rule = 'non-zero'): Region =>
  toRegion(booleanOpD(ClipType.Union, toPaths(rings), null, RULES[rule], PRECISION))

/** What lies in both. */
export const intersect = (a: readonly Polyline[], b: readonly Polyline[], rule: Rule = 'non-zero'): Region =>
  toRegion(booleanOpD(ClipType.Intersection, toPaths(a), toPaths(b), RULES[rule], PRECISION))

/** What of `a` does not lie in `b`. */
export const subtract = (a: readonly Polyline[], b: readonly Polyline[], rule: Rule = 'non-zero'): Region =>
  toRegion(booleanOpD(ClipType.Difference, toPaths(a), toPaths(b), RULES[rule], PRECISION))

/**
 * A region grown, or shrunk where `by` is less than 0.
 * @param by mm
 * @param corners rounded within `tolerance` mm, or kept sharp down to 60 degrees and squared off below
 */
export const offset = (
  region: readonly Polyline[],
  by: number,
  corners: 'round' | 'sharp' = 'round',
  tolerance = 0.01,
): Region =>
  toRegion(
    inflatePathsD(
      toPaths(region),
      by,
      corners === 'round' ? JoinType.Round : JoinType.Miter,
      EndType.Polygon,
      2,
      PRECISION,
      tolerance,
    ),
  )

/** mm², openings taken off. */
export const regionArea = (region: readonly Polyline[]): number => Math.abs(areaPathsD(toPaths(region)))
