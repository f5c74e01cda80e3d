import { say } from '../words'
import { PARKED, ProgramError, type Step } from './step'

/** mm of one plotter unit (HP-GL reference). */
const UNIT = 0.025
const MAX_LENGTH = 60_000_000

/**
 * Reads HP-GL: IN, PA, PR, PU, PD, SP, VS (cm/s), FS, NR as a stop for a hand, and CO"..." comments, of which the one
 * before a stop says what the hand does.
 * @returns steps in mm
 * @throws ProgramError with the number of the instruction, for anything that this machine cannot do
 */
export function readHpgl(text: string): Step[] {
  if (text.length > MAX_LENGTH) throw new ProgramError(say`The program is too long for this machine.`)
  const steps: Step[] = []
  let [x, y, z, feed, message] = [0, 0, PARKED, 100, '']
  let absolute = true
  const instructions = text.match(/CO"[^"]*"|[^;]+/g) ?? []
  instructions.forEach((raw, index) => {
    const line = index + 1
    const instruction = raw.trim()
    if (instruction === '') return
    const fail = (what: string): never => {
      throw new ProgramError(say`Instruction ${line}: ${what}`)
    }
    const comment = /^CO"([^"]*)"$/.exec(instruction)
    if (comment) {
      message = comment[1]!
      return
    }
    const word = instruction.slice(0, 2).toUpperCase()
    const rest = instruction.slice(2).trim()
    const numbers = rest === '' ? [] : rest.split(/[\s,]+/).map(Number)
    if (numbers.some((v) => !Number.isFinite(v)))
      fail(say`“${instruction.slice(0, 40)}” has something that is no number.`)
    const lift = (to: number) => {
      if (z === to) return
      z = to
      steps.push({ kind: 'move', x, y, z, rapid: to > 0, feed, line })
    }
    const go = () => {
      if (numbers.length % 2 !== 0) fail(say`a coordinate has no partner.`)
      for (let i = 0; i < numbers.length; i += 2) {
        const [u, v] = [numbers[i]! * UNIT, numbers[i + 1]! * UNIT]
        x = absolute ? u : x + u
        y = absolute ? v : y + v
        steps.push({ kind: 'move', x, y, z, rapid: z > 0, feed, line })
      }
    }
    switch (word) {
      case 'IN':
        z = PARKED
        absolute = true
        break
      case 'PU':
      case 'PD':
        lift(word === 'PU' ? PARKED : 0)
        go()
        break
      case 'PA':
      case 'PR':
        absolute = word === 'PA'
        go()
        break
      case 'SP':
        steps.push({ kind: 'tool', number: numbers[0] ?? 0, line })
        break
      case 'VS':
        feed = 10 * (numbers[0] ?? 10)
        if (!(feed > 0)) fail(say`the speed is not greater than 0.`)
        break
      case 'FS':
        break
      case 'NR':
        steps.push({ kind: 'pause', message: message || say`Paused.`, line })
        break
      default:
        fail(say`${word} is not known to this machine.`)
    }
  })
  lastUp(steps, z)
  steps.push({ kind: 'end', line: instructions.length })
  return steps
}

/** A program that ends with the tool down would leave it in the paper. */
function lastUp(steps: Step[], z: number): void {
  const last = steps.findLast((s) => s.kind === 'move')
  if (z <= 0 && last?.kind === 'move') steps.push({ ...last, z: PARKED, rapid: true })
}
