import { say } from './say'

/** A name within a sentence, in the quotation marks of the language. */
export const quoted = (name: string | undefined): string => say`“${name ?? ''}”`
