<script setup lang="ts">
import { computed, onMounted, ref, shallowRef, watch } from 'vue'
import { useRouter } from 'vue-router'
import { EditRefused, newProject } from '@lamina/core/edit'
import { withLibrary, type Library, type ProjectCard } from '@lamina/core/exchange'
import { sheetSizeNames, type SheetSizeName } from '@lamina/core/records'
import { FEET_INCHES, METRIC, type UnitSystem } from '@lamina/core/units'
import { api } from '../api'
import LengthField from '../components/LengthField.vue'
import { useDesk } from '../store/desk'
import { useHand } from '../store/hand'
import { makeId } from '../store/ids'
import { useMe } from '../store/me'
import { firstChange } from '../store/firstChange'

const router = useRouter()
const desk = useDesk()
const hand = useHand()
const me = useMe()
const name = ref('')
const number = ref('')
const client = ref('')
const system = ref<UnitSystem>('metric')
const levelName = ref('Ground floor')
const height = ref(2700)
const size = ref<SheetSizeName>('A1')
const orientation = ref<'landscape' | 'portrait'>('landscape')
const fault = ref('')
const busy = ref(false)
const units = computed(() => (system.value === 'metric' ? METRIC : FEET_INCHES))
watch(system, (now) => {
  height.value = now === 'metric' ? 2700 : 9 * 304.8
  size.value = now === 'metric' ? 'A1' : 'ARCH D'
})

/** Whose settings it begins with; null: those that are shipped. */
const likeOf = ref<string | null>(null)
const like = shallowRef<Library | null>(null)
const others = shallowRef<readonly ProjectCard[]>([])
onMounted(async () => {
  // Where the server does not answer it can be made with what is shipped, once that does.
  others.value = await api.list().catch(() => [])
})
watch(likeOf, async (of) => {
  like.value = null
  if (of === null) return
  try {
    const found = await api.library(of)
    if (likeOf.value !== of) return
    like.value = found
    system.value = found.system
  } catch (error) {
    likeOf.value = null
    fault.value = error instanceof Error ? error.message : String(error)
  }
})

const id = makeId()
async function make(): Promise<void> {
  fault.value = ''
  busy.value = true
  try {
    const made = newProject(
      {
        name: name.value,
        number: number.value,
        client: client.value,
        system: system.value,
        levelName: levelName.value,
        storeyHeight: height.value,
        sheetSize: size.value,
        orientation: orientation.value,
        date: new Date().toISOString().slice(0, 10),
        drawn: me.me?.person?.initials ?? '',
      },
      makeId,
    )
    const change = like.value ? withLibrary(made.change, like.value.records) : made.change
    await api.create(id, firstChange(change))
    desk.stage = 'walls'
    hand.take('wall')
    await router.push({ name: 'drawing', params: { project: id, drawing: made.drawing } })
  } catch (error) {
    fault.value = error instanceof EditRefused || error instanceof Error ? error.message : String(error)
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <main>
    <form @submit.prevent="make">
      <h1>New project</h1>
      <v-text-field v-model="name" label="Name" autofocus maxlength="200" />
      <div class="two">
        <v-text-field v-model="number" label="Project number" maxlength="200" />
        <v-text-field v-model="client" label="Client" maxlength="200" />
      </div>
      <v-select
        v-if="others.length"
        v-model="likeOf"
        label="Layers, types, styles and blocks"
        :items="[
          { value: null, title: 'As shipped' },
          ...others.map((each) => ({ value: each.id, title: `As in ${each.name}` })),
        ]"
      />
      <fieldset :disabled="likeOf !== null">
        <legend>Units</legend>
        <v-radio-group v-model="system" :disabled="likeOf !== null" inline hide-details density="compact">
          <v-radio value="metric" label="Metric, millimetres" />
          <v-radio value="feet-inches" label="Feet and inches" />
        </v-radio-group>
      </fieldset>
      <div class="two">
        <v-text-field v-model="levelName" label="First level" maxlength="200" />
        <LengthField
          label="Storey height"
          :mm="height"
          :units="units"
          :least="300"
          @set="(mm) => (height = mm)"
        />
      </div>
      <div class="two">
        <v-select v-model="size" label="Sheet size" :items="[...sheetSizeNames]" />
        <v-select
          v-model="orientation"
          label="Sheets lie"
          :items="[
            { value: 'landscape', title: 'Landscape' },
            { value: 'portrait', title: 'Portrait' },
          ]"
        />
      </div>
      <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
      <div class="end">
        <v-btn variant="text" to="/">Back</v-btn>
        <v-btn
          type="submit"
          color="primary"
          variant="flat"
          :loading="busy"
          :disabled="likeOf !== null && !like"
          >Start drawing</v-btn
        >
      </div>
    </form>
  </main>
</template>

<style scoped>
main {
  height: 100dvh;
  overflow-y: auto;
  display: grid;
  place-items: center;
  padding: 24px;
}
form {
  width: 560px;
  max-width: 100%;
  display: grid;
  gap: 16px;
  padding: 30px 34px;
  background: rgb(var(--v-theme-surface));
  border: 1px solid rgb(var(--v-theme-hairline));
  border-radius: 12px;
}
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 14px;
}
fieldset {
  border: 0;
  padding: 0;
}
legend {
  font-size: 13px;
  color: rgb(var(--v-theme-soft-ink));
}
.end {
  display: flex;
  justify-content: flex-end;
  gap: 8px;
}
.fault {
  color: rgb(var(--v-theme-warning));
  font-weight: 600;
}
</style>
