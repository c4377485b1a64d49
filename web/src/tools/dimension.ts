import { mdiArrowExpandHorizontal } from '@mdi/js'
import {
  PARTS,
  axisOffset,
  besideRow,
  foreseenRecord,
  furtherOut,
  nearestAxis,
  offsetThrough,
  outsideOf,
  pictureAxes,
  stretchOf,
  type SpaceAxis,
} from '@lamina/core/annotate'
import type { OfWall } from '@lamina/core/building'
import {
  SAME_PLACE,
  addDimensionPoint,
  addDimensions,
  dropDimensionPoint,
  measureTo,
  measuredTo,
  setDatum,
} from '@lamina/core/edit'
import { angleOf, distance, subtract, unitAt, type Point } from '@lamina/core/geometry'
import { pickAt } from '@lamina/core/locate'
import type { Anchor, Change, Dimension, Id, Project } from '@lamina/core/records'
import { OF_WALLS, TieFinder, holdAnchor, measuresTo } from '@lamina/core/ties'
import { foresee } from './preview'
import { endsFor, rowsDrawn } from './rows'
import { styled, type Bench, type Located, type Tool } from './tool'
import type { ToolEntry } from './entry'

/** What the next press of W measures to. */
const MEASURED: Record<OfWall | 'pointed', string> = {
  pointed: 'finished faces',
  finish: 'structure',
  structure: 'axes',
  axis: 'what is pointed to',
}

