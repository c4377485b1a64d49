import {
  mdiAngleRight,
  mdiArrowCollapseRight,
  mdiContentCut,
  mdiContentDuplicate,
  mdiEyedropper,
  mdiRoundedCorner,
  mdiScissorsCutting,
  mdiTransitConnectionHorizontal,
  mdiVectorDifference,
} from '@mdi/js'
import type { DisplayItem } from '@lamina/core/display'
import {
  cornerItems,
  crossedAt,
  distanceTo,
  setOutLine,
  easeCorners,
  extendItem,
  joinItems,
  lengthenItem,
  offsetItem,
  pieceAt,
  splitItem,
  takeTraits,
  trimItem,
  type Ease,
  type MakeId,
} from '@lamina/core/edit'
import { wallAxis } from '@lamina/core/building'
import { atDistance, nearestOnPath, pathLength, pathOf, type Path, type Point } from '@lamina/core/geometry'
import { pickAt } from '@lamina/core/locate'
import { shapePath } from '@lamina/core/linework'
import type { Change, Id, Project } from '@lamina/core/records'
import { formatLength } from '@lamina/core/units'
import { foresee } from './preview'
import { isHere, type Bench, type Located, type TagField, type Tool } from './tool'
import type { ToolEntry } from './entry'

/** The line or wall under the pointer, with its path. */
export function lineAt(
  bench: Bench,
  p: Point,
  pathOf: (project: Project, id: Id) => Path | null = pathOfRecord,
): { id: Id; path: Path } | null {
  for (const id of pickAt(bench.picture, bench.scene.building, p, bench.reach)) {
    const path = isHere(bench, id) ? pathOf(bench.project, id) : null
    if (path) return { id, path }
  }
  return null
}

export function pathOfRecord(project: Project, id: Id): Path | null {
  const record = project.get(id)
  if (record?.kind === 'linework') return shapePath(record.shape)
  return record?.kind === 'wall' ? pathOf([wallAxis(record)], false) : null
}

/** The line that something is set off from: also of grid lines and guides. */
const offsetPathOf = (project: Project, id: Id): Path | null => {
  const record = project.get(id)
  return (record && setOutLine(record)) ?? pathOfRecord(project, id)
}

const pathItem = (path: Path): DisplayItem => ({
  kind: 'path',
  pen: 'cut',
  vertices: path.vertices.flatMap(({ x, y, sweep }) => [x, y, sweep]),
  closed: path.closed,
  source: null,
})

type Work = (project: Project, makeId: MakeId) => Change

/** A tool that does one thing to the line pointed to, at once and again and again. */
function pointedTool(
  bench: Bench,
  spec: {
    readonly label: string
    readonly ask: string
    readonly keys?: string
    readonly nothing: string
    readonly work: (id: Id, p: Point) => Work
    readonly gone?: (id: Id, p: Point) => readonly DisplayItem[]
    readonly fields?: (at: Located | null) => readonly TagField[]
    /** Dragging across does it to everything the line crosses. */
    readonly across?: boolean
    readonly key?: (letter: string) => boolean
    readonly remark?: () => string
    /** Snaps help to point exactly. */
    readonly snaps?: boolean
  },
): Tool {
  const target = (at: Located | null): { id: Id; p: Point } | null => {
    const found = at && lineAt(bench, at.raw)
    return found ? { id: found.id, p: spec.snaps ? at.point : at.raw } : null
  }
  function act(at: Located | null): void {
    const found = target(at)
    if (!found) bench.warn(spec.nothing)
    else bench.edit(spec.label, spec.work(found.id, found.p))
  }
  return {
    ...(spec.snaps ? {} : { free: true }),
    prompt: () => ({ text: spec.ask, keys: spec.keys ?? 'Esc: put the tool away' }),
    fields: spec.fields ?? (() => []),
    remark: (at) => {
      const found = target(at)
      const refused = found ? foresee(bench, spec.work(found.id, found.p), at).refused : ''
      return [spec.remark?.() ?? '', refused].filter(Boolean).join(' · ')
    },
    last: () => null,
    press: act,
    enter: act,
    back: () => false,
    ...(spec.key ? { key: spec.key } : {}),
    ...(spec.across
      ? {
          dragShape: 'line' as const,
          drag(from: Point, to: Located) {
            const box = bench.inBox(from, to.raw)
            for (const id of box) {
              if (!pathOfRecord(bench.project, id)) continue
              for (const p of crossedAt(bench.project, id, from, to.raw))
                if (bench.project.get(id)) bench.edit(spec.label, spec.work(id, p))
            }
          },
        }
      : {}),
    preview(at) {
      const found = target(at)
      if (!found) return []
      const seen = foresee(bench, spec.work(found.id, found.p), at)
      return seen.items
    },
    gone(at) {
      const found = target(at)
      return found && spec.gone ? spec.gone(found.id, found.p) : []
    },
  }
}

