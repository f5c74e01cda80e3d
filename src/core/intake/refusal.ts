/** A file that cannot be taken in. The message says what is wrong, where, and what to do about it. */
export class IntakeRefusal extends Error {
  override readonly name = 'IntakeRefusal'
}

export const LIMITS = {
  /** bytes of one file */
  bytes: 32 * 1024 * 1024,
  /** straight and curved stretches of one drawing, after symbols are repeated */
  segments: 200_000,
  /** mm from the origin; anything beyond is a broken file */
  reach: 20_000,
}
