import { mdiShapeOutline } from '@mdi/js'
import { hostIn } from '@lamina/core/derive'
import { blockSource, findBlock, partsBox, partsOf, sizeOf } from '@lamina/core/blocks'
import { wallAxis } from '@lamina/core/building'
import { placementItems } from '@lamina/core/derive'
import { textItem, type DisplayItem } from '@lamina/core/display'
import {
  addOwnSymbols,
  placeBlock,
  rowPlaces,
  runPlaces,
  sizeFor,
  type BlockPlace,
  type MakeId,
} from '@lamina/core/edit'
import {
  angleOf,
  distance,
  normalAngle,
  pathOf,
  subtract,
  type Path,
  type Point,
} from '@lamina/core/geometry'
import { shapePath } from '@lamina/core/linework'
import { clearances, pickAt } from '@lamina/core/locate'
import type { Block, BlockSize, Change, PaperSymbol, Project } from '@lamina/core/records'
import { formatAngle, formatLength } from '@lamina/core/units'
import { seatedAt, type Seated } from './blockSeat'
import { nextWay, type Way } from './drawing'
import { FROM_WORDS } from './opening'
import { foresee, segmentItem } from './preview'
import type { Bench, Located, TagField, Tool } from './tool'
import type { ToolEntry } from './entry'

export const BLOCK_WAYS: readonly Way[] = [
  { id: 'one', name: 'One by one' },
  { id: 'pointed', name: 'Turned to a second point' },
  { id: 'row', name: 'In a row' },
  { id: 'run', name: 'A run along a line' },
]

/** What the next placement of a block is like; kept from one to the next. */
/**
 * A block placed again and again, at true size under the pointer: turned as typed or by quarters, with its back
 * against the wall pointed to, in a row, or as a run along a line. While one is moved, the clear distances to what
 * lies around it are shown.
 */
