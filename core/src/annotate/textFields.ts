import { sizeOf } from '../blocks'
import { typeThickness } from '../building'
import type { Scene } from '../derive'
import { openingTypeOf } from '../library'
import type { Point } from '../geometry'
import {
  anchorsOf,
  forUnplaced,
  formatName,
  hasFields,
  sheetSet,
  tieHost,
  withFields,
  writtenIn,
  type AnyRecord,
  type Id,
  type Leader,
  type Note,
  type PaperSymbol,
  type Project,
  type RecordKind,
  type RecordOf,
  type Sheet,
  type TextField,
} from '../records'
import { roomsOf, spacesOf, type FoundRoom } from '../rooms'
import { holdAnchor } from '../ties'
import { formatArea, formatHeight, formatLength, formatThickness, scaleName } from '../units'

/** What stands where there is nothing to tell. */
const NOTHING = '–'

/** What of annotation may have fields. */
export type Telling = Leader | Note | PaperSymbol

export const isTelling = (record: AnyRecord | undefined): record is Telling =>
  record?.kind === 'leader' || record?.kind === 'note' || record?.kind === 'symbol'

/** A text of annotation as it is read at a scale: its fields told. */
export function textRead(text: string, record: Telling, scene: Scene, scale: number): string {
  if (!hasFields(text)) return text
  const anchor = record.kind === 'note' ? null : anchorsOf(record)[0]!
  const host = anchor && tieHost(anchor)
  const about = host === null ? undefined : scene.project.get(host)
  const at = record.kind === 'note' ? record.at : holdAnchor(anchor!, scene).point
  return withFields(text, (field) => told(field, { scene, scale, about, at }) || NOTHING)
}

/** The words of a note or a leader as they are read at a scale. */
export function wordsRead(record: Leader | Note, scene: Scene, scale: number): string {
  const keynote = 'keynote' in record && record.keynote !== undefined ? record.keynote : null
  const shown = keynote === null ? undefined : scene.project.find('keynote', keynote)
  return shown?.number ?? textRead(record.text, record, scene, scale)
}

/** All that the fields of annotation tell at a scale, to be compared; null: it has none. */
export function fieldsRead(record: Telling, scene: Scene, scale: number): string | null {
  const texts = writtenIn(record).filter(({ text }) => hasFields(text))
  return texts.length === 0 ? null : texts.map(({ text }) => textRead(text, record, scene, scale)).join('\n')
}

interface Told {
  readonly scene: Scene
  readonly scale: number
  /** What it speaks of. */
  readonly about: AnyRecord | undefined
  readonly at: Point
}

function told(field: TextField, { scene, scale, about, at }: Told): string {
  const { project, board } = scene
  const { facts } = project
  const { units } = facts
  switch (field) {
    case 'project':
      return facts.name
    case 'project number':
      return facts.number
    case 'client':
      return facts.client
    case 'drawing':
      return board.kind === 'drawing' ? board.name : ''
    case 'scale':
      return board.kind === 'drawing' ? scaleName(scale, units.system) : ''
    case 'level':
      return scene.view === 'plan' ? scene.level.name : ''
    case 'level height':
      return scene.view === 'plan' ? formatHeight(scene.level.elevation, units) : ''
    case 'sheet':
      return sheetOf(scene)?.number ?? ''
    case 'sheet title':
      return sheetOf(scene)?.title ?? ''
    case 'revision':
      return sheetOf(scene)?.revision ?? ''
    case 'date':
      return sheetOf(scene)?.date ?? ''
    case 'drawn':
      return sheetOf(scene)?.drawn ?? ''
    case 'checked':
      return sheetOf(scene)?.checked ?? ''
    case 'scales': {
      const sheet = sheetOf(scene)
      return sheet ? scalesOn(project, sheet) : ''
    }
    case 'sheet size': {
      const sheet = sheetOf(scene)
      return sheet ? formatName(sheet.size) : ''
    }
    case 'sheet place': {
      const sheet = sheetOf(scene)
      return sheet ? String(sheetSet(project).indexOf(sheet) + 1) : ''
    }
    case 'sheet count':
      return String(project.all('sheet').length)
    case 'room':
      return roomAt(scene, about, at)?.room.name ?? ''
    case 'room number':
      return roomAt(scene, about, at)?.room.number ?? ''
    case 'area': {
      const area = roomAt(scene, about, at)?.facts?.area
      return area === undefined ? '' : formatArea(area, units)
    }
    case 'name':
    case 'type':
    case 'mark':
    case 'thickness':
    case 'width':
    case 'height':
    case 'size':
    case 'spacing':
    case 'material': {
      const value = about && factsOf(about, project)[field]
      if (value === undefined) return ''
      if (typeof value !== 'number') return sized(value)
      return field === 'thickness' || field === 'spacing'
        ? formatThickness(value, units)
        : formatLength(value, units)
    }
  }
  function sized(value: string | readonly number[]): string {
    return typeof value === 'string' ? value : value.map((mm) => formatLength(mm, units)).join(' × ')
  }
}

