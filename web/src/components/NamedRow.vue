<script setup lang="ts">
import { mdiContentCopy, mdiTrashCanOutline } from '@mdi/js'
import NameField from './NameField.vue'

/** A row of a table of named things: its name, its facts, and copying and removing it where that is given. */
defineProps<{
  name: string
  rename(name: string): unknown
  copy?: () => unknown
  remove?: () => unknown
  /** What a copy is called: a lens, a material. */
  called?: string
}>()
</script>

<template>
  <tr>
    <slot name="picture" />
    <td class="name">
      <NameField :name="name" :label="`Name of ${name}`" @rename="rename" />
    </td>
    <slot />
    <td v-if="copy || remove" class="marks">
      <button
        v-if="copy"
        type="button"
        :aria-label="`Copy ${name}`"
        :title="`A new ${called ?? 'one'} like this one`"
        @click="copy"
      >
        <v-icon :icon="mdiContentCopy" size="15" />
      </button>
      <button v-if="remove" type="button" :aria-label="`Remove ${name}`" title="Remove" @click="remove">
        <v-icon :icon="mdiTrashCanOutline" size="16" />
      </button>
    </td>
  </tr>
</template>

<style scoped>
.name {
  min-width: 120px;
}
</style>
