import { strokeItem, textItem, type DisplayItem } from '../display'
import { direction, distance, SAME_LENGTH, pathOf, straight, type Point } from '../geometry'
import type { AnnotationStyle, Id, Seam, SeamType, Weld } from '../records'
import { arrowItem, lettersOf, widthIn } from './style'

/** Sizes as multiples of the lettering. */
const SIZE = {
  symbol: 1.15,
  /** Between what stands on the reference line. */
  gap: 0.5,
  /** From the reference line to the dashed one that tells the other side. */
  dashed: 0.5,
  around: 0.5,
  flag: 2.4,
  tail: 0.9,
} as const
/** Dashes of the identification line, as multiples of the lettering. */
const DASHES = [0.8, 0.4]

/** What lines of a symbol are drawn by: from the middle of its foot on the reference line, in its own size. */
type Stroke = { readonly line: readonly Point[] } | { readonly arc: readonly [Point, number, number, number] }

const line = (...points: readonly (readonly [number, number])[]): Stroke => ({
  line: points.map(([x, y]) => ({ x, y })),
})

/** The elementary symbols, as wide and as high as one (ISO 2553, table 1), on the arrow side. */
const SEAMS: { readonly [T in SeamType]: readonly Stroke[] } = {
  fillet: [line([-0.5, 0], [-0.5, 1], [0.5, 0])],
  'square butt': [line([-0.2, 0], [-0.2, 1]), line([0.2, 0], [0.2, 1])],
  'single V': [line([-0.5, 1], [0, 0], [0.5, 1])],
  'single bevel': [line([-0.25, 1], [-0.25, 0], [0.45, 1])],
  'single U': [line([0, 0], [0, 0.4]), { arc: [{ x: 0, y: 0.9 }, 0.5, Math.PI, Math.PI] }],
  'single J': [line([-0.25, 0], [-0.25, 1]), { arc: [{ x: -0.25, y: 0.9 }, 0.5, -Math.PI / 2, Math.PI / 2] }],
  plug: [line([-0.5, 0], [-0.5, 0.6], [0.5, 0.6], [0.5, 0])],
  spot: [{ arc: [{ x: 0, y: 0 }, 0.35, 0, 2 * Math.PI] }],
}

/** A spot weld stands on the line whatever its side. */
const sameBothSides = ({ type }: Seam): boolean => type === 'spot'

/**
 * The symbol of a weld (ISO 2553, system A): an arrow to the joint, a reference line with the seam on the side the arrow points
 * to above it, the dashed line with that on the other side beneath; between alike seams of both sides no dashed line.
 * @param elbow where the reference line begins
 * @param sense 1: it runs on to the right, -1: to the left
 */
export function weldItems(
  weld: Weld,
  joint: Point,
  elbow: Point,
  sense: 1 | -1,
  scale: number,
  style: AnnotationStyle,
  source: Id | null,
): DisplayItem[] {
  const { arrow, other } = weld
  const em = style.textPaperMm * scale
  const gap = SIZE.gap * em
  const symbol = SIZE.symbol * em
  const wide = (text: string | undefined): number => (text === undefined ? 0 : widthIn(style, text) * scale)
  const seams = [arrow, other].flatMap((seam) => seam ?? [])
  const before = Math.max(...seams.map(({ size }) => wide(size)))
  const after = Math.max(...seams.map(({ length }) => wide(length)))
  const long = before + symbol + after + 4 * gap
  const from = sense > 0 ? elbow.x : elbow.x - long
  const middle = from + 2 * gap + before + symbol / 2
  const hasDashed = seams.length === 1 || arrow!.type !== other!.type || arrow!.size !== other!.size
  const dashedAt = elbow.y - SIZE.dashed * em
  const items: DisplayItem[] = []
  const path = (points: readonly Point[]): void => {
    items.push({
      kind: 'line',
      pen: 'dimension',
      points: points.flatMap(({ x, y }) => [x, y]),
      closed: false,
      source,
    })
  }
  path([joint, elbow])
  path([
    { x: from, y: elbow.y },
    { x: from + long, y: elbow.y },
  ])
  if (distance(joint, elbow) > SAME_LENGTH)
    items.push(arrowItem(joint, direction(joint, elbow), style.endPaperMm * scale, source))
  if (hasDashed)
    items.push(
      strokeItem(
        pathOf([straight({ x: from, y: dashedAt }, { x: from + long, y: dashedAt })], false),
        'dimension',
        DASHES.map((each) => each * style.textPaperMm),
        scale,
        source,
      ),
    )
  const letters = { ...lettersOf(style, scale), source }
  const put = (seam: Seam, y: number, up: 1 | -1): void => {
    for (const stroke of SEAMS[seam.type]) {
      if ('line' in stroke)
        path(stroke.line.map((p) => ({ x: middle + p.x * symbol, y: y + up * p.y * symbol })))
      else {
        const [centre, radius, start, sweep] = stroke.arc
        items.push({
          kind: 'arc',
          pen: 'dimension',
          x: middle + centre.x * symbol,
          y: y + up * centre.y * symbol,
          radius: radius * symbol,
          from: up > 0 ? start : -start - sweep,
          sweep,
          source,
        })
      }
    }
    const base = up > 0 ? y + gap / 2 : y - gap / 2 - em
    if (seam.size !== undefined)
      items.push(textItem(seam.size, { x: middle - symbol / 2 - gap, y: base }, { ...letters, align: 'end' }))
    if (seam.length !== undefined)
      items.push(textItem(seam.length, { x: middle + symbol / 2 + gap, y: base }, letters))
  }
  if (arrow) put(arrow, elbow.y, 1)
  if (other) put(other, sameBothSides(other) || !hasDashed ? elbow.y : dashedAt, -1)
  if (weld.around)
    items.push({
      kind: 'arc',
      pen: 'dimension',
      ...elbow,
      radius: SIZE.around * em,
      from: 0,
      sweep: 2 * Math.PI,
      source,
    })
  if (weld.site) {
    const top = elbow.y + SIZE.flag * em
    const half = top - em * 0.9
    path([elbow, { x: elbow.x, y: top }])
    items.push({
      kind: 'fill',
      tone: 0,
      loops: [[elbow.x, top, elbow.x, half, elbow.x - sense * 1.1 * em, (top + half) / 2]],
      source,
    })
  }
  if (weld.tail !== undefined) {
    const end = sense > 0 ? from + long : from
    const out = SIZE.tail * em
    path([
      { x: end + sense * out, y: elbow.y + out },
      { x: end, y: elbow.y },
      { x: end + sense * out, y: elbow.y - out },
    ])
    items.push(
      textItem(
        weld.tail,
        { x: end + sense * (out + gap / 2), y: elbow.y - em / 2 },
        { ...letters, align: sense > 0 ? 'start' : 'end' },
      ),
    )
  }
  return items
}
