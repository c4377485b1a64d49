<script setup lang="ts">
/** A few facts of one thing in a dialog: fields, and how it ends. */
defineProps<{ title: string; subtitle?: string | undefined; done: string }>()
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ done: [] }>()
</script>

<template>
  <v-dialog v-model="open" max-width="440">
    <v-card :title="title" :subtitle="subtitle">
      <v-card-text>
        <form class="facts" @submit.prevent="emit('done')">
          <slot />
          <div class="ends">
            <slot name="ends" />
            <span class="gap" />
            <v-btn size="small" variant="text" @click="open = false">Leave</v-btn>
            <v-btn size="small" color="live" variant="flat" type="submit">{{ done }}</v-btn>
          </div>
        </form>
      </v-card-text>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.facts {
  display: grid;
  gap: 12px;
}
.ends {
  display: flex;
  gap: 6px;
}
.gap {
  flex: 1;
}
</style>
