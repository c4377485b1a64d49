import {
  edgesOf,
  flattenPath,
  isStraight,
  pathArea,
  pathOf,
  reversedPath,
  type Path,
  type Point,
} from '../geometry'
import { addPrism, type FaceLook, type SolidBuilder } from '../space'

/** How near the chords of a curved outline keep to it, mm: as for walls. */
const SAGITTA = 0.05

/** An outline as a ring of corners, anticlockwise; and for each of its sides the number of the curve it is a chord of. */
export interface Ring {
  readonly points: readonly Point[]
  readonly curves: readonly (number | undefined)[]
}

export function ringOf(outline: Path, hole = false): Ring {
  const turned = pathArea(outline) < 0 !== hole ? reversedPath(outline) : outline
  const points: Point[] = []
  const curves: (number | undefined)[] = []
  edgesOf(turned).forEach((edge, i) => {
    const chords = flattenPath(pathOf([edge], false), SAGITTA)
    for (const p of chords.slice(0, -1)) {
      points.push({ x: p.x, y: p.y })
      curves.push(isStraight(edge) ? undefined : i + 1)
    }
  })
  return { points, curves }
}

/** A prism over an outline with holes, all in one look by side, top and underside. */
export function addOutlinePrism(
  builder: SolidBuilder,
  outline: Path,
  holes: readonly Path[],
  from: number,
  to: number,
  looks: {
    readonly side: FaceLook
    readonly top: FaceLook
    readonly bottom: FaceLook
    /** Bands of the sides from the top down, each to where it ends, mm beneath the top; none: all in one. */
    readonly bands?: readonly { readonly down: number; readonly look: FaceLook }[]
  },
): void {
  const rings = [ringOf(outline), ...holes.map((hole) => ringOf(hole, true))]
  let base = 0
  const curves = rings.flatMap((ring) => {
    const mine = ring.curves.map((curve) => (curve === undefined ? undefined : base + curve))
    base += ring.curves.length + 1
    return mine
  })
  addPrism(
    builder,
    rings.map(({ points }) => points),
    from,
    to,
    {
      side: () => looks.side,
      top: looks.top,
      bottom: looks.bottom,
      curve: (i) => curves[i],
      ...(looks.bands ? { bands: looks.bands } : {}),
    },
  )
  rings.forEach(({ points, curves: bent }, r) => {
    points.forEach((p, i) => {
      // Chords of curves are no edges anybody ties to.
      if (bent[i] !== undefined) return
      const q = points[(i + 1) % points.length]!
      const at = (of: Point, z: number) => ({ x: of.x, y: of.y, z })
      const number = r === 0 ? `${i + 1}` : `${r}.${i + 1}`
      builder.name(at(p, to), at(q, to), `top ${number}`)
      builder.name(at(p, from), at(q, from), `foot ${number}`)
      builder.name(at(p, from), at(p, to), `corner ${number}`)
    })
  })
}
