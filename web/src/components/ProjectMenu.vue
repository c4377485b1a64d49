<script setup lang="ts">
import { mdiDotsHorizontal } from '@mdi/js'

/** What can be done with a project in the list. */
defineProps<{ name: string }>()
defineEmits<{ copy: []; save: []; backups: []; remove: [] }>()
</script>

<template>
  <v-menu location="bottom end">
    <template #activator="{ props }">
      <v-btn
        v-bind="props"
        :icon="mdiDotsHorizontal"
        size="small"
        variant="text"
        :aria-label="`More for ${name}`"
      />
    </template>
    <v-list density="compact">
      <v-list-item title="Copy" @click="$emit('copy')" />
      <v-list-item title="Save as a file" @click="$emit('save')" />
      <v-list-item title="Backups" @click="$emit('backups')" />
      <v-list-item title="Remove" @click="$emit('remove')" />
    </v-list>
  </v-menu>
</template>
