import type { Anchor, Dimension, Gathers } from './annotation'
import type { Drawing, DrawingOf, StandingView } from './drawing'
import type { KeptDetail } from './keptDetail'
import type { LensRule } from './lens'
import { ownRow } from './ownRow'
import type { Id } from './parts'
import { anchorsOf, withTies } from './tied'
import { inEachPlace, viewportsNamed, withPlaces, type Placed } from './asRead'
import { recordSchema, type AnyRecord, type RecordKind, type RecordOf } from './schema'

/**
 * What records of a kind live in: the project itself, the library that projects share, every plan, a level, a wall,
 * a board (a drawing, a sheet or a title block) or a sheet.
 */
export type Host = 'project' | 'library' | 'plans' | 'level' | 'wall' | 'board' | 'sheet'

/** One way by which records of a kind name another that they cannot do without. */
export interface Reference<R> {
  /** Of which kinds what it names may be. */
  readonly to: readonly RecordKind[]
  ids(record: R): readonly Id[]
  /** The record naming others in the place of those it names. */
  renamed(record: R, as: (id: Id) => Id): R
}

/** What became of things that are named by others which go on without them. */
export interface Carrying {
  /** What a record turned into: undefined when it is still itself, nothing when it is gone, or one or more others. */
  became(id: Id): readonly Id[] | undefined
  /** What a tie holds on to now. */
  tie(anchor: Anchor): Anchor
}

/** How records of a kind name others that they can do without. */
export interface Loose<R> {
  ids(record: R): readonly Id[]
  /** The record after things it names turned into others or went; null when nothing is left of it. */
  carried(record: R, carrying: Carrying): R | null
}

/** What is known of a kind whatever it looks like and wherever it stands. */
export interface KindFacts<R> {
  /** What it is called. */
  readonly word: string
  readonly host: Host
  /** The layer its records lie on by themselves; null: on none. */
  readonly layer: Id | null
  /** What they cannot do without, besides their layer and line type. */
  readonly needs: readonly Reference<R>[]
  /** What they name and can do without; null: nothing. */
  readonly loose: Loose<R> | null
}

type Keys<R> = keyof R & string

/** A fact that names one record, or none. */
const one = <R>(key: Keys<R>, ...to: readonly RecordKind[]): Reference<R> => ({
  to,
  ids(record) {
    const id = record[key] as Id | null | undefined
    return id === undefined || id === null ? [] : [id]
  },
  renamed(record, as) {
    const id = record[key] as Id | null | undefined
    return id === undefined || id === null || as(id) === id ? record : { ...record, [key]: as(id) }
  },
})

/** A list each of whose elements may name a record. */
const each = <R, Element>(
  to: RecordKind,
  list: (record: R) => readonly Element[],
  id: (element: Element) => Id | null,
  put: (record: R, list: Element[]) => R,
  renamed: (element: Element, id: Id) => Element,
): Reference<R> => ({
  to: [to],
  ids: (record) => list(record).flatMap((element) => id(element) ?? []),
  renamed: (record, as) =>
    put(
      record,
      list(record).map((element) => {
        const named = id(element)
        return named === null ? element : renamed(element, as(named))
      }),
    ),
})

/** The ids that things turned into, each once. */
const turnedInto = (ids: readonly Id[], { became }: Carrying): Id[] => [
  ...new Set(ids.flatMap((id) => became(id) ?? [id])),
]

/** What a tie holds on to; null for a free point. */
export function tieHost(anchor: Anchor): Id | null {
  switch (anchor.to) {
    case 'point':
      return null
    case 'wallCorner':
    case 'wallFace':
      return anchor.wall
    case 'opening':
      return anchor.opening
    case 'placement':
      return anchor.placement
    case 'item':
    case 'inside':
      return anchor.item
    case 'gridLine':
      return anchor.gridLine
    case 'edge':
    case 'cut':
    case 'lineInView':
      return anchor.of
  }
}

