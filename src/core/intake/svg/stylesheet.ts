import { type CssNode, generate, parse, type Selector, walk } from 'css-tree'
import { language, say } from '../../words'
import { IntakeRefusal } from '../refusal'
import type { XmlElement } from './xml'

export type Declarations = Record<string, { value: string; important: boolean }>

type Compound = {
  type: string | null
  id: string | null
  classes: string[]
  attributes: { name: string; value: string | null }[]
}
/** The last compound is the element itself; each carries how it relates to the one before it. */
type Rule = {
  compounds: { compound: Compound; child: boolean }[]
  weight: number
  order: number
  declarations: Declarations
}

/** So many comparisons of rules with elements are made for one drawing; a rule that holds is work as of so many. */
const MOST_COMPARISONS = 20_000_000
const WHERE_IT_HOLDS = 10

/** Brackets that are deeper in one another are no rule that anybody wrote. */
const MOST_NESTED = 50

/** How deep round brackets and braces lie in one another. */
function nestedIn(css: string): number {
  let [depth, deepest] = [0, 0]
  for (const sign of css) {
    if (sign === '(' || sign === '{') depth += 1
    else if ((sign === ')' || sign === '}') && depth > 0) depth -= 1
    if (depth > deepest) deepest = depth
  }
  return deepest
}

/**
 * The style rules of a drawing: type, class, id, attribute, descendant and child selectors. An element is compared
 * only with rules that ask for its id, one of its classes, its name, or for nothing of these.
 */
export class StyleSheet {
  private readonly rules: Rule[] = []
  private readonly index = new Map<string, Rule[]>()
  private readonly classes = new WeakMap<XmlElement, ReadonlySet<string>>()
  private comparisons = 0
  /** selectors and rules that were passed over */
  readonly ignored: string[] = []

  add(css: string): void {
    if (nestedIn(css) > MOST_NESTED) {
      this.ignored.push(css.trim().slice(0, 40))
      return
    }
    const tree = parse(css, {
      onParseError: ({ offset }) =>
        this.ignored.push(css.slice(offset).trim().slice(0, 40) || css.slice(0, 40)),
      parseValue: false,
    })
    walk(tree, (node: CssNode) => {
      if (node.type === 'Atrule') {
        this.ignored.push(`@${node.name}`)
        return walk.skip
      }
      if (node.type !== 'Rule' || node.prelude.type !== 'SelectorList') return
      const declarations = declarationsOf(node.block)
      node.prelude.children.forEach((selector) => {
        const rule = this.compile(selector as Selector, declarations)
        if (rule) {
          this.rules.push(rule)
          listUnder(this.index, keyOf(rule), rule)
        } else this.ignored.push(generate(selector))
      })
    })
  }

  /**
   * The declarations that hold for an element, weaker first.
   * @throws IntakeRefusal where rules and elements are so many that comparing them would not end
   */
  matching(element: XmlElement): Declarations[] {
    if (this.rules.length === 0) return []
    const keys = [
      ANY,
      element.name.toLowerCase(),
      ...[...this.classesOf(element)].map((c) => `.${c}`),
      `#${element.attributes.id ?? ''}`,
    ]
    const found: Rule[] = []
    for (const key of keys)
      for (const rule of this.index.get(key) ?? []) if (this.matches(rule, element)) found.push(rule)
    return found.sort((a, b) => a.weight - b.weight || a.order - b.order).map((rule) => rule.declarations)
  }

  private classesOf(element: XmlElement): ReadonlySet<string> {
    const known = this.classes.get(element)
    if (known) return known
    const classes = new Set((element.attributes.class ?? '').split(/\s+/).filter((c) => c !== ''))
    this.classes.set(element, classes)
    return classes
  }

  private matches(rule: Rule, element: XmlElement): boolean {
    const last = rule.compounds.length - 1
    if (this.leads(rule, last, element) !== 'matches') return false
    this.comparisons += WHERE_IT_HOLDS
    return true
  }

