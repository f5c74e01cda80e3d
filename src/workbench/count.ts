/** A number of things in words: “1 piece”, “5 pieces”. */
export const count = (n: number, what: string): string => `${n} ${what}${n === 1 ? '' : 's'}`
