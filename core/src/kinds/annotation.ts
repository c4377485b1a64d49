import {
  ROUNDING,
  PARALLEL,
  add,
  applyTo,
  boxOf,
  cross,
  enlargement,
  leftOf,
  mirrors,
  times,
  unitAt,
  type Affine,
  type Point,
  linearOf,
} from '../geometry'
import { upright } from '../lettering'
import {
  anchorsOf,
  inEachPlace,
  ownRow,
  shiftOfSymbol,
  tieHost,
  withTies,
  type Anchor,
  type Dimension,
  type Leader,
  type LevelMark,
  type Note,
  type PaperSymbol,
  type Placed,
  type Room,
  type RoundDimension,
  type RecordKind,
} from '../records'
import {
  NOTHING_MORE,
  noHandle,
  plainPoint,
  pointBox,
  type Home,
  type Mapping,
  type Move,
  type HomesOf,
} from './home'
import { mappedAngle } from './maps'
import { roundOf, roundThrough } from './round'

/** How far a map moves what stands at the origin. */
const shiftOf = (map: Affine): Point => ({ x: map.e, y: map.f })

/** What a map does to directions and lengths. */
const turned = (map: Affine, v: Point): Point => applyTo(linearOf(map), v)

/** A tie that nothing holds goes with its record; where one is held follows from what became of its host. */
const mappedTie = (anchor: Anchor, { map, carries }: Mapping): Anchor =>
  tieHost(anchor) === null || carries(anchor) ? { ...anchor, last: applyTo(map, anchor.last) } : anchor

const stretchedTie = (anchor: Anchor, move: Move): Anchor => {
  if (tieHost(anchor) !== null) return anchor
  const last = move(anchor.last)
  return last === anchor.last ? anchor : { ...anchor, last: plainPoint(last) }
}

/** A row moved to the left by so many real mm. */
function shiftedRow(dimension: Dimension, by: number, scale: number): Dimension['offset'] {
  const offset = ownRow(dimension)
  switch (offset.in) {
    case 'row': {
      const more = (offset.morePaperMm ?? 0) + (offset.side === 'left' ? by : -by) / scale
      const { morePaperMm: _, ...plain } = offset
      return Math.abs(more) < ROUNDING ? plain : { ...plain, morePaperMm: more }
    }
    case 'paper':
      return { in: 'paper', paperMm: offset.paperMm + by / scale }
    case 'real':
      return { in: 'real', mm: offset.mm + by }
  }
}

const otherSide = (side: 'left' | 'right'): 'left' | 'right' => (side === 'left' ? 'right' : 'left')

/** The same row on the other side of what it measures. */
export function turnedOver(offset: Dimension['offset']): Dimension['offset'] {
  switch (offset.in) {
    case 'row':
      return { ...offset, side: otherSide(offset.side) }
    case 'line':
      return { in: 'row', side: otherSide(offset.side), row: 0 }
    case 'paper':
      return { in: 'paper', paperMm: -offset.paperMm }
    case 'real':
      return { in: 'real', mm: -offset.mm }
  }
}

function mappedRow({ offset, direction }: Dimension, map: Affine): Dimension['offset'] {
  if (offset.in === 'line') {
    const u = unitAt(direction)
    const on = applyTo(map, times(leftOf(u), offset.last))
    const side = mirrors(map) === (offset.side === 'left') ? 'right' : 'left'
    return { ...offset, side, last: cross(unitAt(mappedAngle(map, direction)), on) }
  }
  const turned = mirrors(map) ? turnedOver(offset) : offset
  return turned.in === 'real' ? { in: 'real', mm: turned.mm * enlargement(map) } : turned
}

function mappedDimension(dimension: Dimension, mapping: Mapping): Dimension {
  const { map, scale, carries } = mapping
  const stays = dimension.anchors.every((anchor) => tieHost(anchor) !== null && !carries(anchor))
  if (stays) {
    // What it measures stays: its row is shifted.
    const by = cross(unitAt(dimension.direction), shiftOf(map))
    return { ...dimension, offset: shiftedRow(dimension, by, scale) }
  }
  return {
    ...dimension,
    anchors: dimension.anchors.map((anchor) => mappedTie(anchor, mapping)),
    direction: mappedAngle(map, dimension.direction),
    offset: mappedRow(dimension, map),
    ...(dimension.gathers && mirrors(map)
      ? { gathers: { ...dimension.gathers, side: otherSide(dimension.gathers.side) } }
      : {}),
  }
}

