import { STANDARD_LAYERS, layerIdOf } from '../library'
import {
  KINDS,
  hasOrder,
  mayHave,
  kindWord,
  type AnyRecord,
  type Change,
  type Id,
  type Layer,
  type OwnLook,
  type Project,
  type RecordKind,
  type Tied,
  type Note,
} from '../records'
import { freeName } from './names'
import { EditRefused, type MakeId } from './refusal'
import { dropping, refuseLocked, storing } from './outcome'

/** Whether records of a kind lie on a layer. */
export const isLayered = (kind: RecordKind): boolean => KINDS[kind].layer !== null

/**
 * A new layer behind the others, with the pen of an ordinary line.
 * @refuses in-the-way, nonsense, taken, unnamed
 */
export function addLayer(project: Project, name: string, makeId: MakeId): { change: Change; layer: Id } {
  const plain = freeName(project, 'layer', name, null)
  const order = Math.max(-1, ...project.all('layer').map((layer) => layer.order)) + 1
  const layer: Layer = {
    id: makeId(),
    kind: 'layer',
    name: plain,
    penMm: 0.25,
    tone: 0,
    lineType: 'line-type-continuous',
    shown: true,
    locked: false,
    printed: true,
    order,
  }
  return { change: storing(project, layer), layer: layer.id }
}

/**
 * Changes facts of a layer; a colour of null gives it back its tone.
 * @refuses nonsense, taken, unnamed
 */
export function setLayer(
  project: Project,
  id: Id,
  facts: Partial<Omit<Layer, 'id' | 'kind' | 'colour'>> & { readonly colour?: string | null },
): Change {
  const layer = project.need('layer', id)
  const name = facts.name === undefined ? layer.name : freeName(project, 'layer', facts.name, id)
  const { colour = layer.colour ?? null, ...others } = facts
  const { colour: _, ...rest } = layer
  return storing(project, { ...rest, ...others, name, ...(colour === null ? {} : { colour }) })
}

/** How many records lie on a layer, those that lie there by their kind included. */
export function thingsOnLayer(project: Project, id: Id): AnyRecord[] {
  const found: AnyRecord[] = []
  for (const record of project.everything())
    if (layerIdOf(record) === id && isLayered(record.kind)) found.push(record)
  return found
}

/**
 * Removes a layer that nothing lies on.
 * @refuses in-use, nonsense, shipped
 */
export function removeLayer(project: Project, id: Id): Change {
  const layer = project.need('layer', id)
  if (STANDARD_LAYERS.some((each) => each.id === id))
    throw new EditRefused(
      'shipped',
      `“${layer.name}” comes with the program and stays. It can be renamed, or not shown.`,
    )
  const used = thingsOnLayer(project, id).length
  if (used > 0)
    throw new EditRefused(
      'in-use',
      `${used} thing${used > 1 ? 's lie' : ' lies'} on “${layer.name}”. Move ${used > 1 ? 'them' : 'it'} to another layer first.`,
    )
  return dropping(project, id)
}

/**
 * Puts items on a layer.
 * @refuses gone, locked, nonsense, nothing
 */
export function putOnLayer(project: Project, ids: readonly Id[], layer: Id): Change {
  project.need('layer', layer)
  refuseLocked(project, ids)
  const put = ids.flatMap((id): AnyRecord[] => {
    const record = project.get(id)!
    return isLayered(record.kind) ? [{ ...record, layer } as AnyRecord] : []
  })
  if (put.length === 0) throw new EditRefused('nothing', 'Nothing of this lies on a layer.')
  return storing(project, ...put)
}

/** Whether a record can have a pen and line type of its own. */
export const hasOwnLook = (record: AnyRecord) => mayHave(record, 'own')

/**
 * Gives items a pen or line type of their own; null takes that of the layer again.
 * @refuses gone, locked, nonsense, wrong-kind
 */
export function setOwnLook(
  project: Project,
  ids: readonly Id[],
  look: { readonly [K in keyof OwnLook]?: OwnLook[K] | null },
): Change {
  refuseLocked(project, ids)
  const put = ids.flatMap((id): AnyRecord[] => {
    const record = project.get(id)!
    if (!hasOwnLook(record)) return []
    const own = Object.fromEntries(
      Object.entries({ ...record.own, ...look }).filter(([, value]) => value !== null && value !== undefined),
    )
    const { own: _, ...rest } = record
    return [(Object.keys(own).length > 0 ? { ...rest, own } : rest) as AnyRecord]
  })
  if (put.length === 0)
    throw new EditRefused('wrong-kind', 'Openings, blocks and annotation take the pen of their layer.')
  return storing(project, ...put)
}

