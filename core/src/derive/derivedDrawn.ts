import { PAPER_TONE, darker, penFrom, strokeItem, type AnyPen, type DisplayItem, type Tone } from '../display'
import { IDENTITY, applyTo, inverse, mapBox, pathOfPoints, type Affine } from '../geometry'
import type { Id, Material, Project } from '../records'
import { mannerOf, type DerivedFill, type DerivedLine, type DerivedThing, type LineWeight } from '../views'
import { bandItems } from './bands'
import { CutDrawn } from './cutDrawn'
import { isDrawn } from './drawn'
import type { PlanLook } from './look'
import type { News } from './news'
import { OVERHEAD_DASHES } from './openingGround'
import { IN_STEP, depthOf, type PartSource } from './parts'
import { patternItems } from './patterned'
import { partOf, putParts, rankOf, type Order, type Part, type Picture } from './picture'
import type { Sight } from './sight'

/** Patterns of faces are lighter from afar than those of what is cut. */
const FACE_DARKENING = 0.08

/** Faces lie beneath all that is drafted, their edges among walls. */
const FACES = rankOf(depthOf('hatches') - 0.01, 0, 'others')
const EDGES = rankOf(depthOf('walls'), 0, 'others')
/** What keeps water out is drawn over what is cut. */
const FILMS = rankOf(depthOf('walls') + 0.02, 0, 'others')
/** What a plan sees of the levels beneath it lies under all that is drawn of its own. */
const BENEATH = {
  faces: rankOf(depthOf('hatches') - 0.03, 0, 'others'),
  edges: rankOf(depthOf('hatches') - 0.02, 0, 'others'),
}

/** Pens of lines by what they tell, mm (ISO 128-2). */
const WIDTHS: { readonly [W in LineWeight]: number } = {
  outline: 0.5,
  step: 0.35,
  edge: 0.25,
  seen: 0.18,
  light: 0.13,
}

/** Behind so many mm lines are lighter, step by step. */
const FURTHER = [
  { behind: 25_000, tone: 0.5 },
  { behind: 12_000, tone: 0.35 },
  { behind: 5_000, tone: 0.2 },
] as const

const penOfLine = ({ weight, behind }: DerivedLine): AnyPen =>
  penFrom(WIDTHS[weight], FURTHER.find((step) => behind > step.behind)?.tone ?? 0)

/** What is seen of the building in a derived drawing: faces and edges of each record, and what is cut. */
export class DerivedDrawn implements PartSource {
  private readonly parts = new Map<Id, readonly Part[]>()
  private readonly cut: CutDrawn
  private ranks = BENEATH

  constructor(
    private readonly picture: Picture,
    private readonly look: PlanLook,
  ) {
    this.cut = new CutDrawn(picture, look)
  }

  *update({ scene, derived, records }: News): Generator<void> {
    // A detail shows what it is drawn over as a whole.
    if (scene.board.kind !== 'drawing' || scene.board.view === 'detail') return
    const { project } = scene
    if (!derived) {
      for (const id of [...this.parts.keys()]) putParts(this.picture, this.parts, id, [])
      return
    }
    this.ranks = scene.view === 'plan' ? BENEATH : { faces: FACES, edges: EDGES }
    const { now, changed } = derived
    this.cut.update(now.cut, project, changed === null || records === null, flat(now.cutMap))
    if (changed && records) {
      for (const id of new Set([...changed, ...records])) this.put(id, now.things.get(id), project)
      return
    }
    const rest = new Set(this.parts.keys())
    let steps = 0
    for (const [id, thing] of now.things) {
      rest.delete(id)
      this.put(id, thing, project)
      if (++steps % IN_STEP === 0) yield
    }
    for (const id of rest) putParts(this.picture, this.parts, id, [])
  }

  private put(id: Id, thing: DerivedThing | undefined, project: Project): void {
    const record = project.get(id)
    const shown = thing && record && isDrawn(project, record, this.look)
    putParts(this.picture, this.parts, id, shown ? this.partsOf(id, thing, project) : [])
  }