/** The sheet itself, the one a title block is seen on or the first that has it, or the first one that a drawing lies on. */
function sheetOf({ project, board, sheet }: Scene): Sheet | undefined {
  if (board.kind === 'sheet') return board
  if (board.kind === 'titleBlock')
    return sheet === undefined
      ? sheetSet(project).find(({ titleBlock }) => titleBlock === board.id)
      : project.find('sheet', sheet)
  return project
    .all('viewport')
    .filter(({ drawing }) => drawing === board.id)
    .map(({ sheet }) => project.need('sheet', sheet))
    .sort((p, q) => p.order - q.order)[0]
}

/** In which scales a sheet shows what it shows: "1:100 at A1", "as shown" where there are several. */
export function scalesOn(project: Project, { id, size }: Sheet): string {
  const scales = new Set(
    project.dependents(id).flatMap((each) => project.find('viewport', each)?.scale ?? []),
  )
  const [only] = scales
  if (only === undefined) return 'not to scale'
  return scales.size > 1
    ? 'as shown'
    : `${scaleName(only, project.facts.units.system)} at ${formatName(size)}`
}

/** The room that is pointed to, or in which a place of a plan lies. */
function roomAt(scene: Scene, about: AnyRecord | undefined, at: Point): FoundRoom | undefined {
  if (scene.view !== 'plan') return undefined
  const rooms = roomsOf(scene.project, scene.building)
  if (about?.kind === 'room') return rooms.find(({ room }) => room.id === about.id)
  const space = spacesOf(scene.project, scene.building).at(at)
  return space ? rooms.find((found) => found.space === space) : undefined
}

/** What things tell of themselves: words, lengths in mm, or several lengths. */
type Facts = {
  readonly [
    K in Extract<
      TextField,
      'name' | 'type' | 'mark' | 'thickness' | 'width' | 'height' | 'size' | 'spacing' | 'material'
    >
  ]?: string | number | readonly number[]
}

/** What the things of each kind tell of themselves; null: nothing. */
const FACTS: {
  readonly [K in RecordKind]: ((record: RecordOf<K>, project: Project) => Facts) | null
} = {
  ...forUnplaced(null),
  level: ({ name }) => ({ name }),
  wall(wall, project) {
    const type = project.need('wallType', wall.type)
    return { name: type.name, type: type.name, thickness: typeThickness(type) }
  },
  opening(opening, project) {
    const { name } = openingTypeOf(project, opening)
    const { width, mark = '' } = opening
    const height = opening.head - opening.sill
    return { name, type: name, mark, width, height, size: [width, height] }
  },
  column({ section, material }, project) {
    const made = { material: project.need('material', material).name }
    return section.form === 'round'
      ? { ...made, width: section.diameter, size: [section.diameter] }
      : { ...made, width: section.width, size: [section.width, section.depth] }
  },
  slab: ({ thickness, type }, project) => ({ thickness, ...plated(type, project) }),
  roof: ({ fascia, type }, project) => ({ thickness: fascia, ...plated(type, project) }),
  framing: ({ name = '', width, depth, pitch, material }, project) => ({
    name,
    width,
    height: depth,
    size: name || [width, depth],
    spacing: pitch,
    material: project.need('material', material).name,
  }),
  placement(placement, project) {
    const block = project.need('block', placement.block)
    const { width, depth } = sizeOf(block, placement)
    return { name: block.name, type: block.name, width, size: [width, depth] }
  },
  room: ({ name }) => ({ name }),
  gridLine: ({ name }) => ({ name }),
  drawing: ({ name }) => ({ name }),
  ramp: ({ width }) => ({ width }),
  stair: ({ width }) => ({ width }),
  rail: ({ height }) => ({ height }),
  overhead: ({ height }) => ({ height }),
  dormer: ({ width }) => ({ width }),
  void: null,
  separator: null,
  linework: null,
  hatch: null,
  guide: null,
  dimension: null,
  roundDimension: null,
  leader: null,
  levelMark: null,
  symbol: null,
  note: null,
  viewport: null,
}

const factsOf = (record: AnyRecord, project: Project): Facts =>
  (FACTS[record.kind] as ((record: AnyRecord, project: Project) => Facts) | null)?.(record, project) ?? {}

function plated(type: Id | undefined, project: Project): Facts {
  const found = type === undefined ? undefined : project.find('plateType', type)
  return found ? { name: found.name, type: found.name } : {}
}
