import { drawingSources, pictureOf, picturing } from '../annotate'
import {
  LivePicture,
  PLAIN_LOOK,
  balloonsInCrop,
  isDrawn,
  lookThrough,
  overhangOf,
  rankOf,
  sceneIn,
  sceneOf,
  type News,
  type Part,
  type PartSource,
  type Picture,
  type PlanLook,
  type Scene,
} from '../derive'
import { extentOf, type DisplayItem, type DisplayList } from '../display'
import { viewportsOf } from '../edit'
import { applyTo, boxesMeet, growBox, inverse, joinBoxes, mapBox, type Box } from '../geometry'
import { levelTurn, type Turned } from '../lettering'
import { drawingLens } from '../library'
import { scaleOf, type Drawing, type Id, type Project, type Sheet, type Viewport } from '../records'
import { scaleName } from '../units'
import { TitleBlockDrawn } from './titleDrawn'
import { labelItems, scaleMap, shownBox, turnIn, viewportFrame } from './viewport'

/** A drawing as it prints through its lens at a scale; kept, and brought up to date part by part. */
export const drawnAt = (project: Project, drawing: Drawing, scale: number): Picture =>
  pictureOf(sceneOf(project, drawing), lookThrough(drawingLens(project, drawing), scale, { printing: true }))

/** The drawing in a viewport, as it prints: its scene, and how it is looked at. */
export function drawingIn(project: Project, viewport: Viewport): [Scene, PlanLook] {
  const { id, drawing: of, scale, lens, turn, letters } = viewport
  const drawing = project.need('drawing', of)
  const scene = sceneOf(project, drawing)
  const through = drawingLens(project, drawing, lens)
  const turned: Turned | undefined = turn ? { by: turn, letters: letters ?? 'upright' } : undefined
  // Only where it is turned, or annotation says something of the viewport, it looks otherwise than in others.
  return turned || project.namers(id).length > 0
    ? [sceneIn(scene, id, turned), lookThrough(through, scale, { printing: true, viewport: id })]
    : [scene, lookThrough(through, scale, { printing: true })]
}

/** The drawing of a viewport as it prints there; kept, and brought up to date part by part. */
export const drawnIn = (project: Project, viewport: Viewport): Picture =>
  pictureOf(...drawingIn(project, viewport))

/** The place a viewport takes on its sheet as its drawing is now, paper mm. */
export const frameOf = (project: Project, viewport: Viewport): Box =>
  viewportFrame(viewport, drawnIn(project, viewport).extent(viewport.turn))

/** The label of a viewport beneath its frame: its number, its title and its scale. */
export function labelOf(project: Project, viewport: Viewport, frame: Box): DisplayItem[] {
  const { id, number, scale } = viewport
  return labelItems(
    frame,
    number,
    titleOf(project, viewport),
    scaleName(scale, project.facts.units.system),
    id,
  )
}

const titleOf = (project: Project, { title, drawing }: Viewport): string =>
  title || project.need('drawing', drawing).name

/** Viewports lie beneath all that is drafted on a sheet. */
const VIEWPORTS = rankOf(-2e7, 0, 'others')

interface Shown {
  readonly viewport: Viewport
  readonly picture: Picture
  /** What the part was made for. */
  readonly made: string
  readonly part: Part
  /** The change of its drawing's picture that is shown. */
  readonly stamp: number
}

/** The balloons of grid lines that the crop of a viewport takes off, at its edge, in the drawing as it lies turned. */
function balloonsAtCrop(project: Project, viewport: Viewport, shown: Box): DisplayItem[] {
  const [scene, look] = drawingIn(project, viewport)
  if (scene.view !== 'plan') return []
  const map = turnIn(viewport)
  const letters = levelTurn(scene.turned) + (scene.turned?.by ?? 0)
  return project
    .all('gridLine')
    .filter((line) => isDrawn(project, line, look))
    .map((line) => ({ ...line, a: applyTo(map, line.a), b: applyTo(map, line.b) }))
    .flatMap((line) => balloonsInCrop(project, line, shown, viewport.scale, letters))
}

/** The viewports of a sheet with their labels, each a part. */
class ViewportsDrawn implements PartSource {
  private shown = new Map<Id, Shown>()

  constructor(private readonly picture: Picture) {}

