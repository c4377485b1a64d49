import {
  boardHandles,
  figureMoved,
  isFromAbove,
  lineOfRow,
  markPlaceAt,
  noteWidth,
  saidMoved,
  rowThrough,
  type BoardHandle,
  type RowPart,
  type WrittenPart,
} from '@lamina/core/annotate'
import { seenAround } from '@lamina/core/derive'
import {
  moveHandle,
  moveInView,
  setFigure,
  setMarkPlace,
  setNotes,
  setRound,
  setRow,
  setElbow,
  setSaid,
  tieAgain,
} from '@lamina/core/edit'
import { PARALLEL, cross, dot, unitAt, type Point } from '@lamina/core/geometry'
import { roundOf, roundThrough, standsIn } from '@lamina/core/kinds'
import { styleOf } from '@lamina/core/library'
import { pickAt } from '@lamina/core/locate'
import {
  isTied,
  type AnyRecord,
  type Change,
  type Dimension,
  type Leader,
  type Opening,
  type Project,
  type RoundDimension,
} from '@lamina/core/records'
import { TieFinder, holdAnchor, tieOf } from '@lamina/core/ties'
import type { PulledPart } from '@lamina/core/views'
import { formatHeight } from '@lamina/core/units'
import { elbowAt } from './elbows'
import { foresee } from './preview'
import { stepTool, type Step } from './steps'
import type { Bench, Located, Tool } from './tool'

/** Brings one point of what is selected elsewhere: pointed to, or at a typed length and turn from the next one. */
export function reshapeTool(bench: Bench): Tool {
  /** The end of a line is pulled without those in line with it. */
  let alone = false
  const held = () => {
    const now = bench.handle
    const record = now && bench.project.get(now.id)
    return record ? (boardHandles(bench.scene, bench.picture, record, bench.scale)[now.index] ?? null) : null
  }
  return stepTool(bench, {
    label: 'Reshape',
    walls: true,
    step(given) {
      if (given.length > 0) return null
      const now = held()
      if (now?.written) return ofWritten(bench, now.written, now.at)
      return now?.part && now.from
        ? inView(bench, now.part, now.from, alone)
        : {
            ask: 'Type its distance from the next point, or point to where it goes.',
            keys: 'Tab: turn · Esc: leave it where it is',
            from: now?.from ?? null,
          }
    },
    edit([to], project) {
      const now = bench.handle!
      const record = project.get(now.id)
      const pulled = held()
      if (record && pulled?.written)
        return bench.here(
          [record.id],
          project,
          (now) => pullWritten(bench, now, now.get(record.id)!, pulled, to!),
          // The text of a leader stays at every scale when its tip is pulled.
          pulled.written.of === 'point' ? 'follow' : 'stay',
        )
      return bench.scene.view === 'derived' && record && !standsIn(bench.board, record)
        ? moveInView(
            project,
            bench.board.id,
            now.id,
            now.index,
            to!,
            seenAround(bench.scene, bench.scale),
            alone,
          )
        : bench.here([now.id], project, (each) => moveHandle(each, now.id, now.index, to!))
    },
    remark(given) {
      if (held()?.part !== 'level' || given.length === 0) return ''
      const moved = foresee(bench, (project) => this.edit(given, project, () => '')).change?.put.length ?? 0
      return moved > 1 ? `${moved - 1} other level${moved > 2 ? 's follow' : ' follows'}` : ''
    },
    key(letter) {
      const part = held()?.part
      if (letter !== 'a' || (part !== 'line from' && part !== 'line to')) return false
      alone = !alone
      return true
    },
    done: () => bench.putDown(),
  })
}

/** Where the text of the leader in hand comes to stand. */
function textOf(bench: Bench, pointer: Located): Point {
  const leader = bench.handle && bench.project.find('leader', bench.handle.id)
  if (!leader) return pointer.point
  return elbowAt(bench, holdAnchor(leader.tip, bench.scene).point, pointer, leader.id)
}

