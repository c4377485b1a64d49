import { cutHeightAt, ownCut } from '@lamina/core/building'
import {
  mdiDotsHorizontal,
  mdiFence,
  mdiFormatLineSpacing,
  mdiHomeExportOutline,
  mdiHomeRoof,
  mdiLayersOutline,
  mdiSelectOff,
  mdiSlopeUphill,
  mdiStairs,
} from '@mdi/js'
import { overheadItems, rampItems, slopeWords, stairItems } from '@lamina/core/derive'
import type { DisplayItem } from '@lamina/core/display'
import { stairOf } from '@lamina/core/stairs'
import {
  addDormer,
  addFraming,
  addOverhead,
  addRail,
  addRamp,
  addRoof,
  addSlab,
  addStair,
  addVoid,
  type MakeId,
} from '@lamina/core/edit'
import {
  angleOf,
  asStored,
  distance,
  flattenPath,
  offsetFrom,
  pathArea,
  pathOfPoints,
  subtract,
  unitAt,
  type Path,
  type Point,
} from '@lamina/core/geometry'
import type { Change, Id, Project, Ramp, Stair } from '@lamina/core/records'
import { spacesOf } from '@lamina/core/rooms'
import { usualEaves } from '@lamina/core/solids'
import { formatAngle, formatArea, formatLength } from '@lamina/core/units'
import { lengthField, nextWay, type Way } from './drawing'
import { examples } from './examples'
import { polarFields } from './polar'
import { acrossOf, rectangleCorners, sizeStep } from './rectangle'
import { chainTool } from './polyline'
import { foresee } from './preview'
import { stepTool } from './steps'
import type { Bench, Located, PlanBench, Prompt, TagField, Tool } from './tool'
import type { ToolEntry } from './entry'

export const STAIR_WAYS: readonly Way[] = [
  { id: 'straight', name: 'Straight' },
  { id: 'quarter turn', name: 'Quarter turn, landing' },
  { id: 'winders', name: 'Quarter turn, winders' },
  { id: 'half turn', name: 'Half turn' },
  { id: 'curved', name: 'Curved' },
]
export const OUTLINE_WAYS: readonly Way[] = [
  { id: 'drawn', name: 'An outline drawn' },
  { id: 'corners', name: 'Two corners' },
  { id: 'walls', name: 'The outside of the walls' },
  { id: 'room', name: 'The room pointed to' },
]
export const OVERHEAD_WAYS: readonly Way[] = [
  { id: 'line', name: 'Along a line' },
  { id: 'drawn', name: 'An outline drawn' },
  { id: 'corners', name: 'Two corners' },
]

/** A stair from the middle of its first riser, the way up pointed or typed. */
export function stairTool(bench: PlanBench): Tool {
  const form = (): Stair['form'] => bench.way('straight') as Stair['form']
  /** The part of the first riser that is pointed to. */
  let by: 'middle' | 'left side' | 'right side' = 'middle'
  const facts = (at: Point, turn: number): Omit<Stair, 'id' | 'kind'> => {
    const { stair } = bench.values
    const width = bench.typed('width') ?? stair.width
    const aside = { middle: 0, 'left side': -width / 2, 'right side': width / 2 }[by]
    const middle = offsetFrom(at, unitAt(turn), 0, aside)
    const risers = bench.typed('risers')
    return {
      ...stair,
      form: form(),
      level: bench.scene.level.id,
      width,
      going: bench.typed('going') ?? stair.going,
      risers: risers === null ? stair.risers : Math.round(risers),
      at: { x: middle.x, y: middle.y },
      turn,
    }
  }
  const turnOf = (a: Point, b: Point): number => angleOf(subtract(b, a))
  return stepTool(bench, {
    label: 'Stair',
    walls: true,
    step(given) {
      if (given.length === 0)
        return {
          ask: `Point to the ${by} of the first riser.`,
          keys: 'L: by its left, middle or right · A: another form · H: turns to the other side',
        }
      if (given.length > 1) return null
      const [a] = given
      return {
        ask: 'Point the way up, or type its turn.',
        keys: 'Tab: width, going, risers · L: by its left, middle or right · A: another form · H: turns to the other side · Esc: one step back',
        fields: (at) => stairFields(bench, a!, at, facts(a!, 0)),
        point: (at) => wayPoint(bench, a!, at),
      }
    },
    edit: ([a, b], project, makeId) => addStair(project, facts(a!, turnOf(a!, b!)), makeId),
    done: () => {
      bench.values.stair = {
        ...bench.values.stair,
        width: bench.typed('width') ?? bench.values.stair.width,
        going: bench.typed('going') ?? bench.values.stair.going,
      }
    },
    key(letter) {
      if (letter === 'a') bench.setWay(nextWay(STAIR_WAYS, form()))
      else if (letter === 'l')
        by = by === 'middle' ? 'left side' : by === 'left side' ? 'right side' : 'middle'
      else if (letter === 'h') {
        const { hand } = bench.values.stair
        bench.values.stair = { ...bench.values.stair, hand: hand === 'left' ? 'right' : 'left' }
      } else return false
      return true
    },
    sketch([a, b]) {
      if (!a) return []
      const stair: Stair = { id: 'preview', kind: 'stair', ...facts(a, b ? turnOf(a, b) : 0) }
      const cut = cutHeightAt(bench.scene.level, ownCut(bench.scene.board), a)
      return stairItems(bench.project, stair, 'leaves', bench.scale, { overhead: true }, cut)
    },
    remark([a, b]) {
      if (!a) return ''
      return stairWords(bench, { id: 'preview', kind: 'stair', ...facts(a, b ? turnOf(a, b) : 0) })
    },
  })
}

