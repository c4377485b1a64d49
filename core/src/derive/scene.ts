import { ownCut, solverOf, type LevelSolver } from '../building'
import {
  kindsIn,
  type AnyRecord,
  type Board,
  type Drawing,
  type Sheet,
  type TitleBlock,
  type DrawingOf,
  type Id,
  type Level,
  type Project,
  hostsOf,
} from '../records'
import { standsIn } from '../kinds'
import { isTurnedAlike, type Turned } from '../lettering'
import type { Steps } from '../steps'
import { derivedSource, framesOf, looksAtBuilding, printsLess, type Derived, type Frame } from '../views'

/** What is kept for a board while its project changes hangs on this: the same object as long as both are there. */
export class Kept {
  readonly of = 'a board'
}

interface AnyScene {
  readonly project: Project
  readonly kept: Kept
  /** The viewport it is seen in; left out: it is looked at by itself. */
  readonly viewport?: Id
  /** How it is turned where it is seen; left out: not at all. */
  readonly turned?: Turned
  /** The sheet on which a title block is seen; left out: it is looked at by itself. */
  readonly sheet?: Id
}

/** A plan: what stands on its level, cut through, with what is drafted over it. */
export interface PlanScene extends AnyScene {
  readonly view: 'plan'
  readonly board: DrawingOf<'plan'>
  readonly level: Level
  readonly building: LevelSolver
}

/** The drawings that are worked out from the building, with what is drafted over them. */
export type DerivedBoard = Exclude<Drawing, DrawingOf<'plan' | 'block'>>

/** A view of the building from elsewhere than above: a section, an elevation, a detail, a cutaway. */
export interface DerivedScene extends AnyScene {
  readonly view: 'derived'
  readonly board: DerivedBoard
  readonly building: null
  /** How it looks at the building, one picture beside the other; none: not at all. */
  readonly frames: readonly Frame[]
  /** What a detail is drawn over; null: nothing. */
  readonly beneath: Scene | null
}

/** The inside of a block, in its own axes: what is drafted there alone. */
export interface BlockScene extends AnyScene {
  readonly view: 'block'
  readonly board: DrawingOf<'block'>
  readonly building: null
}

/** A sheet, in paper mm: what is drafted on it, and the viewports placed there. */
export interface SheetScene extends AnyScene {
  readonly view: 'sheet'
  readonly board: Sheet
  readonly building: null
}

/** A title block, in paper mm, as on the sheet it is drawn for. */
export interface TitleScene extends AnyScene {
  readonly view: 'title'
  readonly board: TitleBlock
  readonly building: null
}

/**
 * What a board shows of its project as it is now: where its lines, snaps, ties and picks come from, and where
 * things dropped on it go. Tools know the scene, never where it comes from.
 */
export type Scene = PlanScene | DerivedScene | BlockScene | SheetScene | TitleScene

const keeps = new WeakMap<Project, Map<Id, Kept>>()

function keptOf(project: Project, id: Id): Kept {
  let mine = keeps.get(project)
  if (!mine) keeps.set(project, (mine = new Map()))
  let kept = mine.get(id)
  if (!kept) mine.set(id, (kept = new Kept()))
  return kept
}

const scenes = new WeakMap<Kept, Scene>()

/** The scene of a board: the same object as long as the board itself is, whatever changes on it. */
export function sceneOf(project: Project, board: Board): Scene {
  const kept = keptOf(project, board.id)
  const before = scenes.get(kept)
  const made = before?.board === board ? renewed(before) : sceneFor(project, kept, board)
  if (made !== before) scenes.set(kept, made)
  return made
}

const through = new WeakMap<Scene, Map<Id, Scene>>()

/** The same scene as it is seen in a viewport: the same object as long as it is turned alike there. */
export function sceneIn(scene: Scene, viewport: Id, turned?: Turned): Scene {
  let mine = through.get(scene)
  if (!mine) through.set(scene, (mine = new Map()))
  const found = mine.get(viewport)
  if (found && isTurnedAlike(found.turned, turned)) return found
  // What it gives when it is asked for stays so.
  const made = Object.create(scene, { viewport: { value: viewport }, turned: { value: turned } }) as Scene
  mine.set(viewport, made)
  return made
}

