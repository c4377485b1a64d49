import type { DisplayItem } from '../display'
import { angleOf, subtract } from '../geometry'
import type { Opening, OpeningMake, OpeningType } from '../records'
import { lightSpans } from '../solids'
import type { OpeningGround } from './openingGround'

type Glazed = Extract<OpeningMake, { form: 'glazed' }>

/** How far a sill runs past its opening at both sides, mm. */
const SILL_PAST = 40

export interface WindowLook {
  readonly swings: boolean
  readonly detailed: boolean
}

/** A window in plan: the sill seen below, the frame with its mullions, the glass and how each light opens. */
export function windowItems(
  ground: OpeningGround,
  opening: Opening,
  type: OpeningType,
  make: Glazed,
  look: WindowLook,
): DisplayItem[] {
  const { low, high, outer, inner, inwards } = ground
  const wall = high - low
  const depth = Math.min(type.frame.depth ?? wall, wall)
  const face = outer + inwards * (wall - depth) * type.place
  const back = face + inwards * depth
  const [frameLow, frameHigh] = [Math.min(face, back), Math.max(face, back)]
  const glass = (frameLow + frameHigh) / 2
  const faces = [ground.run('seen', low), ground.run('seen', high)]
  if (!look.detailed) return [...faces, ground.run('seen', glass)]
  const items: DisplayItem[] = [...faces]
  const { mitre } = ground
  const from = ground.from(glass)
  const to = ground.to(glass)
  const jamb = Math.min(type.frame.width, (to - from) / 4)
  // Round a corner the two frames share a post on the mitre.
  const startJamb = mitre === 'start' ? 0 : jamb
  const endJamb = mitre === 'end' ? 0 : jamb
  const clearFrom = from + startJamb
  const clearTo = to - endJamb
  if (startJamb) items.push(ground.box('seen', from, clearFrom, frameLow, frameHigh))
  if (endJamb) items.push(ground.box('seen', clearTo, to, frameLow, frameHigh))
  if (mitre) {
    const corner = mitre === 'start' ? ground.from : ground.to
    const at = (aside: number): number => corner.call(ground, aside)
    const into = mitre === 'start' ? jamb : -jamb
    items.push(
      ground.line(
        'seen',
        true,
        ground.at(at(frameLow), frameLow),
        ground.at(at(frameLow) + into, frameLow),
        ground.at(at(frameHigh) + into, frameHigh),
        ground.at(at(frameHigh), frameHigh),
      ),
    )
  }
  items.push(
    ground.run('light', frameLow, clearFrom, clearTo),
    ground.run('light', frameHigh, clearFrom, clearTo),
  )
  const spans = lightSpans(make, clearTo - clearFrom)
  spans.forEach((span, i) => {
    const a = clearFrom + span.from
    const b = clearFrom + span.to
    const next = spans[i + 1]
    if (next) items.push(ground.box('seen', b, clearFrom + next.from, frameLow, frameHigh))
    const { opens } = make.lights[i]!
    const third = depth / 5
    if (opens === 'sliding' || opens === 'sliding up') {
      items.push(ground.run('seen', glass - third, a, b), ground.run('seen', glass + third, a, b))
      return
    }
    items.push(ground.run('seen', glass, a, b))
    if (look.swings && (opens === 'hung at the left' || opens === 'hung at the right'))
      items.push(...sashItems(ground, outer, inwards, glass, a, b, opens === 'hung at the left'))
  })
  items.push(...sillItems(ground, type, outer, inner, inwards))
  return items
}

/** How far a sash is drawn open, radians. */
const SASH = Math.PI / 6

/** A hung light drawn a little open to the outside. Left and right are seen from outside. */
function sashItems(
  ground: OpeningGround,
  outer: number,
  inwards: 1 | -1,
  glass: number,
  from: number,
  to: number,
  hungLeft: boolean,
): DisplayItem[] {
  // Seen from a left outer side the wall's start lies to the right.
  const atStart = hungLeft === inwards > 0
  const hinge = ground.at(atStart ? from : to, glass)
  const latch = ground.at(atStart ? to : from, glass)
  const out = ground.at((from + to) / 2, outer - inwards * 1000)
  const closed = angleOf(subtract(latch, hinge))
  const length = Math.hypot(latch.x - hinge.x, latch.y - hinge.y)
  const side = Math.sign(
    (latch.x - hinge.x) * (out.y - hinge.y) - (latch.y - hinge.y) * (out.x - hinge.x),
  ) as 1 | -1
  const open = closed + side * SASH
  return [
    ground.line('light', false, hinge, {
      x: hinge.x + length * Math.cos(open),
      y: hinge.y + length * Math.sin(open),
    }),
    {
      kind: 'arc',
      pen: 'light',
      x: hinge.x,
      y: hinge.y,
      radius: length,
      from: side > 0 ? closed : open,
      sweep: SASH,
      source: ground.source,
    },
  ]
}

function sillItems(
  ground: OpeningGround,
  type: OpeningType,
  outer: number,
  inner: number,
  inwards: 1 | -1,
): DisplayItem[] {
  const items: DisplayItem[] = []
  const sill = (face: number, by: number): void => {
    if (by === 0) return
    const past = (end: 'start' | 'end'): number => (ground.mitre === end ? 0 : SILL_PAST)
    const edge = face + by
    const from = ground.from(face) - past('start')
    const to = ground.to(face) + past('end')
    const outFrom = ground.mitre === 'start' ? ground.from(edge) : from
    const outTo = ground.mitre === 'end' ? ground.to(edge) : to
    items.push(
      ground.run('light', edge, outFrom, outTo),
      ground.line('light', false, ground.at(from, face), ground.at(outFrom, edge)),
      ground.line('light', false, ground.at(to, face), ground.at(outTo, edge)),
    )
  }
  sill(outer, -inwards * type.sillOut)
  sill(inner, inwards * type.sillIn)
  return items
}
