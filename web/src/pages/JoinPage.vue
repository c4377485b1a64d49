<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue'
import { useRoute } from 'vue-router'
import type { LinkFacts } from '@lamina/core/exchange'
import { api, type OwnFacts } from '../api'
import DoorFrame from '../components/DoorFrame.vue'
import OwnFactsFields from '../components/OwnFactsFields.vue'
import PasswordField from '../components/PasswordField.vue'
import { sentenceOf } from '../store/me'
import { goAnew } from '../who'

/** Where a link leads that makes a person, or gives a new password. */
const route = useRoute()
/** It stands behind the address, where no server on the way sees it. */
const secret = computed(() => route.hash.slice(1))
const link = shallowRef<LinkFacts | null>(null)
const facts = ref<OwnFacts>({ signIn: '', name: '', initials: '' })
const password = ref('')
const fault = ref('')
const busy = ref(false)
document.title = 'Welcome · Lamina'
watch(
  secret,
  async (asked) => {
    link.value = null
    fault.value = ''
    try {
      const found = await api.link(asked)
      if (asked !== secret.value) return
      if (found.person) facts.value = { ...found.person }
      link.value = found
    } catch (error) {
      if (asked === secret.value) fault.value = sentenceOf(error)
    }
  },
  { immediate: true },
)
const title = computed(() => {
  if (!link.value) return fault.value ? 'This link' : 'Welcome'
  return link.value.person ? 'A new password' : 'Welcome'
})

async function come(): Promise<void> {
  fault.value = ''
  busy.value = true
  try {
    await api.follow(secret.value, { ...facts.value, password: password.value })
    goAnew('/')
  } catch (error) {
    fault.value = sentenceOf(error)
    busy.value = false
  }
}
</script>

<template>
  <DoorFrame :title="title">
    <form v-if="link" @submit.prevent="come">
      <template v-if="link.person">
        <p>
          {{ link.person.name }}, you sign in as <b>{{ link.person.signIn }}</b>. Where you are signed in now,
          you are signed out.
        </p>
        <input
          type="text"
          autocomplete="username"
          class="visually-hidden"
          tabindex="-1"
          aria-hidden="true"
          readonly
          :value="link.person.signIn"
        />
      </template>
      <template v-else>
        <p v-if="link.manages" class="soft">You keep the persons here: you make links for others.</p>
        <OwnFactsFields v-model="facts" />
      </template>
      <PasswordField v-model="password" label="Password" is-new />
      <v-alert v-if="fault" type="error" variant="tonal" density="compact" role="alert">{{ fault }}</v-alert>
      <v-btn type="submit" color="primary" variant="flat" :loading="busy">{{
        link.person ? 'Take this password' : 'Come in'
      }}</v-btn>
    </form>
    <p v-else-if="fault" role="alert" class="mt-3">
      {{ fault }} <router-link to="/sign-in">Sign in</router-link>
    </p>
  </DoorFrame>
</template>
