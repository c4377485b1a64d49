import {
  atWall,
  bodyBetween,
  changesAt,
  cutAt,
  headCorners,
  headRise,
  isWhole,
  liningsOf,
  type Cut,
  type Lining,
  type OpeningFit,
  type SolvedWall,
  type StripShape,
} from '../building'
import { SAME_POINT, type Point } from '../geometry'
import { chordStops } from './chords'
import { openingTypeOf } from '../library'
import type { Id, OpeningType, Project, Wall } from '../records'
import { SolidBuilder, type FaceLook, type FaceRole, type Point3, type Solid } from '../space'
import { addFooting, footingsOf, type FootingPlace } from './footings'
import { floorOf, lookOf, plainLook, solvedWall, vertical } from './ground'
import { clearUnder, type UnderRoof } from './roofsOver'
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
  return new WallBuilder(project, solved, floor, heights.from, heights.to, cutOuts).solid(
    footingsOf(project, wall),
  )
}

class WallBuilder {
  private readonly builder: SolidBuilder
  private archCount = 0
  private readonly linings = new Map<OpeningFit, { readonly linings: Lining[]; readonly type: OpeningType }>()
  /** Where its faces end above, before they are cut off at the roof. */
  private readonly z1: number

  constructor(
    private readonly project: Project,
    private readonly wall: SolvedWall,
    /** Of its level, above datum. */
    private readonly floor: number,
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
    const { upTo } = shape.wall
    if (!upTo) return [{ from, to, low: this.z1, high: this.z1 }]
    const [a, b] = [atWall(shape, from, aside), atWall(shape, to, aside)]
    return clearUnder(this.project, upTo, a, b, this.z0, this.own).map((part) => ({
      ...part,
      from: from + part.from,
      to: from + part.to,
    }))
  }

