import type { Scene } from '@lamina/core/derive'
import type { RecordKind, RecordOf } from '@lamina/core/records'

/** What every card of Traits is given: the first of what is selected, all of it, and the scene it is selected in. */
export interface CardProps<K extends RecordKind> {
  readonly record: RecordOf<K>
  readonly chosen: readonly RecordOf<K>[]
  readonly scene: Scene
}
