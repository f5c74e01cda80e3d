import { say } from '../words'
import type { Steps } from './packed-steps'
import { PARKED, type Step } from './step'

/** One motor step of the stand-in, mm: what it draws lies on this grid, as with real machines. */
export const RESOLUTION = 0.025
/** mm/s with the tool up */
const RAPID = 200
/** s for a move of the tool up or down */
const LIFT = 0.15

export type MachineStatus = 'running' | 'tool-change' | 'jammed' | 'done'

/**
 * The mechanics of the stand-in cutter without a clock of its own: {@link Machine.advance} lets simulated time pass.
 * It keeps the path that the tool really drew, in sheet mm with y down.
 */
export class Machine {
  status: MachineStatus = 'running'
  message = ''
  /** how often it has stopped for a tool */
  stops = 0
  tool = 0
  /** simulated seconds so far */
  seconds = 0
  /** flat points of each stretch drawn with the tool down */
  readonly drawn: number[][] = []
  private x = 0
  private y = 0
  private z = PARKED
  private next = 0
  /** the step that leads to the contour that is being worked on */
  private contour = 0
  /** what the next stop would ask for was done before it */
  private passesNext = false
  /** a jam was asked for while the tool was at rest */
  private jamsNext = false

  constructor(
    private readonly steps: Steps,
    /** height of the sheet, mm: the program's y runs up from its lower edge */
    private readonly sheetHeight: number,
  ) {}

  get position(): { x: number; y: number } {
    return { x: this.x, y: this.sheetHeight - this.y }
  }

  /** the share of the program that is done, from 0 to 1 */
  get share(): number {
    return this.steps.length === 0 ? 1 : this.next / this.steps.length
  }

  /** What the next stop asks for is done already: it is counted, and passed. */
  passStop(): void {
    this.passesNext = true
  }

  /** Goes on after a tool change or a jam. */
  resume(): void {
    if (this.status === 'done') return
    this.status = 'running'
    this.message = ''
  }

  /**
   * The paper jams: what was begun is worked again from its beginning when the machine goes on.
   * Asked for at a tool change, it comes with the next stroke.
   */
  jam(): void {
    if (this.status === 'tool-change' && !this.jamsNext) {
      this.jamsNext = true
      this.message += say` The paper is going to jam at the next stroke.`
    }
    if (this.status !== 'running') return
    this.jamsNext = false
    if (this.z <= 0) this.drawn.pop()
    this.z = PARKED
    this.next = this.contour
    this.status = 'jammed'
    this.message = say`The paper jammed. Take it out, lay it back against the stops and go on: the contour that was begun is cut again.`
  }

  /** Lets `seconds` of simulated time pass; stops early at a tool change or the end. Moves are not split. */
  advance(seconds: number): void {
    const until = this.seconds + seconds
    while (this.status === 'running' && this.seconds < until) {
      const step = this.steps.at(this.next)
      if (step?.kind === 'move' && step.z > 0) this.contour = this.next
      this.next += 1
      if (!step || step.kind === 'end') {
        this.status = 'done'
        this.next = this.steps.length
      } else if (step.kind === 'pause') {
        this.stops += 1
        if (!this.passesNext) {
          this.status = 'tool-change'
          this.message = step.message
        }
        this.passesNext = false
      } else if (step.kind === 'tool') this.tool = step.number
      else this.move(step)
    }
  }

  private move({ x, y, z, rapid, feed }: Extract<Step, { kind: 'move' }>): void {
    const wasDown = this.z <= 0
    const length = Math.hypot(x - this.x, y - this.y)
    this.seconds += length / (rapid ? RAPID : feed) + (z === this.z ? 0 : LIFT)
    ;[this.x, this.y, this.z] = [x, y, z]
    const isDown = z <= 0
    if (!isDown) return
    const point = [onGrid(x), onGrid(this.sheetHeight - y)]
    if (wasDown) this.drawn.at(-1)?.push(...point)
    else this.drawn.push(point)
    if (wasDown && this.jamsNext) this.jam()
  }
}

const onGrid = (value: number): number => Math.round(value / RESOLUTION) * RESOLUTION