  /** The top at one place along the wall. */
  private topAt(s: number, aside: number): number {
    const { shape } = this.wall
    const { upTo } = shape.wall
    if (!upTo) return this.z1
    const [part] = clearUnder(
      this.project,
      upTo,
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

  solid(footings: readonly FootingPlace[]): Solid | null {
    const { shape, start, end } = this.wall
    for (const footing of footings) addFooting(this.builder, footing)
    this.sides()
    shape.strips.forEach((strip, i) => {
      const band = this.bandOf(strip)
      if (!band) return
      const look = this.lookOf('side', strip.material.id)
      this.endFace(start.strips[i]!, strip, band, look, 'start')
      this.endFace(end.strips[i]!, strip, band, look, 'end')
      this.topAndFoot(i, band)
    })
    this.nameSide('left')
    this.nameSide('right')
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

  /** From where to where a strip goes, above datum; null: it is nowhere in this wall. */
  private bandOf({ foot, head }: StripShape): Band | null {
    const z0 = Math.max(this.z0, this.floor + foot)
    const isOpen = this.floor + head >= this.z1
    const z1 = isOpen ? this.z1 : this.floor + head
    return z1 - z0 > SAME_POINT ? { z0, z1, isOpen } : null
  }

  /** The long faces: of each strip those parts before which no other stands. */
  private sides(): void {
    const { start, end, shape } = this.wall
    const bands = shape.strips.map((strip) => this.bandOf(strip))
    shape.strips.forEach((strip, i) => {
      const band = bands[i]
      if (!band) return
      const [from, to] = [start.strips[i]!, end.strips[i]!]
      for (const part of bandLess(band, bands[i - 1] ?? null)) this.side('left', strip, part, from, to)
      for (const part of bandLess(band, bands[i + 1] ?? null)) this.side('right', strip, part, from, to)
    })
  }

  /** A long face of a strip, between two heights. */
  private side(side: 'left' | 'right', strip: StripShape, { z0, z1 }: Band, start: Cut, end: Cut): void {
    const { shape } = this.wall
    const aside = side === 'left' ? strip.high : strip.low
    const [from, to] = [cutAt(start, aside), cutAt(end, aside)]
    if (to - from <= SAME_POINT) return
    const look = this.lookOf('side', strip.material.id)
    const curve = shape.arc ? { curve: side === 'left' ? 1 : 2 } : {}
    const taken = this.cutOuts.map((cutOut): Rectangle => {
      const [s0, s1] = openingAt(cutOut.fit, shape.low, shape.high, aside)
      const { jamb, head, sill } = this.insetAt(cutOut, aside)
      return { s0: s0 + jamb, s1: s1 - jamb, z0: cutOut.z0 + sill, z1: cutOut.z1 - head }
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
      const whole = { s0: stops[k - 1]!, s1: stops[k]!, z0, z1 }
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
  }

  /** The edges of a side, by which things are tied to it: where the wall stands at its foot, and at its top. */
  private nameSide(side: 'left' | 'right'): void {
    const { shape, start, end } = this.wall
    const { strips } = shape
    const order = side === 'left' ? strips.map((_, i) => i) : strips.map((_, i) => i).reverse()
    const outermost = (there: (band: Band) => boolean): number => {
      const found = order.find((i) => {
        const band = this.bandOf(strips[i]!)
        return band !== null && there(band)
      })
      return found ?? order[0]!
    }
    const [foot, top] = [outermost(({ z0 }) => z0 <= this.z0 + SAME_POINT), outermost(({ isOpen }) => isOpen)]
    const faceOf = (i: number): number => (side === 'left' ? strips[i]!.high : strips[i]!.low)
    const spanOf = (i: number): [number, number] => [
      cutAt(start.strips[i]!, faceOf(i)),
      cutAt(end.strips[i]!, faceOf(i)),
    ]
    const [from, to] = spanOf(top)
    const aside = faceOf(top)
    if (to - from <= SAME_POINT) return
    const parts = this.tops(aside, from, to)
    parts.forEach(({ from: s, to: t, low, high }, i) => {
      const number = parts.length > 1 ? ` ${i + 1}` : ''
      this.builder.name(this.at(s, aside, low), this.at(t, aside, high), `top ${side}${number}`)
    })
    const [s, t] = spanOf(foot)
    this.builder.name(this.at(s, faceOf(foot), this.z0), this.at(t, faceOf(foot), this.z0), `foot ${side}`)
    const [first, last] = [parts[0]?.low ?? this.own, parts[parts.length - 1]?.high ?? this.own]
    this.builder.name(this.at(from, aside, this.z0), this.at(from, aside, first), `start ${side}`)
    this.builder.name(this.at(to, aside, this.z0), this.at(to, aside, last), `end ${side}`)
  }

  /** How far what lines an opening stands into it at an offset: at its jambs, under its head, on its sill. */
  private insetAt(
    { fit }: CutOut,
    aside: number,
  ): { readonly jamb: number; readonly head: number; readonly sill: number } {
    const { opening } = fit
    let jamb = 0
    let sill = 0
    const lines = this.liningsAt(fit)
    for (const { low, high, to, side } of lines.linings) {
      if (aside < low - SAME_POINT || aside > high + SAME_POINT) continue
      jamb = Math.max(jamb, to)
      const board = side === opening.side ? lines.type.sillOut : lines.type.sillIn
      if (opening.sill > SAME_POINT && !(board > SAME_POINT)) sill = Math.max(sill, to)
    }
    return { jamb, head: headRise(opening) > SAME_POINT ? 0 : jamb, sill }
  }

  private liningsAt(fit: OpeningFit): { readonly linings: readonly Lining[]; readonly type: OpeningType } {
    let found = this.linings.get(fit)
    if (!found) {
      const type = openingTypeOf(this.project, fit.opening)
      this.linings.set(fit, (found = { type, linings: liningsOf(this.wall.shape, fit, type) }))
    }
    return found
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
    { z0, z1, isOpen }: Band,
    look: FaceLook,
    end: 'start' | 'end',
  ): void {
    const asides = [low, ...bends(cut, low, high), high]
    for (let k = 1; k < asides.length; k++) {
      const [p, q] = [asides[k - 1]!, asides[k]!]
      if (q - p <= SAME_POINT) continue
      const [first, second] = end === 'start' ? [q, p] : [p, q]
      const corner = (aside: number, z: number): Point3 => this.at(cutAt(cut, aside), aside, z)
      const top = (aside: number): number => (isOpen ? this.endTop(cutAt(cut, aside), aside, end) : z1)
      this.builder.face(
        [corner(first, z0), corner(second, z0), corner(second, top(second)), corner(first, top(first))],
        look,
      )
    }
  }

  /** The top and the foot of a strip. */
  private topAndFoot(i: number, { z0, z1, isOpen }: Band): void {
    const { low, high, material } = this.wall.shape.strips[i]!
    const outline = stripOutline(this.wall, i)
    if (outline.length < 3 || high - low <= SAME_POINT) return
    if (isOpen && this.wall.shape.wall.upTo) this.roofedTop(i)
    else
      this.builder.face(
        outline.map((p) => ({ ...plain(p), z: z1 })),
        this.lookOf('top', material.id),
      )
    this.builder.face(
      outline.map((p) => ({ ...plain(p), z: z0 })).reverse(),
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

  /** What is seen of the wall's thickness in an opening: between the heights at which it changes, and before and behind its frame. */
  private reveals(cutOut: CutOut): void {
    const { shape } = this.wall
    const { fit } = cutOut
    const bounds = isWhole(shape)
      ? []
      : changesAt(shape)
          .map((height) => this.floor + height)
          .filter((z) => z > cutOut.z0 + SAME_POINT && z < cutOut.z1 - SAME_POINT)
    const levels = [cutOut.z0, ...bounds, cutOut.z1]
    for (let k = 1; k < levels.length; k++) {
      const [z0, z1] = [levels[k - 1]!, levels[k]!]
      const { low, high } = bodyBetween(shape, z0 - this.floor, z1 - this.floor)
      const stops = new Set([low, high])
      for (const lining of this.liningsAt(fit).linings)
        for (const aside of [lining.low, lining.high]) if (aside > low && aside < high) stops.add(aside)
      const asides = [...stops].sort((p, q) => p - q)
      for (let n = 1; n < asides.length; n++)
        this.revealPart(cutOut, { z0, z1 }, { low: asides[n - 1]!, high: asides[n]! })
    }
    this.nameReveals(cutOut)
  }

  private revealPart(
    cutOut: CutOut,
    heights: { readonly z0: number; readonly z1: number },
    { low, high }: { readonly low: number; readonly high: number },
  ): void {
    const { shape } = this.wall
    const { fit } = cutOut
    const { opening } = fit
    const source = opening.id
    const look = plainLook('reveal')
    const inset = this.insetAt(cutOut, (low + high) / 2)
    const [isFoot, isHead] = [heights.z0 === cutOut.z0, heights.z1 === cutOut.z1]
    const z0 = heights.z0 + (isFoot ? inset.sill : 0)
    const z1 = heights.z1 - (isHead ? inset.head : 0)
    const [from, to] = [low, high].map((aside) => {
      const [s0, s1] = openingAt(fit, shape.low, shape.high, aside)
      return [s0 + inset.jamb, s1 - inset.jamb]
    }) as [[number, number], [number, number]]
    const at = (s: number, aside: number, z: number): Point3 => this.at(s, aside, z)
    const [lowFrom, lowTo, highFrom, highTo] = [from[0], from[1], to[0], to[1]]
    const more = { source }
    const heads = shape.arc || fit.mitre || !isHead ? [] : headCorners(opening)
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
    if (isFoot && z0 > this.z0 + SAME_POINT) this.builder.face(ring(z0), look, more)
    if (heads.some(({ drop }) => drop > 0)) {
      const [s0] = openingAt(fit, shape.low, shape.high, low)
      // Part by part beneath an arch; its parts meet smoothly.
      for (let i = 1; i < heads.length; i++) {
        const [p, q] = [heads[i - 1]!, heads[i]!]
        const corner = ({ along, drop }: typeof p, aside: number): Point3 => at(s0 + along, aside, z1 - drop)
        this.builder.face([corner(p, low), corner(p, high), corner(q, high), corner(q, low)], look, {
          ...more,
          ...(heads.length > 2 ? { curve: ARCHES + this.archCount } : {}),
        })
      }
      this.archCount++
    } else if (isHead && z1 < this.z1 - SAME_POINT) this.builder.face(ring(z1).reverse(), look, more)
  }

  /** The edges of an opening on both sides of its wall, by which things are tied to it. */
  private nameReveals({ fit, z0, z1 }: CutOut): void {
    const { shape } = this.wall
    const { opening } = fit
    const source = opening.id
    const levels = [opening.sill, ...changesAt(shape), opening.head].filter(
      (z) => z >= opening.sill && z <= opening.head,
    )
    const [foot, top] = [
      bodyBetween(shape, levels[0]!, levels[1]!),
      bodyBetween(shape, levels[levels.length - 2]!, levels[levels.length - 1]!),
    ]
    const heads = shape.arc || fit.mitre ? [] : headCorners(opening)
    const [first, last] = [z1 - (heads[0]?.drop ?? 0), z1 - (heads[heads.length - 1]?.drop ?? 0)]
    for (const [below, aside, side] of [
      [foot.low, top.low, 'right'],
      [foot.high, top.high, 'left'],
    ] as const) {
      const [s0, s1] = openingAt(fit, shape.low, shape.high, aside)
      const [t0, t1] = openingAt(fit, shape.low, shape.high, below)
      this.builder.name(this.at(t0, below, z0), this.at(t1, below, z0), `sill ${side}`, source)
      this.builder.name(this.at(s0, aside, z1), this.at(s1, aside, z1), `head ${side}`, source)
      this.builder.name(this.at(s0, aside, z0), this.at(s0, aside, first), `start jamb ${side}`, source)
      this.builder.name(this.at(s1, aside, z0), this.at(s1, aside, last), `end jamb ${side}`, source)
    }
  }
}

/** Heights between which a strip stands, above datum; whether it is open above, to the top of the wall or the roof. */
interface Band {
  readonly z0: number
  readonly z1: number
  readonly isOpen: boolean
}

/** What of a band another does not reach. */
function bandLess(band: Band, other: Band | null): Band[] {
  if (!other) return [band]
  return [
    { ...band, z1: Math.min(band.z1, other.z0), isOpen: false },
    { ...band, z0: Math.max(band.z0, other.z1) },
  ].filter(({ z0, z1 }) => z1 - z0 > SAME_POINT)
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