/** "15 risers of 187 · 2R + G 623", and what lies outside the limits. */
export function stairWords(bench: Pick<Bench, 'project' | 'units'>, stair: Stair): string {
  const solved = stairOf(bench.project, stair)
  if (!solved) return ''
  const mm = (value: number): string => formatLength(value, bench.units)
  return [
    `${solved.risers} risers of ${mm(solved.rise)}`,
    `2R + G ${mm(solved.sum)}`,
    ...solved.warnings,
  ].join(' · ')
}

/** A point on the way up: in the typed direction, or where the pointer is. */
function wayPoint(bench: PlanBench, from: Point, at: Located | null): Point | null {
  const turn = bench.typed('turn')
  if (turn !== null) return offsetFrom(from, unitAt(turn), 1000)
  return at && distance(at.point, from) > 1 ? at.point : null
}

function stairFields(
  bench: PlanBench,
  from: Point,
  at: Located | null,
  next: Omit<Stair, 'id' | 'kind'>,
): readonly TagField[] {
  const p = wayPoint(bench, from, at) ?? from
  const { width, going } = bench.values.stair
  const solved = stairOf(bench.project, { id: 'preview', kind: 'stair', ...next })
  return [
    { key: 'turn', label: 'turn', kind: 'angle', shown: formatAngle(angleOf(subtract(p, from)), 1) },
    { ...lengthField(bench, 'width', 'width', width, 500), by: 'going' },
    lengthField(bench, 'going', 'going', going),
    { key: 'risers', label: 'risers', kind: 'number', shown: solved ? String(solved.risers) : '' },
  ]
}

/** A ramp from the middle of its foot to the middle of its top. */
export function rampTool(bench: PlanBench): Tool {
  const facts = (a: Point, b: Point): Omit<Ramp, 'id' | 'kind'> => ({
    ...bench.values.ramp,
    level: bench.scene.level.id,
    at: { x: a.x, y: a.y },
    turn: angleOf(subtract(b, a)),
    length: Math.hypot(b.x - a.x, b.y - a.y),
  })
  return stepTool(bench, {
    label: 'Ramp',
    step: (given) =>
      given.length < 2
        ? {
            ask:
              given.length === 0
                ? 'Point to the middle of the foot of the ramp.'
                : 'Point to its top, or type its length.',
            keys: 'Tab: length and turn',
            least: 300,
          }
        : null,
    edit: ([a, b], project, makeId) => addRamp(project, facts(a!, b!), makeId),
    sketch([a, b]) {
      if (!a || !b || Math.hypot(b.x - a.x, b.y - a.y) < 100) return []
      return rampItems(bench.project, { id: 'preview', kind: 'ramp', ...facts(a, b) }, 'leaves', bench.scale)
    },
    remark: ([a, b]) => (a && b ? slopeWords(facts(a, b)) : ''),
  })
}

