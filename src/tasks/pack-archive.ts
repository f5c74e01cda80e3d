import * as z from 'zod'
import { type Archived, readArchive, writeArchive } from '../core/archive'
import type { Task } from './task'
import { trusted } from './trusted'

/** A whole project packed to one archive. */
export const packArchive: Task<Archived, Uint8Array> = {
  name: 'pack-archive',
  input: trusted<Archived>(),
  timeLimit: 60_000,
  run: async (archived) => writeArchive(archived),
}

type Unpack = { bytes: Uint8Array; fileName: string }

/** An archive from outside unpacked and looked through. */
export const unpackArchive: Task<Unpack, Archived> = {
  name: 'unpack-archive',
  input: z.object({ bytes: z.instanceof(Uint8Array), fileName: z.string().min(1).max(200) }),
  timeLimit: 60_000,
  run: async ({ bytes, fileName }) => readArchive(bytes, fileName),
}
