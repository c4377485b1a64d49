import { clearLength, inWall, type SolvedWall } from '@lamina/core/building'
import { openingItems } from '@lamina/core/derive'
import { addOpening } from '@lamina/core/edit'
import type { Opening } from '@lamina/core/records'
import { formatLength } from '@lamina/core/units'
import type { Bench, Located, Tool } from './tool'

export interface OpeningChoice {
  readonly fit: 'door' | 'window'
  readonly width: () => number
  readonly setWidth: (mm: number) => void
}

const SIZES = {
  door: { sill: 0, head: 2100 },
  window: { sill: 900, head: 2100 },
}

interface Aim {
  readonly wall: SolvedWall
  readonly opening: Opening
  /** From the nearer corner to the nearer jamb, and which corner that is. */
  readonly fromCorner: number
  readonly corner: 'start' | 'end'
}

/** A door or window put into the wall under the pointer, at a typed distance from its nearer corner or centred. */
export function openingTool(bench: Bench, choice: OpeningChoice): Tool {
  let hand: Opening['hand'] = 'start'
  let otherSide = false
  let centred = false
  /** Which corner typed distances are taken from; kept while a distance is being typed. */
  let heldCorner: 'start' | 'end' | null = null

  function wallAt(at: Located): { wall: SolvedWall; along: number; aside: number } | null {
    const r = bench.reach * 1.5
    let best: { wall: SolvedWall; along: number; aside: number } | null = null
    let bestAway = Infinity
    const { x, y } = at.raw
    for (const wall of bench.solver.wallsNear({ minX: x - r, minY: y - r, maxX: x + r, maxY: y + r })) {
      const { along, aside } = inWall(wall.shape, at.raw)
      const { low, high, length } = wall.shape
      if (along < -r || along > length + r || aside < low - r || aside > high + r) continue
      const away = Math.abs(aside - (low + high) / 2)
      if (away < bestAway) {
        best = { wall, along, aside }
        bestAway = away
      }
    }
    return best
  }

  function aim(at: Located | null): Aim | null {
    const found = at && wallAt(at)
    if (!found) return null
    const { wall, along, aside } = found
    const { shape } = wall
    const clear = clearLength(shape, wall.start, wall.end)
    const width = bench.typed('width') ?? choice.width()
    const typed = bench.typed('corner')
    const middle = (clear.from + clear.to) / 2
    const corner = typed !== null && heldCorner ? heldCorner : along <= middle ? 'start' : 'end'
    if (typed === null) heldCorner = null
    else heldCorner ??= corner
    let centre: number
    if (centred) centre = middle
    else if (typed !== null)
      centre = corner === 'start' ? clear.from + typed + width / 2 : clear.to - typed - width / 2
    else centre = Math.min(clear.to - width / 2, Math.max(clear.from + width / 2, along))
    if (clear.to - clear.from < width) centre = middle
    const pointerLeft = aside > (shape.low + shape.high) / 2
    const opening: Opening = {
      id: 'preview',
      kind: 'opening',
      wall: shape.id,
      fit: choice.fit,
      along: centre,
      width,
      ...SIZES[choice.fit],
      hand,
      side: pointerLeft !== otherSide ? 'left' : 'right',
    }
    const fromCorner = corner === 'start' ? centre - width / 2 - clear.from : clear.to - centre - width / 2
    return { wall, opening, fromCorner, corner }
  }

  function place(at: Located | null): void {
    const aimed = aim(at)
    if (!aimed) {
      bench.warn(`Point to the wall that gets the ${choice.fit}.`)
      return
    }
    const { kind: _, id: __, ...facts } = aimed.opening
    const change = bench.edit(choice.fit === 'door' ? 'Door' : 'Window', (project, makeId) =>
      addOpening(project, aimed.wall, facts, makeId),
    )
    if (!change) return
    choice.setWidth(aimed.opening.width)
    heldCorner = null
    centred = false
    bench.clearTyped()
  }

  return {
    free: true,
    prompt: () => ({
      text: `Point to a wall; type the distance from its nearer corner.`,
      keys:
        choice.fit === 'door'
          ? 'Tab: width · C: centred · H: other hand · S: other side'
          : 'Tab: width · C: centred · S: other side',
    }),
    fields: (at) => {
      const aimed = aim(at)
      return aimed
        ? [
            {
              key: 'corner',
              label: 'from corner',
              kind: 'length',
              shown: formatLength(aimed.fromCorner, bench.units),
            },
            {
              key: 'width',
              label: 'width',
              kind: 'length',
              shown: formatLength(aimed.opening.width, bench.units),
            },
          ]
        : []
    },
    remark: (at) => (aim(at) ? (centred ? 'centred in the clear wall' : '') : ''),
    last: () => null,
    press: place,
    enter: place,
    back() {
      if (!centred) return false
      centred = false
      return true
    },
    key(key) {
      if (key === 'c') centred = !centred
      else if (key === 's') otherSide = !otherSide
      else if (key === 'h' && choice.fit === 'door') hand = hand === 'start' ? 'end' : 'start'
      else return false
      return true
    },
    preview(at) {
      const aimed = aim(at)
      if (!aimed) return []
      const { along, width } = aimed.opening
      return openingItems(
        aimed.wall.shape,
        { opening: aimed.opening, from: along - width / 2, to: along + width / 2, fault: null },
        true,
        bench.scale,
      )
    },
  }
}