/** A balustrade or handrail along straight and curved parts. */
export const railTool = (bench: PlanBench): Tool =>
  chainTool(bench, {
    label: 'Balustrade',
    layer: 'layer-stairs',
    make: (path, project, makeId) =>
      addRail(project, { ...bench.values.rail, level: bench.scene.level.id, path: asStored(path) }, makeId),
  })

type MakeOf = (path: Path, project: Project, makeId: MakeId) => Change

/** Something within an outline: drawn, that of the walls around the pointer, or that of a room. */
function outlineTool(
  bench: PlanBench,
  label: string,
  layer: string,
  ways: readonly Way[],
  make: MakeOf,
): Tool {
  const drawn = chainTool(bench, { label, layer, outline: true, make })
  const corners = cornersTool(bench, label, make)
  const pointed = pointedTool(bench, label, make)
  return byWay(bench, ways, (way) => (way === 'drawn' ? drawn : way === 'corners' ? corners : pointed))
}

/** Something within a rectangle, by two corners or by its width and depth. */
function cornersTool(bench: PlanBench, label: string, make: MakeOf): Tool {
  const outline = (given: readonly Point[]): Path =>
    pathOfPoints(rectangleCorners(given, 'corners', acrossOf(bench)), true)
  return stepTool(bench, {
    label,
    walls: true,
    step: (given) =>
      given.length === 0
        ? { ask: 'Point to its first corner.', keys: 'A: another way' }
        : given.length === 1
          ? sizeStep(bench, given[0]!, false)
          : null,
    edit: (given, project, makeId) => make(outline(given), project, makeId),
    remark: (given) =>
      given.length === 2 ? formatArea(Math.abs(pathArea(outline(given))), bench.units) : '',
  })
}

/** A tool that works in the way chosen; A takes the next way. */
function byWay(bench: PlanBench, ways: readonly Way[], toolOf: (way: string) => Tool): Tool {
  const now = (): Tool => toolOf(bench.way(ways[0]!.id))
  return new Proxy({} as Tool, {
    get(_, key: keyof Tool) {
      const tool = now()
      if (key === 'key')
        return (letter: string): boolean => {
          if (tool.key?.(letter)) return true
          if (letter !== 'a' || tool.last()) return false
          bench.setWay(nextWay(ways, bench.way(ways[0]!.id)))
          return true
        }
      if (key === 'prompt')
        return (): Prompt => {
          const { text, keys } = tool.prompt()
          return { text, keys: tool.last() || /\bA: /.test(keys) ? keys : `${keys} · A: another way` }
        }
      const value: unknown = tool[key]
      return typeof value === 'function' ? (value.bind(tool) as unknown) : value
    },
  })
}

function pointedTool(bench: PlanBench, label: string, make: MakeOf): Tool {
  const outlineAt = (p: Point): Path | null => {
    const spaces = spacesOf(bench.project, bench.scene.building)
    return bench.way('drawn') === 'walls' ? spaces.outlineAround(p) : (spaces.at(p)?.outer ?? null)
  }
  function place(at: Located | null): void {
    const path = at && outlineAt(at.raw)
    if (path) bench.edit(label, (project, makeId) => make(path, project, makeId))
    else bench.warn('No walls close around this place.')
  }
  return {
    free: true,
    prompt: () => ({
      text: bench.way('drawn') === 'walls' ? 'Point into the building.' : 'Point into a room.',
      keys: 'A: another way · Esc: put the tool away',
    }),
    fields: () => [],
    remark(at) {
      const path = at && outlineAt(at.raw)
      if (!path) return ''
      const { refused } = foresee(bench, (project, makeId) => make(path, project, makeId))
      const points = flattenPath(path, 1)
      let twice = 0
      points.forEach((p, i) => {
        const q = points[(i + 1) % points.length]!
        twice += p.x * q.y - q.x * p.y
      })
      return [formatArea(Math.abs(twice / 2), bench.units), refused].filter(Boolean).join(' · ')
    },
    last: () => null,
    press: place,
    enter: place,
    back: () => false,
    preview(at) {
      const path = at && outlineAt(at.raw)
      if (!path) return []
      const item: DisplayItem = {
        kind: 'line',
        pen: 'seen',
        points: flattenPath(path, 1).flatMap((p) => [p.x, p.y]),
        closed: true,
        source: null,
      }
      return [item]
    },
  }
}

