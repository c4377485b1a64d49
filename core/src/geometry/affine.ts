import type { Box } from './box'
import { boxCorners, boxOf } from './box'
import type { Point } from './vector'

/** An affine map of the plane: x' = a·x + c·y + e, y' = b·x + d·y + f. */
export interface Affine {
  readonly a: number
  readonly b: number
  readonly c: number
  readonly d: number
  readonly e: number
  readonly f: number
}

export const IDENTITY: Affine = { a: 1, b: 0, c: 0, d: 1, e: 0, f: 0 }

export const applyTo = (m: Affine, p: Point): Point => ({
  x: m.a * p.x + m.c * p.y + m.e,
  y: m.b * p.x + m.d * p.y + m.f,
})

/** The map that does `first`, then `then`. */
export function combine(then: Affine, first: Affine): Affine {
  return {
    a: then.a * first.a + then.c * first.b,
    b: then.b * first.a + then.d * first.b,
    c: then.a * first.c + then.c * first.d,
    d: then.b * first.c + then.d * first.d,
    e: then.a * first.e + then.c * first.f + then.e,
    f: then.b * first.e + then.d * first.f + then.f,
  }
}

export const moveBy = (x: number, y: number): Affine => ({ a: 1, b: 0, c: 0, d: 1, e: x, f: y })
export const enlarge = (kx: number, ky = kx): Affine => ({ a: kx, b: 0, c: 0, d: ky, e: 0, f: 0 })
export function turnBy(angle: number): Affine {
  const cos = Math.cos(angle)
  const sin = Math.sin(angle)
  return { a: cos, b: sin, c: -sin, d: cos, e: 0, f: 0 }
}

/** The angle that a direction comes to under a map, radians. */
export const angleUnder = (m: Affine, angle: number): number => {
  const [c, s] = [Math.cos(angle), Math.sin(angle)]
  return Math.atan2(m.b * c + m.d * s, m.a * c + m.c * s)
}

/** The map of a placed thing: mirrored across its own y axis if asked, turned, then moved to `at`. */
export const placing = (at: Point, turn: number, mirrored: boolean): Affine =>
  combine(moveBy(at.x, at.y), combine(turnBy(turn), enlarge(mirrored ? -1 : 1, 1)))

/** The part of a map that turns and enlarges, without what moves. */
export const linearOf = ({ a, b, c, d }: Affine): Affine => ({ a, b, c, d, e: 0, f: 0 })

/** A map that shares what turns it with others. */
class SharedPlacing implements Affine {
  constructor(
    private readonly turned: Affine,
    readonly e: number,
    readonly f: number,
  ) {}
  get a(): number {
    return this.turned.a
  }
  get b(): number {
    return this.turned.b
  }
  get c(): number {
    return this.turned.c
  }
  get d(): number {
    return this.turned.d
  }
  /** As other maps are written. */
  toJSON(): Affine {
    return { ...linearOf(this), e: this.e, f: this.f }
  }
}

const turns = new Map<string, Affine>()
/** So many turns are remembered. */
const MOST_TURNS = 2000

/** As `placing`, for one of very many: those turned alike share it, so that each takes half as much memory. */
export function placingOfMany(at: Point, turn: number, mirrored: boolean): Affine {
  const key = `${turn} ${mirrored}`
  let turned = turns.get(key)
  if (!turned) {
    if (turns.size >= MOST_TURNS) turns.clear()
    turns.set(key, (turned = placing({ x: 0, y: 0 }, turn, mirrored)))
  }
  return new SharedPlacing(turned, at.x, at.y)
}

/** The inverse map; throws when the map flattens the plane. */
export function inverse(m: Affine): Affine {
  const det = m.a * m.d - m.b * m.c
  if (!Number.isFinite(1 / det)) throw new Error('This map has no inverse.')
  return {
    a: m.d / det,
    b: -m.b / det,
    c: -m.c / det,
    d: m.a / det,
    e: (m.c * m.f - m.d * m.e) / det,
    f: (m.b * m.e - m.a * m.f) / det,
  }
}

/** How much the map enlarges lengths (the square root of its area factor). */
export const enlargement = (m: Affine): number => Math.sqrt(Math.abs(m.a * m.d - m.b * m.c))

/** The angle by which the map turns the x axis. */
export const turnOf = (m: Affine): number => Math.atan2(m.b, m.a)

/** Whether the map mirrors. */
export const mirrors = (m: Affine): boolean => m.a * m.d - m.b * m.c < 0

/** The upright box around the mapped box. */
export const mapBox = (m: Affine, box: Box): Box => boxOf(boxCorners(box).map((corner) => applyTo(m, corner)))
