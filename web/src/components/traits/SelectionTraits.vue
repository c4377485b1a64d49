<script setup lang="ts">
import { computed, ref } from 'vue'
import {
  breakApart,
  freeUnitName,
  groupItems,
  isBreakable,
  isHeldByBlocks,
  makeUnit,
  reorderItems,
  repeatOf,
  unitsOf,
} from '@lamina/core/edit'
import type { Likeness } from '@lamina/core/kinds'
import { hasOrder, kindWord, type AnyRecord } from '@lamina/core/records'
import type { Scene } from '@lamina/core/derive'
import { useDesk } from '../../store/desk'
import { useHand } from '../../store/hand'
import { useOpened } from '../../store/opened'
import { useProject } from '../../store/project'
import LookTraits from './LookTraits.vue'
import RepeatTraits from './RepeatTraits.vue'
import UnitTraits from './UnitTraits.vue'

/** What everything that is selected shares: its kinds, its repeat, its layer, its pen, its order. */
const props = defineProps<{ chosen: readonly AnyRecord[]; scene: Scene }>()
const store = useProject()
const desk = useDesk()
const hand = useHand()
const opened = useOpened()
const ids = computed(() => props.chosen.map((record) => record.id))
const one = computed(() => (props.chosen.length === 1 ? props.chosen[0]! : null))
const repeat = computed(() => (one.value ? repeatOf(store.project, one.value.id) : undefined))

/** The one place of a unit that all of it, or a part, is selected of. */
const unit = computed(() => {
  const held = new Set(ids.value)
  const found = unitsOf(store.project).filter(({ members }) => members.some((id) => held.has(id)))
  return found.length === 1 ? found[0]! : null
})
/** Whether a block can be made of all this. */
const blockable = computed(() => props.chosen.every(isHeldByBlocks))
const breakable = computed(() => isBreakable(store.project, ids.value))
const ordered = computed(() => props.chosen.some(hasOrder))
const kinds = computed(() => {
  const found = new Map<AnyRecord['kind'], string[]>()
  for (const { kind, id } of props.chosen) found.set(kind, [...(found.get(kind) ?? []), id])
  return [...found]
})
const inView = ref(false)
const LIKE: { by: Likeness; name: string }[] = [
  { by: 'kind', name: 'Same kind' },
  { by: 'type', name: 'Same type' },
  { by: 'layer', name: 'Same layer' },
  { by: 'look', name: 'Same look' },
]
const plural = (word: string, count: number): string =>
  count === 1 ? word : word.endsWith('h') ? `${word}es` : `${word}s`
</script>

<template>
  <ul v-if="chosen.length > 1" class="kinds">
    <li v-for="[kind, members] in kinds" :key="kind">
      <button type="button" :title="`Select only these`" @click="hand.select(members)">
        {{ members.length }} {{ plural(kindWord(kind), members.length) }}
      </button>
    </li>
  </ul>

  <UnitTraits v-if="unit" :place="unit" :chosen="ids" />
  <RepeatTraits v-if="one && repeat" :of="one" :repeat="repeat" />

  <LookTraits :chosen="chosen" />

  <div class="actions">
    <button
      v-if="chosen.length > 1 && !unit"
      type="button"
      @click="store.edit('Group', (p, makeId) => groupItems(p, scene.board.id, ids, makeId))"
    >
      Group
    </button>
    <button
      v-if="chosen.length > 1 && !unit"
      type="button"
      title="Kept as one thing, placed often, changed once"
      @click="
        store.edit('Make a unit', (p, makeId) => makeUnit(p, scene.board.id, ids, freeUnitName(p), makeId))
      "
    >
      Make a unit
    </button>
    <button v-if="blockable" type="button" @click="desk.panel = 'make-block'">Make a block</button>
    <button
      v-if="breakable"
      type="button"
      @click="store.edit('Break apart', (p, makeId) => breakApart(p, ids, makeId))"
    >
      Break apart
    </button>
    <template v-if="ordered">
      <button type="button" @click="store.edit('Bring forward', (p) => reorderItems(p, ids, 'front'))">
        Bring forward
      </button>
      <button type="button" @click="store.edit('Send back', (p) => reorderItems(p, ids, 'back'))">
        Send back
      </button>
    </template>
  </div>
  <div class="actions">
    <button
      type="button"
      title="Set aside what is selected (-)"
      @click="opened.surface?.setAside?.('selected')"
    >
      Set aside
    </button>
    <button type="button" title="Set aside all else (=)" @click="opened.surface?.setAside?.('rest')">
      Set all else aside
    </button>
  </div>
  <details>
    <summary class="small">Select everything like this</summary>
    <div class="actions">
      <button
        v-for="{ by, name } in LIKE"
        :key="by"
        type="button"
        @click="opened.surface?.takeAlike?.(by, inView)"
      >
        {{ name }}
      </button>
      <button v-if="hand.previous.length" type="button" @click="hand.select(hand.previous)">
        Previous selection
      </button>
    </div>
    <v-checkbox v-model="inView" label="Only what is in view" density="compact" hide-details />
  </details>
</template>

<style scoped>
summary {
  cursor: pointer;
}
.kinds {
  list-style: none;
  padding: 0;
  margin: 0;
}
.kinds button,
.actions button {
  font: inherit;
  font-size: 12.5px;
  color: rgb(var(--v-theme-live));
  background: none;
  border: 0;
  padding: 2px 0;
  cursor: pointer;
  text-decoration: underline;
  text-underline-offset: 2px;
}
.actions {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
}
</style>