/** Edges chosen to cut at; none: everything that is shown. */
const chosenEdges = (bench: Bench): readonly Id[] | undefined =>
  bench.selection.length > 0 ? bench.selection : undefined

const edgeWords = (bench: Bench): string =>
  bench.selection.length > 0 ? `at the ${bench.selection.length} selected` : 'at everything shown'

/** Takes away the piece between crossings that is pointed to; it is shown before it goes. */
export const trimTool = (bench: Bench): Tool =>
  pointedTool(bench, {
    label: 'Trim',
    ask: 'Point to the piece that goes.',
    keys: 'Drag across several · select edges first to cut only at them',
    nothing: 'There is no line or wall here.',
    across: true,
    work: (id, p) => (project, makeId) => trimItem(project, bench.board, id, p, chosenEdges(bench), makeId),
    gone(id, p) {
      try {
        const found = pieceAt(bench.project, bench.board, id, p, chosenEdges(bench))
        return found ? [pathItem(found.piece)] : []
      } catch {
        return []
      }
    },
    remark: () => edgeWords(bench),
  })

/** Runs the end nearer to the pointer on to the next edge, or by a typed length. */
export function extendTool(bench: Bench): Tool {
  return pointedTool(bench, {
    label: 'Extend',
    ask: 'Point near the end that runs on, or type by how much.',
    keys: 'Drag across several · a length below 0 shortens',
    nothing: 'There is no line or wall here.',
    across: true,
    fields: () => [{ key: 'by', label: 'by', kind: 'length', shown: 'to the next edge' }],
    work: (id, p) => (project) => {
      const by = bench.typed('by')
      return by === null
        ? extendItem(project, bench.board, id, p, chosenEdges(bench))
        : lengthenItem(project, id, p, by)
    },
    remark: () => (bench.typed('by') === null ? edgeWords(bench) : ''),
  })
}

/** Splits a line or wall where it is pointed to, or at a typed distance from its nearer end. */
export function splitTool(bench: Bench): Tool {
  function placeOn(id: Id, p: Point): Point {
    const path = pathOfRecord(bench.project, id)!
    const typed = bench.typed('from')
    if (typed === null) return p
    const whole = pathLength(path)
    const { along } = nearestOnPath(path, p)
    const at = along <= whole / 2 ? typed : whole - typed
    return atDistance(path, at).point
  }
  return pointedTool(bench, {
    label: 'Split',
    ask: 'Point to where it is split, or type the distance from its nearer end.',
    nothing: 'There is no line or wall here.',
    snaps: true,
    fields(at) {
      const found = at && lineAt(bench, at.raw)
      if (!found) return []
      const { along } = nearestOnPath(found.path, at.point)
      const from = Math.min(along, pathLength(found.path) - along)
      return [{ key: 'from', label: 'from its end', kind: 'length', shown: formatLength(from, bench.units) }]
    },
    work: (id, p) => (project, makeId) => splitItem(project, id, placeOn(id, p), makeId),
  })
}

/** Lines at a distance: typed, or through the pointer; to the side pointed to, to both, several at once. */
export function offsetTool(bench: Bench): Tool {
  let chosen: Id | null = null
  let both = false
  const by = (id: Id, at: Located | null): number =>
    bench.typed('by') ?? (at ? distanceTo(bench.project, id, at.point) : 0)
  const count = (): number => Math.round(bench.typed('count') ?? 1)
  const work =
    (id: Id, at: Located | null): Work =>
    (project, makeId) =>
      offsetItem(
        project,
        id,
        { by: by(id, at), towards: at?.raw ?? { x: 0, y: 0 }, both, count: count() },
        makeId,
      )
  function act(at: Located | null): void {
    if (!chosen) {
      const found = at && lineAt(bench, at.raw, offsetPathOf)
      if (!found) bench.warn('There is nothing here to set off from.')
      else chosen = found.id
      return
    }
    if (bench.edit('Offset', work(chosen, at))) chosen = null
  }
  return {
    get free() {
      return chosen === null
    },
    prompt: () =>
      chosen
        ? {
            text: 'Point to the side and type the distance, or point through where it runs.',
            keys: `Tab: how many · D: ${both ? 'one side' : 'both sides'} · Esc: another line`,
          }
        : {
            text: 'Point to the line, wall, grid line or guide to set off from.',
            keys: 'The last distance is kept',
          },
    fields: (at) =>
      chosen
        ? [
            { key: 'by', label: 'by', kind: 'length', shown: formatLength(by(chosen, at), bench.units) },
            { key: 'count', label: 'how many', kind: 'number', shown: '1' },
          ]
        : [],
    remark(at) {
      if (!chosen) return ''
      return [both ? 'on both sides' : '', foresee(bench, work(chosen, at), at).refused]
        .filter(Boolean)
        .join(' · ')
    },
    last: () => null,
    press: act,
    enter: act,
    back() {
      if (!chosen) return false
      chosen = null
      bench.clearTyped()
      return true
    },
    key(letter) {
      if (letter !== 'd' || !chosen) return false
      both = !both
      return true
    },
    preview(at) {
      if (!chosen) {
        const found = at && lineAt(bench, at.raw, offsetPathOf)
        return found ? [pathItem(found.path)] : []
      }
      const path = offsetPathOf(bench.project, chosen)
      return [...(path ? [pathItem(path)] : []), ...foresee(bench, work(chosen, at), at).items]
    },
  }
}

