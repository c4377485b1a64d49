<script setup lang="ts">
import StyleChoice from './StyleChoice.vue'
import WordsField from './WordsField.vue'
import type { CardProps } from './card'

/** What a leader says and points to. */
defineProps<CardProps<'leader'>>()
</script>

<template>
  <WordsField :record="record" />
  <StyleChoice :record="record" />
</template>
