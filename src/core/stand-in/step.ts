/** One step of a program that the stand-in cutter can carry out: mm, y up, feed in mm/s. */
export type Step =
  | { kind: 'move'; x: number; y: number; z: number; rapid: boolean; feed: number; line: number }
  | { kind: 'tool'; number: number; line: number }
  | { kind: 'pause'; message: string; line: number }
  | { kind: 'end'; line: number }

/** A program that this machine cannot carry out; the message says where and why. */
export class ProgramError extends Error {
  override readonly name: string = 'ProgramError'
}

/** The tool is parked this high over the paper before a program begins, mm. */
export const PARKED = 2
