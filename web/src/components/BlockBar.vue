<script setup lang="ts">
import { computed } from 'vue'
import { useRouter } from 'vue-router'
import { closeBlock, leaveBlock } from '@lamina/core/edit'
import { boardShowing } from '@lamina/core/kinds'
import { findBoard, type Board, type DrawingOf } from '@lamina/core/records'
import { useHand } from '../store/hand'
import { useProject } from '../store/project'

/** Over the board while a block is open: what is changed, and the two ways back. */
const props = defineProps<{ drawing: DrawingOf<'block'> }>()
const store = useProject()
const hand = useHand()
const router = useRouter()
const block = computed(() => store.project.find('block', props.drawing.block))
const placed = computed(
  () =>
    store.project
      .dependents(props.drawing.block)
      .filter((id) => ['placement', 'symbol'].includes(store.project.get(id)?.kind ?? '')).length,
)
/** The board that its placement stands on, or the first symbol that is made of it. */
function boardBehind(): Board | undefined {
  const { block: of, placement } = props.drawing
  const looked = placement === undefined ? undefined : store.project.find('placement', placement)
  if (looked) return boardShowing(store.project, looked) ?? undefined
  const [symbol] = store.project.dependents(of).flatMap((id) => store.project.find('symbol', id) ?? [])
  return symbol && findBoard(store.project, symbol.drawing)
}
function back(label: string, edit: typeof closeBlock): void {
  const { id } = props.drawing
  const board = boardBehind()
  hand.select([])
  // Gone from the board before its drawing is.
  void router
    .push(
      board
        ? { name: board.kind, params: { project: store.id!, [board.kind]: board.id } }
        : { name: 'project', params: { project: store.id! } },
    )
    .then(() => {
      if (store.edit(label, (project) => edit(project, id))) return
      void router.push({ name: 'drawing', params: { project: store.id!, drawing: id } })
    })
}
</script>

<template>
  <div class="bar" role="region" aria-label="Open block" data-test="block-bar">
    <span
      ><b>{{ block?.name }}</b> is open: draw, change and remove as on any board.
      {{ placed === 1 ? 'Its placement follows' : `Its ${placed} placements follow` }} when you keep it.</span
    >
    <v-btn size="small" color="primary" @click="back('Change block', closeBlock)">Keep the changes</v-btn>
    <v-btn size="small" variant="outlined" @click="back('Leave block', leaveBlock)">Leave it as it was</v-btn>
  </div>
</template>

<style scoped>
.bar {
  position: absolute;
  z-index: 3;
  left: 50%;
  top: 12px;
  transform: translateX(-50%);
  display: flex;
  align-items: center;
  gap: 12px;
  max-width: calc(100% - 32px);
  padding: 8px 14px;
  font-size: 13px;
  background: rgb(var(--v-theme-live-wash));
  border: 1px solid rgb(var(--v-theme-live));
  border-radius: 10px;
}
</style>
