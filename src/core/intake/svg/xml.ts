import { SaxesParser } from 'saxes'
import { say } from '../../words'
import { MOST_LETTERS } from '../drawing'
import { IntakeRefusal } from '../refusal'

/** An element of the file. Text is kept only where it matters: in style sheets and, up to a length, of words. */
export type XmlElement = {
  /** name without its prefix; empty for elements of a foreign namespace */
  name: string
  attributes: Record<string, string>
  children: XmlElement[]
  parent: XmlElement | null
  text: string
  /** line of the file, from 1 */
  line: number
}

const MAX_DEPTH = 512
const MAX_ELEMENTS = 400_000
const SVG_NAMESPACE = 'http://www.w3.org/2000/svg'

/** The text of the bytes, by byte order mark or XML declaration; UTF-8 otherwise. */
export function decode(bytes: Uint8Array): string {
  const mark =
    bytes[0] === 0xff && bytes[1] === 0xfe
      ? 'utf-16le'
      : bytes[0] === 0xfe && bytes[1] === 0xff
        ? 'utf-16be'
        : null
  const head = new TextDecoder('latin1').decode(bytes.subarray(0, 200))
  const declared = /^[^<]{0,3}<\?xml[^>]*encoding\s*=\s*["']([\w.:-]+)["']/.exec(head)?.[1]?.toLowerCase()
  // A declaration that one can read byte by byte is not UTF-16, whatever it says.
  const encoding = mark ?? (declared && !declared.startsWith('utf-16') ? declared : 'utf-8')
  try {
    return new TextDecoder(encoding, { fatal: true }).decode(bytes)
  } catch {
    throw new IntakeRefusal(
      say`The text of the file is not valid ${encoding.toUpperCase()}, as it claims to be. Save it again as SVG with UTF-8 text.`,
    )
  }
}

/**
 * Reads XML into a tree. Nothing is fetched; of a document type only plain text entities are taken (drawing programs
 * write namespaces that way), and never entities made of entities.
 * @throws IntakeRefusal with the line where it breaks off
 */
export function parseXml(text: string): XmlElement {
  const parser = new SaxesParser({ xmlns: false, position: true })
  const foreign = new Set<string>()
  const svgPrefixes = new Set(['', 'svg'])
  let root: XmlElement | null = null
  let open: XmlElement | null = null
  let depth = 0
  let count = 0

  parser.on('error', (error) => {
    const place = /^(\d+):(\d+): (.*)/s.exec(error.message)
    throw new IntakeRefusal(
      root || text.includes('<svg')
        ? say`The file breaks off as XML at line ${place?.[1] ?? parser.line}: ${place?.[3] ?? error.message} Save or download it again.`
        : say`The file is not an SVG drawing: it is not XML. Export it as SVG and choose that file.`,
    )
  })
  parser.on('doctype', (doctype) => {
    // The five of XML itself are inherited: a copy of the table would lose them.
    Object.assign(parser.ENTITIES, plainEntities(doctype))
  })
  parser.on('opentag', (tag) => {
    count += 1
    depth += 1
    if (depth > MAX_DEPTH || count > MAX_ELEMENTS)
      throw new IntakeRefusal(
        say`The file nests or repeats too many elements (line ${parser.line}). Flatten its groups and save it again.`,
      )
    const attributes = tag.attributes as Record<string, string>
    for (const [name, value] of Object.entries(attributes))
      if (name.startsWith('xmlns:')) (value === SVG_NAMESPACE ? svgPrefixes : foreign).add(name.slice(6))
    const [prefix, local] = tag.name.includes(':')
      ? (tag.name.split(':', 2) as [string, string])
      : ['', tag.name]
    const element: XmlElement = {
      name: svgPrefixes.has(prefix) ? local : '',
      attributes,
      children: [],
      parent: open,
      text: '',
      line: parser.line,
    }
    if (open) open.children.push(element)
    else root = element
    open = element
  })
  const takeText = (chunk: string) => {
    if (open?.name === 'style') open.text += chunk
    else if (open && (open.name === 'text' || open.name === 'tspan') && open.text.length < MOST_LETTERS)
      open.text += chunk
  }
  parser.on('text', takeText)
  parser.on('cdata', takeText)
  parser.on('closetag', () => {
    depth -= 1
    open = open?.parent ?? null
  })
  // saxes wants a document to begin with its declaration; files from the wild begin with a blank line.
  parser.write(text.replace(/^\uFEFF?\s+/, '')).close()
  if (!root)
    throw new IntakeRefusal(say`The file is not an SVG drawing: it has no content. Export it again as SVG.`)
  return root
}

/** Entities of a document type that are plain text; anything else is refused. */
function plainEntities(doctype: string): Record<string, string> {
  const entities: Record<string, string> = {}
  const subset = /\[([\s\S]*)\]/.exec(doctype)?.[1] ?? ''
  const declarations = subset.match(/<!ENTITY[^>]*>/gi) ?? []
  if (declarations.length > 64) throw bomb(say`it declares more than 64 entities`)
  for (const declaration of declarations) {
    const plain = /^<!ENTITY\s+([\w.:-]+)\s+(?:"([^"]*)"|'([^']*)')\s*>$/i.exec(declaration)
    if (!plain) throw bomb(say`an entity points outside the file or is a parameter`)
    const value = plain[2] ?? plain[3] ?? ''
    if (/[&%<]/.test(value) || value.length > 1024)
      throw bomb(say`the entity “${plain[1]!.slice(0, 40)}” is made of others`)
    entities[plain[1]!] = value
  }
  return entities
}

const bomb = (what: string) =>
  new IntakeRefusal(
    say`The file's document type is not safe to read: ${what}. Open it in a drawing program and save it as plain SVG.`,
  )
