import { onScopeDispose, shallowRef, watch, type Ref, type ShallowRef } from 'vue'
import { settleBoard, settleSheets, type Matter } from '@lamina/core/check'
import { useProject } from '../store/project'
import { leaveOff, whenIdle } from '../surface/idle'

/** What is to be settled in the open project; looked through in idle time after changes. */
export function useMatters(ready: Ref<boolean>): ShallowRef<readonly Matter[]> {
  const store = useProject()
  const matters = shallowRef<readonly Matter[]>([])
  const me = {}

  function* settle(): Generator<void> {
    const { project } = store
    const found: Matter[] = []
    for (const drawing of project.unheard(() => project.all('drawing'))) {
      found.push(...project.unheard(() => settleBoard(store.scene(drawing))))
      yield
    }
    found.push(...project.unheard(() => settleSheets(project)))
    matters.value = found
  }
  watch(
    () => [ready.value, ready.value && store.project.stamp],
    () => {
      if (ready.value) whenIdle(me, settle)
      else matters.value = []
    },
    { immediate: true },
  )
  onScopeDispose(() => leaveOff(me))
  return matters
}