const hosts = (anchors: readonly Anchor[]): Id[] => anchors.flatMap((anchor) => tieHost(anchor) ?? [])

const GROUP: Loose<RecordOf<'group'>> = {
  ids: (group) => group.members,
  carried(group, carrying) {
    const members = turnedInto(group.members, carrying)
    return members.length > 1 ? { ...group, members } : null
  },
}

const REPEAT: Loose<RecordOf<'repeat'>> = {
  ids: (repeat) => [...repeat.sources, ...repeat.copies],
  carried(repeat, carrying) {
    const sources = turnedInto(repeat.sources, carrying)
    const copies = turnedInto(repeat.copies, carrying)
    return sources.length > 0 && copies.length > 0 ? { ...repeat, sources, copies } : null
  },
}

const HATCH: Loose<RecordOf<'hatch'>> = {
  ids: ({ region }) => (region.by === 'items' ? region.items : []),
  carried(hatch, carrying) {
    const { region } = hatch
    if (region.by !== 'items') return hatch
    // An outline in parts, or one that is gone, bounds no more: the hatch keeps the outline it had.
    const whole = region.items.every((id) => (carrying.became(id) ?? [id]).length === 1)
    return {
      ...hatch,
      region: whole ? { by: 'items', items: turnedInto(region.items, carrying) } : { by: 'outline' },
    }
  },
}

const DRAWING: Loose<Drawing> = {
  ids(drawing) {
    switch (drawing.view) {
      case 'block':
        return drawing.placement === undefined ? [] : [drawing.placement]
      case 'elevation':
        return [...(drawing.on === undefined ? [] : [drawing.on]), ...linesWithEnds(drawing)]
      case 'section':
        return linesWithEnds(drawing)
      case 'interior':
        return drawing.stands ? [drawing.stands.on] : []
      case 'plan':
      case 'detail':
      case 'cutaway':
        return []
    }
  },
  carried(drawing, carrying) {
    const now = (id: Id): Id | undefined => (carrying.became(id) ?? [id])[0]
    switch (drawing.view) {
      case 'block': {
        const { placement, ...rest } = drawing
        const there = placement === undefined ? undefined : now(placement)
        return there === undefined ? rest : { ...rest, placement: there }
      }
      case 'elevation': {
        const { on, ...rest } = withEnds(drawing, carrying)
        const there = on === undefined ? undefined : now(on)
        return there === undefined ? rest : { ...rest, on: there }
      }
      case 'section':
        return withEnds(drawing, carrying)
      case 'interior': {
        const { stands, ...rest } = drawing
        const on = stands && now(stands.on)
        return on === undefined ? rest : { ...rest, stands: { ...stands!, on } }
      }
      case 'plan':
      case 'detail':
      case 'cutaway':
        return drawing
    }
  },
}

const linesWithEnds = ({ ownEnds = [] }: DrawingOf<StandingView>): Id[] => ownEnds.map(({ line }) => line)

/** The ends of lines that are gone go with them. */
function withEnds<V extends DrawingOf<StandingView>>(drawing: V, { became }: Carrying): V {
  if (!drawing.ownEnds) return drawing
  const { ownEnds, ...rest } = drawing
  const left = ownEnds.flatMap((ends) =>
    (became(ends.line) ?? [ends.line]).map((line) => ({ ...ends, line })),
  )
  return (left.length > 0 ? { ...rest, ownEnds: left } : rest) as V
}

/** What the items of a kept detail need besides each other and the detail they stand on. */
const KEPT_THINGS: Reference<KeptDetail> = {
  to: ['layer', 'lineType', 'block', 'annotationStyle', 'material'],
  ids({ id, items }) {
    const within = new Set([id, ...items.map((item) => item.id)])
    const found = new Set(items.flatMap((item) => needs(item).map(([needed]) => needed)))
    return [...found].filter((each) => !within.has(each))
  },
  renamed(detail, as) {
    const names = new Map<Id, Id>(this.ids(detail).map((id) => [id, as(id)]))
    return [...names].every(([from, to]) => from === to)
      ? detail
      : { ...detail, items: detail.items.map((item) => relinked(item, names)) }
  },
}

