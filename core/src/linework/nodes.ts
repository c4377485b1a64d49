import { SAME_POINT, distance, type Point } from '../geometry'

/** Points nearer to each other than the tolerance are one node. */
export class Nodes<Node extends { readonly p: Point }> {
  private readonly cells = new Map<string, Node[]>()
  /** Points asked for before: most are asked for again. */
  private readonly known = new Map<Point, Node>()
  readonly all: Node[] = []

  constructor(private readonly make: (p: Point) => Node) {}

  at(p: Point): Node {
    const known = this.known.get(p)
    if (known) return known
    const node = this.near(p)
    this.known.set(p, node)
    return node
  }

  private near(p: Point): Node {
    const size = 4 * SAME_POINT
    const cx = Math.floor(p.x / size)
    const cy = Math.floor(p.y / size)
    for (let i = cx - 1; i <= cx + 1; i++)
      for (let j = cy - 1; j <= cy + 1; j++)
        for (const node of this.cells.get(`${i} ${j}`) ?? [])
          if (distance(node.p, p) <= 2 * SAME_POINT) return node
    const node = this.make(p)
    const key = `${cx} ${cy}`
    const cell = this.cells.get(key)
    if (cell) cell.push(node)
    else this.cells.set(key, [node])
    this.all.push(node)
    return node
  }
}
