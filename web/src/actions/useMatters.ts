import { onScopeDispose, shallowRef, watch, type Ref, type ShallowRef } from 'vue'
import { mattersOf, settleSheets, settlingBuilding, type Matter } from '@lamina/core/check'
import { useProject } from '../store/project'
import { leaveOff, unheardSteps, whenIdle } from '../idle'

/** What is to be settled in the open project; looked through in idle time after changes. */
export function useMatters(ready: Ref<boolean>): ShallowRef<readonly Matter[]> {
  const store = useProject()
  const matters = shallowRef<readonly Matter[]>([])
  const me = {}

  function* settle(): Generator<void> {
    const { project } = store
    const found: Matter[] = []
    const boards = project.unheard(() => [...project.all('drawing'), ...project.all('sheet')])
    for (const board of boards) {
      const scene = project.unheard(() => store.scene(board))
      found.push(...(yield* unheardSteps(project, mattersOf(scene).steps(scene))))
    }
    found.push(...(yield* unheardSteps(project, settlingBuilding(project))))
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
