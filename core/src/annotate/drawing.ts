import { ownCut, solving } from '../building'
import {
  IN_STEP,
  LivePicture,
  isDrawn,
  onLayer,
  partOf,
  type KindDrawn,
  type MoreDrawn,
  type News,
  type Part,
  type PartSource,
  type Picture,
  type PlanLook,
  type Scene,
} from '../derive'
import type { DisplayItem, DisplayList } from '../display'
import { standsIn } from '../kinds'
import { asRead, type AnyRecord, type Id, type RecordOf } from '../records'
import { seenAs } from '../views'
import { ABOVE_LINEWORK } from './depths'
import { ClearDrawn } from './clearDrawn'
import { cutAreaItems } from './cutAreas'
import { layDimension } from './layDimension'
import { GroundDrawn } from './groundDrawn'
import { layLeader } from './leader'
import { layNote } from './note'
import { layLevelMark } from './levelMark'
import { layRound } from './roundDimension'
import { LevelLines } from './levelLines'
import { looseMarks } from './looseMarks'
import { MarksDrawn } from './marks'
import { RowWatch } from './rowWatch'
import { laySymbol } from './symbol'
import { TagsDrawn } from './tags'
import { fieldsRead, isTelling } from './textFields'
import { UnitTags } from './unitTags'
import { viewMarkItems } from './viewMarks'

/** How annotation of each kind is laid out by itself at a scale; null: together with the others of its kind. */
const LAID: {
  readonly [K in KindDrawn<'annotation'>]:
    ((record: RecordOf<K>, scene: Scene, scale: number, printing: boolean) => readonly DisplayItem[]) | null
} = {
  dimension: (dimension, scene, scale) =>
    layDimension(dimension, scene, scale, scene.project.facts.units).items,
  roundDimension: (round, scene, scale) => layRound(round, scene, scale, scene.project.facts.units).items,
  leader: (leader, scene, scale) => layLeader(leader, scene, scale),
  levelMark: (mark, scene, scale) => layLevelMark(mark, scene, scale),
  symbol: (symbol, scene, scale) => laySymbol(symbol, scene, scale),
  note: (note, scene, scale) => layNote(note, scene, scale),
  // Where a plan is cut otherwise shows on its own board alone, and is never printed.
  drawing: (drawing, { project, board, turned }, scale, printing) =>
    drawing.id !== board.id
      ? viewMarkItems(drawing, project, scale, turned)
      : drawing.view === 'plan' && !printing
        ? cutAreaItems(drawing, project, scale)
        : [],
  // Tags of rooms keep clear of everything else.
  room: null,
}

/** A record of annotation laid out by itself; nothing for other kinds. */
export function layAnnotation(
  record: AnyRecord,
  scene: Scene,
  scale: number,
  printing: boolean,
): readonly DisplayItem[] {
  const lay = record.kind in LAID ? LAID[record.kind as KindDrawn<'annotation'>] : null
  return lay ? lay(record as never, scene, scale, printing) : []
}

/** Whether an item of the mark of a view belongs to its bubble: what is round, filled or written, and the line between words. */
function isBubble(item: DisplayItem): boolean {
  switch (item.kind) {
    case 'disc':
    case 'arc':
    case 'fill':
    case 'text':
      return true
    case 'line':
      return item.pen === 'light'
    case 'segments':
    case 'path':
    case 'clear':
    case 'group':
      return false
  }
}

const bubbleOf = ({ items, source }: Part, place: number): Part | null =>
  partOf(items.filter(isBubble), { rank: ABOVE_LINEWORK.bubbles, place, nth: 0 }, source)

const linesOf = ({ items, rank, place, source }: Part): Part | null =>
  partOf(
    items.filter((item) => !isBubble(item)),
    { rank, place, nth: 0 },
    source,
  )

const isNorthPoint = (record: AnyRecord | undefined): boolean =>
  record?.kind === 'symbol' && record.form === 'north'

/** Dimensions, leaders and notes, each a part. */
class AnnotationDrawn implements PartSource {
  private readonly rows = new RowWatch()
  /** The bubbles of views, over other annotation. */
  private readonly bubbles = new Map<Id, Part>()
  /** Texts with fields, as they were read last. */
  private readonly read = new Map<Id, string>()

  constructor(
    private readonly picture: Picture,
    private readonly look: PlanLook,
  ) {}