const dimensionHome: Home<Dimension> = {
  ...NOTHING_MORE,
  mapped: mappedDimension,
  stretched(dimension, move) {
    const anchors = dimension.anchors.map((anchor) => stretchedTie(anchor, move))
    return anchors.every((anchor, i) => anchor === dimension.anchors[i])
      ? dimension
      : { ...dimension, anchors }
  },
  withHandle: noHandle,
  placed: ({ anchors }) => boxOf(anchors.map(({ last }) => last)),
}

const roundHome: Home<RoundDimension> = {
  ...NOTHING_MORE,
  mapped(round, mapping) {
    const { map, scale, carries } = mapping
    const { anchors, reach, turn } = round
    const [a, b, c] = anchors
    if (anchors.every((anchor) => tieHost(anchor) !== null && !carries(anchor))) {
      // What it measures stays: its line is shifted.
      const arc = roundOf(round, [a.last, b.last, c.last])
      if (!arc) return round
      const out = reach.in === 'paper' ? reach.paperMm * scale : reach.mm
      const from = round.measures === 'angle' ? 0 : arc.radius
      const u = unitAt(turn ?? arc.from + arc.sweep / 2)
      const held = add(arc.centre, times(u, from + out))
      return { ...round, ...roundThrough(round.measures, arc, add(held, shiftOf(map)), scale) }
    }
    const tie = (anchor: Anchor): Anchor => mappedTie(anchor, mapping)
    return {
      ...round,
      anchors: [tie(a), tie(b), tie(c)],
      reach: reach.in === 'real' ? { in: 'real', mm: reach.mm * enlargement(map) } : reach,
      ...(turn === undefined ? {} : { turn: mappedAngle(map, turn) }),
    }
  },
  stretched(round, move) {
    const [a, b, c] = round.anchors
    const anchors = [stretchedTie(a, move), stretchedTie(b, move), stretchedTie(c, move)] as const
    return anchors.every((anchor, i) => anchor === round.anchors[i])
      ? round
      : { ...round, anchors: [...anchors] }
  },
  withHandle: noHandle,
  placed: ({ anchors }) => boxOf(anchors.map(({ last }) => last)),
}

const leaderHome: Home<Leader> = {
  ...NOTHING_MORE,
  mapped(leader, mapping) {
    const { map, scale, carries } = mapping
    const mapped = withTies(leader, (anchor) => mappedTie(anchor, mapping))
    return tieHost(leader.tip) !== null && !carries(leader.tip)
      ? // What it points to stays: its note is moved.
        { ...mapped, elbowPaperMm: add(leader.elbowPaperMm, times(shiftOf(map), 1 / scale)) }
      : { ...mapped, elbowPaperMm: times(turned(map, leader.elbowPaperMm), 1 / enlargement(map)) }
  },
  stretched(leader, move) {
    const made = withTies(leader, (anchor) => stretchedTie(anchor, move))
    const before = anchorsOf(leader)
    return anchorsOf(made).every((anchor, i) => anchor === before[i]) ? leader : made
  },
  withHandle: noHandle,
  placed: (leader) => boxOf(anchorsOf(leader).map(({ last }) => last)),
}

const levelMarkHome: Home<LevelMark> = {
  ...NOTHING_MORE,
  mapped(mark, mapping) {
    const { map, scale, carries } = mapping
    if (tieHost(mark.at) !== null && !carries(mark.at))
      // What it marks stays: its symbol is shifted.
      return { ...mark, shiftPaperMm: mark.shiftPaperMm + map.e / scale }
    const flip = turned(map, { x: 1, y: 0 }).x < -PARALLEL ? -1 : 1
    return { ...mark, at: mappedTie(mark.at, mapping), shiftPaperMm: mark.shiftPaperMm * flip }
  },
  stretched(mark, move) {
    const at = stretchedTie(mark.at, move)
    return at === mark.at ? mark : { ...mark, at }
  },
  withHandle: noHandle,
  placed: ({ at }) => pointBox(at.last),
}

