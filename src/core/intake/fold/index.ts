import * as z from 'zod'
import type { Fold } from '../../document/lines'
import { MM_PER_INCH } from '../../units/length'
import { say } from '../../words'
import type { Drawing, DrawnLine, Format, IntakeFinding } from '../drawing'
import { IntakeRefusal, LIMITS } from '../refusal'

/** FOLD 1.2, the open JSON format for origami: flat sheets with their folds and angles. */
export const fold: Format = {
  name: 'fold',
  endings: ['fold'],
  recognises: (bytes) => {
    const head = new TextDecoder().decode(bytes.subarray(0, 4096))
    return /^\s*\{/.test(head) && /"(file_spec|vertices_coords|edges_vertices|frame_classes)"/.test(head)
  },
  read: (bytes, { mmPerUnit }) => readFold(new TextDecoder().decode(bytes), mmPerUnit),
}

const number = z.number().min(-1e7).max(1e7)
const index = z.number().int().nonnegative()
const frameSchema = z.looseObject({
  frame_unit: z.string().max(40).optional(),
  frame_classes: z.array(z.string().max(80)).max(40).optional(),
  frame_parent: index.optional(),
  frame_inherit: z.boolean().optional(),
  vertices_coords: z.array(z.array(number).min(2).max(4)).max(LIMITS.segments).optional(),
  edges_vertices: z
    .array(z.tuple([index, index]))
    .max(LIMITS.segments)
    .optional(),
  edges_assignment: z
    .array(z.enum(['B', 'M', 'V', 'F', 'U', 'C', 'J', 'b', 'm', 'v', 'f', 'u', 'c', 'j']))
    .optional(),
  edges_foldAngle: z.array(z.number().min(-1e4).max(1e4).nullable()).optional(),
})
const fileSchema = frameSchema.extend({ file_frames: z.array(frameSchema).max(200).optional() })
type Frame = z.infer<typeof frameSchema>

/** mm of the units that the format names. */
const UNITS: Readonly<Record<string, number>> = {
  mm: 1,
  cm: 10,
  m: 1000,
  um: 0.001,
  nm: 1e-6,
  in: MM_PER_INCH,
  pt: MM_PER_INCH / 72,
}

const ROLES = { B: 'cut', C: 'cut', M: 'score', V: 'score', U: 'score' } as const

function readFold(text: string, asked: number | null | undefined): Drawing {
  let data: unknown
  try {
    data = JSON.parse(text)
  } catch {
    throw new IntakeRefusal(
      say`This FOLD file is no JSON: it breaks off, or holds signs that JSON has not. Save it again from the program that made it.`,
    )
  }
  const parsed = fileSchema.safeParse(data)
  if (!parsed.success) {
    const [first] = parsed.error.issues
    throw new IntakeRefusal(
      say`This FOLD file is broken at ${first?.path.join('.') || say`its beginning`}: ${first?.message}.`,
    )
  }
  const frame = flatFrame(parsed.data)
  const {
    vertices_coords: places = [],
    edges_vertices: edges = [],
    edges_assignment: assigned,
    edges_foldAngle: angles,
  } = frame
  if (places.length === 0 || edges.length === 0)
    throw new IntakeRefusal(
      say`This FOLD file has no corners or no edges. Save it with vertices_coords and edges_vertices.`,
    )
  for (const list of [assigned, angles])
    if (list && list.length !== edges.length)
      throw new IntakeRefusal(
        say`This FOLD file has ${edges.length} edges, and ${list.length} values for them.`,
      )
  const broken = edges.findIndex(([a, b]) => a >= places.length || b >= places.length)
  if (broken >= 0)
    throw new IntakeRefusal(
      say`This FOLD file is broken: edge ${broken + 1} names a corner that is not there (there are ${places.length}).`,
    )
  const unit = frame.frame_unit ?? ''
  const named = Object.hasOwn(UNITS, unit) ? UNITS[unit] : undefined
  const scale = asked ?? named ?? 1
  const flat = places.map(([x, y]) => ({ x: scale * x!, y: -scale * y! }))
  const [minX, minY] = [Math.min(...flat.map((p) => p.x)), Math.min(...flat.map((p) => p.y))]
  const [width, height] = [Math.max(...flat.map((p) => p.x)) - minX, Math.max(...flat.map((p) => p.y)) - minY]
  if (Math.max(width, height) > LIMITS.reach)
    throw new IntakeRefusal(
      say`This FOLD file is ${Math.round(Math.max(width, height))} mm large; up to ${LIMITS.reach} mm are taken. Look at its unit.`,
    )
  let left = 0
  const lines = edges.flatMap(([a, b], element): DrawnLine[] => {
    const letter = (assigned?.[element] ?? 'U').toUpperCase() as keyof typeof ROLES | 'F' | 'J'
    if (letter === 'F' || letter === 'J') {
      left += 1
      return []
    }
    const [p, q] = [flat[a]!, flat[b]!]
    if (Math.hypot(p.x - q.x, p.y - q.y) < 1e-6) return []
    const role = ROLES[letter]
    const angle = angles?.[element]
    const way: Fold | null = letter === 'V' ? 'valley' : letter === 'M' ? 'mountain' : null
    return [
      {
        d: `M${num(p.x - minX)} ${num(p.y - minY)}L${num(q.x - minX)} ${num(q.y - minY)}`,
        look: { stroke: COLOURS[letter], fill: null, dash: [], width: 0.25, layers: [role] },
        label: null,
        element,
        fillRule: 'nonzero',
        ...(way ? { fold: way } : {}),
        ...(way && angle !== null && angle !== undefined && angle !== 0
          ? { angle: Math.min(180, Math.abs(angle)) }
          : {}),
      },
    ]
  })
  const findings: IntakeFinding[] =
    left > 0
      ? [
          {
            rule: 'left-out',
            severity: 'note',
            message: say`${left} edges that do not fold (F and J) were left out.`,
          },
        ]
      : []
  const why = asked
    ? say`As it was asked for.`
    : named
      ? say`The file counts in ${frame.frame_unit}.`
      : say`The file names no unit; millimetres are taken.`
  return {
    artwork: { width: Math.max(width, 0.01), height: Math.max(height, 0.01) },
    scale: {
      mmPerUnit: scale,
      why,
      sure: Boolean(asked) || named !== undefined,
      choices: named
        ? []
        : [
            { mmPerUnit: 1, label: say`millimetres` },
            { mmPerUnit: 10, label: say`centimetres` },
            { mmPerUnit: MM_PER_INCH, label: say`inches` },
          ].map((c) => ({
            ...c,
            width: (width / scale) * c.mmPerUnit,
            height: (height / scale) * c.mmPerUnit,
          })),
    },
    lines,
    findings,
  }
}

/** How edges are shown that came without a colour: a look for each kind. */
const COLOURS = { B: '#2b1a2e', C: '#2b1a2e', M: '#8a2f3f', V: '#2f4f8a', U: '#6b5f6e' } as const

const num = (v: number): number => Math.round(v * 1e5) / 1e5

/** The frame that shows the sheet flat: a crease pattern, or the first whose corners lie in a plane. */
function flatFrame({ file_frames: more = [], ...first }: z.infer<typeof fileSchema>): Frame {
  const all: Frame[] = [first, ...more]
  const whole = (at: number, depth = 0): Frame => {
    const frame = all[at]!
    const { frame_parent: parent } = frame
    if (!frame.frame_inherit || parent === undefined || parent >= all.length || parent === at || depth > 20)
      return frame
    return { ...whole(parent, depth + 1), ...frame }
  }
  const frames = all.map((_, i) => whole(i))
  const isPlane = ({ vertices_coords: p }: Frame) =>
    !!p && p.length > 0 && p.every((c) => Math.abs(c[2] ?? 0) < 1e-6)
  const found =
    frames.find((f) => f.frame_classes?.includes('creasePattern') && isPlane(f)) ?? frames.find(isPlane)
  if (!found)
    throw new IntakeRefusal(
      say`This FOLD file shows a folded form alone. Save it with its crease pattern, the flat sheet.`,
    )
  return found
}
