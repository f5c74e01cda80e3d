import { MM_PER_INCH } from '../../units/length'

/** Pixels an inch across and down, as a file states them; or only how many times as long a pixel is as it is wide. */
export type StatedDensity = { x: number; y: number } | { stretch: number }

const PNG = [0x89, 0x50, 0x4e, 0x47]
const JPEG = [0xff, 0xd8]
const begins = (bytes: Uint8Array, head: readonly number[], at = 0) =>
  head.every((b, i) => bytes[at + i] === b)

/**
 * What a PNG (W3C PNG, 11.3.4.3 pHYs) or a JPEG (JFIF 1.02, APP0) says of the density of its pixels; null where it
 * says nothing. Libraries answer with a default then, which is no statement of the file.
 */
export function statedDensity(bytes: Uint8Array): StatedDensity | null {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  if (begins(bytes, PNG)) return ofPng(bytes, view)
  if (begins(bytes, JPEG)) return ofJpeg(bytes, view)
  return null
}

function ofPng(bytes: Uint8Array, view: DataView): StatedDensity | null {
  for (let at = 8; at + 21 <= bytes.length; ) {
    const length = view.getUint32(at)
    const kind = String.fromCharCode(...bytes.subarray(at + 4, at + 8))
    if (kind === 'IDAT' || kind === 'IEND') return null
    if (kind === 'pHYs' && length === 9) {
      const unit = bytes[at + 16]
      return stated(view.getUint32(at + 8), view.getUint32(at + 12), unit === 1 ? MM_PER_INCH / 1000 : null)
    }
    at += 12 + length
  }
  return null
}

function ofJpeg(bytes: Uint8Array, view: DataView): StatedDensity | null {
  for (let at = 2; at + 4 <= bytes.length && bytes[at] === 0xff; ) {
    const marker = bytes[at + 1]!
    // From the scan on there is no more to read.
    if (marker === 0xda || marker === 0xd9) return null
    const isJfif = marker === 0xe0 && begins(bytes, [0x4a, 0x46, 0x49, 0x46, 0], at + 4)
    if (isJfif && at + 16 <= bytes.length) {
      const perInch = { 1: 1, 2: MM_PER_INCH / 10 }[bytes[at + 11]!] ?? null
      return stated(view.getUint16(at + 12), view.getUint16(at + 14), perInch)
    }
    at += 2 + view.getUint16(at + 2)
  }
  return null
}

/** @param perInch how many of the file's units are an inch; null where it states a ratio only */
function stated(x: number, y: number, perInch: number | null): StatedDensity | null {
  if (x === 0 || y === 0) return null
  if (perInch !== null) return { x: x * perInch, y: y * perInch }
  return x === y ? null : { stretch: x / y }
}
