import type { Step } from './step'

/** Steps of a program as the machine takes them, one after the other. */
export type Steps = { readonly length: number; at: (index: number) => Step | undefined }

const KINDS = ['move', 'tool', 'pause', 'end'] as const
/** Numbers of one step: kind, line, x, y, z, rapid, feed. */
const WIDTH = 7

/**
 * Steps in one block of numbers: a large program goes from thread to thread as it is, where a hundred thousand objects
 * would be taken apart and put together again.
 */
export class PackedSteps implements Steps {
  constructor(
    /** seven numbers a step; a tool's number and the position of a pause's message stand for x */
    readonly numbers: Float64Array,
    readonly messages: readonly string[],
  ) {}

  static of(steps: readonly Step[]): PackedSteps {
    const numbers = new Float64Array(WIDTH * steps.length)
    const messages: string[] = []
    steps.forEach((step, i) => {
      const at = WIDTH * i
      numbers[at] = KINDS.indexOf(step.kind)
      numbers[at + 1] = step.line
      if (step.kind === 'tool') numbers[at + 2] = step.number
      if (step.kind === 'pause') numbers[at + 2] = messages.push(step.message) - 1
      if (step.kind !== 'move') return
      numbers.set([step.x, step.y, step.z, Number(step.rapid), step.feed], at + 2)
    })
    return new PackedSteps(numbers, messages)
  }

  get length(): number {
    return this.numbers.length / WIDTH
  }

  at(index: number): Step | undefined {
    if (index < 0 || index >= this.length) return undefined
    const [kind, line, x, y, z, rapid, feed] = this.numbers.subarray(WIDTH * index, WIDTH * (index + 1))
    switch (KINDS[kind!]) {
      case 'move':
        return { kind: 'move', x: x!, y: y!, z: z!, rapid: rapid === 1, feed: feed!, line: line! }
      case 'tool':
        return { kind: 'tool', number: x!, line: line! }
      case 'pause':
        return { kind: 'pause', message: this.messages[x!] ?? '', line: line! }
      default:
        return { kind: 'end', line: line! }
    }
  }
}