/** What the last one was like, made of what is still there. */
function madeOf<V extends { type?: Id | undefined }>(
  project: Project,
  { type, ...rest }: V,
): Omit<V, 'type'> & { type?: Id } {
  return type !== undefined && project.find('plateType', type) ? { ...rest, type } : rest
}

export const slabTool = (bench: PlanBench): Tool =>
  outlineTool(bench, 'Slab', 'layer-floors', OUTLINE_WAYS, (path, project, makeId) =>
    addSlab(
      project,
      { ...madeOf(project, bench.values.slab), level: bench.scene.level.id, outline: asStored(path) },
      makeId,
    ),
  )

export const voidTool = (bench: PlanBench): Tool =>
  outlineTool(bench, 'Floor void', 'layer-floors', OUTLINE_WAYS, (path, project, makeId) =>
    addVoid(project, { level: bench.scene.level.id, outline: asStored(path) }, makeId),
  )

export const roofTool = (bench: PlanBench): Tool =>
  outlineTool(bench, 'Roof', 'layer-roofs', OUTLINE_WAYS, (path, project, makeId) => {
    const { height } = project.need('level', bench.scene.level.id)
    return addRoof(
      project,
      {
        ...madeOf(project, bench.values.roof),
        eaves: bench.values.roof.eaves || height,
        level: bench.scene.level.id,
        outline: asStored(path),
        turn: longWay(path),
      },
      makeId,
    )
  })

/** Joists and rafters run across the longest side of their outline. */
export const framingTool = (bench: PlanBench): Tool =>
  outlineTool(bench, 'Joists and rafters', 'layer-framing', OUTLINE_WAYS, (path, project, makeId) => {
    const { material: chosen, ...like } = bench.values.framing
    const material = [chosen, 'material-stud', ...project.all('material').map(({ id }) => id)].find(
      (id) => id !== null && project.find('material', id),
    )
    return addFraming(
      project,
      {
        ...like,
        bottom: like.what === 'rafters' ? bench.scene.level.height : like.bottom,
        material: material!,
        level: bench.scene.level.id,
        outline: asStored(path),
        turn: longWay(path) + Math.PI / 2,
      },
      makeId,
    ).change
  })

/** The way of an outline's longest side: that of the ridge. */
function longWay({ vertices }: Path): number {
  let best = 0
  let turn = 0
  vertices.forEach((p, i) => {
    const q = vertices[(i + 1) % vertices.length]!
    const length = Math.hypot(q.x - p.x, q.y - p.y)
    if (length > best + 1) {
      best = length
      turn = angleOf(subtract(q, p))
    }
  })
  return turn
}

/** Something overhead: along a line with a width, or within an outline. */
export function overheadTool(bench: PlanBench): Tool {
  const level = (): string => bench.scene.level.id
  const wide = (): number => bench.typed('wide') ?? bench.values.overheadWidth
  const along = stepTool(bench, {
    label: 'Overhead',
    walls: true,
    step: ([a, b]) =>
      b
        ? null
        : {
            ask: a
              ? `Point to where it ends, or type length and width: ${examples(bench.units).size}.`
              : 'Point to where its middle line starts.',
            keys: 'Tab: turn, width · A: another way',
            ...(a
              ? {
                  fields: (at) => [
                    ...polarFields(bench, a, at).map((field) =>
                      field.key === 'along' ? { ...field, by: 'wide' } : field,
                    ),
                    lengthField(bench, 'wide', 'width', bench.values.overheadWidth, 20),
                  ],
                }
              : {}),
          },
    edit: ([a, b], project, makeId) =>
      addOverhead(project, { ...bench.values.overhead, level: level(), shape: line(a!, b!) }, makeId),
    done: () => void (bench.values.overheadWidth = wide()),
    sketch: ([a, b]) =>
      a && b && Math.hypot(b.x - a.x, b.y - a.y) > 10
        ? overheadItems(
            bench.project,
            { id: 'preview', kind: 'overhead', ...bench.values.overhead, level: level(), shape: line(a, b) },
            bench.scale,
          )
        : [],
  })
  const line = (a: Point, b: Point) => ({
    by: 'line' as const,
    a: { x: a.x, y: a.y },
    b: { x: b.x, y: b.y },
    width: wide(),
  })
  const outlined: MakeOf = (path, project, makeId) =>
    addOverhead(
      project,
      { ...bench.values.overhead, level: level(), shape: { by: 'outline', outline: asStored(path) } },
      makeId,
    )
  const drawn = chainTool(bench, {
    label: 'Overhead',
    layer: 'layer-overhead',
    outline: true,
    make: outlined,
  })
  const corners = cornersTool(bench, 'Overhead', outlined)
  return byWay(bench, OVERHEAD_WAYS, (way) => (way === 'line' ? along : way === 'drawn' ? drawn : corners))
}

