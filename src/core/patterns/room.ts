/** Things that go inside: how large each is, how many along each side, and the room left round them, mm. */
export type Things = {
  length: number
  width: number
  height: number
  /** how many beside one another along the length, along the width, and on one another */
  along: number
  across: number
  up: number
  /** on every side, and between things */
  clearance: number
}

/** The room that things ask for: themselves, and the clearance at both ends and between them, mm. */
export function roomFor({ length, width, height, along, across, up, clearance }: Things) {
  const side = (one: number, count: number) => count * one + (count + 1) * clearance
  // Things stand on one another and on the floor: the clearance is left above alone.
  return { length: side(length, along), width: side(width, across), height: up * height + clearance }
}
