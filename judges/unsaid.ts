import { globSync } from 'tinyglobby'
import ts from 'typescript'

/** Words that a screen shows as they stand in the source, in no language but English. */
export type Unsaid = { words: string; file: string; line: number }

/** What stands beside numbers, or is called so in every language. */
const UNIVERSAL =
  /^(?:mm|cm|in|px|dpi|ppi|mm\/s|g\/m²|Ctrl|Shift|Alt|Esc|PDF|SVG|DXF|PNG|JPG|HP-GL|CSV|ZIP|JSON)$/
/** Attributes of elements that people read or hear. */
const SHOWN = new Set(['aria-label', 'title', 'label', 'text', 'placeholder', 'alt', 'description'])
/** Properties of choices, stations, recipes and keys that people read. */
const NAMED = new Set(['title', 'label', 'says', 'what', 'why', 'message'])

/** Errors whose messages are told to people. */
const REFUSAL =
  /Refusal$|^Cannot|^(?:ApiError|Problem|LengthError|TooManyMeetings|ProgramError|NewerDatabase|UnknownVersion|TaskStopped)$/

const hasWords = (text: string): boolean =>
  text.split(/[^\p{L}/²-]+/u).some((word) => /\p{L}{2}/u.test(word) && !UNIVERSAL.test(word))

/** What an expression may come to be, where it chooses between several. */
function partsOf(value: ts.Expression): ts.Expression[] {
  if (ts.isConditionalExpression(value)) return [value.whenTrue, value.whenFalse]
  if (ts.isParenthesizedExpression(value)) return [value.expression]
  return ts.isBinaryExpression(value) ? [value.left, value.right] : []
}

/**
 * The words of screens that no language but English knows: texts between tags, texts of what is shown or read out, of refusals, and
 * values of the program (`'warning'`) that are shown as they are, or stand so within a sentence. Seen by TypeScript's own parser and types.
 * @param sources the text of each file, by its name; of others than these what is on the disk
 */
export function unsaidIn(sources: Readonly<Record<string, string>>, options: ts.CompilerOptions): Unsaid[] {
  const host = ts.createCompilerHost(options)
  const { getSourceFile, fileExists, readFile } = host
  host.fileExists = (name) => name in sources || fileExists(name)
  host.readFile = (name) => sources[name] ?? readFile(name)
  host.getSourceFile = (name, version) =>
    name in sources
      ? ts.createSourceFile(name, sources[name]!, version, true)
      : getSourceFile.call(host, name, version)
  const program = ts.createProgram(Object.keys(sources), options, host)
  const checker = program.getTypeChecker()
  return Object.keys(sources).flatMap((file) => {
    const root = program.getSourceFile(file)!
    const found: Unsaid[] = []
    const add = (node: ts.Node, words: string) =>
      hasWords(words) &&
      found.push({
        words: words.trim(),
        file,
        line: root.getLineAndCharacterOfPosition(node.getStart()).line + 1,
      })
    const shown = (value: ts.Expression): void => {
      const parts = partsOf(value)
      for (const part of parts) shown(part)
      if (parts.length > 0) return
      if (ts.isTemplateExpression(value)) {
        const { head, templateSpans } = value
        for (const { text } of [head, ...templateSpans.map((s) => s.literal)]) add(value, text)
        return
      }
      const type = checker.getTypeAtLocation(value)
      for (const one of type.isUnion() ? type.types : [type]) if (one.isStringLiteral()) add(value, one.value)
    }
    const visit = (node: ts.Node): void => {
      if (ts.isJsxText(node)) add(node, node.text)
      else if (ts.isJsxAttribute(node) && SHOWN.has(node.name.getText())) {
        const value = node.initializer
        if (value && ts.isStringLiteral(value)) add(node, value.text)
        else if (value && ts.isJsxExpression(value) && value.expression) shown(value.expression)
      } else if (ts.isJsxExpression(node) && node.expression && !ts.isJsxAttribute(node.parent))
        shown(node.expression)
      else if (ts.isTaggedTemplateExpression(node) && node.tag.getText() === 'say') {
        if (ts.isTemplateExpression(node.template))
          for (const { expression } of node.template.templateSpans) shown(expression)
      } else if (ts.isNewExpression(node) && REFUSAL.test(node.expression.getText())) {
        for (const told of node.arguments ?? []) shown(told)
      } else if (ts.isPropertyAssignment(node) && NAMED.has(node.name.getText())) shown(node.initializer)
      ts.forEachChild(node, visit)
    }
    visit(root)
    return found
  })
}

/** How the program is compiled. */
export function programOptions(): ts.CompilerOptions {
  const { config } = ts.readConfigFile('tsconfig.json', ts.sys.readFile)
  return ts.parseJsonConfigFileContent(config, ts.sys, '.').options
}

/** The words of the program that are shown and not said. */
export function unsaidInProgram(): Unsaid[] {
  const files = globSync(['src/**/*.ts', 'src/**/*.tsx'], { ignore: '**/*.test.*' })
  return unsaidIn(Object.fromEntries(files.map((file) => [file, ts.sys.readFile(file)!])), programOptions())
}