const noteHome: Home<Note> = {
  ...NOTHING_MORE,
  mapped(note, { map }) {
    const { turn: before = 0, ...rest } = note
    const turn = upright(mappedAngle(map, before))
    return { ...rest, at: applyTo(map, note.at), ...(Math.abs(turn) > ROUNDING ? { turn } : {}) }
  },
  stretched(note, move) {
    const at = move(note.at)
    return at === note.at ? note : { ...note, at: plainPoint(at) }
  },
  withHandle: noHandle,
  placed: ({ at }) => pointBox(at),
}

const roomHome: Home<Room> = {
  ...NOTHING_MORE,
  mapped: (room, { map }) => ({
    ...room,
    at: applyTo(map, room.at),
    ...(room.tagAt ? { tagAt: applyTo(map, room.tagAt) } : {}),
  }),
  stretched(room, move) {
    const at = move(room.at)
    const tagAt = room.tagAt && move(room.tagAt)
    if (at === room.at && tagAt === room.tagAt) return room
    return { ...room, at: plainPoint(at), ...(tagAt ? { tagAt: plainPoint(tagAt) } : {}) }
  },
  // Its tag.
  handles: () => [],
  withHandle: (room, _index, to) => ({ ...room, tagAt: plainPoint(to) }),
  placed: ({ at }) => pointBox(at),
  reach: ({ ceilingHeight, level }, project) => ({
    from: 0,
    to: ceilingHeight ?? project.need('level', level).height,
  }),
}

const symbolHome: Home<PaperSymbol> = {
  ...NOTHING_MORE,
  mapped(symbol, mapping) {
    const { map, scale, carries } = mapping
    const { anchors, shiftPaperMm, turn, ...rest } = symbol
    const shift = shiftOfSymbol(symbol)
    const stays = anchors.every((anchor) => tieHost(anchor) !== null && !carries(anchor))
    // What it stands at stays: what it says is moved.
    const now = stays
      ? add(shift, times(shiftOf(map), 1 / scale))
      : times(turned(map, shift), 1 / enlargement(map))
    const turnNow = stays ? (turn ?? 0) : mappedAngle(map, turn ?? 0)
    return {
      ...rest,
      anchors: anchors.map((anchor) => mappedTie(anchor, mapping)),
      ...(stays || shiftPaperMm ? { shiftPaperMm: now } : {}),
      ...(symbol.form === 'own' && Math.abs(turnNow) > ROUNDING ? { turn: turnNow } : {}),
    }
  },
  stretched(symbol, move) {
    const anchors = symbol.anchors.map((anchor) => stretchedTie(anchor, move))
    return anchors.every((anchor, i) => anchor === symbol.anchors[i]) ? symbol : { ...symbol, anchors }
  },
  withHandle: noHandle,
  placed: ({ anchors }) => boxOf(anchors.map(({ last }) => last)),
}

/** The home of a kind that may stand elsewhere at some scales: what is done to it is done in each of its places. */
const everywhere = <R extends Placed>(home: Home<R>): Home<R> => ({
  ...home,
  mapped: (record, mapping) =>
    inEachPlace(record, (placed, scale) =>
      home.mapped(placed, scale === null ? mapping : { ...mapping, scale }),
    ),
  stretched(record, move) {
    if (!record.places) return home.stretched(record, move)
    let isMoved = false
    const made = inEachPlace(record, (placed) => {
      const stretched = home.stretched(placed, move)
      if (stretched !== placed) isMoved = true
      return stretched
    })
    return isMoved ? made : record
  },
})

export const ANNOTATION_HOMES = {
  room: everywhere(roomHome),
  dimension: everywhere(dimensionHome),
  roundDimension: everywhere(roundHome),
  leader: everywhere(leaderHome),
  levelMark: everywhere(levelMarkHome),
  symbol: everywhere(symbolHome),
  note: everywhere(noteHome),
} satisfies HomesOf<RecordKind>
