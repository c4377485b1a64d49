import { atWall, cutAt, headCorners, headRise, type Cut, type OpeningFit, type SolvedWall } from '../building'
import { SAME_POINT, type Point } from '../geometry'
import { chordStops } from './chords'
import type { Id, Project, Wall } from '../records'
import { SolidBuilder, type FaceLook, type FaceRole, type Point3, type Solid } from '../space'
import { addFooting, footingOf, type FootingPlace } from './footings'
import { floorOf, lookOf, plainLook, solvedWall, vertical } from './ground'
import { roofsOver, type UnderRoof } from './roofsOver'
import { isOuter, lies, rectangleLess, type Rectangle, type Spot } from './upright'

/** An opening as it is cut out of its wall, in height above datum. */
interface CutOut {
  readonly fit: OpeningFit
  readonly z0: number
  readonly z1: number
}

/** From where to where an opening reaches along its wall at an offset: along the corner it goes round, if it does. */
export function openingAt(fit: OpeningFit, low: number, high: number, aside: number): [number, number] {
  const { mitre, from, to } = fit
  if (!mitre) return [from, to]
  const at = mitre.low + ((mitre.high - mitre.low) * (aside - low)) / (high - low)
  return mitre.end === 'start' ? [at, to] : [from, at]
}

/** A wall in space: its faces with the openings cut out, its ends, its top and its foot strip by strip, and the reveals. */
export function wallSolid(project: Project, wall: Wall): Solid | null {
  const solved = solvedWall(project, wall.id)
  const heights = vertical(project, wall)
  if (!solved || !heights || !(heights.to > heights.from + SAME_POINT)) return null
  const floor = floorOf(project, wall.level)
  const cutOuts = solved.openings
    .filter(({ fault, zone }) => !fault && zone !== 'removed')
    .map((fit): CutOut => ({
      fit,
      z0: Math.max(heights.from, floor + fit.opening.sill),
      z1: wall.upTo ? floor + fit.opening.head : Math.min(heights.to, floor + fit.opening.head),
    }))
    .filter(({ z0, z1 }) => z1 - z0 > SAME_POINT)
  return new WallBuilder(project, solved, heights.from, heights.to, cutOuts).solid(footingOf(project, wall))
}

class WallBuilder {
  private readonly builder: SolidBuilder
  private archCount = 0
  /** Where its faces end above, before they are cut off at the roof. */
  private readonly z1: number

  constructor(
    private readonly project: Project,
    private readonly wall: SolvedWall,
    private readonly z0: number,
    /** How high it is where no roof is. */
    private readonly own: number,
    private readonly cutOuts: readonly CutOut[],
  ) {
    this.builder = new SolidBuilder(wall.shape.id)
    this.z1 = wall.shape.wall.upTo ? BEYOND : own
  }

  /** The top along the wall at an offset, between two distances: level, or up to the roof. */
  private tops(aside: number, from: number, to: number): UnderRoof[] {
    const { shape } = this.wall
    if (!shape.wall.upTo) return [{ from, to, low: this.z1, high: this.z1 }]
    const [a, b] = [atWall(shape, from, aside), atWall(shape, to, aside)]
    return roofsOver(this.project, a, b, this.z0, this.own).map((part) => ({
      ...part,
      from: from + part.from,
      to: from + part.to,
    }))
  }

  /** The top at one place along the wall. */
  private topAt(s: number, aside: number): number {
    const { shape } = this.wall
    if (!shape.wall.upTo) return this.z1
    const [part] = roofsOver(
      this.project,
      atWall(shape, s - BESIDE, aside),
      atWall(shape, s + BESIDE, aside),
      this.z0,
      this.own,
    )
    return part ? (part.low + part.high) / 2 : this.own
  }

  /** An outline of a face with the roof in the place of its open top. */
  private roofed(loop: readonly Spot[], aside: number): Spot[] {
    if (!this.wall.shape.wall.upTo) return [...loop]
    return loop.flatMap((p, i): Spot[] => {
      const q = loop[(i + 1) % loop.length]!
      if (p.z < BEYOND) return [p]
      if (q.z < BEYOND) return []
      // Along the top an outline runs back.
      const parts = this.tops(aside, q.s, p.s).reverse()
      return parts.flatMap(({ from, to, low, high }) => [
        { s: to, z: high },
        { s: from, z: low },
      ])
    })
  }