/** Rules for what is gone go with it. */
const LENS: Loose<RecordOf<'lens'>> = {
  ids: ({ rules = [] }) =>
    rules.flatMap((rule) => {
      switch (rule.by) {
        case 'kind':
          return []
        case 'layer':
          return [rule.layer]
        case 'level':
          return [rule.level]
      }
    }),
  carried({ rules = [], ...lens }, { became }) {
    const left = rules.flatMap((rule): LensRule[] => {
      switch (rule.by) {
        case 'kind':
          return [rule]
        case 'layer':
          return (became(rule.layer) ?? [rule.layer]).map((layer) => ({ ...rule, layer }))
        case 'level':
          return (became(rule.level) ?? [rule.level]).map((level) => ({ ...rule, level }))
      }
    })
    return left.length > 0 ? { ...lens, rules: left } : lens
  },
}

/** Besides what records name, the viewports in which they stand elsewhere: those places go with them. */
const seenIn = <R extends Placed>(more: Loose<R> | null): Loose<R> => ({
  ids: (record) => [...(more?.ids(record) ?? []), ...viewportsNamed(record)],
  carried(record, carrying) {
    const made = more ? more.carried(record, carrying) : record
    if (!made?.places) return made
    type Place = NonNullable<R['places']>[number]
    const places = (made.places as readonly Place[]).flatMap((place): Place[] =>
      'viewport' in place
        ? (carrying.became(place.viewport) ?? [place.viewport]).map((viewport) => ({ ...place, viewport }))
        : [place],
    )
    return withPlaces(made, places)
  },
})

const LEVEL_MARK = seenIn<RecordOf<'levelMark'>>({
  ids: ({ at, from }) => [...hosts([at]), ...(from === undefined ? [] : [from])],
  carried(mark, { tie, became }) {
    const { from, ...rest } = mark
    const now = from === undefined ? undefined : (became(from) ?? [from])[0]
    return { ...rest, at: tie(mark.at), ...(now === undefined ? {} : { from: now }) }
  },
})

/** What a row knows of begins with the id of a thing: what that turned into is known in its place. */
function knowing(gathers: Gathers, became: Carrying['became']): Gathers {
  const known = gathers.known.flatMap((key) => {
    const [id, ...rest] = key.split(' ')
    return (became(id!) ?? [id!]).map((now) => [now, ...rest].join(' '))
  })
  return known.every((key, i) => key === gathers.known[i]) ? gathers : { ...gathers, known }
}

/** The row that a dimension is in line with in one of its places. */
const inLineWith = ({ offset }: Pick<Dimension, 'offset'>): Id[] => (offset.in === 'line' ? [offset.of] : [])

const DIMENSION = seenIn<Dimension>({
  ids: ({ anchors, offset, places = [] }) => [
    ...hosts(anchors),
    ...inLineWith({ offset }),
    ...places.flatMap(({ own }) => (own ? inLineWith(own) : [])),
  ],
  carried(was, { tie, became }) {
    const dimension = was.gathers ? { ...was, gathers: knowing(was.gathers, became) } : was
    return inEachPlace({ ...dimension, anchors: dimension.anchors.map(tie) }, (placed) => {
      const { offset } = placed
      if (offset.in !== 'line') return placed
      const [of] = became(offset.of) ?? [offset.of]
      return of === undefined || of === dimension.id
        ? { ...placed, offset: ownRow({ ...placed, anchors: dimension.anchors }) }
        : { ...placed, offset: { ...offset, of } }
    })
  },
})