  *update({ scene }: News): Generator<void> {
    if (scene.view !== 'sheet') return
    const { project, board } = scene
    const now = new Map<Id, Shown>()
    for (const [place, viewport] of viewportsOf(project, board.id).entries()) {
      yield* picturing(...drawingIn(project, viewport))
      now.set(viewport.id, this.see(viewport, place, project))
      yield
    }
    for (const [id, { part }] of this.shown) if (!now.has(id)) this.picture.replace(part, null)
    this.shown = now
  }

  private see(viewport: Viewport, place: number, project: Project): Shown {
    const picture = drawnIn(project, viewport)
    const before = this.shown.get(viewport.id)
    const extent = picture.extent(viewport.turn)
    const shown = shownBox(viewport, extent)
    const title = titleOf(project, viewport)
    const { system } = project.facts.units
    const balloons = viewport.cropped ? balloonsAtCrop(project, viewport, shown) : []
    const made = JSON.stringify([shown, title, place, system, balloons])
    const stamp = picture.places.now
    if (before?.viewport === viewport && before.picture === picture && before.made === made) {
      this.touch(before, shown)
      return { ...before, stamp }
    }
    const [map, turning] = [scaleMap(viewport), turnIn(viewport)]
    const label = labelOf(project, viewport, viewportFrame(viewport, extent))
    const group = (drawn: DisplayList): DisplayItem => ({
      kind: 'group',
      map,
      clip: shown,
      items: [
        ...(viewport.turn
          ? [{ kind: 'group', map: turning, clip: null, items: drawn, source: viewport.id } as const]
          : drawn),
        ...balloons,
      ],
      source: viewport.id,
    })
    const [back, turnedBack] = [inverse(map), inverse(turning)]
    const { minX, minY, maxX, maxY } = joinBoxes(mapBox(map, shown), extentOf(label))
    const part: Part = {
      minX,
      minY,
      maxX,
      maxY,
      rank: VIEWPORTS,
      place,
      nth: 0,
      source: viewport.id,
      overhang: overhangOf(label),
      get items() {
        return [group(picture.list()), ...label]
      },
      within(box, paperPerPixel) {
        const there = growBox(mapBox(back, box), picture.overhang)
        const items = boxesMeet(there, shown)
          ? picture.near(mapBox(turnedBack, there), paperPerPixel * viewport.scale)
          : []
        return [group(items), ...label]
      },
    }
    const kept = this.picture.replace(before?.part, part)!
    return { viewport, picture, made, part: kept, stamp }
  }

  /** Tells where the drawing in a viewport that stays looks otherwise. */
  private touch({ viewport, picture, part, stamp }: Shown, shown: Box): void {
    const places = picture.places.since(stamp)
    if (!places) this.picture.touch(part)
    const [map, turning] = [scaleMap(viewport), turnIn(viewport)]
    for (const place of places ?? []) {
      const there = mapBox(turning, growBox(place, picture.overhang))
      if (boxesMeet(there, shown)) this.picture.touch(mapBox(map, there))
    }
  }
}

const sheetPicture = (sheet: Sheet, printing: boolean): LivePicture =>
  new LivePicture({ ...PLAIN_LOOK, printing, scale: scaleOf(sheet) }, [
    (picture) => new ViewportsDrawn(picture),
    ...drawingSources({ ...PLAIN_LOOK, printing, scale: scaleOf(sheet) }),
    (picture) => new TitleBlockDrawn(picture, printing),
  ])

const kept = new WeakMap<Scene['kept'], LivePicture>()

function keptFor(scene: Scene, sheet: Sheet): LivePicture {
  let mine = kept.get(scene.kept)
  if (!mine) kept.set(scene.kept, (mine = sheetPicture(sheet, false)))
  return mine
}

/**
 * A whole sheet as it is composed, in paper mm from its lower left corner: viewports with their labels, what is drafted
 * on the sheet, frame and title block. Kept, and brought up to date part by part.
 */
export function sheetPictureOf(project: Project, sheet: Sheet): Picture {
  const scene = sceneOf(project, sheet)
  void project.stamp
  return keptFor(scene, sheet).of(scene)
}

/** Brings the picture of a sheet up to date in small steps, so that it is at hand when it is asked for. */
export function* picturingSheet(project: Project, sheet: Sheet): Generator<void> {
  const scene = sceneOf(project, sheet)
  yield* keptFor(scene, sheet).steps(scene)
}

/** The same as a list made from nothing. Unless it is told otherwise, what does not print is left out. */
export const sheetItems = (
  project: Project,
  sheet: Sheet,
  { printing = true }: { readonly printing?: boolean } = {},
): DisplayList => sheetPicture(sheet, printing).of(sceneOf(project, sheet)).list()
