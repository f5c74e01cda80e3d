import type { Format, IntakeOptions } from '../drawing'
import { readSvgTree } from './reader'
import { decode, parseXml } from './xml'

/** Static SVG 1.1 and 2. */
export const svg = {
  name: 'svg',
  endings: ['svg', 'xml'],
  recognises: (bytes: Uint8Array) => {
    const head = new TextDecoder('latin1').decode(bytes.subarray(0, 4096))
    // UTF-16 puts a nought beside each letter.
    return /<(?:\w+:)?svg[\s>]/i.test(head.replaceAll('\0', ''))
  },
  read: (bytes: Uint8Array, options: IntakeOptions) =>
    readSvgTree(parseXml(decode(bytes)), options.mmPerUnit),
} satisfies Format
