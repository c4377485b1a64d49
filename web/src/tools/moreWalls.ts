import { mdiMapMarkerPath, mdiPillar, mdiVectorSquare, mdiWall } from '@mdi/js'
import {
  addColumn,
  addWalls,
  addWallsBeside,
  besideFrom,
  wallsAlong,
  type WallsBeside,
} from '@lamina/core/edit'
import { inWall, typeThickness, type SolvedWall } from '@lamina/core/building'
import { pictureFrom } from '@lamina/core/derive'
import { pickAt } from '@lamina/core/locate'
import { cross, subtract, unitAt, type Point } from '@lamina/core/geometry'
import { axesOf, type Column, type Id, type Project } from '@lamina/core/records'
import { formatLength } from '@lamina/core/units'
import { nextWay, type Way } from './drawing'
import { RECTANGLE_WAYS, depthStep, rectangleCorners } from './rectangle'
import { examples } from './examples'
import { lineAt } from './edges'
import { foresee, foreseenItems } from './preview'
import { stepTool } from './steps'
import { withThickness } from './thickness'
import type { PlanBench, Located, Tool } from './tool'
import type { ToolEntry } from './entry'
import { NEXT_SIDE, SIDE_WORDS, nextWallType } from './values'

/** The least side of walls around something that is likely meant, mm. */
const SMALLEST_HOUSE = 1200

/** Four walls around a rectangle whose outside or inside size is typed. */
export function wallBoxTool(bench: PlanBench): Tool {
  const way = (): string => bench.way('corners')
  let inside = false
  const u = (): Point => unitAt(axesOf(bench.board))
  return stepTool(bench, {
    label: 'Walls',
    walls: true,
    step(given) {
      const keys = `I: ${inside ? 'outside' : 'inside'} size · A: another way`
      if (given.length === 0)
        return { ask: `Point to a corner of the ${inside ? 'inside' : 'outside'}.`, keys }
      if (way() === 'base') {
        if (given.length === 1) return { ask: 'Type the length of one side, or point.', keys, least: 600 }
        return given.length === 2 ? depthStep(bench, given[0]!, given[1]!) : null
      }
      if (given.length > 1) return null
      const from = given[0]!
      const k = way() === 'centre' ? 2 : 1
      const sized = (at: Located | null): Point | null => {
        const width = bench.typed('width')
        const depth = bench.typed('depth')
        const d = at ? subtract(at.point, from) : { x: 1, y: 1 }
        const v = u()
        const along = d.x * v.x + d.y * v.y
        const aside = cross(v, d)
        const x = width === null ? along : ((along < 0 ? -1 : 1) * width) / k
        const y = depth === null ? aside : ((aside < 0 ? -1 : 1) * depth) / k
        return { x: from.x + v.x * x - v.y * y, y: from.y + v.y * x + v.x * y }
      }
      return {
        ask: `Type the ${inside ? 'inside' : 'outside'} width and depth, or point to the far corner.`,
        keys: `Tab: depth · ${keys}`,
        fields: (at) => {
          const p = sized(at) ?? from
          const d = subtract(p, from)
          const v = u()
          return [
            {
              key: 'width',
              by: 'depth',
              label: 'width',
              kind: 'length',
              shown: formatLength(Math.abs(d.x * v.x + d.y * v.y) * k, bench.units),
              least: SMALLEST_HOUSE,
            },
            {
              key: 'depth',
              label: 'depth',
              kind: 'length',
              shown: formatLength(Math.abs(cross(v, d)) * k, bench.units),
              least: SMALLEST_HOUSE,
            },
          ]
        },
        point: sized,
      }
    },
    edit(given, project, makeId) {
      const corners = rectangleCorners(given, way(), u())
      // Round clockwise, so that the walls' left side lies outside.
      const area = cross(subtract(corners[1]!, corners[0]!), subtract(corners[2]!, corners[1]!))
      const points = area > 0 ? [corners[0]!, corners[3]!, corners[2]!, corners[1]!] : corners
      return addWalls(
        project,
        {
          level: bench.scene.level.id,
          type: nextWallType(bench.project, bench.values),
          reference: inside ? 'right' : 'left',
          points,
          closed: true,
        },
        makeId,
      )
    },
    key(letter) {
      if (letter === 'a') bench.setWay(nextWay(RECTANGLE_WAYS, way()))
      else if (letter === 'i') inside = !inside
      else return false
      return true
    },
    remark: () => (inside ? 'inside size' : 'outside size'),
  })
}

/** Between what the distances of walls side by side are taken, and how the tag says it. */
const BETWEEN: Readonly<Record<WallsBeside['between'], { readonly label: string; readonly words: string }>> =
  {
    faces: { label: 'clear', words: 'face to face' },
    axes: { label: 'axis to axis', words: 'axis to axis' },
    outsides: { label: 'outside', words: 'from outside to outside' },
  }

