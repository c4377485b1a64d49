import type { Drawing, Id, Lens, Project, Schedule } from '../records'

const FULL: Omit<Lens, 'id' | 'name' | 'order'> = {
  kind: 'lens',
  poche: 'patterns',
  furniture: true,
  openings: 'detailed',
  swings: true,
  roomTags: true,
  marks: false,
  overhead: true,
}

const lens = (id: string, name: string, facts: Partial<Lens>): Omit<Lens, 'order'> => ({
  ...FULL,
  ...facts,
  id: `lens-${id}`,
  name,
})

/** Lenses every new project starts with; boards and viewports look through the first by themselves. */
export const STANDARD_LENSES: readonly Lens[] = [
  lens('full', 'Full', {}),
  lens('solid', 'Solid walls', { poche: 'solid' }),
  lens('simple', 'Simple openings', { poche: 'solid', openings: 'simple' }),
  lens('numbers', 'Door and window numbers', { furniture: false, marks: true }),
  lens('foundation', 'Foundations', {
    poche: 'outline',
    furniture: false,
    openings: 'opening only',
    swings: false,
    roomTags: false,
    footings: true,
  }),
  lens('framing', 'Framing plan', {
    poche: 'outline',
    furniture: false,
    openings: 'opening only',
    swings: false,
    roomTags: false,
    framing: true,
  }),
  lens('bare', 'Bare building', {
    poche: 'outline',
    furniture: false,
    swings: false,
    roomTags: false,
    overhead: false,
  }),
  lens('lines', 'Lines alone', { poche: 'outline', faces: 'plain', ink: 'ink' }),
  lens('tones', 'Tones', { poche: 'solid', faces: 'tones', ink: 'tones' }),
  lens('tones-patterns', 'Tones and patterns', { faces: 'patterns and tones' }),
  lens('before', 'Before the works', {
    statuses: { existing: 'as it is', removed: 'as it is', new: 'left out' },
  }),
  lens('works', 'The works', {
    statuses: { existing: 'as it is', removed: 'dashed', new: 'filled' },
  }),
  lens('after', 'After the works', {
    statuses: { existing: 'as it is', removed: 'left out', new: 'as it is' },
  }),
].map((each, order) => ({ ...each, order }))

/** The lens of an id, or the first there is. */
export function lensOf(project: Project, id: Id | null | undefined): Lens {
  const found = id ? project.find('lens', id) : undefined
  return found ?? project.find('lens', 'lens-full') ?? STANDARD_LENSES[0]!
}

/** What a drawing is looked at through where nothing else is chosen: its own lens, or the first there is. */
export const drawingLens = (project: Project, drawing: Pick<Drawing, 'lens'>, chosen?: Id | null): Lens =>
  lensOf(project, chosen ?? drawing.lens)

/** Lenses in their order. */
export const lensesOf = (project: Project): Lens[] => {
  const all = project.all('lens')
  return (all.length > 0 ? all : [...STANDARD_LENSES]).sort(
    (p, q) => p.order - q.order || p.name.localeCompare(q.name),
  )
}

const schedule = (id: string, name: string, of: Schedule['of'], columns: string[]): Schedule => ({
  id: `schedule-${id}`,
  kind: 'schedule',
  name,
  of,
  columns,
  grouped: of === 'blocks' || of === 'members',
  level: null,
})

/** Schedules every new project starts with. */
export const STANDARD_SCHEDULES: readonly Schedule[] = [
  schedule('doors', 'Door schedule', 'doors', [
    'mark',
    'level',
    'type',
    'width',
    'height',
    'hand',
    'remarks',
  ]),
  schedule('windows', 'Window schedule', 'windows', [
    'mark',
    'level',
    'type',
    'width',
    'height',
    'sill',
    'remarks',
  ]),
  schedule('rooms', 'Room schedule', 'rooms', [
    'number',
    'name',
    'level',
    'use',
    'area',
    'perimeter',
    'wallSurface',
    'floor',
    'walls',
    'ceiling',
  ]),
  schedule('members', 'Joists, beams and lintels', 'members', ['what', 'size', 'length', 'level']),
  schedule('blocks', 'Furniture and fittings', 'blocks', ['block', 'category', 'level', 'room']),
]
