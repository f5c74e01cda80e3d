/** A point or vector in mm, x to the right, y down. */
export type Point = { x: number; y: number }

/** The length of a vector. `Math.hypot` guards against overflow, which millimetres never reach, and is far slower. */
export const lengthOfVector = (dx: number, dy: number): number => Math.sqrt(dx * dx + dy * dy)

export const distance = (a: Point, b: Point): number => lengthOfVector(a.x - b.x, a.y - b.y)
