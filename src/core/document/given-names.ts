/** Names that drawing programs give of themselves say nothing about a line: g12, path3-4, Layer_1, rect10. */
const GIVEN_BY_A_PROGRAM =
  /^(?:g|group|path|layer|ebene|calque|capa|livello|svg|use|rect|circle|line|polyline|polygon|ellipse|symbol|shape|object|compound|clip|mask|id|surface|page)?[-_ .]*(?:\d[-\d_.]*)?$/i

/** Whether a program numbered it, rather than a person named it. */
export const isGivenByAProgram = (name: string): boolean => GIVEN_BY_A_PROGRAM.test(name)

/** Whether a program numbered it as a layer: it names no piece, but may part lines by purpose. */
export const isNumberedLayer = (name: string): boolean =>
  /^(?:layer|ebene|calque|capa|livello)[-_ .]*\d+$/i.test(name)
