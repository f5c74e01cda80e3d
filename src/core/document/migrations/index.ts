import { say } from '../../words'
import { VERSION } from '../project'
import type { StoredDocument } from './stored-document'
import { toVersion2 } from './to-version-2'

export type { StoredDocument } from './stored-document'

/**
 * What leads a document from one version to the next, the first from version 1. Such a step looks at each entry by
 * itself and answers the same object for the same entry, so that documents which share entries share them afterwards.
 */
const STEPS: readonly ((document: StoredDocument) => StoredDocument)[] = [toVersion2]

/** A document of a version that this code does not know. */
export class UnknownVersion extends RangeError {
  override readonly name = 'UnknownVersion'
  constructor(readonly version: unknown) {
    const isNewer = typeof version === 'number' && version > VERSION
    super(
      !isNewer
        ? say`Its version is “${String(version).slice(0, 20)}”, which no version of Velvet Crease writes. The file is damaged; take another copy of it.`
        : say`This project was kept by a newer version of Velvet Crease (document ${String(version)}, this one knows ${VERSION}). Update the program to open it; nothing was changed.`,
    )
  }
}

/** A stored document in the present version. @throws UnknownVersion */
export function migrateDocument(document: StoredDocument): StoredDocument {
  const { version } = document
  if (!Number.isInteger(version) || version < 1 || version > VERSION) throw new UnknownVersion(version)
  return STEPS.slice(version - 1).reduce((d, step) => step(d), document)
}
