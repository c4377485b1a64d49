import {
  FEET_INCHES_WALL_TYPES,
  METRIC_WALL_TYPES,
  STANDARD_LAYERS,
  STANDARD_LINE_TYPES,
  STANDARD_MATERIALS,
} from '../src/library'
import {
  Project,
  type AnyRecord,
  type Drawing,
  type Linework,
  type Opening,
  type ReferenceSide,
  type Room,
  type Shape,
  type Wall,
} from '../src/records'

export const LEVEL = 'ground'

/** A project with the standard materials and types and one level. */
export function projectWith(...records: AnyRecord[]): Project {
  return new Project([
    {
      id: 'project',
      kind: 'project',
      schema: 2,
      name: 'Test',
      number: '',
      client: '',
      units: { system: 'metric', stepMm: 1, fraction: 16 },
      sheetSize: 'A1',
      orientation: 'landscape',
    },
    { id: LEVEL, kind: 'level', name: 'Ground floor', elevation: 0, height: 2700, cutHeight: 1200 },
    ...STANDARD_LINE_TYPES,
    ...STANDARD_LAYERS,
    ...STANDARD_MATERIALS,
    ...METRIC_WALL_TYPES,
    ...FEET_INCHES_WALL_TYPES,
    ...records,
  ])
}

export function wall(
  id: string,
  [ax, ay, bx, by]: readonly [number, number, number, number],
  type = 'block-140',
  reference: ReferenceSide = 'centre',
): Wall {
  return {
    id,
    kind: 'wall',
    level: LEVEL,
    type: `wall-type-${type}`,
    a: { x: ax, y: ay },
    b: { x: bx, y: by },
    reference,
    base: 0,
    height: null,
  }
}

export function opening(
  id: string,
  wallId: string,
  along: number,
  width: number,
  fit: Opening['fit'] = 'door',
): Opening {
  return {
    id,
    kind: 'opening',
    wall: wallId,
    fit,
    along,
    width,
    sill: fit === 'door' ? 0 : 900,
    head: 2100,
    hand: 'start',
    side: 'left',
  }
}

/** The same wall drawn the other way round: its strips and its reference change sides. */
export function reversed(of: Wall): Wall {
  const reference = of.reference === 'left' ? 'right' : of.reference === 'right' ? 'left' : 'centre'
  return { ...of, a: of.b, b: of.a, reference }
}

/** The plan of the level. */
export const PLAN: Drawing = {
  id: 'plan',
  kind: 'drawing',
  name: 'Plan',
  view: 'plan',
  level: LEVEL,
  readingScale: 50,
}

/** A drafted item on the plan. */
export const drafted = (id: string, shape: Shape, layer = 'layer-lines'): Linework => ({
  id,
  kind: 'linework',
  drawing: PLAN.id,
  layer,
  shape,
})

/** A chain of straight parts through x, y, x, y … */
export function chain(coordinates: readonly number[], closed = false): Shape {
  const vertices = []
  for (let i = 0; i + 1 < coordinates.length; i += 2)
    vertices.push({ x: coordinates[i]!, y: coordinates[i + 1]!, sweep: 0 })
  return { form: 'path', path: { vertices, closed } }
}

/** A room of the level around a place. */
export const roomAt = (id: string, name: string, number: string, x: number, y: number): Room => ({
  id,
  kind: 'room',
  level: LEVEL,
  at: { x, y },
  name,
  number,
  use: '',
  floor: '',
  walls: '',
  ceiling: '',
  ceilingHeight: null,
})
