import type { FoldModel } from '../folding'
import { closureOf, tiesOfGlue } from '../folding/loops'
import { onFlat } from '../folding/model'
import { poseOf, treeOf } from '../folding/pose'
import { dot, minus, moved, type Rigid, turned } from '../folding/rigid'
import { areaOf } from '../geometry/measure'
import { uniteOutlines } from '../outlines/combine'
import { decimal, say } from '../words'
import { ArithmeticRefusal, readArithmetic } from './arithmetic'
import { joinsOfPieces } from './joins'
import { modelOfPiece } from './model'
import { type Pattern, patternSchema } from './pattern'
import { type LaidPiece, PatternRefusal, unfold } from './unfold'

/** Tabs meet their edges within this, mm and degrees. */
export const CLOSED = 0.01
/** A flap on a face may stand off it by so much, mm: layers lie on one another. */
const STANDS_OFF = 0.6
/** Larger files are refused, letters. */
const LONGEST = 400_000
/** More panels in all are not made: each is laid out at every change of a measure. */
const MOST_PANELS = 400
/** Paper where nothing is said, mm. */
export const USUAL_CALIPER = 0.3

/** A pattern that was read, or what is wrong with its file, each in a sentence with the place. */
export type Checked = { pattern: Pattern; problems: [] } | { pattern: null; problems: string[] }

/**
 * Reads a pattern's file and proves it: its schema, its names, and that it unfolds and closes at the usual measures
 * and with each measure at both ends of its range.
 */
export function readPattern(text: string): Checked {
  const parsed = parsePattern(text)
  if (!parsed.pattern) return parsed
  const problems = problemsOf(parsed.pattern)
  return problems.length > 0 ? { pattern: null, problems } : parsed
}

/** Reads a pattern's file without proving it at all sizes: its form and its names alone. */
export function parsePattern(text: string): Checked {
  const refuse = (...problems: string[]): Checked => ({ pattern: null, problems })
  if (text.length > LONGEST)
    return refuse(
      say`The file has ${Math.round(text.length / 1000)} kB; a pattern has at most ${LONGEST / 1000}.`,
    )
  let data: unknown
  try {
    data = JSON.parse(text)
  } catch (error) {
    return refuse(say`The file is no JSON: ${(error as Error).message}.`)
  }
  const parsed = patternSchema.safeParse(data)
  if (!parsed.success)
    return refuse(
      ...parsed.error.issues.slice(0, 12).map((i) => `${i.path.join('.') || say`The file`}: ${i.message}.`),
    )
  const problems = problemsOfNames(parsed.data)
  return problems.length > 0 ? refuse(...problems) : { pattern: parsed.data, problems: [] }
}

/** What is wrong with a pattern whose form is right. */
export function problemsOf(pattern: Pattern): string[] {
  const named = problemsOfNames(pattern)
  if (named.length > 0) return named
  for (const { about, measures } of measuresToProve(pattern)) {
    const problems = problemsAt(pattern, measures)
    if (problems.length > 0) return problems.slice(0, 6).map((p) => `${about}: ${p}`)
  }
  return []
}

function problemsOfNames(pattern: Pattern): string[] {
  const panels = pattern.pieces.reduce((sum, p) => sum + p.panels.length, 0)
  if (panels > MOST_PANELS) return [say`It has ${panels} panels; ${MOST_PANELS} are made.`]
  const problems: string[] = []
  const names = new Set(['caliper'])
  for (const { name, least, usual, most } of pattern.measures) {
    if (names.has(name)) problems.push(say`There are two measures “${name}”.`)
    names.add(name)
    if (!(least <= usual && usual <= most))
      problems.push(say`Measure “${name}”: ${usual} does not lie between ${least} and ${most}.`)
  }
  for (const name of Object.keys(pattern.values)) {
    if (names.has(name)) problems.push(say`The value “${name}” has the name of a measure.`)
    names.add(name)
  }
  for (const name of Object.values(pattern.inside ?? {}))
    if (!pattern.measures.some((m) => m.name === name))
      problems.push(say`The room within is told by “${name}”, which is no measure.`)
  // Every text of arithmetic is looked at, also where a condition leaves its panel out.
  const look = (value: unknown, path: string): void => {
    if (Array.isArray(value)) for (const [i, v] of value.entries()) look(v, `${path}.${i + 1}`)
    else if (value && typeof value === 'object')
      for (const [key, v] of Object.entries(value)) if (!WORDS.has(key)) look(v, `${path}.${key}`)
    if (typeof value !== 'string') return
    try {
      for (const name of readArithmetic(value).names)
        if (!names.has(name) && name !== 'L')
          problems.push(say`${path}: “${name}” is no measure and no value of this pattern.`)
    } catch (error) {
      if (!(error instanceof ArithmeticRefusal)) throw error
      problems.push(`${path}: ${error.message}`)
    }
  }
  look(pattern.values, 'values')
  for (const { name, panels, when, join } of pattern.pieces) {
    if (when !== undefined) look(when, say`“${name}”, when`)
    if (join) {
      look(join, say`“${name}”, join`)
      const [other] = /^.*(?=\.)/.exec(join.on) ?? []
      if (!pattern.pieces.some((p) => p.name === other && p.name !== name))
        problems.push(say`“${name}”, join: “${join.on}” names no other piece. Write Piece.panel.`)
    }
    for (const panel of panels) look(panel, say`“${name}”, panel “${panel.id}”`)
  }
  return problems.slice(0, 12)
}

