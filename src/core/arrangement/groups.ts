/** Sets that grow together (union-find with path halving; Tarjan and van Leeuwen 1984, from memory). */
export class Groups {
  private readonly parent: number[] = []

  constructor(count = 0) {
    for (let i = 0; i < count; i += 1) this.parent.push(i)
  }

  add(): number {
    this.parent.push(this.parent.length)
    return this.parent.length - 1
  }

  /** The number that all members of `i`'s group share. */
  of(i: number): number {
    let at = i
    while (this.parent[at] !== at) {
      this.parent[at] = this.parent[this.parent[at]!]!
      at = this.parent[at]!
    }
    return at
  }

  join(i: number, j: number): void {
    this.parent[this.of(i)] = this.of(j)
  }
}
