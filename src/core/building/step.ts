/** Where there is glue, a panel that is shown bears this name in place of a line. */
export const GLUE = 'glue'

/** What is done in a step. */
export type StepKind = 'fold' | 'glue' | 'curl' | 'join' | 'close' | 'layer'

/** One step of a build. */
export type Step = {
  /** the same for the same step, whatever else is in the build */
  id: string
  kind: StepKind
  /** what it was put together from, where several things are done at once */
  parts?: string[]
  /** ids of the pieces that are in the hand; what is put on another comes first */
  pieces: string[]
  /** ids of panels whose faces meet in glue: the tab, and what it is glued to */
  glued: string[]
  /** what marks both sides of the glue */
  letter: string | null
  /** what to do, in a sentence */
  says: string
  /** whether it pulls apart until the glue has set */
  hold: boolean
  /** ids of steps that must be done before, each with the reason */
  after: { step: string; why: string }[]
}

/** A step that stands before one that it needs. */
export type OutOfOrder = { step: string; needs: string; why: string }