/** The drawing that a detail is of. */
const DETAIL_OF: Reference<Drawing> = {
  to: ['drawing'],
  ids: (drawing) => (drawing.view === 'detail' && drawing.of ? [drawing.of.drawing] : []),
  renamed: (drawing, as) =>
    drawing.view === 'detail' && drawing.of
      ? { ...drawing, of: { ...drawing.of, drawing: as(drawing.of.drawing) } }
      : drawing,
}

/** The section that a cutaway is cut along. */
const CUT_ALONG: Reference<Drawing> = {
  to: ['drawing'],
  ids: (drawing) =>
    drawing.view === 'cutaway' && drawing.cut?.by === 'section' ? [drawing.cut.section] : [],
  renamed: (drawing, as) =>
    drawing.view === 'cutaway' && drawing.cut?.by === 'section'
      ? { ...drawing, cut: { ...drawing.cut, section: as(drawing.cut.section) } }
      : drawing,
}

/** What the lintel over an opening is made of. */
const LINTEL: Reference<RecordOf<'opening'>> = {
  to: ['material'],
  ids: ({ lintel }) => (lintel ? [lintel.material] : []),
  renamed: (opening, as) =>
    opening.lintel
      ? { ...opening, lintel: { ...opening.lintel, material: as(opening.lintel.material) } }
      : opening,
}

/** What the footing of a wall or column is made of. */
const FOOTING: Reference<RecordOf<'wall' | 'column'>> = {
  to: ['material'],
  ids: ({ footing }) => (footing ? [footing.material] : []),
  renamed: (record, as) =>
    record.footing
      ? ({
          ...record,
          footing: { ...record.footing, material: as(record.footing.material) },
        } as typeof record)
      : record,
}

const LEVEL = { to: 'level' } as const
const onLevel = <R extends { level: Id }>(): Reference<R> => one<R>('level' as Keys<R>, LEVEL.to)
/** What is drafted on a board: a drawing, a sheet or a title block. */
const onBoard = <R extends { drawing?: Id | undefined }>(): Reference<R> =>
  one<R>('drawing' as Keys<R>, 'drawing', 'sheet', 'titleBlock')

/** Kinds that belong to a building and stand on a level, needing nothing else. */
const onItsLevel = <R extends { level: Id }>(word: string, layer: Id): KindFacts<R> & { host: 'level' } => ({
  word,
  host: 'level',
  layer,
  needs: [onLevel<R>()],
  loose: null,
})

/** Kinds of the library that need nothing. */
const plain = (word: string): KindFacts<never> & { host: 'library' } => ({
  word,
  host: 'library',
  layer: null,
  needs: [],
  loose: null,
})

/**
 * Every kind of record: its word, where it lives, its usual layer and what it names. The library comes first, what is
 * needed before what needs it.
 */
