import { PDFArray, type PDFDict, PDFName, type PDFObject } from 'pdf-lib'
import type { Objects } from './objects'

/** What an optional content group says of what is in it. */
export type Group = { names: string[]; shown: boolean }

/**
 * Processing steps of packaging by ISO 19593-1, as the names of the roles that they state. Groups other than the
 * structural ones say where something is or what is printed.
 */
const STEPS: Readonly<Record<string, string>> = {
  Cutting: 'cutting',
  Drilling: 'cutting',
  Punching: 'cutting',
  PartialCutting: 'creasing',
  ReversePartialCutting: 'creasing',
  Creasing: 'creasing',
  ReverseCreasing: 'creasing',
  Folding: 'creasing',
  CuttingCreasing: 'perforating',
  ReverseCuttingCreasing: 'perforating',
  PartialCuttingCreasing: 'perforating',
  Perforating: 'perforating',
  Bleed: 'bleed',
  Gluing: 'notes',
  VarnishFree: 'notes',
  InkFree: 'notes',
  InkVarnishFree: 'notes',
  FoilStamping: 'printing',
  ColdFoilStamping: 'printing',
  Embossing: 'printing',
  Debossing: 'printing',
}
const GROUPS: Readonly<Record<string, string>> = {
  Legend: 'legend',
  Dimensions: 'dimensions',
  Positions: 'positions',
  White: 'printing',
  Varnish: 'printing',
  Braille: 'printing',
}

/** Visibility expressions nest no deeper than this. */
const DEEPEST = 24

/** Reads the optional content groups of a document: names, what they state, and whether they are shown. */
export class Layers {
  private readonly hidden = new Set<string>()
  private readonly allHidden: boolean
  private readonly on = new Set<string>()

  constructor(
    private readonly objects: Objects,
    catalog: PDFDict,
  ) {
    const config = objects.dict(objects.get(objects.dict(objects.get(catalog, 'OCProperties')), 'D'))
    this.allHidden = objects.name(objects.get(config, 'BaseState')) === 'OFF'
    for (const ref of objects.list(objects.get(config, 'OFF'))) this.hidden.add(ref.toString())
    for (const ref of objects.list(objects.get(config, 'ON'))) this.on.add(ref.toString())
  }

  /** What a group or a membership of several groups says. `raw` is the object before its reference is followed. */
  of(raw: PDFObject | undefined | null): Group {
    const dict = this.objects.dict(raw)
    if (!dict) return { names: [], shown: true }
    if (this.objects.name(this.objects.get(dict, 'Type')) === 'OCMD') {
      const member = dict.get(PDFName.of('OCGs'))
      const members = this.objects.list(member ?? null)
      const all = (members.length > 0 ? members : [member]).map((m) => this.of(m))
      const expression = this.objects.get(dict, 'VE')
      const shown =
        expression instanceof PDFArray
          ? this.holds(expression, 0)
          : byPolicy(
              this.objects.name(this.objects.get(dict, 'P')),
              all.map((g) => g.shown),
            )
      return { names: all.flatMap((g) => g.names), shown }
    }
    const key = raw?.toString() ?? ''
    const shown = this.allHidden ? this.on.has(key) : !this.hidden.has(key)
    const name = this.objects.text(this.objects.get(dict, 'Name'))?.trim().slice(0, 120)
    const step = this.stepOf(dict)
    return { names: [...(name ? [name] : []), ...(step ? [step] : [])], shown }
  }

  /** Whether a visibility expression holds (ISO 32000-1, 8.11.2.2). */
  private holds(raw: PDFObject | undefined | null, depth: number): boolean {
    const [head, ...terms] = this.objects.list(raw ?? null)
    if (!head || depth > DEEPEST) return this.of(raw).shown
    const each = (term: PDFObject) => this.holds(term, depth + 1)
    const word = this.objects.name(head)
    if (word === 'Not') return terms[0] === undefined || !each(terms[0])
    return word === 'Or' ? terms.some(each) : terms.every(each)
  }

  private stepOf(group: PDFDict): string | null {
    const metadata = this.objects.dict(this.objects.get(group, 'GTS_Metadata'))
    const type = this.objects.name(this.objects.get(metadata, 'GTS_ProcStepsType'))
    const kind = this.objects.name(this.objects.get(metadata, 'GTS_ProcStepsGroup'))
    const word = (type && STEPS[type]) ?? (kind && GROUPS[kind])
    return word ? `processing step ${word}` : null
  }
}

/** Whether content of several groups is shown, by the policy of its membership (ISO 32000-1, table 99). */
function byPolicy(policy: string | null, shown: readonly boolean[]): boolean {
  if (shown.length === 0) return true
  if (policy === 'AllOn') return shown.every((s) => s)
  if (policy === 'AnyOff') return shown.some((s) => !s)
  if (policy === 'AllOff') return shown.every((s) => !s)
  return shown.some((s) => s)
}
