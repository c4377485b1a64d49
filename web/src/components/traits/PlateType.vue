<script setup lang="ts">
import { computed } from 'vue'
import { setPlateType } from '@lamina/core/edit'
import type { Roof, Slab } from '@lamina/core/records'
import { useDesk } from '../../store/desk'
import { useProject } from '../../store/project'
import StripPicture from '../StripPicture.vue'
import { useNamed } from '../named'

/** What a floor or a roof is made of. */
const props = defineProps<{ record: Slab | Roof }>()
const store = useProject()
const desk = useDesk()
const types = useNamed('plateType')
const NONE = ''
const choices = computed(() => [{ value: NONE, title: 'Nothing in particular' }, ...types.value])
const type = computed(() =>
  props.record.type === undefined ? undefined : store.project.find('plateType', props.record.type),
)
const set = (id: string): unknown =>
  store.edit('What a plate is made of', (project) => setPlateType(project, [props.record.id], id || null))
</script>

<template>
  <v-select label="Made of" :items="choices" :model-value="record.type ?? NONE" @update:model-value="set" />
  <template v-if="type">
    <StripPicture :type="type" />
    <button type="button" class="link" @click="desk.panel = 'plate-types'">Edit this type</button>
  </template>
</template>
