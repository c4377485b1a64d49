<script setup lang="ts">
import { computed } from 'vue'
import { holdAnchor } from '@lamina/core/ties'
import StyleChoice from './StyleChoice.vue'
import WordsField from './WordsField.vue'
import type { CardProps } from './card'

/** What a leader says and points to. */
const props = defineProps<CardProps<'leader'>>()
const lost = computed(() => !holdAnchor(props.record.tip, props.scene).held)
</script>

<template>
  <WordsField :record="record" />
  <p v-if="lost" class="fault small">It lost what it pointed to and keeps its last place.</p>
  <StyleChoice :record="record" />
</template>