/** What a corner tool makes: its words and the fields it asks for. */
type CornerLabel = 'Corner' | 'Round' | 'Bevel'

/** Brings two lines to a sharp corner, a rounded or a bevelled one; all corners of an outline at once. */
export function cornerTool(bench: Bench, label: CornerLabel): Tool {
  let first: { id: Id; at: Point } | null = null
  const kept = (): readonly [number, number] =>
    label === 'Round' ? [bench.values.roundRadius, 0] : bench.values.bevel
  function keep(first: number, second: number): void {
    if (label === 'Round') bench.values.roundRadius = first
    else if (label === 'Bevel') bench.values.bevel = [first, second]
  }
  const size = (): number => bench.typed('size') ?? kept()[0]
  const other = (): number => bench.typed('other') ?? (bench.typed('size') !== null ? size() : kept()[1])
  const ease = (): Ease =>
    label === 'Bevel' ? { back: size(), otherBack: other() } : { radius: label === 'Corner' ? 0 : size() }
  const work =
    (second: { id: Id; at: Point }): Work =>
    (project, makeId) =>
      cornerItems(project, first!, second, ease(), makeId)
  const whole =
    (id: Id): Work =>
    (project) =>
      easeCorners(project, id, ease())
  const target = (at: Located | null): { id: Id; at: Point } | null => {
    const found = at && lineAt(bench, at.raw)
    return found ? { id: found.id, at: at.raw } : null
  }
  function done(): void {
    keep(size(), other())
    first = null
  }
  const sized = label !== 'Corner'
  return {
    free: true,
    prompt: () => ({
      text: first
        ? 'Point to the second line, on the part that stays.'
        : 'Point to the first line, on the part that stays.',
      keys: `${sized ? 'Type the size · ' : ''}${sized && first ? 'E: every corner of it · ' : ''}Esc: one step back`,
    }),
    fields: () =>
      label === 'Round'
        ? [{ key: 'size', label: 'radius', kind: 'length', shown: formatLength(kept()[0], bench.units) }]
        : label === 'Bevel'
          ? [
              {
                key: 'size',
                label: 'first',
                kind: 'length',
                shown: formatLength(kept()[0], bench.units),
              },
              {
                key: 'other',
                label: 'second',
                kind: 'length',
                shown: formatLength(kept()[1], bench.units),
              },
            ]
          : [],
    remark(at) {
      const second = first && target(at)
      return second ? foresee(bench, work(second), at).refused : ''
    },
    last: () => null,
    press(at) {
      const found = target(at)
      if (!found) bench.warn('There is no line or wall here.')
      else if (!first) first = found
      else if (bench.edit(label, work(found))) done()
    },
    enter() {
      if (sized) keep(size(), other())
      bench.clearTyped()
    },
    back() {
      if (!first) return false
      first = null
      return true
    },
    key(letter) {
      if (letter !== 'e' || !first || !sized) return false
      if (bench.edit(label, whole(first.id))) done()
      return true
    },
    preview(at) {
      const path = first && pathOfRecord(bench.project, first.id)
      const marked = path ? [pathItem(path)] : []
      const second = target(at)
      if (!first) {
        const under = second && pathOfRecord(bench.project, second.id)
        return under ? [pathItem(under)] : []
      }
      return second ? [...marked, ...foresee(bench, work(second), at).items] : marked
    },
  }
}

