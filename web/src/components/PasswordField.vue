<script setup lang="ts">
import { mdiEye, mdiEyeOff } from '@mdi/js'
import { ref } from 'vue'
import { LONGEST_PASSWORD, SHORTEST_PASSWORD } from '@lamina/core/exchange'

/** A password, hidden until it is to be seen. */
defineProps<{ label: string; isNew?: boolean }>()
const model = defineModel<string>({ required: true })
const isSeen = ref(false)
</script>

<template>
  <v-text-field
    v-model="model"
    :label="label"
    :type="isSeen ? 'text' : 'password'"
    :autocomplete="isNew ? 'new-password' : 'current-password'"
    :minlength="isNew ? SHORTEST_PASSWORD : undefined"
    :maxlength="LONGEST_PASSWORD"
    :hint="isNew ? `At least ${SHORTEST_PASSWORD} characters: a few words do well.` : undefined"
    :persistent-hint="isNew"
    required
  >
    <template #append-inner>
      <v-btn
        :icon="isSeen ? mdiEyeOff : mdiEye"
        :aria-label="isSeen ? 'Hide the password' : 'Show the password'"
        size="x-small"
        variant="text"
        @click="isSeen = !isSeen"
      />
    </template>
  </v-text-field>
</template>