/** What is asked for a part of annotation. */
function ofWritten(bench: Bench, part: WrittenPart, at: Point): Step {
  switch (part.of) {
    case 'point':
      return {
        ask: 'Point to what it is to hold on to instead.',
        keys: 'Esc: leave it',
        from: null,
        fields: () => [],
      }
    case 'row':
      return {
        ask: 'Point to where the row is to run, or to a row it is to be in line with; or type how far out.',
        keys: 'On paper from the building, or a real distance from what it measures (Tab) · Esc: leave it',
        from: null,
        fields: () => [
          { key: 'paper', label: 'mm on paper', kind: 'number', shown: '' },
          { key: 'real', label: 'or real', kind: 'length', shown: '' },
        ],
        point: (pointer) => pointer?.point ?? (typedRow(bench) ? at : null),
      }
    case 'width':
      return {
        ask: 'Point to how wide the note is; its lines are broken there.',
        keys: 'Esc: leave it',
        from: null,
        fields: () => [],
      }
    case 'elbow':
      return {
        ask: 'Point to where the text is to stand; near others it comes in line with them.',
        keys: 'Shift: every 15° · Esc: leave it',
        from: null,
        fields: () => [],
        point: (pointer) => pointer && textOf(bench, pointer),
      }
    case 'said':
      return {
        ask: 'Point to where it is to stand.',
        keys: 'Esc: leave it',
        from: null,
        fields: () => [],
      }
    case 'mark':
      return {
        ask: 'Point to where the number is to stand; near its own place it goes back there.',
        keys: 'Esc: leave it',
        from: null,
        fields: () => [],
      }
    case 'round':
      return {
        ask: 'Point to where it is to run.',
        keys: 'Esc: leave it',
        from: null,
        fields: () => [],
      }
    case 'figure':
      return {
        ask: 'Point to where the figure is to stand; near its own place it goes back there.',
        keys: 'Esc: leave it',
        from: null,
        fields: () => [],
      }
  }
}

/** How far out a row is to run, as it was typed; null: nothing was. */
function typedRow(bench: Bench): { readonly paper: number } | { readonly real: number } | null {
  const paper = bench.typed('paper')
  if (paper !== null) return { paper }
  const real = bench.typed('real')
  return real === null ? null : { real }
}

/** On the side pointed to as far out as was typed: from the building on paper, or a real distance from what it measures. */
function typedOffset(bench: Bench, row: Dimension, to: Point): Dimension['offset'] | null {
  const typed = typedRow(bench)
  if (!typed) return null
  const u = unitAt(row.direction)
  const isLeft = cross(u, to) >= middleOf(bench, row)
  if ('real' in typed) return { in: 'real', mm: isLeft ? typed.real : -typed.real }
  const { firstRowPaperMm } = styleOf(bench.project, row.style)
  const more = typed.paper - firstRowPaperMm
  return { in: 'row', side: isLeft ? 'left' : 'right', row: 0, ...(more === 0 ? {} : { morePaperMm: more }) }
}

/** How far to the left of its direction what a row measures lies in the middle. */
function middleOf({ scene }: Bench, { direction, anchors }: Dimension): number {
  const u = unitAt(direction)
  return anchors.reduce((sum, each) => sum + cross(u, holdAnchor(each, scene).point), 0) / anchors.length
}

/** In line with the row pointed to; null: none is that measures the same way. */
function inLineAt(bench: Bench, row: Dimension, to: Point): Dimension['offset'] | null {
  const u = unitAt(row.direction)
  for (const id of pickAt(bench.picture, bench.scene.building, to, bench.reach)) {
    const other = bench.project.find('dimension', id)
    if (!other || id === row.id || other.drawing !== row.drawing) continue
    const last = lineOfRow(other, bench.scene, bench.scale)
    // It runs through what is pointed to: that is no extension line of it.
    const v = unitAt(other.direction)
    if (Math.abs(cross(u, v)) > PARALLEL || Math.abs(cross(v, to) - last) > bench.reach) continue
    const mine = dot(u, v) > 0 ? last : -last
    return { in: 'line', of: id, side: mine >= middleOf(bench, row) ? 'left' : 'right', last: mine }
  }
  return null
}

