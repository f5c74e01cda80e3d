import type { Severity } from '../document/findings'
import { counted, say } from '../words'
import type { IntakeFinding } from './drawing'

/** What can be noticed while reading: severity, and the sentence for `count` of them, the first at `place`. */
export type NoticeKinds = Record<
  string,
  { severity: Severity; say: (count: number, place: string) => string }
>

/** What any drawing may hold. */
const COMMON: NoticeKinds = {
  absurd: {
    severity: 'warning',
    say: (n, at) =>
      say`${counted(n, 'line')} left out (first at ${at}): its coordinates are not numbers or lie more than 20 m away.`,
  },
  crumb: {
    severity: 'note',
    say: (n, at) => say`${counted(n, 'line')} without length left out (first at ${at}).`,
  },
}

/** What was noticed in a file, counted by kind with the place of the first. */
export class Notices {
  private readonly seen = new Map<string, { count: number; first: string }>()

  constructor(private readonly kinds: NoticeKinds) {}

  add(kind: string, place: string): void {
    const known = this.seen.get(kind)
    if (known) known.count += 1
    else this.seen.set(kind, { count: 1, first: place })
  }

  findings(): IntakeFinding[] {
    return [...this.seen].map(([kind, { count: n, first }]) => {
      const { severity, say } = (this.kinds[kind] ?? COMMON[kind])!
      return { rule: `intake-${kind}`, severity, message: say(n, first).slice(0, 600) }
    })
  }
}
