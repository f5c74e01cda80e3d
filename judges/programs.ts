/** What a machine draws when it follows a program: a path for each time a tool is down, in mm, y up. */
export type DrawnPath = { tool: number; points: [x: number, y: number][] }

/**
 * Follows G-code by the book (RS-274: modal G0 and G1, words in any order, comments in brackets) and nothing else: no
 * code of the application takes part.
 * @throws Error at the first word that it does not know
 */
export function followGcode(program: string): DrawnPath[] {
  const paths: DrawnPath[] = []
  let [x, y, z, tool, path] = [0, 0, 1, 0, null as DrawnPath | null]
  for (const block of program.split('\n')) {
    const words = [...block.replace(/\([^)]*\)/g, '').matchAll(/([A-Z])\s*(-?[\d.]+)/g)]
    let moved = false
    for (const [, letter, text] of words) {
      const value = Number(text)
      if (letter === 'X') [x, moved] = [value, true]
      else if (letter === 'Y') [y, moved] = [value, true]
      else if (letter === 'Z') z = value
      else if (letter === 'T') tool = value
      else if (letter === 'G' && ![0, 1, 17, 21, 90].includes(value)) throw new Error(`G${text} is not known`)
      else if (letter === 'M' && ![0, 2, 6].includes(value)) throw new Error(`M${text} is not known`)
      else if (!['G', 'M', 'F'].includes(letter!)) throw new Error(`${letter}${text} is not known`)
    }
    if (z > 0) path = null
    else if (path) {
      if (moved) path.points.push([x, y])
    } else {
      path = { tool, points: [[x, y]] }
      paths.push(path)
    }
  }
  return paths
}

/** mm of a plotter unit (HP-GL reference: 1016 an inch). */
const UNIT = 0.025

/** Follows HP-GL by the book: absolute coordinates, PU, PD and SP; what else there is moves nothing. */
export function followHpgl(program: string): DrawnPath[] {
  const paths: DrawnPath[] = []
  let [x, y, tool, path] = [0, 0, 0, null as DrawnPath | null]
  for (const instruction of program.replace(/CO"[^"]*"/g, '').split(';')) {
    const [, word = '', rest = ''] = /^\s*([A-Z]{2})?(.*)$/s.exec(instruction)!
    const numbers = rest.split(',').filter(Boolean).map(Number)
    if (word === 'SP') tool = numbers[0] ?? 0
    else if (word === 'PU') path = null
    else if (word === 'PD') {
      path = { tool, points: [[x, y]] }
      paths.push(path)
    } else if (word !== '' && !['IN', 'PA', 'VS', 'FS', 'NR', 'CO'].includes(word))
      throw new Error(`${word} is not known`)
    if (word !== 'PU' && word !== 'PD') continue
    for (let i = 0; i + 1 < numbers.length; i += 2) {
      ;[x, y] = [numbers[i]! * UNIT, numbers[i + 1]! * UNIT]
      path?.points.push([x, y])
    }
  }
  return paths
}

/** The number of the knife in the programs that are written. */
export const KNIFE = 2
