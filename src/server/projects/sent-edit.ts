import type { SentEdit } from '../../core/document/edits'
import { readEdit } from '../../tasks/read-edit'
import { runInThread } from '../../tasks/run-in-thread'

/** An edit from this size on is read in a thread, so that it holds nobody up. */
const LARGE = 256 * 1024

/** An edit as the page sent it; the bytes are used up. @throws ZodError for what is none */
export const sentEdit = (bytes: Uint8Array<ArrayBuffer>): Promise<SentEdit> =>
  bytes.length < LARGE
    ? readEdit.run(bytes, () => undefined)
    : runInThread(readEdit, bytes, { given: [bytes.buffer] })