/** What is no arithmetic. */
const WORDS = new Set(['id', 'on', 'fold', 'tab', 'onto', 'role', 'name', 'panel', 'side', 'how'])

/** The measures at which a pattern is proved: the usual ones, and each at the ends of its range beside usual others. */
export function measuresToProve({
  measures,
}: Pattern): { about: string; measures: Record<string, number> }[] {
  const usual = { caliper: USUAL_CALIPER, ...Object.fromEntries(measures.map((m) => [m.name, m.usual])) }
  return [
    { about: say`At its usual measures`, measures: usual },
    ...measures.flatMap((m) =>
      [m.least, m.most].map((end) => ({
        about: say`With ${m.name} = ${end}`,
        measures: { ...usual, [m.name]: end },
      })),
    ),
  ]
}

function problemsAt(pattern: Pattern, measures: Record<string, number>): string[] {
  try {
    const pieces = unfold(pattern, measures)
    joinsOfPieces(pieces)
    return pieces.flatMap((piece) => [...problemsOfSheet(piece), ...problemsOfFolding(piece)])
  } catch (error) {
    if (error instanceof PatternRefusal || error instanceof ArithmeticRefusal) return [error.message]
    throw error
  }
}

/** Panels that lie on one another on the flat sheet. */
function problemsOfSheet({ name, panels }: LaidPiece): string[] {
  const whole = panels.reduce((sum, p) => sum + Math.abs(areaOf(p.contour)), 0)
  const covered = uniteOutlines(panels.map((p) => p.contour)).reduce((sum, c) => sum + areaOf(c), 0)
  const twice = whole - covered
  if (twice < 0.5 + 1e-4 * whole) return []
  return [say`“${name}”: panels lie on one another on the sheet, ${Math.round(twice)} mm² of them.`]
}

/** Tabs that miss their edges, flaps that miss the face they lie on. */
function problemsOfFolding(piece: LaidPiece): string[] {
  const { model, onto } = modelOfPiece(piece)
  const pose = shutPose(model)
  const id = (i: number) => model.panels[i]!.id
  return [
    ...model.glue.flatMap((g) => {
      const tie = tiesOfGlue({ panels: model.panels, glue: [g] })
      const { mm, degrees } = closureOf(pose, tie)
      return mm > CLOSED || degrees > CLOSED
        ? [
            say`“${piece.name}”, panel “${id(g.panel)}”: the tab misses its edge by ${decimal(mm, 2, 2)} mm and ${decimal(degrees, 2, 2)} degrees.`,
          ]
        : []
    }),
    ...onto.flatMap(({ panel, face }) => {
      const off = standsOff(model, pose, panel, face)
      return off > STANDS_OFF
        ? [
            say`“${piece.name}”, panel “${id(panel)}”: it stands ${decimal(off, 2, 2)} mm off panel “${id(face)}”.`,
          ]
        : []
    }),
  ]
}

/** Where panels lie when all folds have the angles that the pattern gives. */
export const shutPose = (model: FoldModel): Rigid[] =>
  poseOf(
    model,
    treeOf(model),
    model.hinges.map((h) => h.target),
  )

/** How far a flap stands off the plane of a face, mm. */
function standsOff(model: FoldModel, pose: readonly Rigid[], panel: number, face: number): number {
  const normal = turned(pose[face]!, [0, 0, 1])
  const at = moved(pose[face]!, onFlat(model.panels[face]!.ring[0]!))
  return Math.max(
    ...model.panels[panel]!.ring.map((p) => Math.abs(dot(normal, minus(moved(pose[panel]!, onFlat(p)), at)))),
  )
}
