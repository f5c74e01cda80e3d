/** A document of any version, as it was stored. */
export type StoredDocument = { version: number } & Record<string, unknown>
