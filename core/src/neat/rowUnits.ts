import { layDimension, type InRow, type LaidDimension } from '../annotate'
import { SAME_LENGTH, direction, distance, dot, growBox, unitAt, type Point } from '../geometry'
import { styleOf } from '../library'
import { inPlace, ownPlace, type Dimension, type OwnPlace } from '../records'
import { inked, type Band, type Ink, type Letters } from './ink'
import { ROOM, boxOfInk, way, type Means, type TidyUnit } from './units'

/** A row may go out by so many rows. */
const MORE_ROWS = 4
/** What it costs to go out by one, mm of way. */
const ROW = 4

/** A row reckoned from the building, which may go further out; and one set further out by hand that may come into line. */
export function rowUnit(row: Dimension, means: Omit<Means, 'ways'>): TidyUnit | null {
  const { offset } = row
  if (offset.in !== 'row') return null
  const { scene, scale, ground } = means
  const { units } = scene.project.facts
  const { morePaperMm: more, ...even } = offset
  const { rowPaperMm } = styleOf(scene.project, row.style)
  const laid = (made: Dimension): LaidDimension => layDimension(made, scene, scale, units)
  const { ticks: before } = laid(row)
  const places = [
    { offset, cost: 0 },
    ...(more === undefined ? [] : [{ offset: even, cost: -1 }]),
    ...Array.from({ length: MORE_ROWS }, (_, k) => ({
      // Its number stays, and what the rows of its side do to each other with it.
      offset: { ...even, morePaperMm: (k + 1) * rowPaperMm },
      cost: ROW * (k + 1),
    })),
  ]
  const candidates = places.map(({ offset: place, cost }) => {
    const made: Dimension = { ...row, offset: place }
    return way(
      cost,
      () => ownPlace(made),
      () => {
        const { items, ticks } = laid(made)
        return { ...inked(items, row.id), bands: bandsOf(row, offset, before, ticks, scale) }
      },
      0,
    )
  })
  return {
    id: row.id,
    candidates,
    reach: growBox(boxOfInk(candidates[0]!.ink), (MORE_ROWS * rowPaperMm + Math.abs(more ?? 0)) * scale),
    eager: more !== undefined,
    fixed: (ink) => ground.cost(ink),
  }
}

/** Rows keep so far apart, mm on paper. */
const BAND = 2.4

/** What a row takes up along its line, that goes from one place to another. */
function bandsOf(
  { direction: angle }: Pick<Dimension, 'direction'>,
  { side }: InRow,
  before: readonly Point[],
  ticks: readonly Point[],
  scale: number,
): Band[] {
  const [first, last] = [ticks[0]!, ticks.at(-1)!]
  const long = distance(first, last)
  if (long < SAME_LENGTH) return []
  const u = direction(first, last)
  const half = (BAND * scale) / 2
  const slab = { x: first.x + u.y * half, y: first.y - u.x * half, ux: u.x, uy: u.y, long, high: 2 * half }
  // Rows of one direction and side, whichever way round they are told.
  const sense = dot(unitAt(angle), u) > 0 === (side === 'left') ? 1 : -1
  const out = { x: -u.y * sense, y: u.x * sense }
  const from = dot(u, first)
  const [row, was] = [dot(out, first), dot(out, before[0]!)]
  return [{ slab, out, from, to: from + long, row, was }]
}

/** So far figures may go along their row, mm on paper; beyond that they would be taken for others'. */
const ALONG = [2, 4, 6, 8] as const
/** How far over or under the line, as a multiple of their height. */
const OVER = 1.75

/** The figures of a row, each of which may be moved along it, over it and beneath it. */
export function figureUnits(
  row: Dimension,
  means: Means,
): { readonly units: TidyUnit[]; readonly rest: Ink } {
  const { scene, scale, ground } = means
  const { project } = scene
  const style = styleOf(project, row.style)
  const laidOut = layDimension(row, scene, scale, project.facts.units)
  const whole = inked(laidOut.items, row.id)
  const rest: Ink = { ...whole, letters: [] }
  if (row.axis !== undefined) return { units: [], rest: whole }
  const own = ownPlace(row)
  const { moved: _, ...still } = own
  const lettersOf = ({ texts }: Pick<typeof laidOut, 'texts'>, i: number): readonly Letters[] =>
    inked(texts[i]!, row.id).letters
  const known = new Set(edgesOf(rest.lines))
  const units = laidOut.between.map((between, i): TidyUnit => {
    const isIt = ({ between: [p, q] }: { readonly between: readonly [number, number] }): boolean =>
      (p === between[0] && q === between[1]) || (p === between[1] && q === between[0])
    const others = (own.moved ?? []).filter((each) => !isIt(each))
    const before = own.moved?.find(isIt)?.by
    const from = before ?? laidOut.asides[i]!
    const placed = (by: Point | undefined): OwnPlace<Dimension> => {
      const moved = by ? [...others, { between: [between[0], between[1]] as [number, number], by }] : others
      return moved.length > 0 ? { ...still, moved } : still
    }
    /** Its letters as they are laid there, and the line that leads to them. */
    const inkAt = (by: Point | undefined): Ink => {
      const alone = by && laidOut.figureMoved?.(i, by)
      if (alone) return { ...inked(alone, row.id), shapes: [], papers: [] }
      const laidThere = layDimension(inPlace(row, placed(by)), scene, scale, project.facts.units)
      const there = inked(laidThere.items, row.id)
      const lines = edgesOf(there.lines).filter((edge) => !known.has(edge))
      return {
        letters: lettersOf(laidThere, i),
        lines: lines.flatMap((edge) => edge.split(' ').map(Number)),
        shapes: [],
        papers: [],
      }
    }
    const steps = [0, OVER * style.textPaperMm, -OVER * style.textPaperMm].flatMap((y) =>
      [0, ...ALONG.flatMap((x) => [x, -x])].map((x) => ({ x, y })),
    )
    const candidates = [
      way(
        0,
        () => placed(before),
        () => ({ letters: lettersOf(laidOut, i), lines: [], shapes: [], papers: [] }),
        0,
      ),
      ...(before
        ? [
            way(
              -1,
              () => placed(undefined),
              () => inkAt(undefined),
              ROOM.figures * scale,
            ),
          ]
        : []),
      ...steps.slice(1).map(({ x, y }) => {
        const by = { x: from.x + x, y: from.y + y }
        return way(
          Math.hypot(x, y) + (y === 0 ? 0 : 1),
          () => placed(by),
          () => inkAt(by),
          ROOM.figures * scale,
        )
      }),
    ]
    return {
      id: row.id,
      figure: between,
      candidates,
      reach: growBox(boxOfInk(candidates[0]!.ink), (ALONG.at(-1)! + OVER * style.textPaperMm) * scale),
      fixed: (ink) => ground.cost(ink),
    }
  })
  return { units: units.filter((_, i) => lettersOf(laidOut, i).length > 0), rest }
}

/** The parts of lines, each as words that tell it from others. */
const edgesOf = (lines: readonly number[]): string[] =>
  Array.from({ length: lines.length / 4 }, (_, i) => lines.slice(4 * i, 4 * i + 4).join(' '))
