<script setup lang="ts">
import { computed } from 'vue'
import { useRouter } from 'vue-router'
import { useTheme } from 'vuetify'
import { boardName, findBoard } from '@lamina/core/records'
import { useOthers } from '../store/others'
import { useMe } from '../store/me'
import { peopleNames } from '../store/people'
import { useProject } from '../store/project'
import { toneOf } from '../surface/othersLook'

/** Who else is in the project, and on which drawing; a press goes there. */
const others = useOthers()
const me = useMe()
const store = useProject()
const router = useRouter()
const theme = useTheme()
const all = computed(() => {
  const here = [...others.all.values()]
  const nameOf = peopleNames([...new Set(here.map(({ by }) => by))].sort(), me.nameOf)
  return here.map(({ client, by, board }) => {
    const found = board === null ? undefined : findBoard(store.project, board)
    return {
      client,
      name: nameOf(by),
      tone: toneOf(by, theme.current.value.dark),
      board: found,
      where: found ? boardName(found) : 'elsewhere in the project',
    }
  })
})
const words = computed(() => (all.value.length === 1 ? '1 other here' : `${all.value.length} others here`))
function go(board: (typeof all.value)[number]['board']): void {
  if (!board) return
  const params = { project: store.id!, [board.kind]: board.id }
  void router.push({ name: board.kind, params })
}
</script>

<template>
  <v-menu v-if="all.length">
    <template #activator="{ props: menu }">
      <button
        type="button"
        class="pill"
        v-bind="menu"
        data-test="others"
        :aria-label="words"
        title="Who else is in this project"
      >
        <span
          v-for="each in all.slice(0, 4)"
          :key="each.client"
          class="dot"
          :style="{ background: each.tone }"
        />
        <span class="count">{{ all.length }} <span class="soft">here too</span></span>
      </button>
    </template>
    <v-list class="who" density="compact">
      <v-list-item
        v-for="each in all"
        :key="each.client"
        :title="each.name"
        :subtitle="each.where"
        :disabled="!each.board"
        @click="go(each.board)"
      >
        <template #prepend><span class="dot" :style="{ background: each.tone }" /></template>
      </v-list-item>
    </v-list>
  </v-menu>
</template>

<style scoped>
.dot {
  display: inline-block;
  width: 8px;
  height: 8px;
  margin-right: 5px;
  border-radius: 50%;
}
.who :deep(.v-list-item-subtitle) {
  color: rgb(var(--v-theme-soft-ink));
  opacity: 1;
}
/* Where it is narrow a dot for each of the first few is what there is room for. */
@media (max-width: 1100px) {
  .pill {
    padding: 0 2px;
    border-color: transparent;
  }
  .count {
    display: none;
  }
  .dot {
    margin-right: 2px;
  }
}
</style>