/** A dormer in the slope that is pointed to. */
export function dormerTool(bench: PlanBench): Tool {
  const { level } = bench.scene
  const width = (): number => bench.typed('width') ?? bench.values.dormer.width
  function eaves(p: Point): number {
    const usual = Math.round((usualEaves(bench.project, p) ?? level.elevation) - level.elevation)
    return bench.typed('eaves') ?? (bench.values.dormer.eaves || usual)
  }
  return stepTool(bench, {
    label: 'Dormer',
    step: (given) =>
      given.length > 0
        ? null
        : {
            ask: 'Point to the middle of its front, on a slope of a roof.',
            keys: 'Tab: width, eaves · Esc: put the tool away',
            from: null,
            fields: (at) => [
              lengthField(bench, 'width', 'width', width(), 300),
              lengthField(bench, 'eaves', 'eaves at', at ? eaves(at.point) : 0, 0),
            ],
            point: (at) => at?.point ?? null,
          },
    edit([at], project, makeId) {
      const { x, y } = at!
      const made = { ...bench.values.dormer, level: level.id, at: { x, y } }
      return addDormer(project, { ...made, width: width(), eaves: eaves(at!) }, makeId)
    },
    done: () => void (bench.values.dormer = { ...bench.values.dormer, width: width() }),
  })
}

/** Stairs, floors, roofs and what is overhead. */
export const FABRIC_TOOLS = {
  stair: {
    stage: 'walls',
    under: 'Stairs',
    name: 'Stair',
    icon: mdiStairs,
    ways: STAIR_WAYS,
    on: 'plans',
    make: stairTool,
  },
  ramp: { stage: 'walls', under: 'Stairs', name: 'Ramp', icon: mdiSlopeUphill, on: 'plans', make: rampTool },
  rail: { stage: 'walls', under: 'Stairs', name: 'Balustrade', icon: mdiFence, on: 'plans', make: railTool },
  slab: {
    stage: 'walls',
    under: 'Floors and roofs',
    name: 'Slab',
    icon: mdiLayersOutline,
    ways: OUTLINE_WAYS,
    on: 'plans',
    make: slabTool,
  },
  void: {
    stage: 'walls',
    under: 'Floors and roofs',
    name: 'Floor void',
    icon: mdiSelectOff,
    ways: OUTLINE_WAYS,
    on: 'plans',
    make: voidTool,
  },
  roof: {
    stage: 'walls',
    under: 'Floors and roofs',
    name: 'Roof',
    icon: mdiHomeRoof,
    ways: OUTLINE_WAYS,
    on: 'plans',
    make: roofTool,
  },
  framing: {
    stage: 'walls',
    under: 'Floors and roofs',
    name: 'Joists and rafters',
    icon: mdiFormatLineSpacing,
    ways: OUTLINE_WAYS,
    on: 'plans',
    make: framingTool,
  },
  dormer: {
    stage: 'walls',
    under: 'Floors and roofs',
    name: 'Dormer',
    icon: mdiHomeExportOutline,
    on: 'plans',
    make: dormerTool,
  },
  overhead: {
    stage: 'walls',
    under: 'Floors and roofs',
    name: 'Overhead',
    icon: mdiDotsHorizontal,
    ways: OVERHEAD_WAYS,
    on: 'plans',
    make: overheadTool,
  },
} satisfies Record<string, ToolEntry>