/** Joins lines or walls: the first one picked keeps its traits. */
export function joinTool(bench: Bench): Tool {
  let picked: Id[] = []
  const work: Work = (project) => joinItems(project, picked)
  return {
    free: true,
    prompt: () => ({
      text:
        picked.length === 0
          ? 'Point to the line whose traits are kept.'
          : 'Point to the others, then press Enter.',
      keys: 'Enter: join · Esc: one step back',
    }),
    fields: () => [],
    remark: () => (picked.length > 1 ? foresee(bench, work).refused : ''),
    last: () => null,
    press(at) {
      const found = lineAt(bench, at.raw)
      if (!found) bench.warn('There is no line or wall here.')
      else picked = picked.includes(found.id) ? picked.filter((id) => id !== found.id) : [...picked, found.id]
    },
    enter() {
      if (bench.edit('Join', work)) picked = []
    },
    back() {
      if (picked.length === 0) return false
      picked = picked.slice(0, -1)
      return true
    },
    drag(from, to) {
      picked = [
        ...new Set([...picked, ...bench.inBox(from, to.raw).filter((id) => pathOfRecord(bench.project, id))]),
      ]
    },
    dragShape: 'box',
    preview: () =>
      picked.flatMap((id) => {
        const path = pathOfRecord(bench.project, id)
        return path ? [pathItem(path)] : []
      }),
  }
}

/** Gives what is pointed to the traits of a first thing: layer, pen, line type, wall type, filling. */
export function traitsTool(bench: Bench): Tool {
  let model: Id | null = null
  return {
    free: true,
    prompt: () => ({
      text: model ? 'Point to what gets the same traits.' : 'Point to what the traits come from.',
      keys: model ? 'Drag a box for several · Esc: take them from something else' : 'Esc: put the tool away',
    }),
    fields: () => [],
    last: () => null,
    press(at) {
      const [found] = pickAt(bench.picture, bench.scene.building, at.raw, bench.reach)
      if (!found) bench.warn('There is nothing here.')
      else if (!model) model = found
      else {
        const from = model
        bench.edit('Take traits', (project) => takeTraits(project, from, [found]))
      }
    },
    enter: () => undefined,
    drag(from, to) {
      const source = model
      const found = bench.inBox(from, to.raw)
      if (source && found.length > 0)
        bench.edit('Take traits', (project) => takeTraits(project, source, found))
    },
    dragShape: 'box',
    back() {
      if (!model) return false
      model = null
      return true
    },
    preview: () => (model === null ? [] : bench.picture.of(model).flatMap(({ items }) => items)),
  }
}

/** What works on edges. */
export const EDGE_TOOLS = {
  offset: {
    stage: 'walls',
    under: 'Change',
    name: 'Offset',
    icon: mdiContentDuplicate,
    key: 'a',
    change: true,
    on: 'any',
    make: offsetTool,
  },
  trim: {
    stage: 'walls',
    under: 'Change',
    name: 'Trim',
    icon: mdiContentCut,
    key: 'k',
    change: true,
    keeps: true,
    on: 'any',
    make: trimTool,
  },
  extend: {
    stage: 'walls',
    under: 'Change',
    name: 'Extend',
    icon: mdiArrowCollapseRight,
    change: true,
    keeps: true,
    on: 'any',
    make: extendTool,
  },
  split: {
    stage: 'walls',
    under: 'Change',
    name: 'Split',
    icon: mdiScissorsCutting,
    change: true,
    on: 'any',
    make: splitTool,
  },
  join: {
    stage: 'walls',
    under: 'Change',
    name: 'Join',
    icon: mdiTransitConnectionHorizontal,
    key: 'j',
    change: true,
    on: 'any',
    make: joinTool,
  },
  corner: {
    stage: 'walls',
    under: 'Change',
    name: 'Corner',
    icon: mdiAngleRight,
    change: true,
    on: 'any',
    make: (bench) => cornerTool(bench, 'Corner'),
  },
  round: {
    stage: 'walls',
    under: 'Change',
    name: 'Round',
    icon: mdiRoundedCorner,
    change: true,
    on: 'any',
    make: (bench) => cornerTool(bench, 'Round'),
  },
  bevel: {
    stage: 'walls',
    under: 'Change',
    name: 'Bevel',
    icon: mdiVectorDifference,
    change: true,
    on: 'any',
    make: (bench) => cornerTool(bench, 'Bevel'),
  },
  traits: {
    stage: 'walls',
    under: 'Change',
    name: 'Take traits',
    icon: mdiEyedropper,
    change: true,
    on: 'any',
    make: traitsTool,
  },
} satisfies Record<string, ToolEntry>
