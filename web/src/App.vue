<script setup lang="ts">
import { useTheme } from 'vuetify'
import { watch } from 'vue'
import { keepTheme } from './store/look'

const theme = useTheme()
watch(
  () => theme.global.name.value,
  (name) => keepTheme(name === 'dark' ? 'dark' : 'light'),
)
</script>

<template>
  <v-app>
    <router-view />
  </v-app>
</template>
