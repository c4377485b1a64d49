<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { useRoute } from 'vue-router'
import { api } from '../api'
import DoorFrame from '../components/DoorFrame.vue'
import PasswordField from '../components/PasswordField.vue'
import { sentenceOf } from '../store/me'
import { goAnew } from '../who'

const route = useRoute()
const signIn = ref('')
const password = ref('')
const fault = ref('')
const busy = ref(false)
onMounted(() => (document.title = 'Sign in · Lamina'))

async function come(): Promise<void> {
  fault.value = ''
  busy.value = true
  try {
    await api.signIn(signIn.value, password.value)
    goAnew(String(route.query['then'] ?? '/'))
  } catch (error) {
    fault.value = sentenceOf(error)
    busy.value = false
  }
}
</script>

<template>
  <DoorFrame title="Sign in">
    <form @submit.prevent="come">
      <v-text-field
        v-model="signIn"
        label="Name to sign in with"
        autocomplete="username"
        autocapitalize="none"
        spellcheck="false"
        autofocus
        required
      />
      <PasswordField v-model="password" label="Password" />
      <v-alert v-if="fault" type="error" variant="tonal" density="compact" role="alert">{{ fault }}</v-alert>
      <v-btn type="submit" color="primary" variant="flat" :loading="busy">Sign in</v-btn>
      <p class="soft small">
        New here, or the password is lost? Whoever keeps the persons here makes you a link.
      </p>
    </form>
  </DoorFrame>
</template>
