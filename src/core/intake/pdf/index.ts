import { PDFArray, PDFDocument, PDFName, type PDFPage } from 'pdf-lib'
import type { Affine } from '../../geometry/affine'
import { MM_PER_INCH } from '../../units/length'
import { say } from '../../words'
import type { Drawing, Format, IntakeOptions } from '../drawing'
import { LineCollector } from '../line-collector'
import { Notices } from '../notices'
import { IntakeRefusal, LIMITS } from '../refusal'
import { Layers } from './layers'
import { PDF_NOTICES } from './notices'
import { Objects } from './objects'
import { PageReader } from './reader'

/** The vector paths of one page of a PDF (ISO 32000). */
export const pdf: Format = {
  name: 'pdf',
  endings: ['pdf', 'ai'],
  recognises: (bytes) => new TextDecoder('latin1').decode(bytes.subarray(0, 1024)).includes('%PDF-'),
  read: readPdf,
}

async function open(bytes: Uint8Array): Promise<PDFDocument> {
  try {
    return await PDFDocument.load(bytes, { updateMetadata: false, ignoreEncryption: true })
  } catch {
    throw new IntakeRefusal(
      say`The PDF file is damaged: its objects cannot be found. Save it again from the program that drew it.`,
    )
  }
}

/**
 * Reads the lines of a page.
 * @throws IntakeRefusal for an encrypted or damaged file, a page that is not there, a page that is only a picture
 */
async function readPdf(bytes: Uint8Array, { mmPerUnit, page: wanted }: IntakeOptions): Promise<Drawing> {
  const document = await open(bytes)
  if (document.isEncrypted)
    throw new IntakeRefusal(
      say`The PDF file is locked (encrypted). Save a copy without password and restrictions, and choose that.`,
    )
  try {
    return readPage(document, mmPerUnit, wanted)
  } catch (error) {
    if (error instanceof IntakeRefusal) throw error
    throw new IntakeRefusal(
      say`The PDF file is damaged: its pages cannot be found or read to their end. Save it again from the program that drew it.`,
    )
  }
}

function readPage(document: PDFDocument, chosen: number | null, wanted: number | null): Drawing {
  const count = document.getPageCount()
  if (count === 0) throw new IntakeRefusal(say`The PDF file has no pages.`)
  const number = wanted ?? 1
  if (number < 1 || number > count)
    throw new IntakeRefusal(say`The PDF file has no page ${number}; it has ${count}.`)
  const page = document.getPage(number - 1)
  const objects = new Objects(document.context)
  const notices = new Notices(PDF_NOTICES)
  for (let i = 0; i < count && count > 1; i += 1) notices.add('pages', say`page ${number}`)
  const lines = new LineCollector(notices)
  const unit = Math.max(0.01, Math.min(1000, objects.number(page.node.get(PDFName.of('UserUnit'))) ?? 1))
  const mmPerUnit = chosen ?? (unit * MM_PER_INCH) / 72
  const { toMm, width, height } = placement(page, mmPerUnit)
  if (!(Math.max(width, height) <= LIMITS.reach))
    throw new IntakeRefusal(
      say`The page is ${Math.round(width / 1000)} m wide; up to ${LIMITS.reach / 1000} m is read.`,
    )
  const reader = new PageReader(objects, new Layers(objects, document.catalog), lines, notices)
  const content = contentOf(page, objects, notices)
  for (const annotation of shownAnnotations(page, objects)) notices.add('annotation', annotation)
  reader.read(content, objects.dict(page.node.Resources() ?? null), toMm)
  if (lines.lines.length === 0 && reader.pictures > 0)
    throw new IntakeRefusal(
      say`Page ${number} is a picture without lines, as a scan is. Save it as PNG or JPEG and bring it in as a picture, to be traced.`,
    )
  return {
    artwork: { width, height },
    scale: {
      mmPerUnit,
      why: chosen
        ? say`Chosen by hand: one unit is ${Math.round(chosen * 1e4) / 1e4} mm.`
        : say`A PDF page states its size in points of 1/72 inch.`,
      sure: true,
      choices: [],
    },
    pages: { count, taken: number },
    lines: lines.lines,
    texts: reader.texts,
    findings: notices.findings(),
  }
}

/** The crop box, its corners in whatever order, as far as it lies within the page (ISO 32000-1, 14.11.2). */
function seen(page: PDFPage): { x: number; y: number; width: number; height: number } {
  const sides = ({ x, y, width, height }: ReturnType<PDFPage['getMediaBox']>) => ({
    minX: Math.min(x, x + width),
    minY: Math.min(y, y + height),
    maxX: Math.max(x, x + width),
    maxY: Math.max(y, y + height),
  })
  const [media, crop] = [sides(page.getMediaBox()), sides(page.getCropBox())]
  const minX = Math.max(media.minX, crop.minX)
  const minY = Math.max(media.minY, crop.minY)
  const [width, height] = [Math.min(media.maxX, crop.maxX) - minX, Math.min(media.maxY, crop.maxY) - minY]
  // A crop box beside the page shows nothing: such a page is shown whole.
  return width > 0 && height > 0
    ? { x: minX, y: minY, width, height }
    : { x: media.minX, y: media.minY, width: media.maxX - media.minX, height: media.maxY - media.minY }
}

/** Kinds of annotations that draw nothing on paper. */
const UNSEEN = new Set(['Link', 'Popup', 'PrinterMark', 'TrapNet'])

/** What is drawn over the page without being part of its content: kinds of annotations that are not hidden. */
function shownAnnotations(page: PDFPage, objects: Objects): string[] {
  return objects.list(page.node.get(PDFName.of('Annots')) ?? null).flatMap((raw) => {
    const dict = objects.dict(raw)
    const kind = objects.name(objects.get(dict, 'Subtype')) ?? ''
    const flags = objects.number(objects.get(dict, 'F')) ?? 0
    const isHidden = (flags & 2) !== 0
    return !kind || UNSEEN.has(kind) || isHidden || !objects.get(dict, 'AP') ? [] : [kind]
  })
}

/** The page as it is seen: its crop box, turned as the page says, y down. */
function placement(page: PDFPage, mm: number): { toMm: Affine; width: number; height: number } {
  const { x, y, width: w, height: h } = seen(page)
  const turn = ((page.getRotation().angle % 360) + 360) % 360
  const [width, height] = turn % 180 === 0 ? [w * mm, h * mm] : [h * mm, w * mm]
  const toMm: Record<number, Affine> = {
    0: [mm, 0, 0, -mm, -x * mm, (y + h) * mm],
    90: [0, mm, mm, 0, -y * mm, -x * mm],
    180: [-mm, 0, 0, mm, (x + w) * mm, -y * mm],
    270: [0, -mm, -mm, 0, (y + h) * mm, (x + w) * mm],
  }
  return { toMm: toMm[turn] ?? toMm[0]!, width, height }
}

/** The content of a page, its streams joined. */
function contentOf(page: PDFPage, objects: Objects, notices: Notices): Uint8Array {
  const contents = objects.follow(page.node.get(PDFName.of('Contents')))
  const parts = (contents instanceof PDFArray ? contents.asArray() : contents ? [contents] : []).flatMap(
    (part, i) => {
      const bytes = objects.stream(part)
      if (!bytes) notices.add('broken-page', say`stream ${i + 1}`)
      return bytes ? [bytes] : []
    },
  )
  const joined = new Uint8Array(parts.reduce((sum, p) => sum + p.length + 1, 0))
  let at = 0
  for (const part of parts) {
    joined.set(part, at)
    at += part.length
    joined[at] = 10
    at += 1
  }
  return joined
}