/**
 * Walls parallel to another at typed distances, several in one go; they end at the nearest walls around the place pointed
 * to, or run as far as the other does.
 */
export function wallBesideTool(bench: PlanBench): Tool {
  let host: SolvedWall | null = null
  let between: WallsBeside['between'] = 'faces'
  let whole = false
  const under = (at: Located): SolvedWall | null => {
    const [id] = pickAt(pictureFrom([]), bench.scene.building, at.raw, bench.reach)
    return id ? (bench.scene.building.get(id) ?? null) : null
  }
  const own = (): number =>
    typeThickness(bench.project.need('wallType', nextWallType(bench.project, bench.values)))
  function aim(at: Located | null): Omit<WallsBeside, 'wall' | 'type'> {
    const { shape } = host!
    const aside = at ? inWall(shape, at.point).aside : shape.high + 1000
    const side = aside > (shape.low + shape.high) / 2 ? 'left' : 'right'
    const clear = Math.max(0, side === 'left' ? aside - shape.high : shape.low - aside)
    const more = { faces: 0, axes: (shape.thickness + own()) / 2, outsides: shape.thickness + own() }[between]
    const typed = bench.typedAll('clear')
    return {
      side,
      between,
      distances: typed.length > 0 ? typed : [clear + more],
      within: whole ? null : (at?.raw ?? null),
    }
  }
  const work = (at: Located | null) => {
    const aimed = aim(at)
    const { id } = host!.shape
    return (project: Project, makeId: () => string) =>
      addWallsBeside(project, { wall: id, ...aimed, type: nextWallType(bench.project, bench.values) }, makeId)
  }
  function act(at: Located | null): void {
    if (!host) {
      host = at && under(at)
      if (!host) bench.warn('There is no wall here.')
    } else if (bench.edit(aim(at).distances.length > 1 ? 'Walls' : 'Wall', work(at))) {
      host = null
      bench.clearTyped()
    }
  }
  return {
    walls: true,
    get free() {
      return host === null
    },
    prompt: () =>
      host
        ? {
            text: `Point to the side and type the distance, ${BETWEEN[between].words}; several with ; between: ${examples(bench.units).distances}.`,
            keys: `Tab: one more · F: from where · L: ${whole ? 'to the nearest walls' : 'as long as the other'} · Esc: another wall`,
          }
        : { text: 'Point to the wall it is to run beside.', keys: 'Esc: put the tool away' },
    fields: (at) =>
      host
        ? [
            {
              key: 'clear',
              label: BETWEEN[between].label,
              kind: 'lengths',
              shown: formatLength(aim(at).distances[0]!, bench.units),
              least: 300,
            },
          ]
        : [],
    remark(at) {
      if (!host) return ''
      const { distances } = aim(at)
      const many = distances.length > 1 ? `${distances.length} walls` : ''
      const ends = whole ? 'as long as the other' : 'to the nearest walls'
      return [many, ends, foresee(bench, work(at), at).refused].filter(Boolean).join(' · ')
    },
    from() {
      between = besideFrom[(besideFrom.indexOf(between) + 1) % besideFrom.length]!
      return true
    },
    key(letter) {
      if (letter !== 'l' || !host) return false
      whole = !whole
      return true
    },
    last: () => null,
    press: act,
    enter: act,
    back() {
      if (!host) return false
      host = null
      bench.clearTyped()
      return true
    },
    preview(at) {
      const shown = host ?? (at && under(at))
      if (!shown) return []
      return [...foreseenItems(bench, shown.shape.wall), ...(host ? foresee(bench, work(at), at).items : [])]
    },
  }
}

