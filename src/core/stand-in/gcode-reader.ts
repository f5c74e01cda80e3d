import { say } from '../words'
import { PARKED, ProgramError, type Step } from './step'

const MM_PER_INCH = 25.4
const MAX_LINES = 5_000_000

/**
 * Reads G-code by the block format of RS-274/NGC: words of a letter and a number, comments in brackets or after a
 * semicolon, block numbers, modal G0 and G1, G20/G21 units, G90/G91 distances, F in units a minute.
 * @returns steps in mm, absolute, feed in mm/s
 * @throws ProgramError with the line, for anything that this machine cannot do
 */
export function readGcode(text: string): Step[] {
  const lines = text.split(/\r?\n/)
  if (lines.length > MAX_LINES) throw new ProgramError(say`The program is too long for this machine.`)
  const steps: Step[] = []
  const modal = { x: 0, y: 0, z: PARKED, rapid: true, unit: 1, absolute: true, feed: 0, tool: 0 }
  let message = ''
  lines.forEach((raw, index) => {
    const line = index + 1
    const fail = (what: string): never => {
      throw new ProgramError(say`Line ${line}: ${what}`)
    }
    const comment = /\(([^()]*)\)|;(.*)$/.exec(raw)
    const code = raw
      .replace(/\([^()]*\)/g, ' ')
      .replace(/;.*$/, '')
      .replace(/\s+/g, '')
      .toUpperCase()
    if (/[()]/.test(code)) fail(say`a comment is not closed.`)
    if (code === '' || code === '%') {
      if (comment) message = (comment[1] ?? comment[2] ?? '').trim()
      return
    }
    const words = [...code.matchAll(/([A-Z])([+-]?(?:\d+\.?\d*|\.\d+))/g)]
    if (words.map((w) => w[0]).join('') !== code) fail(say`“${code.slice(0, 40)}” is no block of words.`)
    const to: Partial<Record<'x' | 'y' | 'z', number>> = {}
    let stop: 'pause' | 'end' | null = null
    let change = false
    for (const [, letter, digits] of words) {
      const value = Number(digits)
      switch (letter) {
        case 'N':
          break
        case 'G':
          if (value === 0 || value === 1) modal.rapid = value === 0
          else if (value === 20 || value === 21) modal.unit = value === 20 ? MM_PER_INCH : 1
          else if (value === 90 || value === 91) modal.absolute = value === 90
          else if (value !== 17) fail(say`G${digits} is not known to this machine.`)
          break
        case 'X':
        case 'Y':
        case 'Z':
          to[letter.toLowerCase() as 'x' | 'y' | 'z'] = value * modal.unit
          break
        case 'F':
          modal.feed = (value * modal.unit) / 60
          break
        case 'T':
          modal.tool = value
          break
        case 'M':
          if (value === 0 || value === 1) stop = 'pause'
          else if (value === 2 || value === 30) stop = 'end'
          else if (value === 6) change = true
          else fail(say`M${digits} is not known to this machine.`)
          break
        default:
          fail(say`the word ${letter}${digits} is not known to this machine.`)
      }
    }
    if (change) steps.push({ kind: 'tool', number: modal.tool, line })
    if (to.x !== undefined || to.y !== undefined || to.z !== undefined) {
      for (const axis of ['x', 'y', 'z'] as const) {
        const value = to[axis]
        if (value !== undefined) modal[axis] = modal.absolute ? value : modal[axis] + value
      }
      if (!modal.rapid && modal.feed <= 0) fail(say`a working move has no feed.`)
      steps.push({
        kind: 'move',
        x: modal.x,
        y: modal.y,
        z: modal.z,
        rapid: modal.rapid,
        feed: modal.feed,
        line,
      })
    }
    if (stop === 'pause') steps.push({ kind: 'pause', message: message || say`Paused.`, line })
    if (stop === 'end') steps.push({ kind: 'end', line })
  })
  return steps
}
