/** A point or vector in mm, x to the right, y down. */
export type Point = { x: number; y: number }

export const distance = (a: Point, b: Point): number => Math.hypot(a.x - b.x, a.y - b.y)
