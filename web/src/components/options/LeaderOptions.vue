<script setup lang="ts">
import { useValues } from '../../store/values'
import { useKeynotes } from '../keynotes'
import FrameOptions from './FrameOptions.vue'

/** What the next leaders are framed by, and the keynote whose number they show. */
const values = useValues()
const keynotes = useKeynotes('A text of its own')
</script>

<template>
  <v-select v-if="keynotes.length > 1" v-model="values.keynote" label="It shows" :items="keynotes" />
  <FrameOptions />
</template>
