import { type CssNode, generate, parse, type Selector, walk } from 'css-tree'
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

/** The style rules of a drawing: type, class, id, attribute, descendant and child selectors. */
export class StyleSheet {
  private readonly rules: Rule[] = []
  /** selectors and rules that were passed over */
  readonly ignored: string[] = []

  add(css: string): void {
    const tree = parse(css, { onParseError: (e) => this.ignored.push(e.message), parseValue: false })
    walk(tree, (node: CssNode) => {
      if (node.type === 'Atrule') {
        this.ignored.push(`@${node.name}`)
        return walk.skip
      }
      if (node.type !== 'Rule' || node.prelude.type !== 'SelectorList') return
      const declarations = declarationsOf(node.block)
      node.prelude.children.forEach((selector) => {
        const rule = this.compile(selector as Selector, declarations)
        if (rule) this.rules.push(rule)
        else this.ignored.push(generate(selector))
      })
    })
    this.rules.sort((a, b) => a.weight - b.weight || a.order - b.order)
  }

  /** The declarations that hold for an element, weaker first. */
  matching(element: XmlElement): Declarations[] {
    if (this.rules.length === 0) return []
    return this.rules.filter((rule) => matches(rule, element)).map((rule) => rule.declarations)
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

function matches(rule: Rule, element: XmlElement): boolean {
  const at = (index: number, candidate: XmlElement | null): boolean => {
    const { compound, child } = rule.compounds[index]!
    if (!candidate || !fits(compound, candidate)) return false
    if (index === 0) return true
    for (let up = candidate.parent; up; up = up.parent) {
      if (at(index - 1, up)) return true
      if (child) return false
    }
    return false
  }
  return at(rule.compounds.length - 1, element)
}

function fits(compound: Compound, element: XmlElement): boolean {
  if (compound.type && compound.type !== element.name.toLowerCase()) return false
  if (compound.id && compound.id !== element.attributes.id) return false
  if (compound.classes.length > 0) {
    const classes = (element.attributes.class ?? '').split(/\s+/)
    if (!compound.classes.every((c) => classes.includes(c))) return false
  }
  return compound.attributes.every(({ name, value }) =>
    value === null ? name in element.attributes : element.attributes[name] === value,
  )
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