  solid(footing: FootingPlace | null): Solid | null {
    const { shape, start, end } = this.wall
    if (footing) addFooting(this.builder, footing)
    const last = shape.strips.length - 1
    this.side('left', shape.high, start.strips[0]!, end.strips[0]!)
    this.side('right', shape.low, start.strips[last]!, end.strips[last]!)
    shape.strips.forEach((strip, i) => {
      const look = this.lookOf('side', strip.material.id)
      this.endFace(start.strips[i]!, strip, look, 'start')
      this.endFace(end.strips[i]!, strip, look, 'end')
      this.topAndFoot(i)
    })
    for (const cutOut of this.cutOuts) this.reveals(cutOut)
    return this.builder.solid()
  }

  /** As the material is now: what it looks like joins no wall otherwise. */
  private lookOf(role: FaceRole, material: Id): FaceLook {
    return lookOf(role, this.project.find('material', material) ?? null)
  }

  private at(s: number, aside: number, z: number): Point3 {
    return { ...atWall(this.wall.shape, s, aside), z }
  }

  /** A long face. */
  private side(side: 'left' | 'right', aside: number, start: Cut, end: Cut): void {
    const { shape } = this.wall
    const [from, to] = [cutAt(start, aside), cutAt(end, aside)]
    if (to - from <= SAME_POINT) return
    const strip = shape.strips[side === 'left' ? 0 : shape.strips.length - 1]!
    const look = this.lookOf('side', strip.material.id)
    const curve = shape.arc ? { curve: side === 'left' ? 1 : 2 } : {}
    const taken = this.cutOuts.map(({ fit, z0, z1 }): Rectangle => {
      const [s0, s1] = openingAt(fit, shape.low, shape.high, aside)
      return { s0, s1, z0, z1 }
    })
    // A curve is as many flat faces as it has chords.
    const stops = chordStops(
      shape,
      from,
      to,
      taken.flatMap(({ s0, s1 }) => [s0, s1]),
    )
    const arches = shape.arc ? [] : this.arches(aside)
    for (let k = 1; k < stops.length; k++) {
      const whole = { s0: stops[k - 1]!, s1: stops[k]!, z0: this.z0, z1: this.z1 }
      const put = (loop: readonly Spot[]): Point3[] =>
        (side === 'left' ? this.roofed(loop, aside).reverse() : this.roofed(loop, aside)).map(({ s, z }) =>
          this.at(s, aside, z),
        )
      const loops = rectangleLess(whole, taken).map((loop) => arched(loop, arches))
      const holes = loops.filter((loop) => !isOuter(loop))
      // An opening from top to bottom leaves several faces, each with the holes that lie in it.
      for (const outer of loops.filter(isOuter))
        this.builder.face(put(outer), look, {
          ...curve,
          holes: holes.filter((hole) => lies(hole[0]!, outer)).map(put),
        })
    }
    const parts = this.tops(aside, from, to)
    parts.forEach(({ from: s, to: t, low, high }, i) => {
      const number = parts.length > 1 ? ` ${i + 1}` : ''
      this.builder.name(this.at(s, aside, low), this.at(t, aside, high), `top ${side}${number}`)
    })
    this.builder.name(this.at(from, aside, this.z0), this.at(to, aside, this.z0), `foot ${side}`)
    const [first, last] = [parts[0]?.low ?? this.own, parts[parts.length - 1]?.high ?? this.own]
    this.builder.name(this.at(from, aside, this.z0), this.at(from, aside, first), `start ${side}`)
    this.builder.name(this.at(to, aside, this.z0), this.at(to, aside, last), `end ${side}`)
  }

  /** The heads of openings that are not level, on a face. */
  private arches(aside: number): Arch[] {
    const { low, high } = this.wall.shape
    return this.cutOuts.flatMap(({ fit, z1 }): Arch[] => {
      const { opening } = fit
      if (headRise(opening) <= SAME_POINT || fit.mitre) return []
      const [s0, s1] = openingAt(fit, low, high, aside)
      const spots = headCorners(opening).map(({ along, drop }): Spot => ({ s: s0 + along, z: z1 - drop }))
      return [{ s0, s1, z1, spots }]
    })
  }

