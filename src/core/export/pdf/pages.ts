import { PDFDocument, PDFHexString, PDFName, type PDFRef } from 'pdf-lib'
import type { Pixels } from '../../printing/pixels'
import { number as n } from './content'

/** Points of one mm. */
const PT = 72 / 25.4

export type PdfPages = Awaited<ReturnType<typeof openPdf>>

/** A PDF whose pages are written in mm, y down, with layers (optional content groups) and pictures. */
export async function openPdf(title: string) {
  const document = await PDFDocument.create({ updateMetadata: false })
  document.setTitle(title)
  const { context } = document
  const groups = new Map<string, { key: string; ref: PDFRef }>()
  const pictures = new Map<string, PDFRef>()
  const fonts = new Map<string, PDFRef>()
  return {
    /**
     * What begins a layer; `EMC` ends it.
     * @param step ISO 19593-1 processing step of the group Structural, if it is one
     */
    layer(name: string, step?: string): string {
      let group = groups.get(name)
      if (!group) {
        const metadata = { GTS_Metadata: { GTS_ProcStepsGroup: 'Structural', GTS_ProcStepsType: step ?? '' } }
        const dict = { Type: 'OCG', Name: PDFHexString.fromText(name), ...(step ? metadata : {}) }
        group = { key: `OC${groups.size}`, ref: context.register(context.obj(dict)) }
        groups.set(name, group)
      }
      return `/OC /${group.key} BDC`
    },
    /** Takes a picture into the file; the answer draws it into the unit square. */
    picture({ width, height, rgba }: Pixels): string {
      const [colours, opacity] = [new Uint8Array(3 * width * height), new Uint8Array(width * height)]
      for (let i = 0; i < opacity.length; i += 1) {
        colours.set(rgba.subarray(4 * i, 4 * i + 3), 3 * i)
        opacity[i] = rgba[4 * i + 3]!
      }
      const plane = { Type: 'XObject', Subtype: 'Image', Width: width, Height: height, BitsPerComponent: 8 }
      const mask = context.flateStream(opacity, { ...plane, ColorSpace: 'DeviceGray' })
      const dict = { ...plane, ColorSpace: 'DeviceRGB', SMask: context.register(mask) }
      const key = `Im${pictures.size}`
      pictures.set(key, context.register(context.flateStream(colours, dict)))
      return `/${key} Do`
    },
    /** Figures in Helvetica, which every reader of PDF has; from where they stand, size of type in mm. */
    figures(text: string, x: number, y: number, size: number): string {
      const font = { Type: 'Font', Subtype: 'Type1', BaseFont: 'Helvetica' }
      if (fonts.size === 0) fonts.set('F0', context.register(context.obj(font)))
      return `BT 0 g /F0 ${n(size)} Tf 1 0 0 -1 ${n(x)} ${n(y)} Tm (${text.replace(/\D/g, '')}) Tj ET`
    },
    /** Adds a page of `width` by `height` mm that shows what `content` writes. */
    page({ width, height }: { width: number; height: number }, content: readonly string[]): void {
      const page = document.addPage([width * PT, height * PT])
      // The sheet is trimmed nowhere: bleed lies on it, around the pieces (ISO 32000-2, 14.11.2).
      page.setBleedBox(0, 0, width * PT, height * PT)
      page.setTrimBox(0, 0, width * PT, height * PT)
      const begin = `q ${n(PT)} 0 0 ${n(-PT)} 0 ${n(height * PT)} cm 1 J 1 j`
      page.node.set(
        PDFName.of('Contents'),
        context.register(context.flateStream([begin, ...content, 'Q'].join('\n'))),
      )
      page.node.set(
        PDFName.of('Resources'),
        context.obj({
          Properties: Object.fromEntries([...groups.values()].map(({ key, ref }) => [key, ref])),
          XObject: Object.fromEntries(pictures),
          Font: Object.fromEntries(fonts),
        }),
      )
    },
    /** Asks viewers to print both sides, turned over from left to right. */
    turnOverSideways({ width, height }: { width: number; height: number }): void {
      const along = height >= width ? 'DuplexFlipLongEdge' : 'DuplexFlipShortEdge'
      document.catalog.set(PDFName.of('ViewerPreferences'), context.obj({ Duplex: along }))
    },
    save(): Promise<Uint8Array> {
      const refs = [...groups.values()].map((g) => g.ref)
      if (refs.length > 0)
        document.catalog.set(
          PDFName.of('OCProperties'),
          context.obj({ OCGs: refs, D: { Order: refs, ON: refs } }),
        )
      return document.save()
    },
  }
}
