import type { DisplayItem } from '../display'
import type { AnyRecord, RecordKind } from '../records'
import { BeneathDrawn } from './beneathDrawn'
import { BuiltDrawn } from './built'
import { FootingsDrawn } from './footingsDrawn'
import { DerivedDrawn } from './derivedDrawn'
import type { DrawnKind } from './drawnKind'
import { DRAWN } from './drawnKinds'
import { Lensed } from './lensed'
import { PLAIN_LOOK, type PlanLook } from './look'
import { seenAs } from '../views'
import { Follower, type News } from './news'
import { ThingsDrawn, type PartSource } from './parts'
import { Picture } from './picture'
import type { Scene } from './scene'

/** Gives parts to a picture besides those of its linework. */
export type MoreDrawn = (picture: Picture, look: PlanLook) => PartSource

/** What is being drawn, step by step, of the project as it was. */
interface Work {
  readonly steps: Iterator<unknown>
  readonly stamp: number
}

/** A picture of a board that is brought up to date when it is asked for, at once or in steps. */
export class LivePicture {
  private readonly picture = new Picture()
  private sources: readonly PartSource[]
  private follower: Follower
  private work: Work | null = null

  constructor(
    private readonly look: PlanLook,
    private readonly more: readonly MoreDrawn[] = [],
  ) {
    this.sources = this.makeSources()
    this.follower = this.makeFollower()
  }

  private makeSources(): PartSource[] {
    const { picture, look } = this
    return [
      new BuiltDrawn(picture, look),
      new FootingsDrawn(picture, look),
      new DerivedDrawn(picture, look),
      new BeneathDrawn(picture, (scene) => this.under(scene), look),
      new ThingsDrawn(picture, look),
      ...this.more.map((make) => make(picture, look)),
    ]
  }

  /** The linework of what a detail is drawn over. */
  private under(scene: Scene): Picture {
    if (this.beneath?.kept !== scene.kept)
      this.beneath = { kept: scene.kept, picture: new LivePicture(this.look) }
    return this.beneath.picture.of(scene)
  }
  private beneath: { readonly kept: Scene['kept']; readonly picture: LivePicture } | null = null

  private makeFollower(): Follower {
    return new Follower((building, project) => building.seen(seenAs(project, this.look)), this.look.printing)
  }

  /** The picture of a scene as it is now. */
  of(scene: Scene): Picture {
    return scene.project.unheard(() => {
      for (const _ of this.steps(scene));
      return this.picture
    })
  }

  /**
   * Brings the picture up to date in small steps where all of it is drawn. When the project changed while it was left
   * undone, it is begun anew.
   */
  *steps(scene: Scene): Generator<void> {
    const { project } = scene
    for (;;) {
      if (this.work && this.work.stamp !== project.stamp) this.reset()
      if (!this.work) {
        const news = this.follower.news(scene)
        if (!news) return
        const steps = this.update(news)
        if (news.records) {
          for (const _ of steps);
          return
        }
        this.work = { steps, stamp: project.stamp }
      }
      if (this.stepped(this.work)) return
      yield
    }
  }

  /** Takes one step more; true when there is none left. What fails leaves nothing half done. */
  private stepped({ steps }: Work): boolean {
    try {
      if (!steps.next().done) return false
    } catch (error) {
      this.reset()
      throw error
    }
    this.work = null
    return true
  }

  private *update(news: News): Generator<unknown> {
    const lensed = new Lensed(news.scene.project, this.look)
    this.picture.through = (part) => lensed.part(part)
    for (const source of this.sources) yield* source.update(news)
    yield* this.picture.settling()
  }

  private reset(): void {
    this.work = null
    this.picture.clear()
    this.sources = this.makeSources()
    this.follower = this.makeFollower()
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
