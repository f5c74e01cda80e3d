import { readFileSync } from 'node:fs'
import { globSync } from 'tinyglobby'
import ts from 'typescript'

/** A sentence of the program, and where it stands first. */
export type Sentence = { key: string; file: string; line: number }

const FILES = ['src/**/*.ts', 'src/**/*.tsx', 'bin/**/*.ts']
const PATTERNS = 'src/core/patterns/shipped/*.json'

/** All sentences of the program: those in its source, and those of the patterns that ship with it. */
export function sentencesOfProgram(): Sentence[] {
  const found = globSync(FILES, { ignore: ['**/*.test.*', 'src/core/words/say.ts'] }).flatMap((file) =>
    sentencesIn(readFileSync(file, 'utf8'), file),
  )
  const patterns = globSync(PATTERNS).flatMap((file) =>
    textsOfPattern(JSON.parse(readFileSync(file, 'utf8'))).map((key) => ({ key, file, line: 1 })),
  )
  const first = new Map<string, Sentence>()
  for (const one of [...found, ...patterns]) if (!first.has(one.key)) first.set(one.key, one)
  return [...first.values()]
}

/**
 * The sentences in a source file, as a parser of TypeScript sees them, by the keys that they have in the catalogs.
 * @throws SyntaxError for a number of things that is not written out within its sentence, and so has no key
 */
export function sentencesIn(source: string, file = 'source.tsx'): Sentence[] {
  const root = ts.createSourceFile(file, source, ts.ScriptTarget.Latest, true)
  const found: Sentence[] = []
  const add = (node: ts.Node, key: string) =>
    found.push({ key, file, line: root.getLineAndCharacterOfPosition(node.getStart()).line + 1 })
  const visit = (node: ts.Node): void => {
    if (ts.isTaggedTemplateExpression(node) && node.tag.getText() === 'say') add(node, keyOf(node.template))
    else if (isCallOf(node, 'count')) add(node, placeOf(node, 0))
    else if (isCallOf(node, 'counted') && !ts.isTemplateSpan(node.parent)) throw unwritten(node)
    ts.forEachChild(node, visit)
  }
  visit(root)
  return found
}

const isCallOf = (node: ts.Node, name: string): node is ts.CallExpression =>
  ts.isCallExpression(node) && node.expression.getText() === name && node.arguments.length > 1

const unwritten = (node: ts.Node) =>
  new SyntaxError(`${node.getText()}: write the words for one and for several out within the sentence`)

function keyOf(template: ts.TemplateLiteral): string {
  if (ts.isNoSubstitutionTemplateLiteral(template)) return template.text
  return template.templateSpans.reduce(
    (key, span, i) => key + placeOf(span.expression, i) + span.literal.text,
    template.head.text,
  )
}

function placeOf(value: ts.Expression, at: number): string {
  if (!isCallOf(value, 'counted') && !isCallOf(value, 'count')) return `{${at}}`
  if (value.expression.getText() === 'count' && ts.isTemplateSpan(value.parent)) return `{${at}}`
  if (!value.arguments.slice(1).every(ts.isStringLiteral)) throw unwritten(value)
  const [one, many] = value.arguments.slice(1).map((a) => (a as ts.StringLiteral).text)
  return `{${at}, plural, one {# ${one}} other {# ${many ?? `${one}s`}}}`
}

type PatternTexts = {
  title: string
  says: string
  build: string
  measures: { title: string }[]
  pieces: { name: string }[]
}

const textsOfPattern = ({ title, says, build, measures, pieces }: PatternTexts): string[] => [
  title,
  says,
  build,
  ...measures.map((m) => m.title),
  ...pieces.map((p) => p.name),
]