export const KINDS = {
  lineType: plain('line type'),
  layer: {
    word: 'layer',
    host: 'library',
    layer: null,
    needs: [one('lineType', 'lineType')],
    loose: null,
  },
  material: plain('material'),
  wallType: {
    word: 'wall type',
    host: 'library',
    layer: null,
    needs: [
      each(
        'material',
        ({ strips }) => strips,
        ({ material }) => material,
        (type, strips) => ({ ...type, strips }),
        (strip, material) => ({ ...strip, material }),
      ),
    ],
    loose: null,
  },
  plateType: {
    word: 'plate type',
    host: 'library',
    layer: null,
    needs: [
      each(
        'material',
        ({ strips }) => strips,
        ({ material }) => material,
        (type, strips) => ({ ...type, strips }),
        (strip, material) => ({ ...strip, material }),
      ),
    ],
    loose: null,
  },
  openingType: plain('opening type'),
  lens: { word: 'lens', host: 'library', layer: null, needs: [], loose: LENS },
  pen: plain('pen'),
  annotationStyle: plain('annotation style'),
  block: {
    word: 'block',
    host: 'library',
    layer: null,
    needs: [
      each(
        'block',
        ({ items }) => items,
        (item) => (item.shape === 'block' ? item.block : null),
        (block, items) => ({ ...block, items }),
        (item, id) => (item.shape === 'block' ? { ...item, block: id } : item),
      ),
      each(
        'block',
        ({ front }) => front?.items ?? [],
        (item) => (item.shape === 'block' ? item.block : null),
        (block, items) => (block.front ? { ...block, front: { ...block.front, items } } : block),
        (item, id) => (item.shape === 'block' ? { ...item, block: id } : item),
      ),
    ],
    loose: null,
  },
  keptDetail: {
    word: 'kept detail',
    host: 'library',
    layer: null,
    needs: [KEPT_THINGS],
    loose: null,
  },
  project: { word: 'project', host: 'project', layer: null, needs: [], loose: null },
  level: { word: 'level', host: 'project', layer: null, needs: [], loose: null },
  // The mark of one that looks at the building stands on every plan.
  drawing: {
    word: 'drawing',
    host: 'plans',
    layer: 'layer-marks',
    needs: [
      one('level' as never, 'level'),
      one('block' as never, 'block'),
      one('lens', 'lens'),
      one('style', 'annotationStyle'),
      one('room' as never, 'room'),
      one('only' as never, 'level'),
      DETAIL_OF,
      CUT_ALONG,
    ],
    loose: DRAWING,
  },
  schedule: {
    word: 'schedule',
    host: 'project',
    layer: null,
    needs: [one('level', 'level')],
    loose: {
      ids: ({ drawings = [] }) => drawings,
      carried({ drawings, ...schedule }, { became }) {
        const now = (drawings ?? []).flatMap((id) => became(id) ?? [id])
        return now.length > 0 ? { ...schedule, drawings: now } : schedule
      },
    } satisfies Loose<RecordOf<'schedule'>>,
  },
  keynote: { word: 'keynote', host: 'project', layer: null, needs: [], loose: null },
  titleBlock: { word: 'title block', host: 'project', layer: null, needs: [], loose: null },
  sheet: {
    word: 'sheet',
    host: 'project',
    layer: null,
    needs: [one('titleBlock', 'titleBlock')],
    loose: null,
  },
  gridLine: { word: 'grid line', host: 'plans', layer: 'layer-grid', needs: [], loose: null },
  wall: {
    word: 'wall',
    host: 'level',
    layer: 'layer-walls',
    needs: [onLevel(), one('type', 'wallType'), FOOTING as Reference<RecordOf<'wall'>>],
    loose: null,
  },
  column: {
    word: 'column',
    host: 'level',
    layer: 'layer-columns',
    needs: [onLevel(), one('material', 'material'), FOOTING as Reference<RecordOf<'column'>>],
    loose: null,
  },
  opening: {
    word: 'opening',
    host: 'wall',
    layer: 'layer-openings',
    needs: [one('wall', 'wall'), one('type', 'openingType'), LINTEL],
    loose: seenIn<RecordOf<'opening'>>(null),
  },
  placement: {
    word: 'placed block',
    host: 'level',
    layer: 'layer-fittings',
    needs: [one('level', 'level'), one('block', 'block'), onBoard()],
    loose: null,
  },
  room: { ...onItsLevel<RecordOf<'room'>>('room', 'layer-rooms'), loose: seenIn<RecordOf<'room'>>(null) },
  stair: onItsLevel<RecordOf<'stair'>>('stair', 'layer-stairs'),
  ramp: onItsLevel<RecordOf<'ramp'>>('ramp', 'layer-stairs'),
  rail: onItsLevel<RecordOf<'rail'>>('balustrade', 'layer-stairs'),
  slab: {
    word: 'slab',
    host: 'level',
    layer: 'layer-floors',
    needs: [onLevel(), one('type', 'plateType')],
    loose: null,
  },
  void: onItsLevel<RecordOf<'void'>>('floor void', 'layer-floors'),
  roof: {
    word: 'roof',
    host: 'level',
    layer: 'layer-roofs',
    needs: [onLevel(), one('type', 'plateType')],
    loose: null,
  },
  dormer: onItsLevel<RecordOf<'dormer'>>('dormer', 'layer-roofs'),
  overhead: onItsLevel<RecordOf<'overhead'>>('overhead thing', 'layer-overhead'),
  framing: {
    word: 'row of joists',
    host: 'level',
    layer: 'layer-framing',
    needs: [onLevel(), one('material', 'material')],
    loose: null,
  },
  separator: onItsLevel<RecordOf<'separator'>>('separating line', 'layer-rooms'),
  linework: { word: 'line', host: 'board', layer: 'layer-lines', needs: [onBoard()], loose: null },
  hatch: { word: 'hatch', host: 'board', layer: 'layer-hatches', needs: [onBoard()], loose: HATCH },
  guide: { word: 'guide', host: 'board', layer: 'layer-guides', needs: [onBoard()], loose: null },
  dimension: {
    word: 'dimension',
    host: 'board',
    layer: 'layer-dimensions',
    needs: [onBoard(), one('style', 'annotationStyle')],
    loose: DIMENSION,
  },
  roundDimension: {
    word: 'angle or arc',
    host: 'board',
    layer: 'layer-dimensions',
    needs: [onBoard(), one('style', 'annotationStyle')],
    loose: seenIn<RecordOf<'roundDimension'>>({
      ids: ({ anchors }) => hosts(anchors),
      carried: (round, { tie }) => withTies(round, tie),
    }),
  },
  leader: {
    word: 'leader',
    host: 'board',
    layer: 'layer-notes',
    needs: [onBoard(), one('style', 'annotationStyle')],
    loose: seenIn<RecordOf<'leader'>>({
      ids: (leader) => [
        ...hosts(anchorsOf(leader)),
        ...(leader.keynote === undefined ? [] : [leader.keynote]),
      ],
      carried(leader, { tie, became }) {
        const { keynote, ...rest } = withTies(leader, tie)
        const now = keynote === undefined ? undefined : (became(keynote) ?? [keynote])[0]
        return now === undefined ? rest : { ...rest, keynote: now }
      },
    }),
  },
  levelMark: {
    word: 'level mark',
    host: 'board',
    layer: 'layer-dimensions',
    needs: [onBoard(), one('style', 'annotationStyle')],
    loose: LEVEL_MARK,
  },
  note: {
    word: 'note',
    host: 'board',
    layer: 'layer-notes',
    needs: [onBoard(), one('style', 'annotationStyle')],
    loose: seenIn<RecordOf<'note'>>(null),
  },
  symbol: {
    word: 'symbol',
    host: 'board',
    layer: 'layer-notes',
    needs: [onBoard(), one('style', 'annotationStyle'), one('block', 'block')],
    loose: seenIn<RecordOf<'symbol'>>({
      ids: ({ anchors }) => hosts(anchors),
      carried: (symbol, { tie }) => withTies(symbol, tie),
    }),
  },
  group: { word: 'group', host: 'board', layer: null, needs: [onBoard()], loose: GROUP },
  repeat: { word: 'repeat', host: 'board', layer: null, needs: [onBoard()], loose: REPEAT },
  viewport: {
    word: 'viewport',
    host: 'sheet',
    layer: null,
    needs: [one('sheet', 'sheet'), one('drawing', 'drawing'), one('lens', 'lens')],
    loose: null,
  },
} satisfies { readonly [K in RecordKind]: KindFacts<RecordOf<K>> }