  private partsOf(id: Id, { lines, fills }: DerivedThing, project: Project): Part[] {
    const place = project.placeOf(id)
    const { look } = this
    // In a plan what lies beneath is looked at, not taken.
    const taking = (source: Id): Id | null => (this.ranks === BENEATH ? null : source)
    const bySource = new Map<Id, DerivedLine[]>()
    const films = lines.filter(({ film }) => film)
    for (const line of lines) {
      if (line.film) continue
      const mine = bySource.get(line.source)
      if (mine) mine.push(line)
      else bySource.set(line.source, [line])
    }
    const parts = [...bySource].flatMap(([source, some], nth) => {
      const taken = taking(source)
      const items = lineItems(some, taken, look.scale)
      return partOf(items, { rank: this.ranks.edges, place, nth }, taken) ?? []
    })
    const keepsDry = partOf(
      lineItems(films, taking(id), look.scale),
      { rank: FILMS, place, nth: 0 },
      taking(id),
    )
    if (keepsDry) parts.push(keepsDry)
    const record = project.get(id)
    const plain = record !== undefined && mannerOf(project, record, look).plain
    const faces = fills.flatMap((fill, nth) => {
      const ground = groundOf(
        fill,
        fill.material === null ? null : project.find('material', fill.material),
        look,
      )
      return (
        facePart(
          { ...fill, source: taking(fill.source) },
          { ground, plain },
          { rank: this.ranks.faces, place, nth },
          look,
        ) ?? []
      )
    })
    return [...parts, ...faces]
  }
}

/** The map itself where it leaves all as it is: over a message it is another object. */
const flat = (map: Affine): Affine => (JSON.stringify(map) === JSON.stringify(IDENTITY) ? IDENTITY : map)

function lineItems(lines: readonly DerivedLine[], source: Id | null, scale: number): DisplayItem[] {
  const runs = new Map<AnyPen, number[]>()
  const items: DisplayItem[] = []
  for (const line of lines) {
    const pen = penOfLine(line)
    const { x1, y1, x2, y2, dashed, film } = line
    const ends = [
      { x: x1, y: y1 },
      { x: x2, y: y2 },
    ]
    if (film) {
      items.push(...bandItems(pathOfPoints(ends, false), { as: 'membrane' }, { pen, tone: 0, scale, source }))
      continue
    }
    if (dashed) {
      items.push(strokeItem(pathOfPoints(ends, false), pen, OVERHEAD_DASHES, scale, source))
      continue
    }
    const points = runs.get(pen)
    if (points) points.push(x1, y1, x2, y2)
    else runs.set(pen, [x1, y1, x2, y2])
  }
  for (const [pen, points] of runs) items.push({ kind: 'segments', pen, points, source })
  return items
}

/** What a look shows of faces; where it says nothing, patterns come with those of what is cut. */
function facesOf({ faces, poche }: PlanLook): { readonly patterns: boolean; readonly tones: boolean } {
  switch (faces) {
    case undefined:
      return { patterns: poche === 'patterns', tones: false }
    case 'plain':
      return { patterns: false, tones: false }
    case 'patterns':
      return { patterns: true, tones: false }
    case 'tones':
      return { patterns: false, tones: true }
    case 'patterns and tones':
      return { patterns: true, tones: true }
  }
}

/** What a face is laid on, and whether it goes without its pattern. */
interface FaceGround {
  readonly ground: Tone
  readonly plain: boolean
}

/** How much darker faces are that turn away from the eye, that look down, and panes. */
const AWAY = 0.34
const DOWN = 0.2
const PANE = 0.22

/** The ground of a face: paper or the colour of its material, by tones darker the further it turns away. */
function groundOf(
  { facing, upward, role }: DerivedFill,
  material: Material | null | undefined,
  look: PlanLook,
): Tone {
  const base = look.ink === 'ink' ? PAPER_TONE : (material?.faceColour ?? PAPER_TONE)
  if (!facesOf(look).tones) return base
  const shade = AWAY * (1 - facing) + DOWN * Math.max(0, -upward) + (role === 'pane' ? PANE : 0)
  return darker(base, Math.min(1, shade))
}

/** What is seen of a face: its ground, and its pattern along its own axes. */
function facePart(
  fill: Omit<DerivedFill, 'source'> & { readonly source: Id | null },
  { ground: tone, plain: isPlain }: FaceGround,
  order: Order,
  look: PlanLook,
): Part | null {
  const { loops, source } = fill
  const ground: DisplayItem = { kind: 'fill', tone, loops, source }
  const plain = partOf([ground], order, source)
  const { pattern } = fill
  if (!plain || !pattern || isPlain || !facesOf(look).patterns) return plain
  const back = inverse(fill.map)
  const outlines = loops.map((loop) => ({
    points: Array.from({ length: loop.length / 2 }, (_, i) =>
      applyTo(back, { x: loop[2 * i]!, y: loop[2 * i + 1]! }),
    ),
  }))
  const inked = (sight: Sight | null): DisplayItem[] => [
    ground,
    {
      kind: 'group',
      map: fill.map,
      clip: null,
      source,
      items: patternItems(
        { pattern, loops: outlines, scale: look.scale },
        { pen: 'hatch', tone, source, darkening: FACE_DARKENING },
        sight,
      ),
    },
  ]
  return {
    ...plain,
    get items() {
      return inked(null)
    },
    within: (box, mmPerPixel) => inked({ box: mapBox(back, box), mmPerPixel }),
  }
}
