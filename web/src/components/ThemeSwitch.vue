<script setup lang="ts">
import { mdiWeatherNight, mdiWhiteBalanceSunny } from '@mdi/js'
import { computed } from 'vue'
import { useTheme } from 'vuetify'

const theme = useTheme()
const dark = computed(() => theme.global.name.value === 'dark')
const words = computed(() => (dark.value ? 'Light theme' : 'Dark theme'))
const turn = (): void => void theme.change(dark.value ? 'light' : 'dark')
</script>

<template>
  <v-btn
    :icon="dark ? mdiWhiteBalanceSunny : mdiWeatherNight"
    :aria-label="words"
    :title="words"
    variant="text"
    size="small"
    @click="turn"
  />
</template>
