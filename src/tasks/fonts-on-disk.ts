import { readFile } from 'node:fs/promises'
import { join } from 'node:path'
import type { FontBytes } from './fonts'

/** Fonts as they lie beside the program, in public/fonts. */
export const fontsOnDisk: FontBytes = async (file) =>
  new Uint8Array(await readFile(join(process.cwd(), 'public', 'fonts', file)))
