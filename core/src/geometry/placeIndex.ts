import RBush from 'rbush'
import { atOnce, type Steps } from '../steps'
import { EMPTY_BOX, boxHeight, boxWidth, type Box } from './box'

/** A node of the tree, as it is given to `fromJSON`. */
interface Node<T extends Box> {
  readonly children: readonly (T | Node<T>)[]
  /** 1 for a leaf, whose children are things. */
  readonly height: number
  readonly leaf: boolean
  readonly minX: number
  readonly minY: number
  readonly maxX: number
  readonly maxY: number
}

/** So many things, or nodes, lie in a node. */
const IN_NODE = 9
/** Fewer than this are put in one by one. */
const FEW = 64
/** So many are worked on in one step. */
const IN_STEP = 5000
/** Cells along a side of the square through which the curve runs. */
const CELLS = 1 << 16
/** More than there are ever things in one index; times the cells of the square it stays a whole number. */
const MOST = 1 << 21

/**
 * Things found by place. It is loaded along a Hilbert curve, which takes a fraction of the time of sorting tile by
 * tile and is searched as fast (I. Kamel and C. Faloutsos, “On Packing R-trees”, CIKM 1993).
 */
export class PlaceIndex<T extends Box> extends RBush<T> {
  constructor() {
    super(IN_NODE)
  }

  /** Puts many in at once. */
  override load(items: readonly T[]): this {
    atOnce(this.loading(items))
    return this
  }

  /** The same in small steps; nothing of them is found before the last. */
  *loading(items: readonly T[]): Steps {
    if (items.length <= FEW) for (const item of items) this.insert(item)
    else {
      const here = this.all()
      // A few more among many find their own places; as many again are laid out with the rest.
      if (here.length > items.length * 4) for (const item of items) this.insert(item)
      else yield* this.packing(here.length > 0 ? [...here, ...items] : items)
    }
  }

  override search(box: Box): T[] {
    const found: T[] = []
    const { minX, minY, maxX, maxY } = box
    collect(this.toJSON() as Node<T>, minX, minY, maxX, maxY, found)
    return found
  }

  private *packing(items: readonly T[]): Steps {
    const order = yield* alongCurve(items)
    if (!order) {
      for (const item of items) this.insert(item)
      return
    }
    let nodes: Node<T>[] = []
    for (let i = 0; i < order.length; i += IN_NODE) {
      nodes.push(nodeOf(order.slice(i, i + IN_NODE), 1))
      if (nodes.length % IN_STEP === 0) yield
    }
    for (let height = 2; nodes.length > 1; height++) {
      const above: Node<T>[] = []
      for (let i = 0; i < nodes.length; i += IN_NODE) above.push(nodeOf(nodes.slice(i, i + IN_NODE), height))
      nodes = above
    }
    this.fromJSON(nodes[0])
  }
}

/**
 * Nodes and things are looked at apart: nodes are all of one shape, so reading their boxes takes no memory, while things
 * are of many.
 */
function collect<T extends Box>(
  { children, leaf }: Node<T>,
  minX: number,
  minY: number,
  maxX: number,
  maxY: number,
  found: T[],
): void {
  if (leaf) {
    for (const thing of children as readonly T[])
      if (minX <= thing.maxX && maxX >= thing.minX && minY <= thing.maxY && maxY >= thing.minY)
        found.push(thing)
    return
  }
  for (const node of children as readonly Node<T>[])
    if (minX <= node.maxX && maxX >= node.minX && minY <= node.maxY && maxY >= node.minY)
      collect(node, minX, minY, maxX, maxY, found)
}

/** A node in the shape in which the tree makes its own. */
function nodeOf<T extends Box>(children: (T | Node<T>)[], height: number): Node<T> {
  const { minX, minY, maxX, maxY } = aroundOf(children)
  return { children, height, leaf: height === 1, minX, minY, maxX, maxY }
}

function aroundOf(boxes: readonly Box[]): Box {
  let { minX, minY, maxX, maxY } = EMPTY_BOX
  for (const box of boxes) {
    if (box.minX < minX) minX = box.minX
    if (box.minY < minY) minY = box.minY
    if (box.maxX > maxX) maxX = box.maxX
    if (box.maxY > maxY) maxY = box.maxY
  }
  return { minX, minY, maxX, maxY }
}

/** Things in the order in which a curve through all their middles meets them; null when some have no place. */
function* alongCurve<T extends Box>(items: readonly T[]): Steps<T[] | null> {
  const around = aroundOf(items)
  const [wide, high] = [boxWidth(around), boxHeight(around)]
  if (!(Number.isFinite(wide) && Number.isFinite(high)) || items.length > MOST) return null
  const [across, up] = [(CELLS - 1) / (wide || 1), (CELLS - 1) / (high || 1)]
  const keys = new Float64Array(items.length)
  for (let i = 0; i < items.length; i++) {
    const { minX, minY, maxX, maxY } = items[i]!
    const along = onCurve(((minX + maxX) / 2 - around.minX) * across, ((minY + maxY) / 2 - around.minY) * up)
    keys[i] = (Number.isNaN(along) ? 0 : along) * MOST + i
    if (i % IN_STEP === IN_STEP - 1) yield
  }
  keys.sort()
  const order: T[] = []
  for (const key of keys) order.push(items[key % MOST]!)
  return order
}

/** How far along the Hilbert curve through the square a cell lies. */
function onCurve(column: number, row: number): number {
  let x = Math.floor(column)
  let y = Math.floor(row)
  let along = 0
  for (let side = CELLS / 2; side >= 1; side /= 2) {
    const right = (x & side) > 0
    const upper = (y & side) > 0
    along += side * side * (right ? (upper ? 2 : 3) : upper ? 1 : 0)
    if (upper) continue
    // The lower quarters run turned, and the right one backwards.
    const turned = right ? CELLS - 1 - x : x
    x = right ? CELLS - 1 - y : y
    y = turned
  }
  return along
}
