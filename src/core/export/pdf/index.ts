import { PDFDocument, PDFHexString, PDFName, type PDFRef } from 'pdf-lib'
import type { Project, Sheet } from '../../document/schema'
import { EXPORTED, type Exported, partsOf } from '../parts'
import { number as n, pathOf } from './content'

/** ISO 19593-1 processing step of each role; what a pen or printer draws is none. */
const STEPS: Partial<Record<Exported, string>> = {
  cut: 'Cutting',
  score: 'Creasing',
  'score valley': 'Creasing',
  'score mountain': 'ReverseCreasing',
  perforate: 'Perforating',
}

/** Colour, width and dash of each role, mm. */
const STYLES: Record<Exported, string> = {
  cut: '0.17 0.10 0.18 RG 0.25 w [] 0 d',
  score: '0.54 0.23 0.42 RG 0.25 w [3 1.5] 0 d',
  'score valley': '0.54 0.23 0.42 RG 0.25 w [3 1.5] 0 d',
  'score mountain': '0.54 0.23 0.42 RG 0.25 w [4 1.2 0.4 1.2] 0 d',
  perforate: '0.14 0.44 0.42 RG 0.4 w [0.6 0.8] 0 d',
  pen: '0.22 0.33 0.55 RG 0.2 w [] 0 d',
  print: '0.73 0.65 0.71 RG 0.1 w [] 0 d',
}

/**
 * A sheet as a PDF page at true size: pieces and roles as optional content groups, the roles with the metadata of
 * ISO 19593-1 processing steps.
 */
export async function sheetToPdf(project: Project, sheet: Sheet): Promise<Uint8Array> {
  const document = await PDFDocument.create({ updateMetadata: false })
  document.setTitle(project.name)
  const { context } = document
  const pt = 72 / 25.4
  const page = document.addPage([sheet.width * pt, sheet.height * pt])
  const groups = new Map<string, { key: string; ref: PDFRef }>()
  const groupOf = (name: string, step?: string) => {
    const known = groups.get(name)
    if (known) return known.key
    const dict = context.obj({
      Type: 'OCG',
      Name: PDFHexString.fromText(name),
      ...(step ? { GTS_Metadata: { GTS_ProcStepsGroup: 'Structural', GTS_ProcStepsType: step } } : {}),
    })
    const group = { key: `OC${groups.size}`, ref: context.register(dict) }
    groups.set(name, group)
    return group.key
  }
  const out = [`q ${n(pt)} 0 0 ${n(-pt)} 0 ${n(sheet.height * pt)} cm 1 J 1 j`]
  for (const { name, lines } of partsOf(project, sheet)) {
    out.push(`/OC /${groupOf(name)} BDC`)
    for (const kind of EXPORTED) {
      const contours = lines.get(kind)
      if (!contours) continue
      out.push(`/OC /${groupOf(kind, STEPS[kind])} BDC q ${STYLES[kind]}`, ...contours.map(pathOf), 'Q EMC')
    }
    out.push('EMC')
  }
  out.push('Q')
  page.node.set(
    PDFName.of('Resources'),
    context.obj({ Properties: Object.fromEntries([...groups.values()].map(({ key, ref }) => [key, ref])) }),
  )
  page.node.set(PDFName.of('Contents'), context.register(context.flateStream(out.join('\n'))))
  const refs = [...groups.values()].map((g) => g.ref)
  document.catalog.set(PDFName.of('OCProperties'), context.obj({ OCGs: refs, D: { Order: refs, ON: refs } }))
  return document.save()
}