/** A title block as it is seen on a sheet: the same object each time. */
export function sceneOnSheet(scene: Scene, sheet: Id): Scene {
  let mine = through.get(scene)
  if (!mine) through.set(scene, (mine = new Map()))
  let found = mine.get(sheet)
  if (!found) mine.set(sheet, (found = Object.create(scene, { sheet: { value: sheet } }) as Scene))
  return found
}

/** A scene as it was, or another if its level is. */
function renewed(scene: Scene): Scene {
  switch (scene.view) {
    case 'plan':
      return scene.level === scene.project.need('level', scene.board.level)
        ? scene
        : sceneFor(scene.project, scene.kept, scene.board)
    case 'derived':
    case 'block':
    case 'sheet':
    case 'title':
      return scene
  }
}

function sceneFor(project: Project, kept: Kept, board: Board): Scene {
  if (board.kind === 'sheet') return { view: 'sheet', project, kept, board, building: null }
  if (board.kind === 'titleBlock') return { view: 'title', project, kept, board, building: null }
  switch (board.view) {
    case 'plan':
      return {
        view: 'plan',
        project,
        kept,
        board,
        level: project.need('level', board.level),
        // Brought up to date when it is asked for.
        get building() {
          return solverOf(project, board.level, ownCut(board))
        },
      }
    case 'section':
    case 'elevation':
    case 'interior':
    case 'detail':
    case 'cutaway':
      return {
        view: 'derived',
        project,
        kept,
        board,
        building: null,
        // A room may be another tomorrow.
        get frames() {
          return framesOf(project, board)
        },
        get beneath() {
          const over =
            board.view === 'detail' && board.of ? project.find('drawing', board.of.drawing) : undefined
          return over ? sceneOf(project, over) : null
        },
      }
    case 'block':
      return { view: 'block', project, kept, board, building: null }
  }
}

/** The fields that put something new into a scene: on its level, or in the drawing alone. */
export function hostIn(scene: Scene): { readonly level?: Id; readonly drawing?: Id } {
  switch (scene.view) {
    case 'plan':
      return { level: scene.level.id }
    case 'derived':
    case 'block':
    case 'sheet':
    case 'title':
      return { drawing: scene.board.id }
  }
}

/** What every plan shows. */
const ON_PLANS = kindsIn('plans')

/**
 * The records of a board: those of its level in the order they came, then those of it alone, then what every plan
 * shows.
 */
export function* recordsIn({ project, board }: Scene): Generator<AnyRecord> {
  const seen = new Set<Id>()
  for (const host of [...hostsOf(board)].reverse())
    for (const id of project.dependents(host)) {
      const record = project.get(id)
      if (!record || seen.has(id) || !standsIn(board, record)) continue
      seen.add(id)
      yield record
    }
  for (const kind of ON_PLANS)
    for (const record of project.all(kind)) if (standsIn(board, record)) yield record
}

/** The drawing that is worked out for a board: its own, or the one beneath it; null: none. */
function workedOut(scene: Scene): Id | null {
  if (scene.view === 'derived' && scene.beneath) return workedOut(scene.beneath)
  return looksAtBuilding(scene.board) ? scene.board.id : null
}

/** What a board shows of the building as it was worked out last; null for what is not worked out. */
export function derivedOf(scene: Scene, printing: boolean): Derived | null {
  const drawing = workedOut(scene)
  return drawing === null
    ? null
    : derivedSource(scene.project).of(drawing, printing && printsLess(scene.project))
}

/** The derived drawings that a board shows: its own, or those of its viewports. */
export function derivedIn(scene: Scene, printing: boolean): readonly Derived[] {
  return shownIn(scene).flatMap((each) => derivedOf(each, printing) ?? [])
}

/** Brings what a board shows of the building up to date, in steps; what another works out is waited for. */
export function* bringingDerived(scene: Scene, printing: boolean): Steps {
  for (const each of shownIn(scene)) {
    const drawing = workedOut(each)
    if (drawing !== null)
      yield* derivedSource(scene.project).bringing(drawing, printing && printsLess(scene.project))
  }
}

/** A board itself, and on a sheet the drawings of its viewports. */
function shownIn(scene: Scene): Scene[] {
  if (scene.view !== 'sheet') return [scene]
  const { project, board } = scene
  return project.dependents(board.id).flatMap((id) => {
    const viewport = project.find('viewport', id)
    return viewport ? [sceneOf(project, project.need('drawing', viewport.drawing))] : []
  })
}
