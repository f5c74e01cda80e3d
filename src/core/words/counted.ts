/** A number of things, as a part of a sentence: the words for one of them and for several. */
export class Counted {
  constructor(
    readonly n: number,
    readonly one: string,
    readonly many: string,
  ) {}
}

/** What stands in a sentence: text and numbers as they are, and numbers of things. */
export type Value = string | number | boolean | null | undefined | Counted
