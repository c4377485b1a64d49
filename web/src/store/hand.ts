import { defineStore } from 'pinia'
import { ref, shallowRef } from 'vue'
import type { Clipping } from '@lamina/core/edit'
import type { Id } from '@lamina/core/records'
import { keepsSelection, type ToolName } from '../tools/catalogue'
import type { AskedPoint, HeldPoint } from '../tools/tool'

/** Directions are held by the project's own angle. */
export const OWN_ANGLE = -1

/** The tool in hand, and what it works on. */
export const useHand = defineStore('hand', () => {
  const tool = ref<ToolName>('select')
  /** Rises when a tool is taken up, also the same one again. */
  const round = ref(0)
  /** The tool that was in hand last: Enter takes it up again. */
  const lastTool = ref<ToolName | null>(null)
  const selection = shallowRef<readonly Id[]>([])
  /** What was selected before. */
  const previous = shallowRef<readonly Id[]>([])
  /** Direction lock in degrees; 0: only near the axes. */
  const lock = ref(0)
  /** The point of what is selected that was taken up. */
  const handle = shallowRef<HeldPoint | null>(null)
  /** The point that a panel asked for. */
  const asked = shallowRef<AskedPoint | null>(null)
  /** What was copied and is to be pasted at the pointer. */
  const clipping = shallowRef<Clipping | null>(null)

  function select(ids: readonly Id[]): void {
    if (selection.value.length > 0 && ids !== selection.value) previous.value = selection.value
    selection.value = ids
  }
  function take(name: ToolName): void {
    tool.value = name
    round.value++
    if (name !== 'select' && name !== 'crop' && name !== 'reshape' && name !== 'point') lastTool.value = name
    if (!keepsSelection(name)) select([])
  }
  /** Asks for a point on the board. */
  function askPoint(words: string, give: AskedPoint['give']): void {
    asked.value = { words, give }
    take('point')
  }
  /** Another project: what was chosen in the one before is no matter here. What was copied can be pasted. */
  function begin(): void {
    lastTool.value = tool.value === 'select' ? null : lastTool.value
    previous.value = []
    lock.value = 0
    handle.value = null
  }
  return {
    tool,
    round,
    lastTool,
    selection,
    previous,
    lock,
    handle,
    asked,
    clipping,
    select,
    take,
    askPoint,
    begin,
  }
})
