declare module 'fold' {
  type Fold = Record<string, unknown>
  const fold: {
    convert: { edges_vertices_to_faces_vertices(fold: Fold): Fold }
  }
  export default fold
}
