<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { addPlan } from '@lamina/core/edit'
import { PLAN_KINDS, type PlanKindName } from '@lamina/core/library'
import { alsoOn } from '@lamina/core/sheets'
import { standardScales } from '@lamina/core/units'
import FactsDialog from './FactsDialog.vue'
import { useProject } from '../store/project'

/** Another plan: of which level, for what, at which scale, and on which sheet. */
const open = defineModel<boolean>({ required: true })
const props = defineProps<{ of: string | null }>()
const emit = defineEmits<{ made: [drawing: string] }>()
const store = useProject()

const KINDS = Object.entries(PLAN_KINDS).map(([value, { name, use }]) => ({
  value: value as PlanKindName,
  title: name,
  props: { subtitle: use },
}))
const levels = computed(() => store.project.all('level').map(({ id, name }) => ({ value: id, title: name })))
const NO_SHEET = ''
const sheets = computed(() => [
  { value: NO_SHEET, title: 'On no sheet yet' },
  ...store.project.all('sheet').map(({ id, number, title }) => ({ value: id, title: `${number} ${title}` })),
])
const scales = computed(() =>
  standardScales(store.units.system).map(({ ratio, name }) => ({ value: ratio, title: name })),
)
const kind = ref<PlanKindName>('general')
const level = ref('')
const scale = ref(0)
const sheet = ref(NO_SHEET)
watch(
  open,
  () => {
    level.value = props.of ?? levels.value[0]?.value ?? ''
    sheet.value = NO_SHEET
  },
  { immediate: true },
)
watch([kind, open], () => (scale.value = PLAN_KINDS[kind.value].scale[store.units.system]), {
  immediate: true,
})

function make(): void {
  let id = ''
  const made = store.edit(PLAN_KINDS[kind.value].name, (project, makeId) => {
    const added = addPlan(project, { level: level.value, kind: kind.value, scale: scale.value }, makeId)
    id = added.drawing
    return sheet.value === NO_SHEET
      ? added.change
      : alsoOn(project, added.change, added.drawing, sheet.value, makeId)
  })
  if (!made) return
  open.value = false
  emit('made', id)
}
</script>

<template>
  <FactsDialog v-model="open" title="Another plan" done="Make the plan" @done="make">
    <v-select v-model="kind" :items="KINDS" label="For" />
    <v-select v-model="level" :items="levels" label="Of" />
    <v-select v-model="scale" :items="scales" label="Reads at" />
    <v-select v-model="sheet" :items="sheets" label="Sheet" />
  </FactsDialog>
</template>
