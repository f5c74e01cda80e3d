import { PLAIN_READING } from '../document/sources'
import { decimal, say } from '../words'
import type { Drawing, Format, IntakeOptions } from './drawing'
import { dxf } from './dxf'
import { fold } from './fold'
import { pdf } from './pdf'
import { picture } from './picture'
import { IntakeRefusal, LIMITS } from './refusal'
import { svg } from './svg'

/** Every kind of file that can be taken in. */
export const FORMATS: readonly Format[] = [svg, dxf, pdf, fold, picture]

/**
 * Reads a file of any known kind.
 * @param fileName used in sentences, and as a hint where the bytes do not tell
 * @returns the drawing in mm with the name of its format
 * @throws IntakeRefusal for what cannot be taken in
 */
export async function readDrawing(
  bytes: Uint8Array,
  fileName: string,
  options: IntakeOptions = PLAIN_READING,
): Promise<Drawing & { format: string }> {
  const known = say`SVG, DXF, PDF, FOLD, PNG and JPEG`
  if (bytes.length === 0)
    throw new IntakeRefusal(say`${fileName} is empty. Save it again from the program that drew it.`)
  if (bytes.length > LIMITS.bytes)
    throw new IntakeRefusal(
      say`${fileName} has ${decimal(bytes.length / 1048576, 1, 1)} MB; up to ${LIMITS.bytes / 1048576} MB are read. Remove pictures from it, or split it.`,
    )
  if (bytes[0] === 0x1f && bytes[1] === 0x8b)
    throw new IntakeRefusal(say`${fileName} is compressed (gzip). Unpack it and choose the unpacked file.`)
  const ending = fileName.toLowerCase().split('.').at(-1) ?? ''
  const format = FORMATS.find((f) => f.recognises(bytes)) ?? FORMATS.find((f) => f.endings.includes(ending))
  if (!format)
    throw new IntakeRefusal(say`${fileName} is not a drawing of a known kind. Kinds that are read: ${known}.`)
  const drawing = await format.read(bytes, options)
  if (drawing.lines.length === 0)
    throw new IntakeRefusal(
      say`${fileName} holds no lines. ${drawing.findings.map((f) => f.message).join(' ') || say`Draw or convert its shapes to paths, and save it again.`}`,
    )
  return { ...drawing, format: format.name }
}