/** Kinds that live in one of some hosts. */
export type KindIn<H extends Host> = {
  [K in RecordKind]: (typeof KINDS)[K]['host'] extends H ? K : never
}[RecordKind]

/** Kinds that stand nowhere of their own: what is shared, what a project is laid out in, and what only names others. */
const UNPLACED = [
  'project',
  'level',
  'titleBlock',
  'sheet',
  'schedule',
  'keynote',
  'material',
  'wallType',
  'plateType',
  'openingType',
  'lineType',
  'layer',
  'lens',
  'pen',
  'annotationStyle',
  'block',
  'keptDetail',
  // Groups and repeats are where their members are.
  'group',
  'repeat',
] as const satisfies readonly RecordKind[]
export type UnplacedKind = (typeof UNPLACED)[number]

/** The same entry of a table for every kind that stands nowhere. */
export const forUnplaced = <V>(entry: V): Readonly<Record<UnplacedKind, V>> =>
  Object.fromEntries(UNPLACED.map((kind) => [kind, entry])) as Record<UnplacedKind, V>

type KindWith<Fact extends string> = {
  [K in RecordKind]: Fact extends keyof RecordOf<K> ? K : never
}[RecordKind]
const FACTS_OF = new Map<RecordKind, ReadonlySet<string>>()
for (const schema of recordSchema.options)
  for (const { shape } of 'shape' in schema ? [schema] : schema.options)
    FACTS_OF.set(shape.kind.value, new Set(Object.keys(shape)))

