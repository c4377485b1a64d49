<script setup lang="ts">
/** What can be done with a project in the list: one menu, which stands at the button that was pressed. */
defineProps<{ at: HTMLElement; shared: boolean }>()
const emit = defineEmits<{ copy: []; save: []; backups: []; share: []; remove: []; done: [] }>()
</script>

<template>
  <v-menu :model-value="true" :target="at" location="bottom end" @update:model-value="emit('done')">
    <v-list density="compact">
      <v-list-item title="Copy" @click="emit('copy')" />
      <v-list-item title="Save as a file" @click="emit('save')" />
      <v-list-item title="Backups" @click="emit('backups')" />
      <v-list-item v-if="shared" title="Who may do what" @click="emit('share')" />
      <v-list-item title="Remove" @click="emit('remove')" />
    </v-list>
  </v-menu>
</template>
