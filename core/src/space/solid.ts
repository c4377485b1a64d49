import type { Id, PatternName } from '../records'
import type { Point3 } from './vector3'

/** What a face is of its thing. It tells pens, patterns and what is drawn without. */
export type FaceRole = 'side' | 'top' | 'underside' | 'reveal' | 'frame' | 'pane' | 'leaf' | 'edge' | 'front'

/** How a face looks where it is seen, whatever it is made of. */
export interface FaceLook {
  readonly role: FaceRole
  /** The material it shows; null: none in particular. */
  readonly material: Id | null
  /** Pattern of its face; its courses run level. */
  readonly pattern?: PatternName | null
}

/** A plane face of a solid. */
export interface Face {
  /** Corners by their number in the solid: the outline, then holes. Seen from outside anticlockwise, holes clockwise. */
  readonly loops: readonly (readonly number[])[]
  readonly look: FaceLook
  /** Faces of one curve: the edges between those of the same number show only where they are outlines. */
  readonly curve?: number
  /** It is seen from both sides: a sheet without thickness. */
  readonly sheet?: true
  /** The record it is drawn for, where that is not the solid's. */
  readonly source?: Id
}

/** A line on a face: what is drawn there, and is seen where the face is. */
export interface FaceLine {
  /** The number of its face. */
  readonly face: number
  readonly a: Point3
  readonly b: Point3
  readonly pen: 'seen' | 'light'
  readonly dashed: boolean
}

/** Names of edges that things are tied to: head, sill, eaves … */
export type EdgeName = string

/** A thing in space: plane faces around it. */
export interface Solid {
  readonly source: Id
  readonly points: readonly Point3[]
  readonly faces: readonly Face[]
  readonly lines?: readonly FaceLine[]
  /** Names of edges by `edgeKey`, with the record each belongs to. */
  readonly names?: ReadonlyMap<number, { readonly source: Id; readonly name: EdgeName }>
}

/** What tells an edge of a solid by the numbers of its ends, in any order: a small number for small ones. */
export const edgeKey = (a: number, b: number): number => (a < b ? b * b + a : a * a + b)

/** The numbers of the ends of an edge. */
export function edgeEnds(key: number): readonly [number, number] {
  const greater = Math.floor(Math.sqrt(key))
  return [key - greater * greater, greater]
}

/** A closed outline of numbers in space: the normal by Newell's sum, as long as twice its area. */
export function normalOf(points: readonly Point3[], loop: readonly number[]): Point3 {
  let [x, y, z] = [0, 0, 0]
  for (let i = 0; i < loop.length; i++) {
    const p = points[loop[i]!]!
    const q = points[loop[(i + 1) % loop.length]!]!
    x += (p.y - q.y) * (p.z + q.z)
    y += (p.z - q.z) * (p.x + q.x)
    z += (p.x - q.x) * (p.y + q.y)
  }
  return { x, y, z }
}

/** Puts a solid together: corners nearer than a thousandth of a mm are one. */
export class SolidBuilder {
  private readonly points: Point3[] = []
  /** Places in thousandths: x, y, z, x … */
  private readonly places: number[] = []
  /** By a hash of its place: the corner put last there, and the one before that in turn. */
  private readonly latest = new Map<number, number>()
  private readonly before: number[] = []
  private readonly faces: Face[] = []
  private readonly lines: FaceLine[] = []
  private readonly names = new Map<number, { readonly source: Id; readonly name: EdgeName }>()

  constructor(private readonly source: Id) {}

  /** The number of a corner. */
  corner(p: Point3): number {
    const { places, before } = this
    const x = Math.round(p.x * 1000)
    const y = Math.round(p.y * 1000)
    const z = Math.round(p.z * 1000)
    const hash = (Math.imul(x, 73_856_093) ^ Math.imul(y, 19_349_663) ^ Math.imul(z, 83_492_791)) & 0x3fffffff
    const latest = this.latest.get(hash) ?? -1
    for (let i = latest; i >= 0; i = before[i]!)
      if (places[3 * i] === x && places[3 * i + 1] === y && places[3 * i + 2] === z) return i
    this.latest.set(hash, this.points.length)
    before.push(latest)
    places.push(x, y, z)
    return this.points.push(p) - 1
  }

