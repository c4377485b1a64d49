import type { DisplayItem } from '../display'
import type { AnyRecord, RecordKind } from '../records'
import { BuiltDrawn } from './built'
import type { DrawnKind } from './drawnKind'
import { DRAWN } from './drawnKinds'
import { PLAIN_LOOK, type PlanLook } from './look'
import { Follower } from './news'
import { ThingsDrawn, type PartSource } from './parts'
import { Picture } from './picture'
import type { Scene } from './scene'

/** Gives parts to a picture besides those of its linework. */
export type MoreDrawn = (picture: Picture, look: PlanLook) => PartSource

/** A picture of a board that is brought up to date when it is asked for. */
export class LivePicture {
  private readonly picture = new Picture()
  private readonly sources: readonly PartSource[]
  private readonly follower: Follower

  /** `more`: what is drawn besides its linework, in the order it is worked out. */
  constructor(look: PlanLook, more: readonly MoreDrawn[] = []) {
    const { picture } = this
    this.sources = [
      new BuiltDrawn(picture, look),
      new ThingsDrawn(picture, look),
      ...more.map((make) => make(picture, look)),
    ]
    this.follower = new Follower((building) => building.seen(look.printing))
  }

  /** The picture of a scene as it is now. */
  of(scene: Scene): Picture {
    return scene.project.unheard(() => {
      const news = this.follower.news(scene)
      if (news) {
        for (const source of this.sources) source.update(news)
        this.picture.settle()
      }
      return this.picture
    })
  }
}

/**
 * The linework of a board in its own mm, from the back to the front, made from nothing. Annotation comes on top of it
 * from elsewhere.
 */
export const sceneItems = (scene: Scene, look: PlanLook): DisplayItem[] =>
  new LivePicture(look).of(scene).list()

/** A record as it would be drawn if it were stored; null for what is not drawn in its place, or with the annotation. */
export function foreseenItems<R extends AnyRecord>(
  record: R,
  scene: Scene,
  scale: number,
): readonly DisplayItem[] {
  const drawn = DRAWN[record.kind as RecordKind] as unknown as DrawnKind<R>
  const look: PlanLook = { ...PLAIN_LOOK, scale }
  switch (drawn.by) {
    case 'itself':
      return (drawn.foreseen ?? drawn.items)(record, scene, look)
    case 'walls':
      return drawn.foreseen(record, scene, look)
    case 'annotation':
    case 'sheets':
    case 'nothing':
      return []
  }
}
