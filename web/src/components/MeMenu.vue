<script setup lang="ts">
import { ref } from 'vue'
import { api } from '../api'
import { kept } from '../store/kept'
import { sentenceOf, useMe } from '../store/me'
import { goAnew } from '../who'

/** Who is signed in, and what they can do about that. */
const store = useMe()
const fault = ref('')
async function signOut(): Promise<void> {
  try {
    await api.signOut()
    // What waits is sent when its maker is here again; the rest is not left behind.
    await kept.forgetSeen().catch(() => undefined)
    goAnew('/sign-in')
  } catch (error) {
    fault.value = sentenceOf(error)
  }
}
</script>

<template>
  <v-menu v-if="store.me?.person">
    <template #activator="{ props: menu }">
      <button type="button" class="pill" v-bind="menu" :title="store.me.person.name" data-test="me">
        {{ store.me.person.initials }}
      </button>
    </template>
    <v-list density="compact">
      <v-list-subheader>{{ store.me.person.name }}</v-list-subheader>
      <v-list-item title="Persons" to="/persons" />
      <v-list-item title="Sign out" @click="signOut" />
    </v-list>
  </v-menu>
  <span v-if="fault" role="alert" class="small">{{ fault }}</span>
</template>
