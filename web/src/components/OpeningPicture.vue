<script setup lang="ts">
import { computed } from 'vue'
import { openingPicture } from '@lamina/core/derive'
import { extentOf } from '@lamina/core/display'
import { growBox } from '@lamina/core/geometry'
import type { OpeningType } from '@lamina/core/records'
import LiveThumb from './LiveThumb.vue'

/** A type of door or window in plan or from the front. */
const props = defineProps<{
  type: OpeningType
  view: 'plan' | 'front'
  width: number
  height: number
}>()
const list = computed(() => openingPicture(props.type, 25)[props.view])
const box = computed(() => growBox(extentOf(list.value), 40))
const label = computed(() => `${props.type.name}, ${props.view === 'plan' ? 'in plan' : 'from the front'}`)
</script>

<template>
  <LiveThumb :list="list" :box="box" :width="width" :height="height" :label="label" />
</template>