  /** A face from its corners, anticlockwise seen from outside; gives its number, or null when nothing is left of it. */
  face(
    outline: readonly Point3[],
    look: FaceLook,
    more: { holes?: readonly (readonly Point3[])[]; curve?: number; sheet?: true; source?: Id } = {},
  ): number | null {
    const { holes = [], ...rest } = more
    const outer = this.loop(outline)
    if (!outer) return null
    const loops = [outer, ...holes.flatMap((hole) => this.maybe(this.loop(hole)))]
    this.faces.push({ loops, look, ...rest })
    return this.faces.length - 1
  }

  private maybe(loop: readonly number[] | null): (readonly number[])[] {
    return loop ? [loop] : []
  }

  private loop(points: readonly Point3[]): number[] | null {
    const numbers: number[] = []
    for (const p of points) {
      const n = this.corner(p)
      if (n !== numbers[numbers.length - 1]) numbers.push(n)
    }
    if (numbers.length > 1 && numbers[0] === numbers[numbers.length - 1]) numbers.pop()
    return numbers.length > 2 ? numbers : null
  }

  /** A line on a face. */
  line(face: number | null, a: Point3, b: Point3, pen: FaceLine['pen'], dashed = false): void {
    if (face !== null) this.lines.push({ face, a, b, pen, dashed })
  }

  /** Names an edge between two corners. */
  name(a: Point3, b: Point3, name: EdgeName, source: Id = this.source): void {
    this.names.set(edgeKey(this.corner(a), this.corner(b)), { source, name })
  }

  /** What was put together; null when that is nothing. */
  solid(): Solid | null {
    const { source, points, faces, lines, names } = this
    return faces.length > 0 ? { source, points, faces, lines, names } : null
  }
}

/** How the faces of a prism look, and which of its sides belong to one curve. */
export interface PrismLooks {
  readonly side: (i: number) => FaceLook
  readonly top: FaceLook
  readonly bottom: FaceLook
  readonly curve?: (i: number) => number | undefined
  /** Bands of all sides from the top down, each to where it ends, mm beneath the top; none: each side in one. */
  readonly bands?: readonly { readonly down: number; readonly look: FaceLook }[]
}

/**
 * A prism upright over an outline in plan: sides, top and underside. Outlines run anticlockwise, holes clockwise; side
 * `i` stands over the edge from corner i on, those of holes counted on.
 */
export function addPrism(
  builder: SolidBuilder,
  loops: readonly (readonly { readonly x: number; readonly y: number }[])[],
  from: number,
  to: number,
  looks: PrismLooks,
): void {
  if (!(to > from) || !loops[0]) return
  let side = 0
  for (const loop of loops)
    for (let i = 0; i < loop.length; i++, side++) {
      const p = loop[i]!
      const q = loop[(i + 1) % loop.length]!
      const curve = looks.curve?.(side)
      const bands = looks.bands?.length ? looks.bands : [{ down: to - from, look: looks.side(side) }]
      let high = to
      for (const [n, { down, look }] of bands.entries()) {
        const low = n === bands.length - 1 ? from : Math.max(from, to - down)
        if (low < high)
          builder.face(
            [
              { ...plane(p), z: low },
              { ...plane(q), z: low },
              { ...plane(q), z: high },
              { ...plane(p), z: high },
            ],
            look,
            curve === undefined ? {} : { curve },
          )
        high = low
      }
    }
  const at = (z: number) => loops.map((loop) => loop.map((p) => ({ ...plane(p), z })))
  const [top, ...topHoles] = at(to)
  builder.face(top!, looks.top, { holes: topHoles })
  const [bottom, ...bottomHoles] = at(from).map((loop) => loop.reverse())
  builder.face(bottom!, looks.bottom, { holes: bottomHoles })
}
const plane = ({ x, y }: { readonly x: number; readonly y: number }) => ({ x, y })