export function blockTool(bench: Bench): Tool {
  let turn = 0
  let mirrored = false
  let seated = true
  let count = 0
  let pitch = 600
  let first: Point | null = null
  const way = (): string => bench.way('one')
  const single = (): boolean => way() === 'one' || way() === 'pointed'
  const turnNow = (): number => bench.typed('turn') ?? turn
  const chosen = (): Block | undefined =>
    bench.values.block === null ? undefined : findBlock(bench.project, bench.values.block)
  const source = (id: string): Block | undefined => blockSource(bench.project)(id)

  function size(block: Block): BlockSize | undefined {
    const { width, depth } = bench.values.blockSize
    const wanted = {
      width: bench.typed('width') ?? width ?? undefined,
      depth: bench.typed('depth') ?? depth ?? undefined,
    }
    if (wanted.width === undefined && wanted.depth === undefined) return undefined
    if ((block.sizing ?? 'fixed') === 'fixed') return undefined
    const x = (wanted.width ?? block.width) / block.width
    const y = (wanted.depth ?? block.depth) / block.depth
    // What cannot be is refused where it is placed, with its reason.
    return x > 0 && y > 0 ? sizeFor(block, wanted) : { x, y }
  }
  const use = (block: Block) => {
    const factors = size(block)
    return {
      ...(factors ? { size: factors } : {}),
      ...(block.recipe ? { parameters: bench.values.blockParameters } : {}),
    }
  }

  /** Where one stands: at the pointer, or with its back against the wall near it. */
  function placeAt(block: Block, at: Located): BlockPlace {
    const seat = seatOf(block, at)
    return seat
      ? { at: seat.at, turn: normalAngle(seat.turn), mirrored }
      : { at: at.point, turn: turnNow(), mirrored }
  }
  /** Against which wall, and how far along it; null where it stands free. */
  function seatOf(block: Block, at: Located | null): Seated | null {
    if (!at || !seated || way() !== 'one' || !block.atWall || bench.typed('turn') !== null) return null
    return seatedAt(bench, at, partsBox(partsOf(block, use(block), source)), mirrored, bench.typed('beside'))
  }
  function lineAt(at: Located): Path | null {
    for (const id of pickAt(bench.picture, bench.scene.building, at.raw, bench.reach)) {
      const record = bench.project.get(id)
      if (record?.kind === 'linework') return shapePath(record.shape)
      if (record?.kind === 'rail') return record.path
      if (record?.kind === 'wall') return pathOf([wallAxis(record)], false)
    }
    return null
  }
  const countNow = (): number | undefined => {
    const typed = bench.typed('count')
    return typed === null ? (count > 0 ? count : undefined) : Math.round(typed)
  }

  /** The places a press here would fill; null when more has to be pointed to. */
  function places(block: Block, at: Located): BlockPlace[] | null {
    if (way() === 'run') {
      const path = lineAt(at)
      return path && runPlaces(path, bench.typed('pitch') ?? pitch, turnNow(), mirrored)
    }
    if (way() === 'row') {
      if (!first) return null
      const many = bench.typed('pitch') === null ? countNow() : undefined
      return rowPlaces(
        first,
        at.point,
        many === undefined ? { pitch: bench.typed('pitch') ?? pitch } : { count: many },
        turn,
        mirrored,
      )
    }
    if (way() === 'pointed' && first) {
      const pointed = distance(at.point, first) < 1 ? turn : angleOf(subtract(at.point, first))
      return [{ at: { x: first.x, y: first.y }, turn: bench.typed('turn') ?? pointed, mirrored }]
    }
    return [placeAt(block, at)]
  }
  const edit =
    (block: Block, at: Located) =>
    (project: Project, makeId: MakeId): Change => {
      const made = { block: block.id, places: places(block, at) ?? [] }
      return block.sizing === 'paper'
        ? addOwnSymbols(project, { ...made, drawing: bench.board.id }, makeId)
        : placeBlock(project, { ...hostIn(bench.scene), ...made, ...use(block) }, makeId)
    }

  function place(at: Located | null): void {
    const block = chosen()
    if (!block) {
      bench.warn('Choose a block in the drawer first.')
      return
    }
    if (!at) return
    if ((way() === 'row' || way() === 'pointed') && !first) {
      first = at.point
      bench.clearTyped()
      return
    }
    if (way() === 'run' && !lineAt(at)) {
      bench.warn('Point to a line, a balustrade or a wall for the run to follow.')
      return
    }
    const label = { row: 'Row of blocks', run: 'Run' }[way()] ?? 'Block'
    if (!bench.edit(label, edit(block, at))) return
    bench.placed(block.id)
    const { width, depth } = bench.values.blockSize
    bench.values.blockSize = { width: bench.typed('width') ?? width, depth: bench.typed('depth') ?? depth }
    pitch = bench.typed('pitch') ?? pitch
    count = bench.typed('pitch') === null ? (countNow() ?? 0) : 0
    if (way() === 'one') turn = normalAngle(turnNow())
    first = null
    bench.clearTyped()
  }

  function preview(at: Located | null): readonly DisplayItem[] {
    const block = chosen()
    if (!block || !at) return []
    if (way() === 'row' && first && Math.hypot(at.point.x - first.x, at.point.y - first.y) < 1) return []
    const { change } = foresee(bench, edit(block, at), at)
    const made = change?.put.slice(0, MOST_SHOWN) ?? []
    const placed = made.filter((record) => record.kind === 'placement')
    const items = placed.flatMap((record) => placementItems(record, block, source, bench.scale))
    for (const record of made) if (record.kind === 'symbol') items.push(...symbolItems(record, block))
    if (way() === 'row' && first) items.push(segmentItem(first, at.point, 'light'))
    const [one] = placed
    return single() && one ? [...items, ...distanceItems(block, one)] : items
  }

  /** A symbol as it will be drawn; its block may not have come into the project yet. */
  const symbolItems = ({ anchors, turn = 0 }: PaperSymbol, block: Block): DisplayItem[] =>
    placementItems(
      {
        id: null,
        at: anchors[0]!.last,
        turn,
        mirrored: false,
        size: { x: bench.scale, y: bench.scale },
      },
      block,
      source,
      bench.scale,
    )

  /** The clear distances from the block to what lies around it. */
  function distanceItems(block: Block, placed: BlockPlace): DisplayItem[] {
    const box = partsBox(partsOf(block, use(block), source))
    const height = 2.2 * bench.scale
    return clearances(bench.field, placed, box).flatMap(({ from, to, length }) => {
      const middle = { x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 - height / 2 }
      return [
        segmentItem(from, to, 'light'),
        textItem(formatLength(length, bench.units), middle, { height, align: 'middle' }),
      ]
    })
  }

  const length = (key: string, label: string, mm: number): TagField => ({
    key,
    label,
    kind: 'length',
    shown: formatLength(mm, bench.units),
  })

  return {
    prompt() {
      const name = chosen()?.name ?? 'block'
      if (way() === 'row')
        return {
          text: first ? 'Point to where the row ends.' : 'Point to where the row starts.',
          keys: 'Tab: how many, pitch · R: quarter turn · M: mirrored · A: another way',
        }
      if (way() === 'run')
        return {
          text: 'Point to the line that the run follows; type its pitch.',
          keys: 'R: quarter turn · M: mirrored · A: another way',
        }
      if (way() === 'pointed' && first)
        return {
          text: 'Point to where its width runs, or type its turn.',
          keys: 'M: mirrored · Esc: one step back',
        }
      const wall =
        way() === 'one' && chosen()?.atWall
          ? ` · W: ${seated ? 'free of walls · F: from where' : 'against walls'}`
          : ''
      return {
        text: `Point to where it stands: ${name}. ${seated && wall ? 'At a wall, type how far along it.' : 'Or type its turn.'}`,
        keys: `R: quarter turn · M: mirrored${wall} · A: another way`,
      }
    },
    fields(at) {
      const block = chosen()
      if (!block) return []
      if (way() === 'run') return [length('pitch', 'pitch', pitch)]
      if (way() === 'row')
        return first
          ? [
              {
                key: 'count',
                label: 'how many',
                kind: 'number',
                shown: count > 0 ? String(count) : 'by pitch',
              },
              length('pitch', 'pitch', pitch),
            ]
          : []
      const turned = (at && places(block, at)?.[0]?.turn) ?? turnNow()
      const seat = seatOf(block, at)?.measured
      const fields: TagField[] = [
        ...(seat ? [length('beside', FROM_WORDS[seat.base.from], seat.distance)] : []),
        { key: 'turn', label: 'turn', kind: 'angle', shown: formatAngle(turned, 1) },
      ]
      const { width, depth } = sizeOf(block, use(block))
      // A tenth of its own size can hardly be meant.
      const sized = (key: 'width' | 'depth', mm: number): TagField => ({
        ...length(key, key, mm),
        least: block[key] / 10,
      })
      if (block.sizing === 'uniform') fields.push(sized('width', width))
      if (block.sizing === 'stretch') fields.push({ ...sized('width', width), by: 'depth' })
      if (block.sizing === 'stretch') fields.push(sized('depth', depth))
      return fields
    },
    remark(at) {
      const block = chosen()
      if (!block || !at || (way() === 'row' && !first)) return ''
      const { change, refused } = foresee(bench, edit(block, at), at)
      const many = change?.put.filter(({ kind }) => kind === 'placement' || kind === 'symbol').length ?? 0
      return refused || (single() ? '' : `${many} in all`)
    },
    last: () => first,
    from(at) {
      const block = chosen()
      const there = (block && seatOf(block, at)?.from) ?? []
      if (there.length === 0) return false
      const { measured } = bench.values
      const next = there[(there.indexOf(measured.from) + 1) % there.length]!
      bench.values.measured = { ...measured, from: next }
      return true
    },
    press: place,
    enter: place,
    back() {
      if (!first) return false
      first = null
      return true
    },
    unpoint() {
      if (!first) return false
      first = null
      return true
    },
    key(key) {
      if (key === 'r') {
        turn = normalAngle(turnNow() + Math.PI / 2)
        bench.clearTyped()
      } else if (key === 'm') mirrored = !mirrored
      else if (key === 'w' && way() === 'one' && chosen()?.atWall) seated = !seated
      else if (key === 'a') {
        first = null
        bench.setWay(nextWay(BLOCK_WAYS, way()))
      } else return false
      return true
    },
    preview,
  }
}

/** More than this are not all shown before they are placed. */
const MOST_SHOWN = 300

/** Blocks. */
export const BLOCK_TOOLS = {
  block: {
    stage: 'fit-out',
    under: 'Blocks',
    name: 'Place block',
    icon: mdiShapeOutline,
    key: 'p',
    ways: BLOCK_WAYS,
    on: 'any',
    make: blockTool,
  },
} satisfies Record<string, ToolEntry>
