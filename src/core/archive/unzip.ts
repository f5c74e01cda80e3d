import { unzipSync } from 'fflate'

/** Why an archive is not unpacked; with the path of a file that is damaged or there twice. */
export class ArchiveFault extends RangeError {
  override readonly name = 'ArchiveFault'
  constructor(
    readonly kind: 'broken' | 'too large' | 'damaged',
    readonly path = '',
  ) {
    super(`${kind} ${path}`)
  }
}

/** What an archive says of one of its files in its directory. */
type Entry = { path: string; crc: number; size: number }

/** Signatures of the parts of an archive, and how long they are without names (APPNOTE of PKWARE, 4.3). */
const DIRECTORY = { sign: 0x02014b50, length: 46 }
const END = { sign: 0x06054b50, length: 22, comment: 0xffff }

/** The remainders of CRC-32 for each byte (ISO 3309; APPNOTE of PKWARE, 4.4.7). */
const TABLE = Uint32Array.from({ length: 256 }, (_, n) => {
  let c = n
  for (let k = 0; k < 8; k += 1) c = c & 1 ? 0xedb88320 ^ (c >>> 1) : c >>> 1
  return c
})

/** The check sum that archives keep of each file. */
export function crc32(bytes: Uint8Array): number {
  let c = 0xffffffff
  for (const byte of bytes) c = TABLE[(c ^ byte) & 0xff]! ^ (c >>> 8)
  return (c ^ 0xffffffff) >>> 0
}

/** The directory at the end of an archive. @throws RangeError where it is broken */
function directoryOf(bytes: Uint8Array): Entry[] {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  let end = bytes.length - END.length
  const first = Math.max(0, end - END.comment)
  while (end >= first && view.getUint32(end, true) !== END.sign) end -= 1
  if (end < first) throw new RangeError('no end of the directory')
  const count = view.getUint16(end + 10, true)
  let at = view.getUint32(end + 16, true)
  const text = new TextDecoder()
  return Array.from({ length: count }, (): Entry => {
    if (view.getUint32(at, true) !== DIRECTORY.sign) throw new RangeError('no entry of the directory')
    const [name, extra, comment] = [28, 30, 32].map((by) => view.getUint16(at + by, true)) as [
      number,
      number,
      number,
    ]
    const entry = {
      path: text.decode(bytes.subarray(at + DIRECTORY.length, at + DIRECTORY.length + name)),
      crc: view.getUint32(at + 16, true),
      size: view.getUint32(at + 24, true),
    }
    at += DIRECTORY.length + name + extra + comment
    return entry
  })
}

/**
 * The files of an archive, each as long as its directory says and of the check sum that it keeps.
 * @param limits how many files it may hold, and bytes unpacked
 * @throws ArchiveFault
 */
export function unzip(
  bytes: Uint8Array,
  limits: { files: number; unpacked: number },
): Record<string, Uint8Array> {
  const directory = readOr(() => directoryOf(bytes))
  const whole = directory.reduce((sum, e) => sum + e.size, 0)
  if (directory.length > limits.files || whole > limits.unpacked) throw new ArchiveFault('too large')
  const paths = new Set(directory.map((e) => e.path))
  const twice = directory.find((e, i) => directory.findIndex((o) => o.path === e.path) !== i)
  if (twice) throw new ArchiveFault('damaged', twice.path)
  const found = readOr(() => unzipSync(bytes, { filter: ({ name }) => paths.has(name) }))
  for (const { path, crc, size } of directory) {
    if (path.endsWith('/') && size === 0) continue
    const entry = Object.hasOwn(found, path) ? found[path] : undefined
    if (!entry || entry.length !== size || crc32(entry) !== crc) throw new ArchiveFault('damaged', path)
  }
  return found
}

/** What is read where nothing it says can be believed. */
function readOr<T>(read: () => T): T {
  try {
    return read()
  } catch {
    throw new ArchiveFault('broken')
  }
}