  *update(news: News): Generator<void> {
    const { scene, records, walls } = news
    const { project, board } = scene
    let steps = 0
    const moved = this.rows.moved(news)
    if (records) {
      const again = new Set([...records, ...moved, ...this.readOtherwise(scene)])
      // The sides of a room are told from its walls.
      if (walls === null || walls.size > 0)
        for (const drawing of project.all('drawing')) if (drawing.view === 'interior') again.add(drawing.id)
      // What is in line with a row goes where that goes.
      for (const id of again)
        if (project.get(id)?.kind === 'dimension') for (const other of project.namers(id)) again.add(other)
      // Rows of one side of the building keep clear of each other.
      for (const id of again)
        for (const other of this.rows.beside(id, this.find(id, scene), scene, this.look.scale))
          again.add(other)
      // North points on sheets show the north of the plan beside them.
      if (scene.view === 'sheet')
        for (const id of project.dependents(board.id)) if (isNorthPoint(project.get(id))) again.add(id)
      for (const id of again) this.put(id, scene)
    } else {
      const rest = this.picture.drawnBy('annotation')
      const marks = project.all('drawing').map(({ id }) => id)
      for (const id of [...project.dependents(board.id), ...marks]) {
        rest.delete(id)
        this.put(id, scene)
        if (++steps % IN_STEP === 0) yield
      }
      for (const id of rest) this.put(id, scene)
    }
  }

  /** Texts whose fields tell something else than they did. */
  private *readOtherwise(scene: Scene): Generator<Id> {
    for (const [id, words] of this.read) {
      const record = this.find(id, scene)
      if (isTelling(record) && fieldsRead(record, scene, this.look.scale) !== words) yield id
    }
  }

  private put(id: Id, scene: Scene): void {
    const record = this.find(id, scene)
    const part = this.made(record, scene)
    const words = part && isTelling(record) ? fieldsRead(record, scene, this.look.scale) : null
    if (words === null) this.read.delete(id)
    else this.read.set(id, words)
    const { project } = scene
    const isView = part && record?.kind === 'drawing'
    const bubble = isView ? bubbleOf(part, project.placeOf(id)) : null
    const kept = this.picture.replace(this.bubbles.get(id), bubble)
    if (kept) this.bubbles.set(id, kept)
    else this.bubbles.delete(id)
    this.rows.note(id, part ? record! : null, scene, this.look.scale)
    this.picture.put(id, 'annotation', isView ? linesOf(part) : part)
  }

  /** A record as it reads here; undefined where it does not. */
  private find(id: Id, { project, viewport }: Scene): AnyRecord | undefined {
    const record = project.get(id)
    return record && (asRead(record, { scale: this.look.scale, viewport }) ?? undefined)
  }

  private made(record: AnyRecord | undefined, scene: Scene): Part | null {
    const { project, board } = scene
    const { scale, printing } = this.look
    if (!record || !(record.kind in LAID)) return null
    if (record.id !== board.id && !standsIn(board, record)) return null
    if (!isDrawn(project, record, this.look)) return null
    const laid = layAnnotation(record, scene, scale, printing)
    const marks = printing ? [] : looseMarks(record, scene, scale)
    const items = onLayer(project, record, marks.length > 0 ? [...laid, ...marks] : laid, scale)
    return partOf(
      items,
      {
        rank: record.kind === 'drawing' ? ABOVE_LINEWORK.viewMarks : ABOVE_LINEWORK.annotation,
        place: project.placeOf(record.id),
        nth: 0,
      },
      record.id,
    )
  }
}

/** What is drawn on top of linework. */
export const drawingSources = (look: PlanLook): MoreDrawn[] => [
  (picture) => new AnnotationDrawn(picture, look),
  (picture) => new MarksDrawn(picture, look),
  (picture) => new UnitTags(picture, look),
  (picture) => new GroundDrawn(picture, look),
  (picture) => new LevelLines(picture, look),
  (picture) => new ClearDrawn(picture),
  (picture) => new TagsDrawn(picture, look),
]

/** A picture of a whole drawing: its linework with its annotation on top, in real mm. */
export const drawingPicture = (look: PlanLook): LivePicture => new LivePicture(look, drawingSources(look))

/** A whole drawing, made from nothing. */
export const drawingList = (scene: Scene, look: PlanLook): DisplayList =>
  drawingPicture(look).of(scene).list()

/** So many looks at a board are kept: of the board itself, the shelf and viewports. */
const MOST_KEPT = 16
const kept = new WeakMap<Scene['kept'], Map<string, LivePicture>>()

function keptFor(scene: Scene, look: PlanLook): LivePicture {
  let mine = kept.get(scene.kept)
  if (!mine) kept.set(scene.kept, (mine = new Map()))
  const key = JSON.stringify([look, scene.turned])
  const found = mine.get(key) ?? drawingPicture(look)
  // The one asked for last is the last to be let go.
  mine.delete(key)
  mine.set(key, found)
  if (mine.size > MOST_KEPT) mine.delete(mine.keys().next().value!)
  return found
}

/** The picture of a board as it is now; kept, and brought up to date part by part. */
export function pictureOf(scene: Scene, look: PlanLook): Picture {
  // Who looks at a picture looks at all that it is made from.
  void scene.project.stamp
  return keptFor(scene, look).of(scene)
}

/** Brings the picture of a board up to date in small steps, so that it is at hand when it is asked for. */
export function* picturing(scene: Scene, look: PlanLook): Generator<void> {
  if (scene.view === 'plan') {
    yield* solving(scene.project, scene.board.level, ownCut(scene.board))
    yield* scene.building.seen(seenAs(scene.project, look)).outlining()
  }
  yield* keptFor(scene, look).steps(scene)
}