  /** An end of one strip, in as many faces as its cut has parts. */
  private endFace(
    cut: Cut,
    { low, high }: { readonly low: number; readonly high: number },
    look: FaceLook,
    end: 'start' | 'end',
  ): void {
    const asides = [low, ...bends(cut, low, high), high]
    for (let k = 1; k < asides.length; k++) {
      const [p, q] = [asides[k - 1]!, asides[k]!]
      if (q - p <= SAME_POINT) continue
      const [first, second] = end === 'start' ? [q, p] : [p, q]
      const corner = (aside: number, z: number): Point3 => this.at(cutAt(cut, aside), aside, z)
      const top = (aside: number): number => this.endTop(cutAt(cut, aside), aside, end)
      this.builder.face(
        [
          corner(first, this.z0),
          corner(second, this.z0),
          corner(second, top(second)),
          corner(first, top(first)),
        ],
        look,
      )
    }
  }

  /** The top and the foot of a strip. */
  private topAndFoot(i: number): void {
    const { low, high, material } = this.wall.shape.strips[i]!
    const outline = stripOutline(this.wall, i)
    if (outline.length < 3 || high - low <= SAME_POINT) return
    if (this.wall.shape.wall.upTo) this.roofedTop(i)
    else
      this.builder.face(
        outline.map((p) => ({ ...plain(p), z: this.z1 })),
        this.lookOf('top', material.id),
      )
    this.builder.face(
      outline.map((p) => ({ ...plain(p), z: this.z0 })).reverse(),
      this.lookOf('underside', material.id),
    )
  }

  /** The top at an end of the wall, looked at a little way in. */
  private endTop(s: number, aside: number, end: 'start' | 'end'): number {
    if (!this.wall.shape.wall.upTo) return this.z1
    return this.topAt(end === 'start' ? s + 2 * BESIDE : s - 2 * BESIDE, aside)
  }

  /** The sloping top of a strip beneath a roof, in triangles: it may be twisted where a fold runs across. */
  private roofedTop(i: number): void {
    const { shape, start, end } = this.wall
    const { low, high, material } = shape.strips[i]!
    const span = (aside: number): UnderRoof[] =>
      this.tops(aside, cutAt(start.strips[i]!, aside), cutAt(end.strips[i]!, aside))
    const [right, left] = [span(low), span(high)]
    const look = this.lookOf('top', material.id)
    const ring = [
      ...right.flatMap(({ from, to, low: z, high: w }) => [this.at(from, low, z), this.at(to, low, w)]),
      ...left
        .flatMap(({ from, to, low: z, high: w }) => [this.at(from, high, z), this.at(to, high, w)])
        .reverse(),
    ]
    // Zipped along the wall from its start.
    let [p, q] = [0, ring.length - 1]
    const half = 2 * right.length
    while (p < half - 1 || q > half) {
      const along = (n: number): number => {
        const at = ring[n]!
        return (at.x - shape.a.x) * shape.u.x + (at.y - shape.a.y) * shape.u.y
      }
      const onRight = p < half - 1 && (q <= half || along(p + 1) <= along(q - 1))
      const corner = onRight ? ring[p + 1]! : ring[q - 1]!
      this.builder.face([ring[p]!, corner, ring[q]!], look)
      if (onRight) p++
      else q--
    }
  }

