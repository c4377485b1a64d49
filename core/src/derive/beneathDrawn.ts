import { PAPER_TONE, type DisplayItem, type DisplayList } from '../display'
import { IDENTITY, boxCorners, boxesMeet, flattenPath, pathBox, type Box, type Path } from '../geometry'
import type { DrawingOf } from '../records'
import type { PlanLook } from './look'
import type { News } from './news'
import type { PartSource } from './parts'
import { dimmed } from './onLayer'
import { rankOf, type Part, type Picture } from './picture'
import type { Scene } from './scene'

/** Beneath all that is drafted on the detail itself. */
const BENEATH = rankOf(-0.9, 0, 'others')
/** How much lighter the drawing beneath is where it is dimmed: 1 is paper. */
const DIMMED = 0.6
/** How near the corners of a round crop lie to each other, mm. */
const ROUND = 0.5

type Of = NonNullable<DrawingOf<'detail'>['of']>

/** What a detail is drawn over, cropped to its outline: as it is now, without what is written there. */
export class BeneathDrawn implements PartSource {
  private part: Part | null = null
  private of: Of | null = null
  private stamp = -1

  constructor(
    private readonly picture: Picture,
    /** The linework of the drawing beneath, seen as the detail is. */
    private readonly under: (scene: Scene) => Picture,
    private readonly look: PlanLook,
  ) {}

  *update({ scene }: News): Generator<void> {
    if (scene.view !== 'derived' || scene.board.view !== 'detail') return
    const of = scene.board.of ?? null
    const beneath = of && of.beneath !== 'hidden' ? scene.beneath : null
    if (!beneath || !of) {
      this.part = this.picture.replace(this.part, null)
      this.of = null
      return
    }
    yield
    const under = this.under(beneath)
    const crop = pathBox(of.outline)
    const places = this.of === of ? under.places.since(this.stamp) : null
    this.stamp = under.places.now
    this.of = of
    if (places && this.part) {
      for (const place of places) if (boxesMeet(place, crop)) this.picture.touch(place)
      return
    }
    this.part = this.picture.replace(this.part, this.made(under, of, crop))
  }

  private made(under: Picture, of: Of, crop: Box): Part {
    const drawn = (box: Box, mmPerPixel: number): DisplayList => {
      const clip = {
        minX: Math.max(box.minX, crop.minX),
        minY: Math.max(box.minY, crop.minY),
        maxX: Math.min(box.maxX, crop.maxX),
        maxY: Math.min(box.maxY, crop.maxY),
      }
      if (clip.minX > clip.maxX || clip.minY > clip.maxY) return []
      const near = under.near(clip, mmPerPixel)
      const items = of.beneath === 'dimmed' ? near.flatMap((item) => dimmed(item, DIMMED)) : near
      return [
        // What lies beneath is picked on its own board.
        { kind: 'group', map: IDENTITY, clip: crop, items, source: null },
        ...around(of.outline, crop),
      ]
    }
    const whole = this.look.scale / 10
    return {
      ...crop,
      rank: BENEATH,
      place: 0,
      nth: 0,
      source: null,
      get items() {
        return drawn(crop, whole)
      },
      within: drawn,
    }
  }
}

/** Paper over what lies in the box around a round outline, but not within it. */
function around(outline: Path, crop: Box): DisplayItem[] {
  const corners = boxCorners(crop).flatMap(({ x, y }) => [x, y])
  const isBox =
    outline.vertices.length === 4 &&
    outline.vertices.every(
      ({ x, y, sweep }) =>
        sweep === 0 && (x === crop.minX || x === crop.maxX) && (y === crop.minY || y === crop.maxY),
    )
  if (isBox) return []
  const ring = flattenPath(outline, ROUND).flatMap(({ x, y }) => [x, y])
  return [{ kind: 'fill', tone: PAPER_TONE, loops: [corners, ring], source: null }]
}
