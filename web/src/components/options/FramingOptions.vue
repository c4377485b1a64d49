<script setup lang="ts">
import { computed } from 'vue'
import { useProject } from '../../store/project'
import { useValues } from '../../store/values'
import TimberFields from '../TimberFields.vue'

/** What the next row of joists or rafters is like. */
const store = useProject()
const values = useValues()
const set = (facts: Partial<typeof values.framing>): void =>
  void (values.framing = { ...values.framing, ...facts })
const material = computed(
  () => values.framing.material ?? store.project.find('material', 'material-stud')?.id ?? null,
)
</script>

<template>
  <TimberFields
    :row="values.framing"
    :material="material"
    @set="set"
    @material="(id) => set({ material: id })"
  />
</template>