/** A chain of dimensions through the points pointed to, then its row; with an overall row further out if wanted. */
export function dimensionTool(bench: Bench): Tool {
  let anchors: Anchor[] = []
  let aligned = false
  let placing = false
  /** The row that is gone on with. */
  let going: Id | null = null
  const points = (): Point[] => anchors.map((anchor) => holdAnchor(anchor, bench.scene).point)

  /** Along x or y, whichever the points spread over more; or the line through the first two. */
  function direction(): number {
    const all = points()
    const first = all[0]!
    const far = all.reduce((p, q) => (distance(q, first) > distance(p, first) ? q : p))
    const away = subtract(far, first)
    if (aligned) return angleOf(away)
    return Math.abs(away.x) >= Math.abs(away.y) ? 0 : Math.PI / 2
  }

  /** In a cutaway: the axis of space that the points spread along. */
  function axis(): SpaceAxis | null {
    const axes = aligned ? null : pictureAxes(bench.scene)
    if (!axes) return null
    const all = points()
    const first = all[0]!
    const far = all.reduce((p, q) => (distance(q, first) > distance(p, first) ? q : p))
    return nearestAxis(axes, subtract(far, first))
  }

  /** What of walls the points are measured to, if that is chosen. */
  function measured(direction: number): Anchor[] {
    const to = bench.values.measures
    return (to && measuredTo({ anchors, direction }, bench.scene, to)?.anchors) || anchors
  }

  function laid(at: Located): Pick<Dimension, 'anchors' | 'direction' | 'offset' | 'axis' | 'from'>[] {
    const spaceAxis = axis()
    const axes = pictureAxes(bench.scene)
    const turn = spaceAxis && axes ? angleOf(axes[spaceAxis]) : direction()
    const u = unitAt(turn)
    const held = measured(turn)
    const all = held.map((anchor) => holdAnchor(anchor, bench.scene).point)
    const through = (flat: readonly Point[], way: Point, p: Point): Dimension['offset'] =>
      offsetThrough(
        flat,
        way,
        p,
        bench.scale,
        bench.style,
        spaceAxis ? null : outsideOf(bench.scene, way, stretchOf(flat, way)),
        spaceAxis ? undefined : (row) => furtherFor(row, flat),
      )
    /** How much further out a row of the same points stands for the other rows of its side. */
    const furtherFor = (row: Dimension['offset'], flat: readonly Point[]): number =>
      besideRow(
        { id: null, anchors: held, direction: turn, offset: row },
        flat,
        bench.scene,
        bench.scale,
        bench.style,
      ).more
    const offset =
      spaceAxis && axes ? axisOffset(all, spaceAxis, axes, at.raw, through) : through(all, u, at.raw)
    const along = (anchor: Anchor): number => {
      const { point } = holdAnchor(anchor, bench.scene)
      return point.x * u.x + point.y * u.y
    }
    const inSpace = spaceAxis ? { axis: spaceAxis } : {}
    const chain = { anchors: held, direction: turn, offset, ...inSpace }
    // Running figures start at the point that was pointed to first.
    if (bench.values.reads === 'running') return [{ ...chain, from: 0 }]
    if (!bench.values.overall || held.length < 3) return [chain]
    const sorted = [...held].sort((p, q) => along(p) - along(q))
    return [
      chain,
      {
        anchors: [sorted[0]!, sorted[sorted.length - 1]!],
        direction: turn,
        ...inSpace,
        offset: furtherOut(offset, 1, bench.scale, bench.style),
      },
    ]
  }

  function finish(at: Located): void {
    const rows = laid(at)
    const change = bench.edit(rows.length > 1 ? 'Dimension chain' : 'Dimension', (project, makeId) =>
      addDimensions(
        project,
        bench.board.id,
        rows.map((row) => ({ ...row, ...styled(bench.style) })),
        makeId,
        endsFor(bench, rows),
      ),
    )
    if (!change) return
    anchors = []
    placing = false
  }

  /** The row under the pointer, where nothing else is pointed to. */
  function rowUnder(at: Located): Dimension | null {
    if (at.snap && at.snap.kind !== 'aligned') return null
    for (const id of pickAt(bench.picture, bench.scene.building, at.raw, bench.reach)) {
      const found = bench.project.find('dimension', id)
      if (found && found.drawing === bench.board.id) return found
    }
    return null
  }

  /** Puts a point into the row that is gone on with, or takes the one there out. */
  function pressOn(row: Dimension, at: Located): void {
    if (!at.snap || at.snap.kind === 'aligned') going = null
    else bench.edit('Points of a dimension', (project) => changedRow(row, at, project))
  }
  function changedRow(row: Dimension, at: Located, project: Project): Change {
    const u = unitAt(row.direction)
    const along = (p: Point): number => p.x * u.x + p.y * u.y
    const there = row.anchors.findIndex(
      (anchor) => Math.abs(along(holdAnchor(anchor, bench.scene).point) - along(at.point)) < SAME_PLACE,
    )
    return there >= 0
      ? dropDimensionPoint(project, row.id, there)
      : addDimensionPoint(project, bench.scene, row.id, new TieFinder(bench.scene, bench.board).at(at.point))
  }
  const rowInWork = (): Dimension | null =>
    going === null ? null : (bench.project.find('dimension', going) ?? null)

  function press(at: Located): void {
    const tied = at.snap !== null && at.snap.kind !== 'aligned'
    const row = rowInWork()
    if (row) return pressOn(row, at)
    const found = anchors.length === 0 ? rowUnder(at) : null
    if (found) {
      going = found.id
      return
    }
    if (placing || (anchors.length >= 2 && !tied)) {
      finish(at)
      return
    }
    const anchor = new TieFinder(bench.scene, bench.board).at(at.point)
    if (points().some((p) => distance(p, at.point) < SAME_PLACE)) {
      bench.warn('This point is in the chain already.')
      return
    }
    anchors = [...anchors, anchor]
  }

  /** The row in work, or what is new, measured to the next thing of walls. */
  function nextMeasured(): void {
    const row = rowInWork()
    const now = row ? measuresTo(row, bench.scene) : bench.values.measures
    const next = OF_WALLS[(now === 'mixed' || now === null ? -1 : OF_WALLS.indexOf(now)) + 1] ?? null
    if (!row) bench.values.measures = next
    else
      bench.edit('What a row measures to', (project) =>
        measureTo(project, bench.scene, [row.id], next ?? OF_WALLS[0]!),
      )
  }
  /** Figures of the row in work, or of what is new, measured one after the other or all from one point. */
  function turnRunning(): void {
    const row = rowInWork()
    if (!row) bench.values.reads = bench.values.reads === 'chain' ? 'running' : 'chain'
    else
      bench.edit('Running dimension', (project) =>
        setDatum(project, bench.scene, [row.id], row.from === undefined ? 'first' : null),
      )
  }
  const moreKeys = (): string =>
    `W: to ${MEASURED[bench.values.measures ?? 'pointed']} · R: ${bench.values.reads === 'chain' ? 'running' : 'one after the other'}`

  const turnWords = (): string =>
    aligned ? `A: along ${pictureAxes(bench.scene) ? 'the axes' : 'x or y'}` : 'A: along the points'

  return {
    prompt: () =>
      rowInWork()
        ? {
            text: 'Point to what else the row is to measure, or to one of its points to take that out.',
            keys: 'W: to faces, structure or axes · R: running or not · Esc: done with this row',
          }
        : placing
          ? {
              text: 'Point to where the row runs.',
              keys: `${turnWords()} · ${moreKeys()} · Esc: back to the points`,
            }
          : anchors.length < 2
            ? {
                text: 'Point to what is to be measured, one after the other, or to a row to go on with it.',
                keys: `${turnWords()} · ${moreKeys()} · Esc: one step back`,
              }
            : {
                text: 'Point to more, or clear of the drawing to set the row.',
                keys: `Enter: set the row · ${turnWords()} · ${moreKeys()} · Esc: one point back`,
              },
    fields: () => [],
    last: () => null,
    alignFrom: () => (placing ? [] : points()),
    press,
    enter(at) {
      if (anchors.length < 2) return
      if (placing && at) finish(at)
      else placing = true
    },
    back() {
      if (going !== null) going = null
      else if (placing) placing = false
      else if (anchors.length > 0) anchors = anchors.slice(0, -1)
      else return false
      return true
    },
    key(key) {
      switch (key) {
        case 'a':
          aligned = !aligned
          return true
        case 'w':
          nextMeasured()
          return true
        case 'r':
          turnRunning()
          return true
        default:
          return false
      }
    },
    preview(at) {
      const row = rowInWork()
      if (row) {
        if (!at?.snap || at.snap.kind === 'aligned') return foreseenRecord(row, bench.scene, bench.scale)
        const { change } = foresee(bench, (project) => changedRow(row, at, project))
        const made = change?.put.find(({ id }) => id === row.id)
        return foreseenRecord(made ?? row, bench.scene, bench.scale)
      }
      if (anchors.length < 2 || !at)
        return points().map((p) => ({
          kind: 'disc',
          tone: 0,
          x: p.x,
          y: p.y,
          radius: PARTS.dot * bench.style.textPaperMm * bench.scale,
          source: null,
        }))
      return rowsDrawn(bench, laid(at)).flatMap(({ items }) => items)
    },
  }
}

/** Dimensions. */
export const DIMENSION_TOOLS = {
  dimension: {
    stage: 'annotate',
    under: 'Measure and write',
    name: 'Dimension',
    icon: mdiArrowExpandHorizontal,
    key: 'c',
    on: 'any',
    make: dimensionTool,
  },
} satisfies Record<string, ToolEntry>