  /**
   * Whether an element and those around it fit a rule up to a compound. Where nothing above fits, looking further up
   * is of no use either (as browsers match: the nearest ancestor that fits leaves most of them above).
   */
  private leads(rule: Rule, index: number, candidate: XmlElement): 'matches' | 'not here' | 'never' {
    this.comparisons += 1
    if (this.comparisons > MOST_COMPARISONS)
      throw new IntakeRefusal(
        say`The file's style rules would have to be compared with its shapes more than ${MOST_COMPARISONS.toLocaleString(language())} times. Remove rules that are not needed, and bring it in again.`,
      )
    const { compound, child } = rule.compounds[index]!
    if (!this.fits(compound, candidate)) return 'not here'
    if (index === 0) return 'matches'
    for (let up = candidate.parent; up; up = up.parent) {
      const result = this.leads(rule, index - 1, up)
      if (result !== 'not here') return result
      if (child) return 'not here'
    }
    return 'never'
  }

  private fits(compound: Compound, element: XmlElement): boolean {
    if (compound.type && compound.type !== element.name.toLowerCase()) return false
    if (compound.id && compound.id !== element.attributes.id) return false
    if (compound.classes.length > 0) {
      const classes = this.classesOf(element)
      if (!compound.classes.every((c) => classes.has(c))) return false
    }
    return compound.attributes.every(({ name, value }) =>
      value === null ? name in element.attributes : element.attributes[name] === value,
    )
  }

  private compile(selector: Selector, declarations: Declarations): Rule | null {
    const compounds: Rule['compounds'] = []
    let current = emptyCompound()
    let child = false
    let weight = 0
    for (const part of selector.children.toArray()) {
      if (part.type === 'TypeSelector') {
        if (part.name !== '*') {
          current.type = part.name.toLowerCase()
          weight += 1
        }
      } else if (part.type === 'ClassSelector') {
        current.classes.push(part.name)
        weight += 1000
      } else if (part.type === 'IdSelector') {
        current.id = part.name
        weight += 1_000_000
      } else if (part.type === 'AttributeSelector' && (part.matcher === '=' || part.matcher === null)) {
        const value =
          part.value === null ? null : part.value.type === 'String' ? part.value.value : part.value.name
        current.attributes.push({ name: part.name.name, value })
        weight += 1000
      } else if (part.type === 'Combinator' && (part.name === ' ' || part.name === '>')) {
        compounds.push({ compound: current, child })
        current = emptyCompound()
        child = part.name === '>'
      } else return null
    }
    compounds.push({ compound: current, child })
    return { compounds, weight, order: this.rules.length, declarations }
  }
}

const emptyCompound = (): Compound => ({ type: null, id: null, classes: [], attributes: [] })

const ANY = '*'

/** What an element must have for a rule to hold: the rarest thing that the rule asks of it. */
function keyOf(rule: Rule): string {
  const { compound } = rule.compounds.at(-1)!
  if (compound.id) return `#${compound.id}`
  if (compound.classes.length > 0) return `.${compound.classes[0]}`
  return compound.type ?? ANY
}

function listUnder<K, V>(lists: Map<K, V[]>, key: K, value: V): void {
  const known = lists.get(key)
  if (known) known.push(value)
  else lists.set(key, [value])
}

/**
 * Texts of style elements joined, so that thousands of them are parsed at once. One whose brackets do not match stays
 * by itself: what is broken in it spoils nothing after it.
 */
export function joinedSheets(texts: readonly string[]): string[] {
  const timesOf = (text: string, sign: string) => text.split(sign).length
  const joined: string[] = []
  let open = false
  for (const text of texts) {
    const whole = timesOf(text, '{') === timesOf(text, '}') && !/["'\\]|[/][*]/.test(text)
    if (open && whole) joined[joined.length - 1] += `\n${text}`
    else joined.push(text)
    open = whole
  }
  return joined
}

/** The declarations of a `style` attribute. */
export function parseStyleAttribute(css: string): Declarations {
  return declarationsOf(parse(css, { context: 'declarationList', parseValue: false, onParseError: () => {} }))
}

function declarationsOf(block: CssNode): Declarations {
  const found: Declarations = {}
  walk(block, (node: CssNode) => {
    if (node.type === 'Declaration')
      // Names of custom properties tell large from small letters.
      found[node.property.startsWith('--') ? node.property : node.property.toLowerCase()] = {
        value: generate(node.value).trim(),
        important: Boolean(node.important),
      }
  })
  return found
}
