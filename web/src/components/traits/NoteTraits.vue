<script setup lang="ts">
import WordsField from './WordsField.vue'
import type { CardProps } from './card'

/** What a note says. */
defineProps<CardProps<'note'>>()
</script>

<template>
  <WordsField :record="record" />
</template>
