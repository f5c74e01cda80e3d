import { say } from '../../words'
import type { Format } from '../drawing'
import { IntakeRefusal } from '../refusal'
import { readDxf } from './reader'
import { decodeDxf, readTags } from './tags'

/** DXF text, R12 to current. */
export const dxf: Format = {
  name: 'dxf',
  endings: ['dxf', 'dwg'],
  recognises: (bytes) => {
    const head = new TextDecoder('latin1').decode(bytes.subarray(0, 2048))
    return /^\s*(999\s[^\r\n]*[\r\n]+\s*)*0\s*[\r\n]+\s*SECTION/.test(head) || isBinary(head) || isDwg(head)
  },
  read: (bytes, options) => {
    const head = new TextDecoder('latin1').decode(bytes.subarray(0, 64))
    if (isDwg(head))
      throw new IntakeRefusal(
        say`This is a DWG drawing, which only its own program reads. Save it as DXF and choose that file.`,
      )
    if (isBinary(head))
      throw new IntakeRefusal(
        say`This is a binary DXF file. Save it as DXF text (ASCII) and choose that file.`,
      )
    return readDxf(readTags(decodeDxf(bytes)), options.mmPerUnit)
  },
}

const isBinary = (head: string): boolean => head.startsWith('AutoCAD Binary DXF')
const isDwg = (head: string): boolean => /^AC10\d\d/.test(head)
