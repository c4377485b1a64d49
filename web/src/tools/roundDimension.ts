import { mdiAngleAcute, mdiRadiusOutline } from '@mdi/js'
import { drawRound } from '@lamina/core/annotate'
import { addRoundDimension } from '@lamina/core/edit'
import { arcOf, isStraight, onArc, type Arc, type Point } from '@lamina/core/geometry'
import type { Anchor, RoundDimension } from '@lamina/core/records'
import { roundOf, roundThrough } from '@lamina/core/kinds'
import { TieFinder, holdAnchor } from '@lamina/core/ties'
import { segmentItem } from './preview'
import { styled, type Bench, type Located, type Tool } from './tool'
import type { ToolEntry } from './entry'

type Facts = Pick<RoundDimension, 'measures' | 'anchors' | 'outer' | 'reach' | 'turn'>

const pointsOf = (bench: Bench, { anchors }: Pick<Facts, 'anchors'>): readonly [Point, Point, Point] => {
  const [a, b, c] = anchors.map((anchor) => holdAnchor(anchor, bench.scene).point)
  return [a!, b!, c!]
}

function put(bench: Bench, facts: Facts): boolean {
  return (
    bench.edit('Angle or arc', (project, makeId) =>
      addRoundDimension(
        project,
        bench.scene,
        { drawing: bench.board.id, ...facts, ...styled(bench.style) },
        makeId,
      ),
    ) !== null
  )
}

const preview = (bench: Bench, facts: Facts) =>
  drawRound({ id: null, ...facts }, pointsOf(bench, facts), bench.scale, bench.units, bench.style).items

/** Whether a direction lies within an arc. */
function within({ centre, from, sweep }: Arc, p: Point): boolean {
  const turn = 2 * Math.PI
  const away = Math.atan2(p.y - centre.y, p.x - centre.x) - from
  return ((away % turn) + turn) % turn <= sweep
}

/** An angle: its corner, a point of each leg, then where its arc runs. */
export function angleTool(bench: Bench): Tool {
  let anchors: Anchor[] = []
  const laid = (at: Located): Facts | null => {
    const [a, b, c] = anchors
    if (!a || !b || !c) return null
    const facts = { measures: 'angle', anchors: [a, b, c] } as const
    const arc = roundOf(facts, pointsOf(bench, { anchors: [a, b, c] }))
    if (!arc) return { ...facts, anchors: [a, b, c], reach: { in: 'paper', paperMm: 10 } }
    const outer = within(arc, at.raw) ? {} : { outer: true as const }
    return {
      measures: 'angle',
      anchors: [a, b, c],
      ...outer,
      ...roundThrough('angle', arc, at.raw, bench.scale),
    }
  }
  return {
    prompt: () => ({
      text: [
        'Point to the corner of the angle.',
        'Point to what its first leg runs to.',
        'Point to what its second leg runs to.',
        'Point to where its arc runs: between the legs, or round the other way.',
      ][anchors.length]!,
      keys: anchors.length > 0 ? 'Esc: one step back' : 'Esc: put it away',
    }),
    fields: () => [],
    last: () => null,
    alignFrom: () => anchors.map((anchor) => holdAnchor(anchor, bench.scene).point),
    press(at) {
      const facts = laid(at)
      if (!facts) anchors = [...anchors, new TieFinder(bench.scene, bench.board).at(at.point)]
      else if (put(bench, facts)) anchors = []
    },
    enter(at) {
      const facts = at && laid(at)
      if (facts && put(bench, facts)) anchors = []
    },
    back() {
      if (anchors.length === 0) return false
      anchors = anchors.slice(0, -1)
      return true
    },
    preview(at) {
      if (!at) return []
      const facts = laid(at)
      if (facts) return preview(bench, facts)
      const [corner, ...legs] = anchors.map((anchor) => holdAnchor(anchor, bench.scene).point)
      return corner ? [...legs, at.point].map((p) => segmentItem(corner, p, 'light')) : []
    },
  }
}

const NEXT = { radius: 'diameter', diameter: 'arc', arc: 'radius' } as const
const WORD = { radius: 'diameter', diameter: 'length of the arc', arc: 'radius' } as const

/** The radius, the diameter or the length of an arc that is pointed to. */
export function radiusTool(bench: Bench): Tool {
  let arc: { readonly arc: Arc; readonly anchors: RoundDimension['anchors'] } | null = null
  const laid = (at: Located): Facts | null => {
    if (!arc) return null
    const measures = bench.values.round
    return { measures, anchors: arc.anchors, ...roundThrough(measures, arc.arc, at.raw, bench.scale) }
  }
  function take(at: Located): void {
    const edge = at.snap?.on?.edge
    if (!edge || isStraight(edge)) {
      bench.warn('Point to an arc or a circle.')
      return
    }
    const found = arcOf(edge)
    const finder = new TieFinder(bench.scene, bench.board)
    const tie = (part: number): Anchor => finder.at(onArc(found, part))
    arc = { arc: found, anchors: [tie(0), tie(0.5), tie(1)] }
  }
  return {
    prompt: () => ({
      text: arc ? 'Point to where it is told: within the arc or beyond it.' : 'Point to an arc or a circle.',
      keys: `R: ${WORD[bench.values.round]} · ${arc ? 'Esc: one step back' : 'Esc: put it away'}`,
    }),
    fields: () => [],
    last: () => null,
    press(at) {
      const facts = laid(at)
      if (!facts) take(at)
      else if (put(bench, facts)) arc = null
    },
    enter(at) {
      const facts = at && laid(at)
      if (facts && put(bench, facts)) arc = null
    },
    back() {
      if (!arc) return false
      arc = null
      return true
    },
    key(key) {
      if (key !== 'r') return false
      bench.values.round = NEXT[bench.values.round]
      return true
    },
    preview(at) {
      const facts = at && laid(at)
      return facts ? preview(bench, facts) : []
    },
  }
}

/** Angles, radii, diameters and lengths of arcs. */
export const ARC_DIMENSION_TOOLS = {
  angle: {
    stage: 'annotate',
    under: 'Measure and write',
    name: 'Angle',
    icon: mdiAngleAcute,
    on: 'any',
    make: angleTool,
  },
  radius: {
    stage: 'annotate',
    under: 'Measure and write',
    name: 'Radius or arc',
    icon: mdiRadiusOutline,
    on: 'any',
    make: radiusTool,
  },
} satisfies Record<string, ToolEntry>