/** Walls along drafted lines: those selected, or the one pointed to. */
export function wallAlongTool(bench: PlanBench): Tool {
  const ids = (at: Located | null): Id[] => {
    const lines = bench.selection.filter((id) => bench.project.find('linework', id))
    if (lines.length > 0) return lines
    const found = at && lineAt(bench, at.raw)
    return found && bench.project.find('linework', found.id) ? [found.id] : []
  }
  /** The lines go as the walls come. */
  let instead = false
  const work = (at: Located | null) => (project: Parameters<typeof wallsAlong>[0], makeId: () => string) =>
    wallsAlong(
      project,
      {
        level: bench.scene.level.id,
        type: nextWallType(bench.project, bench.values),
        reference: bench.values.reference,
        lines: ids(at),
        instead,
      },
      makeId,
    )
  function act(at: Located | null): void {
    if (ids(at).length === 0) bench.warn('Point to a drafted line that the walls are to follow.')
    else if (bench.edit('Walls', work(at))) bench.select([])
  }
  return {
    free: true,
    prompt: () => ({
      text:
        bench.selection.length > 0
          ? 'Press Enter: walls along the lines selected.'
          : 'Point to the line that the walls are to follow.',
      keys: `R: other side · K: ${instead ? 'the lines stay' : 'the lines go, walls in their place'}`,
    }),
    fields: () => [],
    remark: (at) =>
      (ids(at).length > 0 && foresee(bench, work(at), at).refused) ||
      `${instead ? 'in place of the line' : 'the line stays'} · drawn on ${SIDE_WORDS[bench.values.reference]}`,
    last: () => null,
    press: act,
    enter: act,
    back: () => false,
    key(letter) {
      if (letter === 'r') bench.values.reference = NEXT_SIDE[bench.values.reference]
      else if (letter === 'k') instead = !instead
      else return false
      return true
    },
    preview: (at) => (ids(at).length > 0 ? foresee(bench, work(at), at).items : []),
  }
}

export const COLUMN_WAYS: readonly Way[] = [
  { id: 'rectangular', name: 'Rectangular' },
  { id: 'round', name: 'Round' },
]

/** Columns set one after the other with their last sizes. */
export function columnTool(bench: PlanBench): Tool {
  const way = (): string => bench.way('rectangular')
  const size = () => {
    const { width, depth, turn } = bench.values.column
    return {
      width: bench.typed('width') ?? width,
      depth: bench.typed('depth') ?? depth,
      turn: bench.typed('turn') ?? turn,
    }
  }
  function section(): Column['section'] {
    const { width, depth } = size()
    return way() === 'round' ? { form: 'round', diameter: width } : { form: 'rectangular', width, depth }
  }
  const tool = stepTool(bench, {
    label: 'Column',
    walls: true,
    step: (given) =>
      given.length > 0
        ? null
        : {
            ask: 'Type its size, then point to its middle.',
            keys: 'Tab: depth, turn · A: another way',
            fields: () => {
              const { width, depth, turn } = bench.values.column
              const shown = (mm: number): string => formatLength(mm, bench.units)
              return way() === 'round'
                ? [{ key: 'width', label: 'diameter', kind: 'length', shown: shown(width), least: 60 }]
                : [
                    {
                      key: 'width',
                      by: 'depth',
                      label: 'width',
                      kind: 'length',
                      shown: shown(width),
                      least: 60,
                    },
                    { key: 'depth', label: 'depth', kind: 'length', shown: shown(depth), least: 60 },
                    {
                      key: 'turn',
                      label: 'turn',
                      kind: 'angle',
                      shown: `${Math.round((turn * 180) / Math.PI)}°`,
                    },
                  ]
            },
            point: (at) => at?.point ?? null,
          },
    edit: ([at], project, makeId) =>
      addColumn(
        project,
        {
          level: bench.scene.level.id,
          material: bench.values.columnMaterial ?? bench.project.all('material')[0]!.id,
          at: at!,
          turn: size().turn + axesOf(bench.board),
          section: section(),
        },
        makeId,
      ),
    key: (letter) => letter === 'a' && (bench.setWay(nextWay(COLUMN_WAYS, way())), true),
    done: () => void (bench.values.column = size()),
  })
  return {
    ...tool,
    // Sizes stay for the next one; Enter only takes them up.
    enter(at) {
      const typing = ['width', 'depth', 'turn'].some((key) => bench.typedText(key) !== '')
      if (!typing) return tool.enter(at)
      bench.values.column = size()
      bench.clearTyped()
    },
  }
}

/** Walls at once, and columns. */
export const MORE_WALL_TOOLS = {
  'wall-box': {
    stage: 'walls',
    under: 'Draw',
    name: 'Walls in a rectangle',
    icon: mdiVectorSquare,
    ways: RECTANGLE_WAYS,
    on: 'plans',
    make: (bench) => withThickness(bench, wallBoxTool(bench)),
  },
  'wall-beside': {
    stage: 'walls',
    under: 'Draw',
    name: 'Wall beside a wall',
    icon: mdiWall,
    on: 'plans',
    make: (bench) => withThickness(bench, wallBesideTool(bench)),
  },
  'wall-along': {
    stage: 'walls',
    under: 'Draw',
    name: 'Walls along lines',
    icon: mdiMapMarkerPath,
    keeps: true,
    on: 'plans',
    make: (bench) => withThickness(bench, wallAlongTool(bench)),
  },
  column: {
    stage: 'walls',
    under: 'Draw',
    name: 'Column',
    icon: mdiPillar,
    ways: COLUMN_WAYS,
    on: 'plans',
    make: columnTool,
  },
} satisfies Record<string, ToolEntry>