/** A part of annotation brought elsewhere. */
function pullWritten(
  bench: Bench,
  project: Project,
  record: AnyRecord,
  { written, at }: BoardHandle,
  to: Point,
): Change {
  if (record.kind === 'note')
    return setNotes(project, [record.id], { widthPaperMm: noteWidth(record, to, bench.scale) })
  if (written?.of === 'point' && isTied(record)) {
    const finder = new TieFinder(bench.scene, bench.board)
    const tie = tieOf(record, finder, to, isFromAbove(bench.scene))
    return tieAgain(project, bench.scene, record.id, written.index, tie, bench.scale)
  }
  if (record.kind === 'opening') return pullMark(bench, project, record, to)
  if (record.kind === 'symbol')
    return setSaid(project, record.id, saidMoved(record, bench.scene, to, bench.scale))
  if (record.kind === 'leader') return pullElbow(bench, project, record, to)
  if (record.kind === 'roundDimension') return pullRound(bench, project, record, to)
  return pullRow(bench, project, project.need('dimension', record.id), written as PulledRow, at, to)
}

/** The text of a leader brought to a place. */
function pullElbow({ scene, scale }: Bench, project: Project, leader: Leader, to: Point): Change {
  const { point } = holdAnchor(leader.tip, scene)
  return setElbow(project, leader.id, { x: (to.x - point.x) / scale, y: (to.y - point.y) / scale })
}

/** The number of an opening brought to a place. */
function pullMark({ scene, scale }: Bench, project: Project, opening: Opening, to: Point): Change {
  const wall = scene.building?.get(opening.wall)
  const place = wall && markPlaceAt(wall.shape, opening, to, scale, scene.turned)
  return setMarkPlace(project, opening.id, place ?? null)
}

/** An angle or a round dimension made to run through a place. */
function pullRound({ scene, scale }: Bench, project: Project, record: RoundDimension, to: Point): Change {
  const [a, b, c] = record.anchors.map((anchor) => holdAnchor(anchor, scene).point)
  const arc = roundOf(record, [a!, b!, c!])
  return setRound(project, record.id, arc ? roundThrough(record.measures, arc, to, scale) : {})
}

type PulledRow = Exclude<RowPart, { readonly of: 'point' }>

/** A part of a row brought elsewhere. */
function pullRow(
  bench: Bench,
  project: Project,
  dimension: Dimension,
  row: PulledRow,
  from: Point,
  to: Point,
): Change {
  const { scene, scale } = bench
  switch (row.of) {
    case 'row':
      return setRow(
        project,
        [dimension.id],
        typedOffset(bench, dimension, to) ??
          inLineAt(bench, dimension, to) ??
          rowThrough(dimension, scene, to, scale),
      )
    case 'figure':
      return setFigure(project, dimension.id, row.between, {
        moved: figureMoved(dimension, row.between, [from, to], scene, scale),
      })
  }
}

/** What is asked for a point of something of the building in a view of it. */
function inView(bench: Bench, part: PulledPart, from: { x: number; y: number }, alone: boolean): Step {
  switch (part) {
    case 'level':
      return {
        ask: 'Type the height of the floor above datum, or point to it; what stands on it and above follows.',
        keys: 'Esc: leave it where it is',
        from,
        fields: (at) => [
          {
            key: 'height',
            label: 'floor at',
            kind: 'length',
            shown: formatHeight(bench.typed('height') ?? at?.point.y ?? from.y, bench.units),
          },
        ],
        point: (at: Located | null) => {
          const y = bench.typed('height') ?? at?.point.y
          return y === undefined ? null : { x: from.x, y }
        },
      }
    case 'line from':
    case 'line to':
      return {
        ask: alone ? 'Point to where this line ends.' : 'Point to where the lines on this side end.',
        keys: `A: ${alone ? 'all on this side together' : 'this one alone'} · Esc: leave them where they are`,
        from,
      }
    case 'grid line':
      return {
        ask: 'Type how far the grid line goes, or point to where; the plans follow.',
        keys: 'Tab: turn · Esc: leave it where it is',
        from,
      }
    case 'place':
    case 'sill':
    case 'head':
    case 'start jamb':
    case 'end jamb':
    case 'top':
    case 'foot':
    case 'eaves':
      return {
        ask: 'Type how far it goes, or point to where; the plan follows.',
        keys: 'Tab: turn · Esc: leave it where it is',
        from,
      }
  }
}