/** Whether records of its kind may carry a fact, as their schema says. */
export const mayHave = <Fact extends string>(
  record: AnyRecord,
  fact: Fact,
): record is RecordOf<KindWith<Fact>> => FACTS_OF.get(record.kind)!.has(fact)

/** Whether it stands in drawings before or behind others as it is told to. */
export const hasOrder = (
  record: AnyRecord,
): record is Exclude<RecordOf<KindWith<'order'>>, { kind: UnplacedKind }> =>
  mayHave(record, 'order') && !(UNPLACED as readonly RecordKind[]).includes(record.kind)

/** All kinds, in the order of their table. */
export const RECORD_KINDS = Object.keys(KINDS) as readonly RecordKind[]

/** The kinds that live in one of some hosts, in the order of the table. */
export const kindsIn = <H extends Host>(...of: readonly H[]): readonly KindIn<H>[] =>
  RECORD_KINDS.filter((kind): kind is KindIn<H> => (of as readonly Host[]).includes(KINDS[kind].host))

/** What is known of the kind of a record. */
const factsOf = <R extends AnyRecord>(record: R): KindFacts<R> =>
  KINDS[record.kind] as unknown as KindFacts<R>

/** The everyday name of a kind. */
export const kindWord = (kind: RecordKind): string => KINDS[kind].word

type Need = readonly [Id, readonly RecordKind[]]

/** Which other records a record cannot do without, with the kinds each may be of. */
export function needs(record: AnyRecord): readonly Need[] {
  const found: Need[] = []
  for (const { to, ids } of factsOf(record).needs) for (const id of ids(record)) found.push([id, to])
  if ('layer' in record && record.layer !== undefined) found.push([record.layer, ['layer']])
  if ('own' in record && record.own?.lineType !== undefined) found.push([record.own.lineType, ['lineType']])
  return found
}

/** The records it names and can do without. */
export const looseNames = (record: AnyRecord): readonly Id[] => factsOf(record).loose?.ids(record) ?? []

/** A record after things it names turned into others or went; null when nothing is left of it. */
export function carriedAlong<R extends AnyRecord>(record: R, carrying: Carrying): R | null {
  const { loose } = factsOf(record)
  return loose ? loose.carried(record, carrying) : record
}

/** A record whose needs go by other ids. */
export function relinked<R extends AnyRecord>(record: R, renamed: ReadonlyMap<Id, Id>): R {
  if (renamed.size === 0) return record
  const as = (id: Id): Id => renamed.get(id) ?? id
  let made = record
  for (const reference of factsOf(record).needs) made = reference.renamed(made, as)
  if ('layer' in made && made.layer !== undefined) made = { ...made, layer: as(made.layer) }
  if ('own' in made && made.own?.lineType !== undefined)
    made = { ...made, own: { ...made.own, lineType: as(made.own.lineType) } }
  return made
}