  /** What is seen of the wall's thickness in an opening. */
  private reveals({ fit, z0, z1 }: CutOut): void {
    const { shape } = this.wall
    const { low, high } = shape
    const { opening } = fit
    const source = opening.id
    const look = plainLook('reveal')
    const [from, to] = [low, high].map((aside) => openingAt(fit, low, high, aside)) as [
      [number, number],
      [number, number],
    ]
    const at = (s: number, aside: number, z: number): Point3 => this.at(s, aside, z)
    const [lowFrom, lowTo, highFrom, highTo] = [from[0], from[1], to[0], to[1]]
    const more = { source }
    const heads = shape.arc || fit.mitre ? [] : headCorners(opening)
    const [first, last] = [z1 - (heads[0]?.drop ?? 0), z1 - (heads[heads.length - 1]?.drop ?? 0)]
    if (fit.mitre?.end !== 'start')
      this.builder.face(
        [at(lowFrom, low, z0), at(highFrom, high, z0), at(highFrom, high, first), at(lowFrom, low, first)],
        look,
        more,
      )
    if (fit.mitre?.end !== 'end')
      this.builder.face(
        [at(highTo, high, z0), at(lowTo, low, z0), at(lowTo, low, last), at(highTo, high, last)],
        look,
        more,
      )
    // Along a curve the sill and the head have the corners of its chords.
    const ring = (z: number): Point3[] => [
      ...chordStops(shape, lowFrom, lowTo, []).map((s) => at(s, low, z)),
      ...chordStops(shape, highFrom, highTo, [])
        .reverse()
        .map((s) => at(s, high, z)),
    ]
    if (z0 > this.z0 + SAME_POINT) this.builder.face(ring(z0), look, more)
    if (heads.some(({ drop }) => drop > 0)) {
      // Part by part beneath an arch; its parts meet smoothly.
      for (let i = 1; i < heads.length; i++) {
        const [p, q] = [heads[i - 1]!, heads[i]!]
        const corner = ({ along, drop }: typeof p, aside: number): Point3 =>
          at(lowFrom + along, aside, z1 - drop)
        this.builder.face([corner(p, low), corner(p, high), corner(q, high), corner(q, low)], look, {
          ...more,
          ...(heads.length > 2 ? { curve: ARCHES + this.archCount } : {}),
        })
      }
      this.archCount++
    } else if (z1 < this.z1 - SAME_POINT) this.builder.face(ring(z1).reverse(), look, more)
    for (const [aside, s0, s1, side] of [
      [low, lowFrom, lowTo, 'right'],
      [high, highFrom, highTo, 'left'],
    ] as const) {
      this.builder.name(at(s0, aside, z0), at(s1, aside, z0), `sill ${side}`, source)
      this.builder.name(at(s0, aside, z1), at(s1, aside, z1), `head ${side}`, source)
      this.builder.name(at(s0, aside, z0), at(s0, aside, first), `start jamb ${side}`, source)
      this.builder.name(at(s1, aside, z0), at(s1, aside, last), `end jamb ${side}`, source)
    }
  }
}

/** A head that is not level, in the place of the level top of what is cut out. */
interface Arch {
  readonly s0: number
  readonly s1: number
  readonly z1: number
  readonly spots: readonly Spot[]
}

/** An outline with arches in the place of the level heads it runs along. */
function arched(loop: readonly Spot[], arches: readonly Arch[]): Spot[] {
  if (arches.length === 0) return [...loop]
  const found = new Map<number, Arch>()
  loop.forEach((p, i) => {
    const q = loop[(i + 1) % loop.length]!
    const arch = arches.find(
      ({ s0, s1, z1 }) =>
        Math.abs(p.z - z1) <= SAME_POINT &&
        Math.abs(q.z - z1) <= SAME_POINT &&
        Math.abs(p.s - s0) <= SAME_POINT &&
        Math.abs(q.s - s1) <= SAME_POINT,
    )
    if (arch) found.set(i, arch)
  })
  return loop.flatMap((p, i): Spot[] => {
    const mine = found.get(i)
    if (mine) return [...mine.spots]
    // The end of one is among its corners already.
    return found.has((i + loop.length - 1) % loop.length) ? [] : [p]
  })
}

/** Curves of arches are numbered from here on: those of the wall's sides are below. */
const ARCHES = 10
/** Higher than any roof, mm above datum. */
const BEYOND = 1e8
/** So far to both sides of a place it is looked how high a roof is there, mm. */
const BESIDE = 2

const plain = ({ x, y }: Point): Point => ({ x, y })

const bends = (cut: Cut, low: number, high: number): number[] =>
  cut.map(({ aside }) => aside).filter((aside) => aside > low + SAME_POINT && aside < high - SAME_POINT)

/** The outline in plan of a strip of a wall between its end cuts, anticlockwise, as if it had no openings. */
export function stripOutline({ shape, start, end }: SolvedWall, i: number): Point[] {
  const { low, high } = shape.strips[i]!
  const [first, last] = [start.strips[i]!, end.strips[i]!]
  const at = (cut: Cut, aside: number): Point => atWall(shape, cutAt(cut, aside), aside)
  const along = (aside: number): Point[] =>
    chordStops(shape, cutAt(first, aside), cutAt(last, aside), []).map((s) => atWall(shape, s, aside))
  return [
    ...along(low),
    ...bends(last, low, high).map((aside) => at(last, aside)),
    ...along(high).reverse(),
    ...bends(first, low, high)
      .reverse()
      .map((aside) => at(first, aside)),
  ]
}
