import type { CutGround } from '../building'
import type { DisplayList } from '../display'
import { IDENTITY, inverse, isEmptyBox, mapBox, type Affine, type Box } from '../geometry'
import type { Material, Project } from '../records'
import { cutItems } from './cut'
import type { PlanLook } from './look'
import { depthOf } from './parts'
import { rankOf, type Part, type Picture } from './picture'

/** Where what is cut lies among walls: over those off the cut, beneath what fills openings. */
const CUT = 1

/** What is cut: one part for all of it, which tells where it looks otherwise. */
export class CutDrawn {
  private part: Part | null = null
  private ground: CutGround | null = null
  private placed = -1
  private looks = ''
  private map: Affine = IDENTITY

  constructor(
    private readonly picture: Picture,
    private readonly look: PlanLook,
  ) {}

  /** `map` brings what is cut into the picture. */
  update(ground: CutGround, project: Project, anew: boolean, map: Affine = IDENTITY): void {
    const { picture, look } = this
    const sameMap = JSON.stringify(map) === JSON.stringify(this.map)
    this.map = map
    const looks = JSON.stringify(
      ground.materials.map(({ tone, colour, pattern, penMm }: Material) => [tone, colour, pattern, penMm]),
    )
    const places = ground === this.ground ? ground.places.since(this.placed) : null
    if (anew || !sameMap || !places || looks !== this.looks || !this.part) {
      this.ground = ground
      this.looks = looks
      this.part = picture.replace(this.part, cutPart(project, ground, look, map))
    } else if (places.size > 0) {
      const now = cutPart(project, ground, look, map, this.part.within)
      // Of the same part elsewhere only the places count, unless it grew.
      if (now && sameBox(now, this.part)) for (const place of places) picture.touch(mapBox(map, place))
      else
        this.part = picture.moved(
          this.part,
          now,
          [...places].map((place) => mapBox(map, place)),
        )
    }
    this.placed = ground.places.now
  }
}

const sameBox = (p: Box, q: Box): boolean =>
  p.minX === q.minX && p.minY === q.minY && p.maxX === q.maxX && p.maxY === q.maxY

/** All that is cut, as one part. */
function cutPart(
  project: Project,
  ground: CutGround,
  look: PlanLook,
  map: Affine,
  within?: Part['within'],
): Part | null {
  const extent = ground.extent()
  if (isEmptyBox(extent)) return null
  const isFlat = map === IDENTITY
  const back = inverse(map)
  const laid = (items: DisplayList): DisplayList =>
    isFlat ? items : [{ kind: 'group', map, clip: null, items, source: null }]
  return {
    ...(isFlat ? extent : mapBox(map, extent)),
    rank: rankOf(depthOf('walls'), CUT, 'others'),
    place: 0,
    nth: 0,
    source: null,
    get items() {
      return laid(cutItems(project, ground, look))
    },
    within:
      within ??
      ((box, mmPerPixel) =>
        laid(cutItems(project, ground, look, { box: isFlat ? box : mapBox(back, box), mmPerPixel }))),
  }
}
