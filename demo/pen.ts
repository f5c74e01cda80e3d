/** A small pen for drawing dielines in mm, written as SVG path data. */
export class Pen {
  private d = ''
  constructor(
    private readonly unit: number,
    private readonly digits = 2,
  ) {}

  private n(v: number): string {
    return String(Number((v * this.unit).toFixed(this.digits)))
  }

  to(x: number, y: number): this {
    this.d += `${this.d === '' ? 'M' : 'L'}${this.n(x)} ${this.n(y)}`
    return this
  }

  /** A circular arc of radius `r` to a point; clockwise on screen or not. */
  arc(r: number, x: number, y: number, clockwise = true): this {
    this.d += `A${this.n(r)} ${this.n(r)} 0 0 ${clockwise ? 1 : 0} ${this.n(x)} ${this.n(y)}`
    return this
  }

  close(): string {
    return `${this.d}Z`
  }

  end(): string {
    return this.d
  }
}
