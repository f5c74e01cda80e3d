import jsep from 'jsep'
import { say } from '../words'

/** What a pattern's arithmetic may not do, in a sentence. */
export class ArithmeticRefusal extends RangeError {
  override readonly name = 'ArithmeticRefusal'
}

/** Arithmetic that was read: the names it uses, and its value where these have values. */
export type Arithmetic = {
  text: string
  names: ReadonlySet<string>
  /** @throws ArithmeticRefusal for a value that is no number, such as a division by nothing */
  valueIn(scope: Scope): number
}

/** Values by name: mm, degrees or counts. */
export type Scope = ReadonlyMap<string, number>

/** Longer texts are refused, letters. */
const LONGEST = 400

const radians = (degrees: number) => (degrees * Math.PI) / 180
const degrees = (angle: number) => (angle * 180) / Math.PI

/** What may be called; angles are degrees. */
const CALLS: Readonly<Record<string, { takes: number | 'several'; of: (...values: number[]) => number }>> = {
  sqrt: { takes: 1, of: Math.sqrt },
  abs: { takes: 1, of: Math.abs },
  floor: { takes: 1, of: Math.floor },
  ceil: { takes: 1, of: Math.ceil },
  round: { takes: 1, of: Math.round },
  sin: { takes: 1, of: (a) => Math.sin(radians(a)) },
  cos: { takes: 1, of: (a) => Math.cos(radians(a)) },
  tan: { takes: 1, of: (a) => Math.tan(radians(a)) },
  asin: { takes: 1, of: (v) => degrees(Math.asin(v)) },
  acos: { takes: 1, of: (v) => degrees(Math.acos(v)) },
  atan: { takes: 1, of: (v) => degrees(Math.atan(v)) },
  atan2: { takes: 2, of: (y, x) => degrees(Math.atan2(y, x)) },
  min: { takes: 'several', of: Math.min },
  max: { takes: 'several', of: Math.max },
}

const SIGNS: Readonly<Record<string, (a: number, b: number) => number>> = {
  '+': (a, b) => a + b,
  '-': (a, b) => a - b,
  '*': (a, b) => a * b,
  '/': (a, b) => a / b,
  '%': (a, b) => a % b,
  '<': (a, b) => Number(a < b),
  '>': (a, b) => Number(a > b),
  '<=': (a, b) => Number(a <= b),
  '>=': (a, b) => Number(a >= b),
  '==': (a, b) => Number(a === b),
}

type Value = (scope: Scope) => number

const read = new Map<string, Arithmetic>()

/**
 * Reads arithmetic: numbers, names, + - * / %, comparisons, `a ? b : c`, and a few functions. A parser makes a tree of
 * it, and the tree is walked; nothing of it is run as code.
 * @throws ArithmeticRefusal for anything else
 */
export function readArithmetic(text: string | number): Arithmetic {
  const source = String(text)
  const known = read.get(source)
  if (known) return known
  if (source.length > LONGEST)
    throw new ArithmeticRefusal(
      say`“${source.slice(0, 40)} …” has ${source.length} letters; ${LONGEST} are read.`,
    )
  let tree: jsep.Expression
  try {
    tree = jsep(source)
  } catch (error) {
    throw new ArithmeticRefusal(say`“${source}” cannot be read: ${(error as Error).message}.`)
  }
  const names = new Set<string>()
  const value = valueUnder(tree, source, names, 0)
  const arithmetic: Arithmetic = {
    text: source,
    names,
    valueIn(scope) {
      const v = value(scope)
      if (!Number.isFinite(v))
        throw new ArithmeticRefusal(
          say`“${source}” is no number here: something is divided by nothing, or has no root.`,
        )
      return v
    },
  }
  if (read.size > 5000) read.clear()
  read.set(source, arithmetic)
  return arithmetic
}

/** Deeper trees are refused. */
const DEEPEST = 60

function valueUnder(node: jsep.Expression, text: string, names: Set<string>, depth: number): Value {
  const refuse = (what: string): never => {
    throw new ArithmeticRefusal(say`“${text}” has ${what}; a pattern takes plain arithmetic.`)
  }
  if (depth > DEEPEST) refuse(say`too many brackets in brackets`)
  const under = (child: unknown): Value => valueUnder(child as jsep.Expression, text, names, depth + 1)
  switch (node.type) {
    case 'Literal': {
      const { value } = node as jsep.Literal
      if (typeof value !== 'number') return refuse(say`the text ${JSON.stringify(value)}`)
      return () => value
    }
    case 'Identifier': {
      const { name } = node as jsep.Identifier
      names.add(name)
      return (scope) => {
        const value = scope.get(name)
        if (value === undefined)
          throw new ArithmeticRefusal(say`“${text}” speaks of “${name}”, which is no measure here.`)
        return value
      }
    }
    case 'UnaryExpression': {
      const of = under(node.argument)
      if (node.operator === '-') return (scope) => -of(scope)
      return node.operator === '+' ? of : refuse(say`the sign ${String(node.operator)}`)
    }
    case 'BinaryExpression': {
      const sign = SIGNS[String(node.operator)]
      if (!sign) return refuse(say`the sign ${String(node.operator)}`)
      const [a, b] = [under(node.left), under(node.right)]
      return (scope) => sign(a(scope), b(scope))
    }
    case 'ConditionalExpression': {
      const [test, yes, no] = [under(node.test), under(node.consequent), under(node.alternate)]
      return (scope) => (test(scope) === 0 ? no(scope) : yes(scope))
    }
    case 'CallExpression': {
      const { callee, arguments: given } = node as jsep.CallExpression
      const called = callee.type === 'Identifier' ? String((callee as jsep.Identifier).name) : ''
      const call = Object.hasOwn(CALLS, called) ? CALLS[called] : undefined
      if (!call) return refuse(say`a call of ${called || say`something`}`)
      if (call.takes === 'several' ? given.length === 0 : given.length !== call.takes)
        return refuse(say`${given.length} values for ${called}`)
      const values = given.map(under)
      return (scope) => call.of(...values.map((v) => v(scope)))
    }
    default:
      return refuse(`a ${node.type}`)
  }
}