/**
 * Lays items before or behind all others of their drawing.
 * @refuses gone, locked, nonsense, wrong-kind
 */
export function reorderItems(project: Project, ids: readonly Id[], to: 'front' | 'back'): Change {
  refuseLocked(project, ids)
  const chosen = new Set(ids)
  let high = 0
  let low = 0
  for (const record of project.everything()) {
    if (!hasOrder(record) || chosen.has(record.id)) continue
    high = Math.max(high, record.order ?? 0)
    low = Math.min(low, record.order ?? 0)
  }
  const put = ids.flatMap((id): AnyRecord[] => {
    const record = project.get(id)!
    return hasOrder(record) ? [{ ...record, order: to === 'front' ? high + 1 : low - 1 }] : []
  })
  if (put.length === 0)
    throw new EditRefused(
      'wrong-kind',
      'Walls lie under dimensions and notes as they should; lines, hatches and blocks can be reordered.',
    )
  return storing(project, ...put)
}

/**
 * Gives items the traits of another: layer, pen, line type; for walls the type; for hatches the filling.
 * @refuses gone, locked, nonsense, wrong-kind
 */
export function takeTraits(project: Project, from: Id, to: readonly Id[]): Change {
  const model = project.get(from)
  if (!model) throw new EditRefused('gone', 'What the traits were to come from is no longer there.')
  refuseLocked(project, to)
  const layer = layerIdOf(model)
  const put: AnyRecord[] = []
  for (const id of to) {
    if (id === from) continue
    const record = project.get(id)!
    if (!isLayered(record.kind)) continue
    let made = (layer ? { ...record, layer } : record) as AnyRecord
    if (hasOwnLook(made) && hasOwnLook(model)) {
      const { own: _, ...rest } = made
      made = (model.own ? { ...rest, own: model.own } : rest) as AnyRecord
    }
    if (made.kind === 'wall' && model.kind === 'wall') {
      made = { ...made, type: model.type, base: model.base, height: model.height }
    }
    if (made.kind === 'hatch' && model.kind === 'hatch') {
      made = { ...made, filling: model.filling }
    }
    if (made.kind === 'note' && model.kind === 'note') made = likeNote(made, model)
    if (made.kind === 'column' && model.kind === 'column') {
      const { base: _base, height: _height, ...rest } = made
      made = {
        ...rest,
        material: model.material,
        section: model.section,
        ...(model.base === undefined ? {} : { base: model.base }),
        ...(model.height === undefined ? {} : { height: model.height }),
      }
    }
    if (made.kind === 'dimension' && model.kind === 'dimension') made = withStyle(made, model.style)
    if (made.kind === 'leader' && model.kind === 'leader') {
      const { framed: _, ...rest } = withStyle(made, model.style)
      made = { ...rest, ...(model.framed ? { framed: model.framed } : {}) }
    }
    if (made.kind === 'roundDimension' && model.kind === 'roundDimension') made = withStyle(made, model.style)
    if (made.kind === 'levelMark' && model.kind === 'levelMark') {
      const { structure: _, ...rest } = withStyle(made, model.style)
      made = { ...rest, ...(model.structure ? { structure: true } : {}) }
    }
    if (made.kind === 'symbol' && model.kind === 'symbol') made = withStyle(made, model.style)
    if (made.kind === 'opening' && model.kind === 'opening')
      made = { ...made, width: model.width, sill: model.sill, head: model.head, fit: model.fit }
    put.push(made)
  }
  if (put.length === 0)
    throw new EditRefused('wrong-kind', `Nothing here can take the traits of a ${kindWord(model.kind)}.`)
  return storing(project, ...put)
}

/** A note set as another is. */
function likeNote(note: Note, model: Note): Note {
  const {
    widthPaperMm: _width,
    leading: _leading,
    framed: _framed,
    clear: _clear,
    style: _style,
    ...rest
  } = note
  const { heightPaperMm, align, widthPaperMm, leading, framed, clear, style } = model
  return {
    ...rest,
    heightPaperMm,
    align,
    ...(widthPaperMm === undefined ? {} : { widthPaperMm }),
    ...(leading === undefined ? {} : { leading }),
    ...(framed ? { framed } : {}),
    ...(clear ? { clear } : {}),
    ...(style === undefined ? {} : { style }),
  }
}

/** An annotation in a style; undefined: the one everything starts with. */
function withStyle<R extends Tied>(record: R, style: Id | undefined): R {
  const { style: _, ...rest } = record
  return (style === undefined ? rest : { ...rest, style }) as R
}
