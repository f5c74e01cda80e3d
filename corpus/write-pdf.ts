import { PDFDocument, PDFHexString, PDFName, type PDFRef } from 'pdf-lib'
import { allSegments } from '../src/core/geometry/part'
import { readPath } from '../src/core/geometry/path'
import type { Drawing, Drawn } from './draw'

export type PdfOptions = {
  /** each line's layers as optional content groups */
  layers?: boolean
  /** ISO 19593-1 processing step of a layer: group and type */
  step?: (layer: string) => readonly [group: string, type: string] | null
  /** the spot ink of a line, drawn as a Separation colour */
  ink?: (line: Drawn) => string | null
  /** points of a user unit, 1/72 inch each */
  userUnit?: number
  /** the whole page within a form XObject, turned and scaled back */
  inForm?: boolean
  compress?: boolean
}

const num = (v: number) => v.toFixed(5).replace(/\.?0+$/, '')

/** A drawing as a page of PDF, written with a general PDF library. */
export async function writePdf(
  { drawn, width, height }: Drawing,
  options: PdfOptions = {},
): Promise<Uint8Array> {
  const { userUnit = 1 } = options
  const document = await PDFDocument.create()
  const { context } = document
  const pt = 72 / 25.4 / userUnit
  const page = document.addPage([width * pt, height * pt])
  if (userUnit !== 1) page.node.set(PDFName.of('UserUnit'), context.obj(userUnit))
  const groups = new Map<string, { key: string; ref: PDFRef }>()
  const inks = new Map<string, { key: string; ref: PDFRef }>()
  const groupOf = (name: string) => {
    const known = groups.get(name)
    if (known) return known
    const step = options.step?.(name)
    const dict = context.obj({
      Type: 'OCG',
      Name: PDFHexString.fromText(name),
      ...(step ? { GTS_Metadata: { GTS_ProcStepsGroup: step[0], GTS_ProcStepsType: step[1] } } : {}),
    })
    const group = { key: `MC${groups.size}`, ref: context.register(dict) }
    groups.set(name, group)
    return group
  }
  const inkOf = (name: string) => {
    const known = inks.get(name)
    if (known) return known
    const fn = context.register(
      context.obj({
        FunctionType: 2,
        Domain: [0, 1],
        C0: [0, 0, 0, 0],
        C1: [inks.size % 2, 1, inks.size > 1 ? 1 : 0, 0],
        N: 1,
      }),
    )
    const ink = {
      key: `CS${inks.size}`,
      ref: context.register(
        context.obj(
          ['Separation', name, 'DeviceCMYK', fn].map((v) => (typeof v === 'string' ? PDFName.of(v) : v)),
        ),
      ),
    }
    inks.set(name, ink)
    return ink
  }
  const out: string[] = [`q ${num(pt)} 0 0 ${num(-pt)} 0 ${num(height * pt)} cm`]
  for (const line of drawn) {
    const marks = options.layers ? line.layers.map(groupOf) : []
    for (const mark of marks) out.push(`/OC /${mark.key} BDC`)
    const ink = options.ink?.(line)
    out.push(`q ${num(line.width)} w [${line.dash.map(num).join(' ')}] 0 d`)
    if (ink) out.push(`/${inkOf(ink).key} CS 1 SCN`)
    else if (line.stroke) out.push(`${rgb(line.stroke)} RG`)
    if (line.fill) out.push(`${rgb(line.fill)} rg`)
    out.push(pathOf(line.d), line.stroke ? (line.fill ? 'B' : 'S') : 'f', 'Q')
    for (const _ of marks) out.push('EMC')
  }
  out.push('Q')
  const resources = context.obj({
    Properties: Object.fromEntries([...groups.values()].map(({ key, ref }) => [key, ref])),
    ColorSpace: Object.fromEntries([...inks.values()].map(({ key, ref }) => [key, ref])),
  })
  const text = out.join('\n')
  if (options.inForm) {
    // The form is drawn at half the size, turned by a quarter; the page undoes both.
    const form = context.stream(text, {
      Type: 'XObject',
      Subtype: 'Form',
      BBox: [-9999, -9999, 9999, 9999],
      Matrix: [0, 0.5, -0.5, 0, 0, 0],
      Resources: resources,
    })
    page.node.set(PDFName.of('Resources'), context.obj({ XObject: { Fm0: context.register(form) } }))
    page.node.set(PDFName.of('Contents'), context.register(context.stream('q 0 -2 2 0 0 0 cm /Fm0 Do Q')))
  } else {
    page.node.set(PDFName.of('Resources'), resources)
    page.node.set(
      PDFName.of('Contents'),
      context.register(options.compress ? context.flateStream(text) : context.stream(text)),
    )
  }
  if (groups.size > 0) {
    const all = [...groups.values()].map((g) => g.ref)
    document.catalog.set(PDFName.of('OCProperties'), context.obj({ OCGs: all, D: { Order: all, ON: all } }))
  }
  return document.save({ useObjectStreams: options.compress ?? false })
}

const rgb = (hex: string): string =>
  [1, 3, 5].map((i) => num(Number.parseInt(hex.slice(i, i + 2), 16) / 255)).join(' ')

function pathOf(d: string): string {
  const contour = readPath(d)
  const at = (p: { x: number; y: number }) => `${num(p.x)} ${num(p.y)}`
  const parts = [`${at(contour.start)} m`]
  const segments = contour.closed ? contour.segments : allSegments(contour)
  for (const s of segments)
    parts.push(s.c1 && s.c2 ? `${at(s.c1)} ${at(s.c2)} ${at(s.to)} c` : `${at(s.to)} l`)
  if (contour.closed) parts.push('h')
  return parts.join(' ')
}
